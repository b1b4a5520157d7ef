import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Mm } from '../units/length';
import { schematicOf, type UnplacedRow } from './schematic';

const row = (id: string, more: Partial<UnplacedRow> = {}): UnplacedRow => ({
  id, partId: 'p', partName: 'skin', hand: null, holes: 3, pitch: 20 as Mm, ...more,
}); // prettier-ignore

describe('rows without a place', () => {
  it('stand in a frame of their part, in order and at their pitch', () => {
    const { rows, frames } = schematicOf([row('a'), row('b', { holes: 2, pitch: null })], null);
    expect(frames.map((f) => f.name)).toEqual(['skin']);
    const a = rows.get('a') ?? [];
    expect(a.map((p) => p.x - (a[0]?.x ?? 0))).toEqual([0, 20, 40]);
    const b = rows.get('b') ?? [];
    expect((b[1]?.x ?? 0) - (b[0]?.x ?? 0)).toBeCloseTo(25.4, 9);
    expect(new Set(a.map((p) => p.y)).size).toBe(1);
    expect((a[0]?.y ?? 0) > (b[0]?.y ?? 0)).toBe(true);
  });

  it('of the left hand face those of the right about the middle of what has a place, and lie under it', () => {
    const under = { minX: 100, maxX: 300, minY: -50 };
    const { frames } = schematicOf(
      [row('a', { hand: 'L', partId: 'l' }), row('b', { hand: 'R', partId: 'r' }), row('c', { partId: 'n' })],
      under,
    );
    const ends = frames.map((f) => [Math.min(...f.corners.map((c) => c.x)), Math.max(...f.corners.map((c) => c.x))]);
    expect((ends[0]?.[1] ?? 0) + (ends[1]?.[0] ?? 0)).toBe(400);
    for (const f of frames) expect(Math.max(...f.corners.map((c) => c.y))).toBeLessThanOrEqual(-50);
  });

  it('never lie outside their frame, and frames never overlap', () => {
    const any = fc.record({
      partId: fc.constantFrom('l1', 'l2', 'r1', 'n1', 'n2'),
      holes: fc.integer({ min: 1, max: 60 }),
      pitch: fc.option(fc.double({ min: 5, max: 60, noNaN: true }), { nil: null }),
    });
    fc.assert(
      fc.property(fc.array(any, { minLength: 1, maxLength: 12 }), (made) => {
        const rows = made.map((m, i) =>
          row(String(i), {
            ...m,
            pitch: m.pitch as Mm | null,
            partName: m.partId,
            hand: m.partId.startsWith('l') ? 'L' : m.partId.startsWith('r') ? 'R' : null,
          }),
        );
        const answer = schematicOf(rows, null);
        const boxes = answer.frames.map((f) => ({
          id: f.id, x1: f.corners[0]?.x ?? 0, x2: f.corners[1]?.x ?? 0, y1: f.corners[2]?.y ?? 0, y2: f.corners[0]?.y ?? 0,
        })); // prettier-ignore
        for (const r of rows) {
          const box = boxes.find((b) => b.id === r.partId);
          for (const p of answer.rows.get(r.id) ?? [])
            expect(box && p.x >= box.x1 - 1e-9 && p.x <= box.x2 + 1e-9 && p.y > box.y1 && p.y < box.y2).toBe(true);
        }
        for (const [i, a] of boxes.entries())
          for (const b of boxes.slice(i + 1)) expect(a.x2 <= b.x1 || b.x2 <= a.x1 || a.y2 <= b.y1 || b.y2 <= a.y1).toBe(true);
      }),
      { seed: 17, numRuns: 120 },
    );
  });
});
