import { describe, expect, it } from 'vitest';
import { drawPart } from './part-drawing';

const points = (path: string) => [...path.matchAll(/([\d.]+) ([\d.]+)/g)].map((m) => [Number(m[1]), Number(m[2])] as const);

describe('a part as it lies', () => {
  it('looks different in each of its eight positions', () => {
    const seen = new Set<string>();
    for (const turnDeg of [0, 90, 180, 270] as const)
      for (const flipped of [false, true]) seen.add(drawPart('L', { turnDeg, flipped }, 50).outline);
    expect(seen.size).toBe(8);
  });
  it('the other hand is its mirror image', () => {
    const left = points(drawPart('L', { turnDeg: 90, flipped: false }, 50).outline);
    const right = points(drawPart('R', { turnDeg: 270, flipped: false }, 50).outline);
    left.forEach(([x, y], i) => {
      expect(right[i]?.[0]).toBeCloseTo(100 - x, 6);
      expect(right[i]?.[1]).toBeCloseTo(y, 6);
    });
  });
});
