import type { OperationGraph } from './graph';
import type { Piece } from '../operations/pieces';
import { turningsBetween } from './turnings';

/** More than any order of so few operations turns: a change of set-up weighs more than all turnings. */
const CHANGE = 1_000_000;

/**
 * Of all orders the one with the fewest changes of set-up, and among those the one with the fewest turnings, by looking at every set of
 * operations done and every last one. For up to 14 operations.
 */
export function leastTurnings(
  { operations, before, setupOf }: OperationGraph,
  pieces: readonly (readonly Piece[])[],
): { readonly order: readonly number[]; readonly setupChanges: number; readonly turnings: number } {
  const n = operations.length;
  if (n === 0) return { order: [], setupChanges: 0, turnings: 0 };
  const needs = before.map((own) => own.reduce((mask, b) => mask | (1 << b), 0));
  const cost = operations.map((_, a) =>
    operations.map(
      (_, b) => (setupOf[a] === setupOf[b] ? 0 : CHANGE) + turningsBetween(pieces[a] as readonly Piece[], pieces[b] as readonly Piece[]),
    ),
  );
  const least = new Float64Array((1 << n) * n).fill(Infinity);
  const from = new Int8Array((1 << n) * n).fill(-1);
  for (let v = 0; v < n; v++) if (needs[v] === 0) least[(1 << v) * n + v] = 0;
  for (let mask = 1; mask < 1 << n; mask++)
    for (let last = 0; last < n; last++) {
      const so = least[mask * n + last] as number;
      if (so === Infinity) continue;
      for (let v = 0; v < n; v++) {
        if (mask & (1 << v) || ((needs[v] as number) & mask) !== needs[v]) continue;
        const at = (mask | (1 << v)) * n + v;
        const next = so + (cost[last]?.[v] as number);
        if (next < (least[at] as number)) {
          least[at] = next;
          from[at] = last;
        }
      }
    }
  const full = (1 << n) - 1;
  let last = 0;
  for (let v = 1; v < n; v++) if ((least[full * n + v] as number) < (least[full * n + last] as number)) last = v;
  const total = least[full * n + last] as number;
  const order: number[] = [];
  for (let mask = full, v = last; v >= 0;) {
    order.push(v);
    const b = from[mask * n + v] as number;
    mask ^= 1 << v;
    v = b;
  }
  return { order: order.reverse(), setupChanges: Math.floor(total / CHANGE), turnings: total % CHANGE };
}
