import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answerLayout } from '../formats/layout-document';
import { inches, type Mm } from '../units/length';
import { evenLayout, holeCount, lapRows } from './even';

const layout = (more: Record<string, unknown>) => {
  const answered = answerLayout({ diameter: '3/32', head: 'flush-100', span: 10, ...more });
  if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
  return answered.value;
};
const refused = (more: Record<string, unknown>) => {
  const answered = answerLayout({ diameter: '3/32', head: 'flush-100', span: 10, ...more });
  return answered.ok ? 'taken' : [answered.problem.code, answered.problem.path];
};

describe('even spacing', () => {
  it.each([
    [10, 1, 11],
    [10, 1.0001, 11],
    [10, 0.9999, 12],
    [10, 3, 5],
    [0.9, 0.3, 4],
    [1.2, 0.1, 13],
    [1, 5, 2],
  ])('span %f at most %f apart: %i holes', (span, pitch, count) => {
    expect(holeCount(inches(span), inches(pitch))).toBe(count);
  });
  it('by the largest pitch, both ends holes', () => {
    const a = layout({ maxPitch: 1.3 });
    expect([a.count, a.pitch, a.holes.at(0), a.holes.at(-1)]).toEqual([9, 1.25, { row: 0, x: 0, y: 0 }, { row: 0, x: 10, y: 0 }]);
  });
  it('two rows, staggered: half a pitch on, one hole fewer, three quarters of the pitch apart', () => {
    const a = layout({ count: 5, rows: 2 });
    expect(a.holes.filter((h) => h.row === 1)).toEqual([1.25, 3.75, 6.25, 8.75].map((x) => ({ row: 1, x, y: 1.875 })));
  });
  it('two rows, square', () => {
    expect(layout({ count: 5, rows: 2, stagger: false, rowDistance: '1/2' }).holes.filter((h) => h.row === 1)).toHaveLength(5);
  });
  it('rows of a lap', () => {
    const [first, second] = lapRows(inches(2));
    expect([first / 25.4, second / 25.4].map((y) => Number(y.toFixed(9)))).toEqual([0.5, 1.5]);
  });
  it('finds what the spacing rules find', () => {
    expect(
      layout({ count: 41, startEdge: 0.18, endEdge: 0.2, rows: 2, rowDistance: 0.2, thinnest: '.125' }).findings.map(
        (f) => `${f.code}:${f.severity}`,
      ),
    ).toEqual([
      'edge-distance-low:stop',
      'edge-distance-low:caution',
      'pitch-low:stop',
      'row-distance-low:stop',
      'rivet-small-for-sheet:note',
    ]);
    expect(layout({ count: 3 }).findings.map((f) => f.code)).toEqual(['pitch-high']);
  });
  it('answers in millimetres', () => {
    expect(layout({ units: 'mm', span: 250, maxPitch: '40' })).toMatchObject({ count: 8, pitch: 35.7142857143 });
  });
  it.each([
    [{}, ['layout-spacing', 'maxPitch']],
    [{ maxPitch: 1, count: 4 }, ['layout-spacing', 'count']],
    [{ count: 1 }, ['document-invalid', 'count']],
    [{ count: 2.5 }, ['document-invalid', 'count']],
    [{ maxPitch: 0.0001 }, ['layout-too-many', 'maxPitch']],
    [{ count: 4, span: 0 }, ['dimension-not-positive', 'span']],
    [{ count: 4, rows: 3 }, ['document-invalid', 'rows']],
    [{ count: 4, pitch: 3 }, ['key-unknown', 'pitch']],
  ])('%j is refused', (more, problem) => {
    expect(refused(more)).toEqual(problem);
  });
  it('is even, within the span, and never wider than the pitch allowed', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 20, max: 5000 }), fc.boolean(), (span, maxPitch, stagger) => {
        const a = evenLayout({ span: (span / 10) as Mm, spacing: { maxPitch: (maxPitch / 10) as Mm }, rows: 2, stagger });
        const first = a.holes.filter((h) => h.row === 0);
        const gaps = first.slice(1).map((h, i) => h.x - (first[i] as { x: number }).x);
        return (
          gaps.every((g) => g <= maxPitch / 10 + 1e-6 && Math.abs(g - a.pitch) < 1e-9 * span + 1e-9) &&
          a.holes.every((h) => h.x >= 0 && h.x <= span / 10 + 1e-9)
        );
      }),
      { seed: 14, numRuns: 500 },
    );
  });
});
