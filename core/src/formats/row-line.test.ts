import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lengthIn } from '../units/length';
import { PROBLEM_CATALOGUE } from '../wording/problems';
import { formatRowLine, parseRowLine } from './row-line';

const read = (line: string, units: 'in' | 'mm' = 'in') => {
  const parsed = parseRowLine(line, units);
  if (!parsed.ok) throw new Error(`${parsed.problem.code} at ${parsed.problem.at}`);
  return parsed.value;
};
const refused = (line: string) => {
  const parsed = parseRowLine(line, 'in');
  return parsed.ok ? 'taken' : [parsed.problem.code, parsed.problem.at];
};

describe('row lines', () => {
  it('reads the whole grammar', () => {
    const r = read('Keel ; bottom skin .025 / rib 2 .032 dimple / spar .063 csk : 426AD3-3.5 x24 @1.5 e=5/16 hand=l plan=FL-07 rev B');
    expect(r.name).toBe('Keel');
    expect(r.layers.map((l) => [l.name, lengthIn(l.thickness.length, 'in'), l.plans])).toEqual([
      ['bottom skin', 0.025, undefined],
      ['rib 2', 0.032, 'dimple'],
      ['spar', 0.063, 'countersink'],
    ]);
    expect([r.callout.lengthDash, r.count, r.hand, r.page]).toEqual([3.5, 24, 'L', 'FL-07 rev B']);
    expect(r.pitch?.length).toBeCloseTo(38.1, 10);
    expect(r.edge?.length).toBe(7.9375);
  });
  it.each([
    ['skin 1/32 / rib .032 : 426AD3', [0.03125, 0.032]],
    ['skin 025 / rib 32 : 426AD3', [0.025, 0.032]],
    ['skin 25 thou / rib 0,8 mm plain : 426AD3', [0.025, 0.0314960629921]],
    ['A/B web .025 / rib 1 1/32 : 426AD3', [0.025, 0.03125]],
  ])('%s', (line, thicknesses) => {
    expect(read(line).layers.map((l) => lengthIn(l.thickness.length, 'in'))).toEqual(thicknesses);
  });
  it('bare numbers are millimetres in a millimetre kit', () => {
    expect(read('skin 0,6 / rib 0.8 : 426AD3 x4 @40', 'mm').pitch?.length).toBe(40);
  });
  it('options may have blanks, stand in any order, and be left out', () => {
    expect(read('skin .025 / rib .032 : 426AD3 hand=R @ 40 mm x 12')).toMatchObject({ count: 12, hand: 'R' });
    expect(read('skin .025/rib .032 : 426AD3').layers).toHaveLength(1);
    expect(read('skin .025 / rib .032:426AD3').count).toBe(1);
  });
  it.each([
    ['', 'line-empty', 0],
    ['skin .025 / rib .032', 'line-no-rivet', 20],
    ['skin .025 / rib .032 :', 'line-no-rivet', 22],
    ['; skin .025 : 426AD3', 'line-empty-name', 0],
    ['skin .025 / / rib .032 : 426AD3', 'line-empty-layer', 11],
    ['skin .025 / .032 : 426AD3', 'layer-no-part', 12],
    ['skin / rib .032 : 426AD3', 'layer-no-thickness', 4],
    ['skin .600 / rib .032 : 426AD3', 'sheet-out-of-range', 5],
    ['skin -.025 / rib .032 : 426AD3', 'dimension-not-positive', 5],
    ['skin .025 / rib 3/0 : 426AD3', 'fraction-zero', 16],
    ['skin .025 / rib 25 furlongs : 426AD3', 'unit-unknown', 16],
    ['skin .025 / skin .032 : 426AD3', 'part-twice', 12],
    ['skin .025 / rib .032 : 426AD9 x4', 'callout-diameter-unknown', 23],
    ['skin .025 / rib .032 : bolt x4', 'callout-unreadable', 23],
    ['skin .025 / rib .032 : 426AD3 24', 'option-unknown', 30],
    ['skin .025 / rib .032 : 426AD3 x0', 'count-unreadable', 31],
    ['skin .025 / rib .032 : 426AD3 x2001', 'count-unreadable', 31],
    ['skin .025 / rib .032 : 426AD3 x4 x5', 'option-twice', 33],
    ['skin .025 / rib .032 : 426AD3 x4 @', 'option-empty', 33],
    ['skin .025 / rib .032 : 426AD3 x4 @banana', 'dimension-unreadable', 34],
    ['skin .025 / rib .032 : 426AD3 hand=Q', 'hand-unknown', 35],
  ])('%s is refused: %s at %i', (line, code, at) => {
    expect(refused(line)).toEqual([code, at]);
  });
  it('a line of 10,000 characters is refused', () => {
    expect(refused('x'.repeat(10_000))).toEqual(['line-too-long', 1000]);
  });
  it('whatever is typed, there is a row or a worded problem at a character of the line', () => {
    const word = fc.constantFrom(
      'skin',
      '.025',
      '/',
      ':',
      ';',
      '426AD3',
      '470AD4-6',
      'x24',
      '@1.5',
      'e=.3',
      'hand=L',
      'plan=A',
      'csk',
      '25',
      'thou',
      '0,6',
      'mm',
      '1/32',
      'x',
      '@',
      '##',
      '"',
    );
    fc.assert(
      fc.property(fc.array(word, { maxLength: 14 }), (words) => {
        const line = words.join(' ');
        const parsed = parseRowLine(line, 'in');
        return (
          parsed.ok ||
          (Object.hasOwn(PROBLEM_CATALOGUE, parsed.problem.code) &&
            (parsed.problem.at as number) >= 0 &&
            (parsed.problem.at as number) <= line.length)
        );
      }),
      { seed: 3, numRuns: 5000 },
    );
  });
  it('what is written from a row reads back as the same row', () => {
    const layer = fc.record({
      thickness: fc.constantFrom('.025', '1/32', '0,8 mm', '032'),
      plans: fc.constantFrom(undefined, 'dimple' as const, 'countersink' as const, 'none' as const),
    });
    const row = fc.record({
      layers: fc.array(layer, { minLength: 1, maxLength: 4 }),
      count: fc.integer({ min: 1, max: 60 }),
      pitch: fc.constantFrom(undefined, '1.25', '40 mm'),
      hand: fc.constantFrom(null, 'L' as const, 'R' as const),
      page: fc.constantFrom('', 'FL-07 rev B'),
      lengthDash: fc.constantFrom(null, 3.5, 4),
      name: fc.constantFrom('', 'Keel, aft'),
    });
    fc.assert(
      fc.property(row, (r) => {
        const line = formatRowLine({
          ...r,
          layers: r.layers.map((l, i) => ({ ...l, name: `part ${i}` })),
          callout: { head: 'flush-100', alloy: 'AD', lengthDash: r.lengthDash, size: { dash: 3 } },
        });
        const back = read(line);
        expect([back.name ?? '', back.count, back.hand, back.page ?? '', back.pitch?.text, back.callout.lengthDash]).toEqual([
          r.name,
          r.count,
          r.hand,
          r.page,
          r.pitch,
          r.lengthDash,
        ]);
        expect(back.layers.map((l) => [l.name, l.thickness.text, l.plans])).toEqual(
          r.layers.map((l, i) => [`part ${i}`, l.thickness, l.plans]),
        );
      }),
      { seed: 11, numRuns: 300 },
    );
  });
});
