import { effectiveMarks, type Mark } from '../record/marks';

/** A rivet that was decided against, with the look that did. */
export interface RejectedRivet {
  readonly rowId: string;
  readonly holeId: string;
  readonly mark: Mark;
}

/** Rivets last decided against: driven more, taken out, asked about; gone once another is set, it came out, or it is accepted. */
export function rejectedRivets(marks: readonly Mark[]): RejectedRivet[] {
  const rejected = new Map<string, RejectedRivet>();
  for (const mark of effectiveMarks(marks.filter((m) => KINDS.includes(m.kind))))
    for (const holeId of mark.holeIds) {
      const key = `${mark.rowId}/${holeId}`;
      if (mark.kind === 'head-check' && !mark.payload.head?.disposition.startsWith('accept'))
        rejected.set(key, { rowId: mark.rowId, holeId, mark });
      else rejected.delete(key);
    }
  return [...rejected.values()];
}

const KINDS: readonly Mark['kind'][] = ['head-check', 'set', 'removed', 'inspected', 'undo'];
