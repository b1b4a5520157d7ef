/**
 * The order in which a row's rivets go in, so that a long edge stays straight: the middle one, then the ends, then always the middle
 * of the widest gap that is left (the left one of equals). Zero-based places; every one once. Source: the order of the work, step 10.
 */
export function settingOrder(count: number): number[] {
  if (count <= 0) return [];
  const middle = Math.floor((count - 1) / 2);
  const order = [middle];
  if (count === 1) return order;
  const last = count - 1;
  if (middle !== 0) order.push(0);
  order.push(last);
  let gaps: [number, number][] = [
    [0, middle],
    [middle, last],
  ];
  while (gaps.some(([a, b]) => b - a > 1)) {
    const next: [number, number][] = [];
    const widest = Math.max(...gaps.map(([a, b]) => b - a));
    for (const [a, b] of gaps) {
      if (b - a !== widest || b - a <= 1) {
        next.push([a, b]);
        continue;
      }
      const half = Math.floor((a + b) / 2);
      order.push(half);
      next.push([a, half], [half, b]);
    }
    gaps = next;
  }
  return order;
}

/** The place of each of a row's holes in that order, from 0, by hole id. */
export function settingRanks(holeIds: readonly string[]): ReadonlyMap<string, number> {
  return new Map(settingOrder(holeIds.length).map((place, rank) => [holeIds[place] as string, rank]));
}
