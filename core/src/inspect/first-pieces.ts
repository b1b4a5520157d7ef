import type { Mark } from '../record/marks';
import { batchKey, FIRST_OF_BATCH, type Batch } from './sampling';

/** The first rivets of the batch that is at hand. */
export interface FirstPieces {
  /** How many of the first ones are still to be set: these go in alone. */
  readonly left: number;
  /** First ones that are set and were not looked at. */
  readonly unlooked: readonly { readonly rowId: string; readonly holeId: string }[];
  /** Somebody already said that the batch goes on unlooked. */
  readonly isAccepted: boolean;
}

/** What is about to be set: by whom, how, which rivet. */
export interface BatchAtHand {
  readonly person: string;
  readonly setting: Mark['payload']['setting'];
  readonly callout: string;
}

/** The first pieces of the batch that a rivet set now would belong to: the person's last one where nothing has changed, else a new one. */
export function firstPieces(batches: readonly Batch[], at: BatchAtHand): FirstPieces {
  const last = batches.findLast((b) => b.person === at.person);
  if (!last || last.key !== batchKey(at.person, at.setting, at.callout)) return { left: FIRST_OF_BATCH, unlooked: [], isAccepted: false };
  const first = last.rivets.slice(0, FIRST_OF_BATCH);
  return {
    left: Math.max(0, FIRST_OF_BATCH - last.rivets.length),
    unlooked: first.filter((r) => !r.isChecked).map(({ rowId, holeId }) => ({ rowId, holeId })),
    isAccepted: last.isUnlooked,
  };
}

/**
 * Whether setting so many more goes on past first pieces that nobody has looked at: asked once for a batch. Source: this project's own
 * reading of inspecting as one goes, the first few of a shift and after every change of tool, pressure or length.
 */
export function goesOnUnlooked(first: FirstPieces, count: number): boolean {
  if (first.isAccepted || count === 0) return false;
  return first.left > 0 ? count > first.left : first.unlooked.length > 0;
}
