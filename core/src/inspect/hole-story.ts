import type { HoleMeeting } from '../record/definitions';
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

/**
 * The history of one hole: made, prepared, set, found, removed, measured, set again. `meets`: of its row; what was marked in a row it is one hole
 * with was done to it, too.
 */
export function holeStory(marks: readonly Mark[], rowId: string, holeId: string, meets: readonly HoleMeeting[] = []): HoleEvent[] {
  const same = [{ rowId, otherId: holeId }, ...meets.filter((m) => m.isOne && m.holeId === holeId)];
  const isHere = (m: Mark) => same.some((s) => s.rowId === m.rowId && m.holeIds.includes(s.otherId));
  const own = marks.filter((m) => m.kind === 'undo' || (TOLD.includes(m.kind) && isHere(m)));
  let rivets = 0;
  return effectiveMarks(own).map((mark) => {
    const event = { mark, rivets };
    if (mark.kind === 'set') rivets++;
    return event;
  });
}
