import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inches, lengthIn, longer, mm, round12, shorter } from './length';
import { showBoth, showFactor, showLength, showNumber } from './show';

describe('lengths for show', () => {
  it.each([
    [0.025, '.025'],
    [0.0416, '.0416'],
    [0.09375, '.0938'],
    [0.098, '.098'],
    [1.25, '1.250'],
    [10, '10.000'],
    [0, '.000'],
    [-0.0042, '-.0042'],
    [-0.00001, '.000'],
  ])('%f in is %s', (value, shown) => {
    expect(showNumber(inches(value), 'in')).toBe(shown);
  });
  it.each([
    [0.6, '0.60'],
    [5.005, '5.00'],
    [5.006, '5.01'],
    [-0.001, '0.00'],
  ])('%f mm is %s', (value, shown) => {
    expect(showNumber(mm(value), 'mm')).toBe(shown);
  });
  it('says both units', () => {
    expect([showLength(inches(0.0416), 'in'), showBoth(inches(0.025), 'in'), showBoth(inches(0.025), 'mm')]).toEqual([
      '.0416 in',
      '.025 in (0.64 mm)',
      '0.64 mm (.025 in)',
    ]);
  });
  it.each([
    [2.5, '2.5'],
    [16, '16'],
    [0.91, '0.91'],
    [1.0237, '1.024'],
  ])('factor %f is %s', (value, shown) => {
    expect(showFactor(value)).toBe(shown);
  });
});

describe('the one unit', () => {
  it('comes back from millimetres as it went in, to the ten-thousandth and beyond', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 5_000_000 }), (n) => lengthIn(inches(n / 10_000), 'in') === n / 10_000),
      { seed: 254, numRuns: 2000 },
    );
  });
  it.each([Number.NaN, Infinity, -Infinity])('%f is no length', (value) => {
    expect(() => mm(value)).toThrow(RangeError);
  });
  it('is compared beyond rounding only', () => {
    const third = inches(0.1) + inches(0.2);
    expect([longer(third, inches(0.3)), shorter(third, inches(0.3)), longer(1.000001, 1), shorter(1, 1.000001)]).toEqual([
      false,
      false,
      true,
      true,
    ]);
  });
  it('rounds to twelve digits and keeps nothing as nothing', () => {
    expect([round12(0.1 + 0.2), round12(0), round12(-0)]).toEqual([0.3, 0, 0]);
  });
});
