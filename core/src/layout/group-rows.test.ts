import { describe, expect, it } from 'vitest';
import { groupIntoRows, joinRuns, type LooseHole } from './group-rows';

const line = (x: number, y: number, dx: number, dy: number, count: number, diameter: number | null = 2.5): LooseHole[] =>
  Array.from({ length: count }, (_, i) => ({ x: x + i * dx, y: y + i * dy, diameter }));

/** A shuffle that is the same at every run (multiplicative congruential, Park and Miller). */
function shuffled<T>(list: readonly T[], seed = 7): T[] {
  const out = [...list];
  let s = seed;
  for (let i = out.length - 1; i > 0; i--) {
    s = (s * 48271) % 2147483647;
    const j = s % (i + 1);
    [out[i], out[j]] = [out[j] as T, out[i] as T];
  }
  return out;
}

const sizes = (holes: readonly LooseHole[]) =>
  groupIntoRows(holes)
    .map((g) => g.holes.length)
    .sort((a, b) => b - a);

describe('holes grouped into rows', () => {
  it('two rows side by side, drawn in any order', () => {
    const holes = shuffled([...line(0, 0, 25, 0, 12), ...line(0, 18, 25, 0, 9)]);
    expect(sizes(holes)).toEqual([12, 9]);
  });
  it('a staggered double row is two rows, not a zigzag', () =>
    expect(sizes(shuffled([...line(0, 0, 20, 0, 10), ...line(10, 15, 20, 0, 9)]))).toEqual([10, 9]));
  it('two diameters in one line are two rows', () => {
    const groups = groupIntoRows([...line(0, 0, 25, 0, 5, 2.49), ...line(12.5, 0, 25, 0, 4, 3.26)]);
    expect(groups.map((g) => [g.diameter, g.holes.length])).toEqual([
      [2.49, 5],
      [3.26, 4],
    ]);
  });
  it.each([
    ['a hair under the tolerance is one diameter', 0.015, [6]],
    ['over it two', 0.025, [3, 3]],
  ])('%s', (_, off, wanted) => expect(sizes([...line(0, 0, 25, 0, 3, 2.5), ...line(75, 0, 25, 0, 3, 2.5 + off)])).toEqual(wanted));
  it('a frame of four sides falls into its sides', () => {
    const frame = shuffled([...line(0, 0, 20, 0, 8), ...line(140, 20, 0, 20, 5), ...line(0, 120, 20, 0, 8), ...line(0, 20, 0, 20, 5)]);
    const found = sizes(frame);
    expect(found.reduce((a, b) => a + b)).toBe(26);
    expect(found.filter((n) => n >= 5)).toHaveLength(4);
  });
  it('follows a gentle bend and stops at a corner', () => {
    const bend = Array.from({ length: 15 }, (_, i) => ({ x: 300 * Math.sin(i * 0.08), y: 300 * (1 - Math.cos(i * 0.08)), diameter: 2.5 }));
    expect(sizes(bend)).toEqual([15]);
  });
  it('gives the holes of a row in the order they come, left to right or upwards', () => {
    const holes = shuffled(line(0, 0, 25, 3, 10));
    const xs = groupIntoRows(holes)[0]?.holes.map((i) => holes[i]?.x);
    expect(xs).toEqual([...(xs ?? [])].sort((a, b) => (a ?? 0) - (b ?? 0)));
    const steep = shuffled(line(0, 100, 1, -25, 6));
    const ys = groupIntoRows(steep)[0]?.holes.map((i) => steep[i]?.y);
    expect(ys).toEqual([...(ys ?? [])].sort((a, b) => (a ?? 0) - (b ?? 0)));
  });
  it('a hole drawn twice counts once; a lone hole is a row of its own; points have no diameter', () => {
    expect(sizes([...line(0, 0, 25, 0, 4), { x: 25, y: 0, diameter: 2.5 }])).toEqual([4]);
    expect(sizes([{ x: 0, y: 0, diameter: null }])).toEqual([1]);
    expect(groupIntoRows(line(0, 0, 20, 0, 3, null))[0]?.diameter).toBeNull();
    expect(groupIntoRows([])).toEqual([]);
  });
  it('every hole stands in exactly one row, whatever the drawing', () => {
    let s = 3;
    const random = () => (s = (s * 48271) % 2147483647) / 2147483647;
    for (let k = 0; k < 40; k++) {
      const holes = Array.from({ length: 60 }, () => ({ x: random() * 400, y: random() * 200, diameter: random() < 0.5 ? 2.5 : 3.3 }));
      const used = groupIntoRows(holes).flatMap((g) => [...g.holes]);
      expect(new Set(used).size).toBe(used.length);
      expect(used.length).toBe(60);
    }
  });
  it('30,000 holes of a grid are taken as rows of the whole length', () => {
    const grid = Array.from({ length: 150 }, (_, r) => line(0, r * 30, 20, 0, 200)).flat();
    expect(new Set(sizes(grid))).toEqual(new Set([200]));
  });
});

describe('runs joined end to end', () => {
  it('by whichever end is nearer', () => {
    const p = (...xs: number[]) => xs.map((x) => ({ x, y: 0 }));
    expect(joinRuns([p(10, 20), p(0, -10), p(30, 40)]).map((q) => q.x)).toEqual([-10, 0, 10, 20, 30, 40]);
    expect(joinRuns([])).toEqual([]);
  });
});
