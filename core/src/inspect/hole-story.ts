import { effectiveMarks, type Mark } from '../record/marks';

/** One thing that happened at a hole, oldest first. */
export interface HoleEvent {
  readonly mark: Mark;
  /** How many rivets were in this hole before it. */
  readonly rivets: number;
}

/** What can be told of a hole by itself; readings of the gauge's scatter say nothing of the hole. */
const TOLD: readonly Mark['kind'][] = [
  'laid-out', 'piloted', 'drilled', 'deburred', 'dimpled', 'countersunk', 'set', 'inspected', 'removed', 'squared', 'deviation',
  'depth-read', 'rivet-check', 'dimple-check', 'head-check', 'cleared', 'gave-way', 'hole-check', 'seal', 'bend-open', 'bend-back', 'left-over-settled', 'own-fastener', 'finding-settled', 'looked-again', 'log-note',
]; // prettier-ignore

/** The history of one hole: made, prepared, set, found, removed, measured, set again. */
export function holeStory(marks: readonly Mark[], rowId: string, holeId: string): HoleEvent[] {
  const own = marks.filter((m) => m.kind === 'undo' || (m.rowId === rowId && m.holeIds.includes(holeId) && TOLD.includes(m.kind)));
  let rivets = 0;
  return effectiveMarks(own).map((mark) => {
    const event = { mark, rivets };
    if (mark.kind === 'set') rivets++;
    return event;
  });
}
