import { effectiveMarks, type Mark } from '../record/marks';

/** Holes of a row whose rivet was last decided against: driven more, taken out, asked about; gone once another is set or it is accepted. */
export function rejectedHoles(marks: readonly Mark[], rowId: string): Set<string> {
  const rejected = new Set<string>();
  for (const m of effectiveMarks(marks.filter((x) => x.kind === 'undo' || (x.rowId === rowId && KINDS.includes(x.kind)))))
    for (const id of m.holeIds) {
      if (m.kind === 'head-check' && !m.payload.head?.disposition.startsWith('accept')) rejected.add(id);
      else rejected.delete(id);
    }
  return rejected;
}

const KINDS: readonly Mark['kind'][] = ['head-check', 'set', 'removed', 'inspected'];
