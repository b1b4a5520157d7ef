import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { RowDefinition } from '../record/definitions';
import { alongRow, CLAMP_EVERY, edgeOrder } from './edge-order';

const even = (n: number, pitch: number) => Array.from({ length: n }, (_, i) => i * pitch);

describe('holes along a clamped edge', () => {
  it('between two clamps the middle, the ends, the halves; then the rest', () => {
    expect(edgeOrder(even(9, 25), 200)).toEqual({ clamped: [5, 1, 9, 3, 7], rest: [2, 4, 6, 8] });
  });
  it('bay after bay; a hole at a clamp is drilled once', () => {
    expect(edgeOrder(even(5, 100), 200)).toEqual({ clamped: [2, 1, 3, 5, 4], rest: [] });
  });
  it.each([
    [[], { clamped: [], rest: [] }],
    [[0], { clamped: [1], rest: [] }],
    [[0, 10], { clamped: [2, 1], rest: [] }],
  ])('%j', (along, expected) => {
    expect(edgeOrder(along)).toEqual(expected);
  });
  it('every hole once, in every bay one before the clamps come off', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 200 }), fc.double({ min: 6, max: 60, noNaN: true }), (n, pitch) => {
        const { clamped, rest } = edgeOrder(even(n, pitch));
        expect([...clamped, ...rest].sort((a, b) => a - b)).toEqual(Array.from({ length: n }, (_, i) => i + 1));
        const bays = new Set(clamped.map((h) => Math.max(0, Math.ceil(((h - 1) * pitch) / CLAMP_EVERY - 1e-9) - 1)));
        expect(bays.size).toBeGreaterThanOrEqual(Math.ceil(((n - 1) * pitch) / CLAMP_EVERY - 1e-6) * 0.99 - 1);
      }),
    );
  });
  it('lie where they are placed, else a pitch apart; else nobody knows', () => {
    const hole = (id: number, x?: number) => ({ id: String(id), out: false, ...(x === undefined ? {} : { at: { x, y: 0 } }) });
    const row = (own: object) => ({ pitch: null, ...own }) as unknown as RowDefinition;
    expect(alongRow(row({ holes: [hole(1, 0), hole(2, 30), hole(3, 70)] }))).toEqual([0, 30, 70]);
    expect(alongRow(row({ holes: [hole(1), hole(2)], pitch: { mm: 25, text: '25', units: 'mm' } }))).toEqual([0, 25]);
    expect(alongRow(row({ holes: [hole(1), hole(2)] }))).toBeNull();
  });
});
