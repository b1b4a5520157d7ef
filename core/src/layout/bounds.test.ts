import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { areNear, boundsAround, boundsOf, type Bounds } from './bounds';

const place = fc.record({ x: fc.integer({ min: -500, max: 500 }), y: fc.integer({ min: -500, max: 500 }) });
const box = (minX: number, maxX: number, minY: number, maxY: number): Bounds => ({ minX, maxX, minY, maxY });

describe('the box around places', () => {
  it('holds each of them, and every side of it touches one', () =>
    fc.assert(
      fc.property(fc.array(place, { minLength: 1, maxLength: 30 }), (places) => {
        const b = boundsOf(places);
        for (const p of places) expect(p.x >= b.minX && p.x <= b.maxX && p.y >= b.minY && p.y <= b.maxY).toBe(true);
        expect(places.some((p) => p.x === b.minX) && places.some((p) => p.x === b.maxX)).toBe(true);
        expect(places.some((p) => p.y === b.minY) && places.some((p) => p.y === b.maxY)).toBe(true);
      }),
    ));
  it('around boxes it is that around all their places; one without places adds nothing', () =>
    fc.assert(
      fc.property(fc.array(fc.array(place, { maxLength: 8 }), { maxLength: 8 }), (lists) => {
        expect(boundsAround(lists.map(boundsOf))).toEqual(boundsOf(lists.flat()));
      }),
    ));
  it('without any no place lies within', () => {
    for (const b of [boundsOf([]), boundsAround([])]) expect(b.minX > b.maxX && b.minY > b.maxY).toBe(true);
  });
});

describe('whether two boxes are near', () => {
  const one = box(0, 10, 0, 10);
  it.each<[string, Bounds, number, boolean]>([
    ['one in the other', box(2, 3, 2, 3), 0, true],
    ['side by side, touching', box(10, 20, 0, 10), 0, true],
    ['as far apart as is asked', box(15, 20, 0, 10), 5, true],
    ['a hair farther', box(15.001, 20, 0, 10), 5, false],
    ['near across, far up', box(5, 6, 16, 20), 5, false],
    ['over a corner, near both ways', box(14, 20, 14, 20), 5, true],
  ])('%s', (_, other, far, isNear) => {
    expect(areNear(one, other, far)).toBe(isNear);
    expect(areNear(other, one, far)).toBe(isNear);
  });
});
