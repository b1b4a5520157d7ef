import { describe, expect, it } from 'vitest';
import { drawPart, shapeOf } from './part-drawing';

const STAND_IN = shapeOf(undefined, null);

const points = (path: string) => [...path.matchAll(/([\d.]+) ([\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const);

describe('a part as it lies', () => {
  it('looks different in each of its eight positions', () => {
    const seen = new Set<string>();
    for (const turnDeg of [0, 90, 180, 270] as const)
      for (const flipped of [false, true]) seen.add(drawPart(STAND_IN, 'L', { turnDeg, flipped }, 50).outline);
    expect(seen.size).toBe(8);
  });
  it('the other hand is its mirror image', () => {
    const left = points(drawPart(STAND_IN, 'L', { turnDeg: 90, flipped: false }, 50).outline);
    const right = points(drawPart(STAND_IN, 'R', { turnDeg: 270, flipped: false }, 50).outline);
    left.forEach(([x, y], i) => {
      expect(right[i]?.[0]).toBeCloseTo(100 - x, 6);
      expect(right[i]?.[1]).toBeCloseTo(y, 6);
    });
  });
  it("a drawn outline is fitted into the square, up being up, and a right hand's is its mirror", () => {
    const corners = [
      { x: 0, y: 0 },
      { x: 500, y: 0 },
      { x: 500, y: 20 },
      { x: 0, y: 100 },
    ];
    const left = points(drawPart(shapeOf(corners, 'L'), 'L', { turnDeg: 0, flipped: false }, 50).outline);
    expect(left.map(([x]) => x)).toEqual([13, 87, 87, 13]);
    expect(left[0]?.[1]).toBeGreaterThan(left[3]?.[1] ?? 0);
    const mirrored = corners.map((c) => ({ x: -c.x, y: c.y }));
    const right = points(drawPart(shapeOf(mirrored, 'R'), 'R', { turnDeg: 0, flipped: false }, 50).outline);
    right.forEach(([x, y], i) => {
      expect(x).toBeCloseTo(100 - (left[i]?.[0] ?? 0), 6);
      expect(y).toBeCloseTo(left[i]?.[1] ?? 0, 6);
    });
  });
});
