import { partKey, stepKey } from '#core/record/step-key';
import { DIMPLE_CONSEQUENCES } from '#core/record/dimple-check';
import { compareMarks, type Mark, type MarkKind } from '#core/record/marks';

/* The folding of the release before marks carried the work, kept to be timed against. */
/** What a record comes to. */
export interface Folded {
  /** By row id. */
  readonly rows: ReadonlyMap<string, Map<string, Set<string>>>;
  /** Keys of the steps done on whole parts. */
  readonly parts: ReadonlySet<string>;
}

/** Marks that say something of a hole without anything being done to it. */
const NO_STATE: readonly MarkKind[] = ['deviation', 'depth-read', 'gauge-read', 'rivet-check'];

/** Folds marks that count into what was done at each hole and on each part. A removed rivet is set no longer. */
export function fold(marks: readonly Mark[]): Folded {
  const rows = new Map<string, Map<string, Set<string>>>();
  const parts = new Set<string>();
  for (const mark of effectiveMarks(marks)) {
    for (const partId of mark.payload.partIds ?? []) parts.add(partKey(mark.kind, partId));
    if (mark.holeIds.length === 0 || NO_STATE.includes(mark.kind)) continue;
    let holes = rows.get(mark.rowId);
    if (!holes) rows.set(mark.rowId, (holes = new Map()));
    const keys =
      mark.layerIds.length === 0 ? [stepKey(mark.kind, null, mark.side)] : mark.layerIds.map((id) => stepKey(mark.kind, id, mark.side));
    for (const holeId of mark.holeIds) {
      let done = holes.get(holeId);
      if (!done) holes.set(holeId, (done = new Set()));
      if (mark.kind === 'removed') {
        done.delete('set//');
        done.delete('inspected//');
      } else if (mark.kind === 'head-check') {
        /* Accepted: looked at. Anything else: to be looked at again. */
        if (mark.payload.head?.disposition.startsWith('accept')) done.add('inspected//');
        else done.delete('inspected//');
      } else if (mark.kind === 'dimple-check') {
        const dimple = mark.payload.dimple;
        if (dimple && DIMPLE_CONSEQUENCES[dimple].then === 'again')
          for (const id of mark.layerIds) done.delete(stepKey('dimpled', id, null));
      } else for (const key of keys) done.add(key);
    }
  }
  return { rows, parts };
}

function effectiveMarks(marks: readonly Mark[]): Mark[] {
  const byId = new Map<string, Mark>();
  for (const mark of marks) if (!byId.has(mark.id)) byId.set(mark.id, mark);
  const undosOf = new Map<string, Mark[]>();
  for (const mark of byId.values()) {
    const target = mark.kind === 'undo' ? mark.payload.undoes : undefined;
    if (target === undefined) continue;
    const known = undosOf.get(target);
    if (known) known.push(mark);
    else undosOf.set(target, [mark]);
  }
  const counts = new Map<string, boolean>();
  const isEffective = (id: string): boolean => {
    const known = counts.get(id);
    if (known !== undefined) return known;
    counts.set(id, false);
    const answer = !(undosOf.get(id) ?? []).some((undo) => isEffective(undo.id));
    counts.set(id, answer);
    return answer;
  };
  return [...byId.values()].filter((m) => m.kind !== 'undo' && isEffective(m.id)).sort(compareMarks);
}
