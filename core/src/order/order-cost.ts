import type { AssemblyOperation } from '../operations/operations';
import type { Piece } from '../operations/pieces';
import { turningsBetween } from './turnings';

/** What an order costs beside the work itself. */
export interface OrderCost {
  /** Neighbours of another set-up. */
  readonly setupChanges: number;
  /** Parts taken up or turned over between neighbours. */
  readonly turnings: number;
}

/** Counted along an order; what is in the tool and in hand first costs nothing, nor does an operation that is not known. */
export function orderCost(
  order: readonly string[],
  operations: ReadonlyMap<string, Pick<AssemblyOperation, 'setup' | 'pieces'>>,
): OrderCost {
  let before: { readonly setup: string; readonly pieces: readonly Piece[] } | undefined;
  let [setupChanges, turnings] = [0, 0];
  for (const id of order) {
    const next = operations.get(id);
    if (!next) continue;
    if (before && before.setup !== next.setup) setupChanges++;
    if (before) turnings += turningsBetween(before.pieces, next.pieces);
    before = next;
  }
  return { setupChanges, turnings };
}
