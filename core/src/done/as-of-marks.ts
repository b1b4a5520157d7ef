import type { Mark } from '../record/marks';
import { foldDone, type LayersOf } from './hole-done';
import type { LinksOf } from './met-marks';
import type { RowDone } from './row-standing';

const NOTHING: RowDone = new Map();

/** What was done at the holes of a row up to a time: what is written up for that time takes the metal as it was then. `at`: ISO 8601. */
export function rowDoneAsOf(marks: readonly Mark[], rowId: string, at: string, layersOf: LayersOf, linksOf?: LinksOf): RowDone {
  const until = marks.filter((m) => m.kind === 'undo' || m.doneAt <= at);
  return foldDone(until, layersOf, linksOf).rows.get(rowId) ?? NOTHING;
}
