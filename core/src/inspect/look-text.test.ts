import { describe, expect, it, test } from 'vitest';
import { LOOKS, FIELDS_OF_LOOK, type LookField } from './looked-at';
import { carryLook, NOTHING_MEASURED, readLook, readLooks } from './look-text';

test.each<[LookField, string, 'in' | 'mm', number | null | 'bad']>([
  ['width', '', 'in', null],
  ['width', '141', 'in', 0.141 * 25.4],
  ['width', '3/32', 'in', (3 / 32) * 25.4],
  ['width', '3.6', 'mm', 3.6],
  ['width', '-3.6', 'mm', 'bad'],
  ['width', '0', 'mm', 'bad'],
  ['height', '0', 'in', 'bad'],
  ['flush', '-.003', 'in', -0.003 * 25.4],
  ['flush', '\u2212 3 thou', 'in', -0.003 * 25.4],
  ['flush', '+.003', 'in', 0.003 * 25.4],
  ['flush', '0', 'in', 0],
  ['flush', '-0.00', 'mm', 0],
  ['flush', '0 mm', 'in', 0],
  ['stem', '.000', 'in', 0],
  ['far', '0,0', 'mm', 0],
  ['gap', '0', 'in', 0],
  ['gap', '.002', 'in', 0.002 * 25.4],
  ['gap', '-.002', 'in', 'bad'],
  ['gap', 'wide', 'in', 'bad'],
  ['flush', '-', 'in', 'bad'],
  ['flush', '.', 'in', 'bad'],
])('%s %j on a screen in %s', (field, text, units, wanted) => {
  const read = readLook(field, text, units);
  if (wanted === 'bad') expect(read).toEqual({ length: null, isBad: true });
  else if (wanted === null) expect(read).toEqual({ length: null, isBad: false });
  else expect(read).toMatchObject({ isBad: false, length: { mm: expect.closeTo(wanted, 9) as number, units } });
});

describe('all of one look', () => {
  it.each(LOOKS)('%s: only its own fields are read, and each that does not read is told', (look) => {
    const typed = { width: 'x y', width2: 'x y', height: 'x y', flush: 'x y', gap: 'x y', far: 'x y', stem: 'x y' };
    expect(readLooks(look, typed, 'in')).toEqual({ check: {}, bad: FIELDS_OF_LOOK[look] });
  });
  it('a reading of nothing is a reading, and what was not measured is not there', () =>
    expect(readLooks('pulled', { ...NOTHING_MEASURED, flush: '0', stem: '-.01', width: '9' }, 'in')).toEqual({
      check: { flush: { mm: 0, text: '0', units: 'in' }, stem: { mm: expect.closeTo(-0.254, 9) as number, text: '.01', units: 'in' } },
      bad: [],
    }));
  it('what is typed keeps its meaning when the screen changes units', () => {
    const typed = { ...NOTHING_MEASURED, width: '.141', flush: '-.003', gap: '0' };
    const [before, after] = [readLooks('driven', typed, 'in'), readLooks('driven', carryLook(typed, 'in'), 'mm')];
    for (const field of ['width', 'flush', 'gap'] as const) expect(after.check[field]?.mm).toBeCloseTo(before.check[field]?.mm ?? NaN, 9);
  });
});
