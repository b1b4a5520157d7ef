import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { lengthIn } from '../units/length';
import { PROBLEM_CATALOGUE } from '../wording/problems';
import { carryRowLine, formatRowLine, parseRowLine } from './row-line';

const read = (line: string, units: 'in' | 'mm' = 'in') => {
  const parsed = parseRowLine(line, units);
  if (!parsed.ok) throw new Error(`${parsed.problem.code} at ${parsed.problem.at}`);
  return parsed.value;
};
const lengthDashOf = (r: ReturnType<typeof read>) => (r.fastener.kind === 'callout' ? r.fastener.callout.lengthDash : null);
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
    expect([lengthDashOf(r), r.count, r.hand, r.page]).toEqual([3.5, 24, 'L', 'FL-07 rev B']);
    expect(r.pitch?.length).toBeCloseTo(38.1, 10);
    expect(r.edge?.length).toBe(7.9375);
  });
  it.each([
    ['skin 1/32 / rib .032 : 426AD3', [0.03125, 0.032]],
    ['skin 025 / rib 32 : 426AD3', [0.025, 0.032]],
    ['skin 25 thou / rib 0,8 mm plain : 426AD3', [0.025, 0.0314960629921]],
    ['"A/B web" .025 / rib 1 1/32 : 426AD3', [0.025, 0.03125]],
  ])('%s', (line, thicknesses) => {
    expect(read(line).layers.map((l) => lengthIn(l.thickness.length, 'in'))).toEqual(thicknesses);
  });
  it('bare numbers are millimetres in a millimetre kit', () => {
    expect(read('skin 0,6 / rib 0.8 : 426AD3 x4 @40', 'mm').pitch?.length).toBe(40);
  });
  it('options may have blanks, stand in any order, and be left out', () => {
    expect(read('skin .025 / rib .032 : 426AD3 hand=R @ 40 mm x 12')).toMatchObject({ count: 12, hand: 'R' });
    expect(read('skin .025 / rib .032:426AD3').count).toBeNull();
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
    ['skin .025 / rib .032 : 426Q3 x4', 'callout-unreadable', 23],
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
  it.each([
    ['skin .025/rib .032/spar .063 : 426AD3', ['skin', 'rib', 'spar'], [0.025, 0.032, 0.063]],
    ['skin .025/rib .032 : 426AD3', ['skin', 'rib'], [0.025, 0.032]],
    ['skin 1/32/rib .032 : 426AD3', ['skin', 'rib'], [0.03125, 0.032]],
    ['skin 1/32"/rib .032" : 426AD3', ['skin', 'rib'], [0.03125, 0.032]],
    ['skin 1/32nds/rib .032 : 426AD3', ['skin', 'rib'], [0.03125, 0.032]],
    ['skin .025+rib .032|spar 63 : 426AD3', ['skin', 'rib', 'spar'], [0.025, 0.032, 0.063]],
    ['skin .025\trib .032\t: 426AD3', ['skin', 'rib'], [0.025, 0.032]],
    ['"L/H skin" .025 / "rib + cap" .032 : 426AD3', ['L/H skin', 'rib + cap'], [0.025, 0.032]],
    ['\u201cL/H skin\u201d .025/rib 3 .032 : 426AD3', ['L/H skin', 'rib 3'], [0.025, 0.032]],
    ['"3"" angle" .025 / "rib 25" .032 : 426AD3', ['3" angle', 'rib 25'], [0.025, 0.032]],
    ['skin .025 2024-T3 / rib .032 dimpled 6061-T6 : 426AD3', ['skin', 'rib'], [0.025, 0.032]],
    ['skin\u00a0.025 / rib .032 : 426AD3 # as on the sheet / at the bench', ['skin', 'rib'], [0.025, 0.032]],
  ] as const)('sheets are parted: %s', (line, names, thicknesses) => {
    const { layers } = read(line);
    expect(layers.map((l) => l.name)).toEqual(names);
    expect(layers.map((l) => lengthIn(l.thickness.length, 'in'))).toEqual(thicknesses);
  });
  it.each([
    ['skin 25 rib 32 : 426AD3', 'layer-two-thicknesses', 8],
    ['skin .025 rib .032 : 426AD3', 'layer-two-thicknesses', 10],
    ['skin .025 .032 : 426AD3', 'layer-two-thicknesses', 10],
    ['skin 25 .032 : 426AD3', 'layer-two-thicknesses', 8],
    ['skin 0,6 mm rib .032 : 426AD3', 'layer-two-thicknesses', 12],
    ['skin 25mm rib .032 : 426AD3', 'layer-two-thicknesses', 10],
    ['.025 skin .032 : 426AD3', 'layer-name-quoted', 0],
    ['"L/H skin .025 / rib .032 : 426AD3', 'line-quote-open', 0],
    ['skin .025/.032 : 426AD3', 'dimension-unreadable', 5],
    ['skin .025 / rib .032', 'line-no-rivet', 20],
    ['skin .025 / rib .032 : 4-4', 'callout-head-missing', 23],
    ['skin .025 / rib .032 : MS2042AD3', 'callout-unreadable', 23],
    ['skin .025 / rib .032 : 426AD3 far=up', 'far-unknown', 34],
    ['skin .025 / rib .032 : 426AD3 14 15', 'option-unknown', 30],
  ] as const)('%s is refused at its character: %s', (line, code, at) => {
    expect(refused(line)).toEqual([code, at]);
  });
  it.each([
    ['14x', { count: 14 }],
    ['x14', { count: 14 }],
    ['\u00d714', { count: 14 }],
    ['14 pcs', { count: 14 }],
    ['14pcs', { count: 14 }],
    ['hand=left', { hand: 'L' }],
    ['hand left', { hand: 'L' }],
    ['hand RH', { hand: 'R' }],
    ['far flush', { far: { is: 'flush' } }],
    ['far=plain', { far: { is: 'plain' } }],
    ['plan=FL-07 rev B 14x', { page: 'FL-07 rev B', count: 14 }],
    ['plan=A;B', { page: 'A;B' }],
    ['edge=5/16 page=FL-07', { page: 'FL-07' }],
  ] as const)('after the rivet: %s', (option, wanted) => {
    expect(read(`skin .025 / rib .032 : 426AD3 ${option}`)).toMatchObject(wanted);
  });
  it.each(['dimpled', 'dim', "c'sunk", 'c\u2019sunk', 'csunk', 'plain'])('the plans may say %s', (word) => {
    const wanted = word.startsWith('d') ? 'dimple' : word === 'plain' ? 'none' : 'countersink';
    expect(read(`skin .025 ${word} : 426AD3`).layers[0]?.plans).toBe(wanted);
  });
  it('what closes the row is a call-out, a name or nothing', () => {
    expect(read('skin .025 : none').fastener.kind).toBe('none');
    expect(read('skin .025 : pull stem 3/32 x4').fastener).toMatchObject({ kind: 'name', name: 'pull stem 3/32' });
    expect(read('skin .025 : MS20426 AD3\u20113.5').fastener).toMatchObject({ kind: 'callout', callout: { lengthDash: 3.5 } });
  });
  it.each([
    ['rib 3 .032', 'in', 'taken'],
    ['rib 25 .032', 'in', 'layer-two-thicknesses'],
    ['rib 025 .032', 'in', 'layer-two-thicknesses'],
    ['rib 26 .032', 'in', 'taken'],
    ['rib 25 0,8', 'mm', 'taken'],
    ['rib 2 0,8', 'mm', 'layer-two-thicknesses'],
  ] as const)('a name that ends in a number, %s in %s: %s', (layer, units, wanted) => {
    const parsed = parseRowLine(`${layer} : 426AD3`, units);
    expect(parsed.ok ? 'taken' : parsed.problem.code).toBe(wanted);
  });
  it('a name never swallows a thickness, whatever parts the sheets', () => {
    const t = fc.constantFrom('.025', '25', '1/32', '0,6 mm', '.032"', '025');
    const between = fc.constantFrom('/', ' / ', '+', '|', ' ', '\t', '  ');
    fc.assert(
      fc.property(t, t, between, (first, second, cut) => {
        const parsed = parseRowLine(`skin ${first}${cut}rib ${second} : 426AD3`, 'in');
        return !parsed.ok || (parsed.value.layers.length === 2 && parsed.value.layers.every((l) => !/\d/.test(l.name)));
      }),
      { seed: 5, numRuns: 400 },
    );
  });
  it.each([
    ['skin .025/rib 032 : 426AD3-3.5 x24 @1.5 e=5/16 hand=L', 'skin .025 in / rib 32 thou : 426AD3-3.5 x24 @1.5 in e=5/16 hand=L'],
    ['skin .025 / rib', 'skin .025 / rib'],
  ])('typed in inches, read in millimetres: %s', (line, wanted) => {
    expect(carryRowLine(line, 'in')).toBe(wanted);
    const [before, after] = [parseRowLine(line, 'in'), parseRowLine(carryRowLine(line, 'in'), 'mm')];
    if (before.ok && after.ok) {
      expect(after.value.layers.map((l) => l.thickness.length)).toEqual(before.value.layers.map((l) => l.thickness.length));
      expect([after.value.pitch?.length, after.value.edge?.length]).toEqual([before.value.pitch?.length, before.value.edge?.length]);
    }
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
      name: fc.constantFrom('part', 'L/H skin', '3" angle', 'rib 25 of', '.032 strap', 'a : b; c', '# 4'),
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
        const line = formatRowLine(
          {
            ...r,
            layers: r.layers.map((l, i) => ({ ...l, name: `${l.name} ${i}` })),
            closedWith: { head: 'flush-100', alloy: 'AD', lengthDash: r.lengthDash, size: { dash: 3 } },
          },
          'in',
        );
        const back = read(line);
        expect([back.name ?? '', back.count, back.hand, back.page ?? '', back.pitch?.text, lengthDashOf(back)]).toEqual([
          r.name,
          r.count,
          r.hand,
          r.page,
          r.pitch,
          r.lengthDash,
        ]);
        expect(back.layers.map((l) => [l.name, l.thickness.text, l.plans])).toEqual(
          r.layers.map((l, i) => [`${l.name} ${i}`, l.thickness, l.plans]),
        );
      }),
      { seed: 11, numRuns: 300 },
    );
  });
});
