import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DIMENSION_HINT, PROBLEM_CATALOGUE, problemMessage } from '../wording/problems';
import { parseDimension } from './dimension';
import { lengthIn, type Units } from '../units/length';

const read = (text: string, units: Units = 'in', sheet = false) => {
  const parsed = parseDimension(text, { units, sheet });
  return parsed.ok ? [lengthIn(parsed.value.length, units), parsed.value.kind] : parsed.problem.code;
};

describe('what builders write is taken', () => {
  it.each([
    ['.0405', 'in', 0.0405, 'decimal'],
    ['0.25', 'in', 0.25, 'decimal'],
    ['5.', 'in', 5, 'decimal'],
    ['25 thou', 'in', 0.025, 'thousandths'],
    ['25thou', 'in', 0.025, 'thousandths'],
    ['0,6 mm', 'mm', 0.6, 'decimal'],
    ['0,6 mm', 'in', 0.0236220472441, 'decimal'],
    ['025', 'in', 0.025, 'thousandths'],
    ['125', 'in', 0.125, 'thousandths'],
    ['125', 'mm', 125, 'decimal'],
    ['40', 'in', 40, 'decimal'],
    ['3/32', 'in', 0.09375, 'fraction'],
    ['3/32', 'mm', 2.38125, 'fraction'],
    ['4/32', 'in', 0.125, 'fraction'],
    ['5/4', 'in', 1.25, 'fraction'],
    ['1 1/2 in', 'in', 1.5, 'fraction'],
    ['1-1/2"', 'in', 1.5, 'fraction'],
    ['1-1/2\u2033', 'in', 1.5, 'fraction'],
    ['#40', 'in', 0.098, 'drill-number'],
    ['# 40', 'in', 0.098, 'drill-number'],
    ['No. 30', 'in', 0.1285, 'drill-number'],
    ['no 30', 'in', 0.1285, 'drill-number'],
    ['#1', 'in', 0.228, 'drill-number'],
    ['#60', 'in', 0.04, 'drill-number'],
    ['E', 'in', 0.25, 'drill-letter'],
    ['z', 'in', 0.413, 'drill-letter'],
    ['40 mm', 'in', 1.57480314961, 'decimal'],
    ['1.5 in', 'mm', 38.1, 'decimal'],
    ['  .025  ', 'in', 0.025, 'decimal'],
    ['0,025', 'in', 0.025, 'decimal'],
    ['.032"', 'in', 0.032, 'decimal'],
    ['3/32nds', 'in', 0.09375, 'fraction'],
    ['1.1/2', 'in', 1.5, 'fraction'],
    ['\u00bd', 'in', 0.5, 'fraction'],
    ['1 \u00bd"', 'in', 1.5, 'fraction'],
    ['1\u00bd', 'in', 1.5, 'fraction'],
    ['1\u20131/2"', 'in', 1.5, 'fraction'],
    ['\u211630', 'in', 0.1285, 'drill-number'],
    ['#30 drill', 'in', 0.1285, 'drill-number'],
    ['drill #30', 'in', 0.1285, 'drill-number'],
    ['letter F', 'in', 0.257, 'drill-letter'],
    ['F drill', 'in', 0.257, 'drill-letter'],
    ['4 cm', 'mm', 40, 'decimal'],
    ['1 ft', 'in', 12, 'decimal'],
    ['2\' 6"', 'in', 30, 'decimal'],
    ['2\u2019 6 1/2\u201d', 'in', 30.5, 'fraction'],
    ['3 Zoll', 'in', 3, 'decimal'],
  ] as const)('%s in a document in %s', (text, units, value, kind) => {
    expect(read(text, units)).toEqual([value, kind]);
  });

  it.each([
    ['25', 'in', 0.025],
    ['63', 'in', 0.063],
    ['.010', 'in', 0.01],
    ['.500', 'in', 0.5],
    ['1/32', 'in', 0.03125],
    ['0,8', 'mm', 0.8],
    ['25 mil', 'in', 0.025],
    ['25 mil', 'mm', 0.635],
    ['12.7', 'mm', 12.7],
  ] as const)('sheet %s in %s', (text, units, value) => {
    expect((read(text, units, true) as [number, string])[0]).toBe(value);
  });
});

describe('what means nothing is refused, saying what would be understood', () => {
  it.each([
    ['25 furlongs', 'unit-unknown'],
    ['3/0', 'fraction-zero'],
    ['-.025', 'dimension-not-positive'],
    ['\u2212.025', 'dimension-not-positive'],
    ['', 'dimension-empty'],
    ['   ', 'dimension-empty'],
    ['.', 'dimension-unreadable'],
    ['0', 'dimension-not-positive'],
    ['.000', 'dimension-not-positive'],
    ['0/4', 'dimension-not-positive'],
    ['1250', 'bare-number-ambiguous'],
    ['1,250', 'comma-ambiguous'],
    ['1/3', 'fraction-odd'],
    ['1/256', 'fraction-odd'],
    ['1 5/4', 'fraction-improper'],
    ['3/32 mm', 'fraction-not-inches'],
    ['#0', 'drill-unknown'],
    ['#61', 'drill-unknown'],
    ['1e-3', 'dimension-unreadable'],
    ['.02.5', 'dimension-unreadable'],
    ['NaN', 'dimension-unreadable'],
    ['9999999 mm', 'dimension-unreadable'],
    ['999999 mm', 'dimension-too-large'],
    ['x'.repeat(10_000), 'dimension-too-long'],
    ['25 mil', 'mil-ambiguous'],
    ['6 ga', 'gauge-number'],
    ['M4', 'fastener-not-length'],
    ['#8 screw', 'fastener-not-length'],
    ['\u2013.025', 'dimension-not-positive'],
    ['2\' 13"', 'dimension-unreadable'],
    ['30constructor', 'unit-unknown'],
    ['30 toString', 'unit-unknown'],
    ['30__proto__', 'dimension-unreadable'],
  ])('%s', (text, code) => {
    expect(read(text)).toBe(code);
    expect(problemMessage({ code, data: { text: 'x', max: 1, length: 1, unit: 'x', bottom: 3 } })).toContain(DIMENSION_HINT);
  });

  it.each([
    ['.0099', 'in', 'sheet-out-of-range'],
    ['.5001', 'in', 'sheet-out-of-range'],
    ['25', 'mm', 'sheet-out-of-range'],
    ['5', 'in', 'sheet-out-of-range'],
    ['6 ga', 'in', 'gauge-number'],
    ['#40', 'in', 'sheet-by-drill'],
    ['E', 'in', 'sheet-by-drill'],
  ] as const)('sheet %s in %s', (text, units, code) => {
    expect(read(text, units, true)).toBe(code);
  });
});

describe('whatever is typed', () => {
  it('gives a positive finite length or a worded problem, never an exception', () => {
    const alphabet = fc.constantFrom(...'0123456789./,-#" inmthouEe()x;');
    fc.assert(
      fc.property(fc.string({ unit: alphabet, maxLength: 14 }), fc.constantFrom<Units>('in', 'mm'), fc.boolean(), (text, units, sheet) => {
        const parsed = parseDimension(text, { units, sheet });
        if (parsed.ok) return Number.isFinite(parsed.value.length) && parsed.value.length > 0;
        return Object.hasOwn(PROBLEM_CATALOGUE, parsed.problem.code) && problemMessage(parsed.problem).length > 10;
      }),
      { seed: 20260, numRuns: 5000 },
    );
  });

  it('reads a decimal in thousandths back to the thousandth', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 999 }), (n) => {
        const text = `.${String(n).padStart(3, '0')}`;
        const value = (read(text) as [number, string])[0];
        return value === n / 1000;
      }),
      { seed: 7 },
    );
  });
});
