import { describe, expect, it } from 'vitest';
import { answerHoles } from './holes-document';

const drawing = (unit: number | null) =>
  [
    ...(unit === null ? [] : [0, 'SECTION', 2, 'HEADER', 9, '$INSUNITS', 70, unit, 0, 'ENDSEC']),
    ...[0, 'SECTION', 2, 'ENTITIES', 0, 'CIRCLE', 8, 'RIB', 10, 2, 20, 3, 40, 0.5],
    ...[0, 'POINT', 8, 'RIB', 10, 2, 20, 3],
    ...[0, 'LWPOLYLINE', 8, 'EDGE', 90, 3, 70, 1, 10, 0, 20, 0, 10, 5, 20, 0, 10, 5, 20, 5],
    ...[0, 'ENDSEC', 0, 'EOF'],
  ].join('\n');

describe('the verb holes', () => {
  it.each([
    [1, undefined, 'in', 1],
    [1, 'mm', 'mm', 25.4],
    [4, undefined, 'mm', 1],
    [4, 'in', 'in', 1 / 25.4],
    [2, undefined, 'in', 12],
    [9, 'in', 'in', 0.001],
    [5, undefined, 'mm', 10],
    [6, undefined, 'mm', 1000],
    [null, 'in', 'in', 1],
    [0, 'mm', 'mm', 1],
  ] as const)('a drawing of unit code %s asked in %s answers in %s', (code, asked, units, by) => {
    const answered = answerHoles({ dxf: drawing(code), ...(asked ? { units: asked } : {}) });
    if (!answered.ok) throw new Error(answered.problem.code);
    expect(answered.value.units).toBe(units);
    const [hole, ...others] = answered.value.holes;
    expect(others).toEqual([]);
    expect(hole?.layer).toBe('RIB');
    expect(hole?.x).toBeCloseTo(2 * by, 9);
    expect(hole?.y).toBeCloseTo(3 * by, 9);
    expect(hole?.diameter).toBeCloseTo(by, 9);
  });
  it('points and edges are no circles, and are counted', () =>
    expect(answerHoles({ dxf: drawing(1) })).toMatchObject({
      value: {
        unread: [
          { what: 'LWPOLYLINE', count: 1 },
          { what: 'POINT', count: 1 },
        ],
      },
    }));
  it.each([
    ['no unit at all', { dxf: drawing(null) }, 'drawing-unit-missing', 'units'],
    ['no drawing', { dxf: 'words' }, 'drawing-unreadable', 'dxf'],
    ['no text', {}, 'key-missing', 'dxf'],
    ['a key too many', { dxf: '', file: 'x' }, 'key-unknown', 'file'],
    ['a unit there is none of', { dxf: '', units: 'cm' }, 'document-invalid', 'units'],
  ])('%s is a problem', (_, document, code, path) => expect(answerHoles(document)).toMatchObject({ problem: { code, path } }));
});
