import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Mm } from '../units/length';
import { fitRow, midway } from './fit';
import { layoutAlong, pathLength, placeAt, rowBeside, type Place } from './path';
import { rulerMark } from './ruler';

const mm = (n: number) => n as Mm;
const bend: Place[] = [
  { x: 0, y: 0 },
  { x: 100, y: 0 },
  { x: 100, y: 50 },
];

describe('along a path that bends', () => {
  it('knows its length and its places', () => {
    expect(pathLength(bend)).toBe(150);
    expect([placeAt(bend, mm(0)), placeAt(bend, mm(100)), placeAt(bend, mm(120)), placeAt(bend, mm(999))]).toEqual([
      { x: 0, y: 0 },
      { x: 100, y: 0 },
      { x: 100, y: 20 },
      { x: 100, y: 50 },
    ]);
  });
  it('lays holes from edge to edge', () => {
    const laid = layoutAlong(bend, { spacing: { maxPitch: mm(30) }, startEdge: mm(10), endEdge: mm(10) });
    expect(laid?.distances).toEqual([10, 36, 62, 88, 114, 140]);
    expect(laid?.places.at(-1)).toEqual({ x: 100, y: 40 });
  });
  it('tries more holes to keep clear of a spot, and says which holes clash where it cannot', () => {
    const q = { startEdge: mm(0), endEdge: mm(0) };
    expect(layoutAlong(bend, { ...q, spacing: { maxPitch: mm(50) }, keepClear: [{ at: mm(50), clearance: mm(5) }] })?.count).toBe(5);
    expect(layoutAlong(bend, { ...q, spacing: { count: 4 }, keepClear: [{ at: mm(50), clearance: mm(5) }] })?.clashes).toEqual([1]);
    expect(layoutAlong(bend, { ...q, spacing: { maxPitch: mm(50) }, keepClear: [{ at: mm(0), clearance: mm(5) }] })?.clashes).toEqual([0]);
  });
  it('leaves no layout where the edges leave no room', () => {
    expect(layoutAlong(bend, { spacing: { count: 2 }, startEdge: mm(80), endEdge: mm(70) })).toBeNull();
  });
});

describe('a second row beside the first', () => {
  const first = layoutAlong(bend, { spacing: { count: 4 }, startEdge: mm(0), endEdge: mm(0) });
  if (!first) throw new Error('not laid');
  it('square: as many holes, the row distance to the left of the path', () => {
    const beside = rowBeside(bend, first, mm(8), false);
    expect(beside.map((h) => h.distance)).toEqual(first.distances);
    expect(beside[1]?.place.x).toBeCloseTo(50, 9);
    expect(beside[1]?.place.y).toBeCloseTo(8, 9);
    expect(beside[3]?.place.x).toBeCloseTo(92, 9);
  });
  it('staggered: half a pitch between, one hole fewer', () => {
    expect(rowBeside(bend, first, mm(8), true).map((h) => h.distance)).toEqual([25, 75, 125]);
  });
});

describe('marks of a ruler', () => {
  it.each([
    [0, 'in', '0'],
    [25.4, 'in', '1'],
    [12.7, 'in', '1/2'],
    [25.4 * 12.578125, 'in', '12 37/64'],
    [31.75, 'in', '1 1/4'],
    [320.4, 'mm', '320.5'],
    [320.2, 'mm', '320'],
  ] as const)('%f mm in %s: %s', (distance, units, text) => {
    expect(rulerMark(mm(distance), units).text).toBe(text);
  });
  it('is never off by more than half a division, however long the row: errors do not add up', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 400 }), fc.integer({ min: 100, max: 9999 }), (n, pitch) =>
        Array.from({ length: n }, (_, i) => rulerMark(mm((i * pitch) / 100), 'in')).every((m) => Math.abs(m.errorMm) <= 25.4 / 128 + 1e-9),
      ),
      { seed: 64, numRuns: 100 },
    );
  });
});

describe('picking up a row that exists', () => {
  const row: Place[] = Array.from({ length: 8 }, (_, i) => ({ x: i * 25, y: i % 2 ? 3 : 0 }));
  const moved = (angle: number, dx: number, dy: number) =>
    row.map((p) => ({ x: p.x * Math.cos(angle) - p.y * Math.sin(angle) + dx, y: p.x * Math.sin(angle) + p.y * Math.cos(angle) + dy }));
  it('finds rotation and translation exactly where there is nothing else', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: -500, max: 500, noNaN: true }),
        fc.double({ min: -500, max: 500, noNaN: true }),
        (angle, dx, dy) => {
          const fit = fitRow(row, moved(angle, dx, dy));
          return fit !== null && fit.rmsMm < 1e-9 && Math.abs(fit.angleRad - angle) < 1e-9 && fit.outlier === null;
        },
      ),
      { seed: 21, numRuns: 200 },
    );
  });
  it('is the least of all fits nearby: no small turn or shift does better', () => {
    const noisy = moved(0.1, 5, -2).map((p, i) => ({ x: p.x + Math.sin(i * 7) * 0.2, y: p.y + Math.cos(i * 5) * 0.2 }));
    const best = fitRow(row, noisy);
    if (!best) throw new Error('no fit');
    const cost = (angle: number, dx: number, dy: number) =>
      moved(angle, dx, dy).reduce((s, p, i) => s + Math.hypot(p.x - (noisy[i] as Place).x, p.y - (noisy[i] as Place).y) ** 2, 0);
    const least = cost(best.angleRad, best.dx, best.dy);
    for (const [da, dx, dy] of [
      [1e-4, 0, 0],
      [-1e-4, 0, 0],
      [0, 0.01, 0],
      [0, -0.01, 0],
      [0, 0, 0.01],
      [0, 0, -0.01],
    ] as const)
      expect(cost(best.angleRad + da, best.dx + dx, best.dy + dy)).toBeGreaterThan(least);
  });
  it('names the hole that is off while the others agree', () => {
    const measured = moved(0.05, 10, 10).map((p, i) => (i === 5 ? { x: p.x + 1.2, y: p.y - 0.8 } : { x: p.x + (i % 3) * 0.02, y: p.y }));
    expect(fitRow(row, measured)?.outlier).toBe(5);
  });
  it('does not turn a mirrored row into a fit: there is no reflection', () => {
    const fit = fitRow(
      row,
      row.map((p) => ({ x: p.x, y: -p.y })),
    );
    expect(fit?.rmsMm).toBeGreaterThan(0.5);
  });
  it('has no fit for one hole, for unequal rows, or where all holes are one', () => {
    expect([
      fitRow(row.slice(0, 1), row.slice(0, 1)),
      fitRow(row, row.slice(1)),
      fitRow(
        [
          { x: 1, y: 1 },
          { x: 1, y: 1 },
        ],
        row.slice(0, 2),
      ),
    ]).toEqual([null, null, null]);
  });
  it('puts new holes midway between the old ones', () => {
    expect(midway(row.slice(0, 3))).toEqual([
      { x: 12.5, y: 1.5 },
      { x: 37.5, y: 1.5 },
    ]);
  });
});
