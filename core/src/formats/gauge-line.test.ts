import { describe, expect, it } from 'vitest';
import { gaugeMarkId } from '../record/gauge-id';
import { GAUGE_LINE_MAX, gaugeMm, parseGaugeLine } from './gauge-line';

describe('what a gauge says', () => {
  it.each([
    ['HELLO bench-gauge in', { kind: 'hello', name: 'bench-gauge', units: 'in' }],
    ['HELLO 7 mm', { kind: 'hello', name: '7', units: 'mm' }],
    ['R 1 .0416', { kind: 'reading', seq: 1, value: 0.0416, isPressed: false }],
    ['R 12 0.04160 P', { kind: 'reading', seq: 12, value: 0.0416, isPressed: true }],
    ['R 3 -0.002', { kind: 'reading', seq: 3, value: -0.002, isPressed: false }],
    ['R 9 1', { kind: 'reading', seq: 9, value: 1, isPressed: false }],
    ['R 4503599627370496 0', { kind: 'reading', seq: 2 ** 52, value: 0, isPressed: false }],
  ])('%s', (line, wanted) => expect(parseGaugeLine(line)).toEqual({ ok: true, value: wanted }));
  it.each([
    '', ' ', 'HELLO', 'HELLO  in', 'HELLO a b in', 'HELLO -a in', `HELLO ${'a'.repeat(41)} in`, 'HELLO a cm', 'hello a in',
    'R', 'R 1', 'R 0 1', 'R -1 1', 'R 1.5 1', 'R 1 .', 'R 1 nan', 'R 1 Infinity', 'R 1 1e9', 'R 1 0x10', 'R 1 1 Q', 'R 1 1 P P', ' R 1 1',
    'R 9007199254740993 1', 'R 1 1234567', '~~ 0.0.4 ?', `R 1 ${'0'.repeat(GAUGE_LINE_MAX)}`, '\u0000R 1 1',
  ])('%j is no line', (line) => expect(parseGaugeLine(line)).toEqual({ ok: false, problem: { code: 'gauge-line' } })); // prettier-ignore
  it.each([
    ['in', 1, 25.4],
    ['mm', 1, 1],
    ['mm', 1000, 1000],
    ['mm', 1000.001, null],
    ['in', -39.4, null],
  ] as const)('%s %d', (units, value, mm) => expect(gaugeMm(value, units)).toBe(mm));
});

describe('the id of a reading’s mark', () => {
  it('is the same for the same reading, another for every other, and a UUID', () => {
    const seen = new Set<string>();
    for (const gauge of ['a', 'b', 'bench-gauge', 'bench-gauge-1'])
      for (let seq = 1; seq <= 5000; seq++) {
        const id = gaugeMarkId(gauge, seq, 'k');
        expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-8[0-9a-f]{3}-a[0-9a-f]{3}-[0-9a-f]{12}$/);
        seen.add(id);
      }
    expect(seen.size).toBe(20_000);
    expect(gaugeMarkId('a', 1, 'k')).toBe(gaugeMarkId('a', 1, 'k'));
    expect(gaugeMarkId('a', 1, 'k')).not.toBe(gaugeMarkId('a', 1, 'l'));
  });
});
