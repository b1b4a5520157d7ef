import type { Mark } from '../record/marks';
import { partKey } from '../record/step-key';
import type { Fillings } from './fillings';
import { PieceCount, type PieceChange, type PieceNumbers } from './pieces';

export interface PartsDone {
  /** Keys of the steps done on the pieces that are there now, each with its newest done-at. */
  readonly steps: ReadonlyMap<string, string>;
  /** Which piece of each part is there; parts with their first are not named. */
  readonly pieces: PieceNumbers;
  /** Where holes were filled in the pieces that are there now. */
  readonly fillings: Fillings;
}

export const NO_PARTS: PartsDone = { steps: new Map(), pieces: new Map(), fillings: new Map() };

/** What was done on whole parts; `effective`: marks that count, in order. */
export function foldParts(effective: readonly Mark[], changes: readonly PieceChange[]): Omit<PartsDone, 'fillings'> {
  const steps = new Map<string, string>();
  const away = new Map<string, ReadonlyMap<string, string>>();
  const changeOf = new Map(changes.map((c) => [c.mark.id, c]));
  const count = new PieceCount();
  for (const mark of effective)
    for (const partId of mark.payload.partIds ?? []) {
      const change = changeOf.get(mark.id);
      if (change) {
        const { before, after } = count.take(partId, change);
        if (before !== after) {
          away.set(`${partId}#${before}`, takeAway(steps, partId));
          for (const [key, at] of away.get(`${partId}#${after}`) ?? []) steps.set(key, at);
        }
      }
      steps.set(partKey(mark.kind, partId), mark.doneAt);
    }
  return { steps, pieces: count.numbers };
}

const PIECE_KINDS: readonly Mark['kind'][] = ['scrapped', 'arrived'];

/** What was done to the piece before counts for the new one no more; it comes back with the piece. */
function takeAway(steps: Map<string, string>, partId: string): ReadonlyMap<string, string> {
  const ending = `/part:${partId}`;
  const taken = new Map<string, string>();
  for (const [key, at] of [...steps])
    if (key.endsWith(ending) && !PIECE_KINDS.some((kind) => key === partKey(kind, partId))) {
      taken.set(key, at);
      steps.delete(key);
    }
  return taken;
}
