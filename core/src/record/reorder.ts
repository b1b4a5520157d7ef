/**
 * The order numbers after some things of a list were moved up (-1) or down (1) by one place, all of them together: only those that change. The list
 * stands in its present order; numbers that were equal become different. At the end of the list nothing moves.
 * Example: of a1 b2 c3, c moved up, is c2 b3.
 */
export function reordered(
  list: readonly { readonly id: string; readonly order: number }[],
  chosen: ReadonlySet<string>,
  by: -1 | 1,
): ReadonlyMap<string, number> {
  const next = [...list];
  const walk = by === -1 ? next.keys() : [...next.keys()].reverse();
  for (const i of walk) {
    const [here, there] = [next[i], next[i + by]];
    if (here && there && chosen.has(here.id) && !chosen.has(there.id)) [next[i], next[i + by]] = [there, here];
  }
  const isMoved = next.some((one, i) => one !== list[i]);
  if (!isMoved) return new Map();
  const orders = list.reduce<number[]>((made, { order }) => [...made, Math.max(order, (made.at(-1) ?? -Infinity) + 1)], []);
  return new Map(next.flatMap((one, i) => (one.order === orders[i] ? [] : [[one.id, orders[i] as number] as const])));
}
