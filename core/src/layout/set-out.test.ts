import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { distanceToPiece, edgeDistance, rectangle, taper } from './outline';
import type { Place } from './path';
import { centreLine, lineBeside, lineFromSide, sidesOf, withBetween } from './set-out';
import type { Mm } from '../units/length';

const box = rectangle({ x: 0, y: 0 }, 300 as Mm, 100 as Mm);
const side = (corners: readonly Place[], lies: string) => {
  const found = sidesOf(corners).find((s) => s.lies === lies);
  if (!found) throw new Error(lies);
  return found;
};

describe('sides one can measure from', () => {
  it('are called by where they lie, whichever way the corners run', () => {
    for (const corners of [box, [...box].reverse()])
      expect(Object.fromEntries(sidesOf(corners).map((s) => [s.lies, Math.round(s.length)]))).toEqual({
        lower: 300,
        upper: 300,
        left: 100,
        right: 100,
      });
  });
  it('a cut corner is none', () => {
    expect(sidesOf([...box.slice(0, 2), { x: 300, y: 98 }, { x: 298, y: 100 }, { x: 0, y: 100 }])).toHaveLength(4);
  });
});

describe('a line from an edge', () => {
  it.each([
    [
      'lower',
      10,
      [
        { x: 0, y: 10 },
        { x: 300, y: 10 },
      ],
    ],
    [
      'upper',
      10,
      [
        { x: 0, y: 90 },
        { x: 300, y: 90 },
      ],
    ],
    [
      'left',
      25,
      [
        { x: 25, y: 0 },
        { x: 25, y: 100 },
      ],
    ],
    [
      'right',
      25,
      [
        { x: 275, y: 0 },
        { x: 275, y: 100 },
      ],
    ],
  ])('%s, %i mm in, from edge to edge', (lies, distance, expected) => {
    const line = lineFromSide(box, side(box, lies as string), distance as number);
    (expected as Place[]).forEach((p, i) =>
      expect(Math.hypot((line?.[i]?.x ?? 1e9) - p.x, (line?.[i]?.y ?? 1e9) - p.y)).toBeLessThan(1e-9),
    );
  });
  it('beyond the sheet there is none', () => {
    expect(lineFromSide(box, side(box, 'lower'), 101)).toBeNull();
  });
  it('every point of it lies so far from the side, and the ends on the edge: random tapers', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 250, max: 500, noNaN: true }),
        fc.double({ min: 40, max: 200, noNaN: true }),
        fc.double({ min: 40, max: 200, noNaN: true }),
        fc.double({ min: 1, max: 30, noNaN: true }),
        (long, start, end, distance) => {
          const corners = taper({ x: 7, y: -3 }, long as Mm, start as Mm, end as Mm);
          const from = side(corners, 'upper');
          const line = lineFromSide(corners, from, distance);
          if (!line) return;
          for (const t of [0, 0.3, 1]) {
            const p = { x: line[0].x + t * (line[1].x - line[0].x), y: line[0].y + t * (line[1].y - line[0].y) };
            const [ux, uy] = [(from.to.x - from.from.x) / from.length, (from.to.y - from.from.y) / from.length];
            const square = Math.abs((p.x - from.from.x) * -uy + (p.y - from.from.y) * ux);
            expect(Math.abs(square - distance)).toBeLessThan(1e-6);
          }
          for (const p of line) expect(Math.abs(edgeDistance(p, corners))).toBeLessThan(1e-6);
        },
      ),
    );
  });
  it('half way between two edges, as measured', () => {
    const corners = taper({ x: 0, y: 0 }, 200 as Mm, 40 as Mm, 80 as Mm);
    expect(centreLine(corners, side(corners, 'lower'))).toEqual([
      { x: 0, y: 20 },
      { x: 200, y: 40 },
    ]);
  });
});

describe('a line beside a row', () => {
  it('lies so far from every piece, also round a corner, on the side that was asked for', () => {
    const row = [
      { x: 0, y: 0 },
      { x: 50, y: 0 },
      { x: 50, y: 40 },
    ];
    const left = lineBeside(row, 10);
    expect(left).toEqual([
      { x: 0, y: 10 },
      { x: 40, y: 10 },
      { x: 40, y: 40 },
    ]);
    const right = lineBeside(row, -10);
    right.forEach((p) =>
      expect(
        Math.min(distanceToPiece(p, row[0] as Place, row[1] as Place), distanceToPiece(p, row[1] as Place, row[2] as Place)),
      ).toBeGreaterThan(9.9),
    );
    expect(lineBeside([{ x: 1, y: 1 }], 5)).toEqual([]);
  });
});

describe('old holes and new ones between', () => {
  it('three old, eleven new: the old stay, the gaps are as even as they can be', () => {
    const old = [
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 300, y: 0 },
    ];
    const { places, isOld } = withBetween(old, 11);
    expect(places).toHaveLength(14);
    expect(places.filter((_, i) => isOld[i])).toEqual(old);
    const gaps = places.slice(1).map((p, i) => p.x - (places[i] as Place).x);
    /* By trying every way to share eleven holes among the two gaps. */
    const best = Math.min(...Array.from({ length: 12 }, (_, a) => Math.max(100 / (a + 1), 200 / (12 - a))));
    expect(Math.max(...gaps)).toBeCloseTo(best, 9);
  });
  it('none, and a single one: nothing is made up', () => {
    expect(withBetween([{ x: 1, y: 2 }], 5)).toEqual({ places: [{ x: 1, y: 2 }], isOld: [true] });
    expect(withBetween([], 5).places).toEqual([]);
  });
});
