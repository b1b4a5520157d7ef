import { effectiveMarks, type Deviation, type Mark } from '../record/marks';

/** Holes of a row that the planned rivet must not go into: measured, and judged to want the next size or to stop; until one is set there. */
export function oddHoles(marks: readonly Mark[], rowId: string): Map<string, Deviation> {
  const odd = new Map<string, Deviation>();
  for (const m of effectiveMarks(
    marks.filter((x) => x.kind === 'undo' || (x.rowId === rowId && (x.kind === 'deviation' || x.kind === 'set'))),
  ))
    for (const id of m.holeIds) {
      const found = m.payload.deviation;
      if (found && found.verdict !== 'same-rivet') odd.set(id, found);
      else odd.delete(id);
    }
  return odd;
}
