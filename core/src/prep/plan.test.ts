import { describe, expect, it } from 'vitest';
import { codes, prep, preps } from '../../test/build';

describe('worked numbers of the rules', () => {
  it('dash 3 in #40, no nest: d = .0340', () => {
    expect(prep([0.063]).layers[0]?.depth).toBeCloseTo(0.034, 4);
  });
  it('under a .025 dimple C = .1972, d = .0416; a .040 flange is cut through and opens to .1019: caution', () => {
    const a = prep([0.025, 0.04]);
    expect(preps(a)).toBe('dimple countersink');
    expect(a.layers[1]?.surfaceDiameter).toBeCloseTo(0.1972, 4);
    expect(a.layers[1]?.depth).toBeCloseTo(0.0416, 4);
    expect(a.layers[1]?.holeAfter).toBeCloseTo(0.1019, 4);
    expect(a.layers[1]?.alternative).toBe('dimple');
    expect(a.verdict).toBe('caution');
    expect(a.schools.find((s) => s.school === 'two-thirds')?.preps).toEqual(['dimple', 'dimple']);
  });
  it('under a .032 dimple d = .0438 and .040 opens to .1070: stop', () => {
    const a = prep([0.032, 0.04]);
    expect(a.layers[1]?.depth).toBeCloseTo(0.0438, 4);
    expect(a.layers[1]?.holeAfter).toBeCloseTo(0.107, 4);
    expect(codes(a)).toEqual(['countersink-breaks-through:stop']);
  });
  it('with .063 under .025 it is ok', () => {
    const a = prep([0.025, 0.063]);
    expect([a.verdict, codes(a)]).toEqual(['ok', []]);
    expect(a.layers[1]?.depth).toBeCloseTo(0.0416, 4);
  });
  it('dash 4 in #30: d = .0405; under .032 C = .2483, d = .0503', () => {
    expect(prep([0.08], { diameter: '1/8' }).layers[0]?.depth).toBeCloseTo(0.0405, 4);
    const a = prep([0.032, 0.08], { diameter: '1/8' });
    expect(a.layers[1]?.surfaceDiameter).toBeCloseTo(0.2483, 4);
    expect(a.layers[1]?.depth).toBeCloseTo(0.0503, 4);
  });
  it.each([
    [0.016, 0.0049],
    [0.02, 0.0061],
    [0.025, 0.0076],
    [0.032, 0.0098],
  ])('extra depth under %f is %f', (n, extra) => {
    expect(prep([n, 0.125]).layers[1]?.extraDepth).toBeCloseTo(extra, 4);
  });
  it('lengths come back in millimetres where the document is', () => {
    const a = prep([0.6, '1,6 mm'], { units: 'mm' });
    expect(a.layers.map((l) => l.thickness)).toEqual([0.6, 1.6]);
    expect(a.rivet!.length).toBe(5.55625);
  });
});

describe('schools, either side of each threshold', () => {
  it.each([
    ['kit-032', 0.032, 'dimple'],
    ['kit-032', 0.0325, 'dimple'],
    ['kit-032', 0.0326, 'countersink'],
    ['kit-032', 0.04, 'countersink'],
    ['band-030-040', 0.0294, 'dimple'],
    ['band-030-040', 0.0295, 'dimple'],
    ['band-030-040', 0.0405, 'dimple'],
    ['band-030-040', 0.0406, 'countersink'],
    ['production-040', 0.0394, 'dimple'],
    ['production-040', 0.0395, 'countersink'],
    ['production-040', 0.04, 'countersink'],
    ['two-thirds', 0.0405, 'dimple'],
    ['two-thirds', 0.0406, 'unresolved'],
    ['two-thirds', 0.049, 'unresolved'],
    ['two-thirds', 0.05, 'countersink'],
  ] as const)('%s top sheet %f: %s', (school, t, wanted) => {
    expect(preps(prep([t], { school }))).toBe(wanted);
  });
  it.each([
    [0.04, 'countersink', 'dimple'],
    [0.0405, 'countersink', 'dimple'],
    [0.0406, 'countersink', undefined],
    [0.05, 'countersink', undefined],
  ] as const)('kit-032 under .025: %f is %s, alternative %s', (t, wanted, alternative) => {
    const layer = prep([0.025, t]).layers[1];
    expect([layer?.prep, layer?.alternative]).toEqual([wanted, alternative]);
  });
  it('the band names countersinking only where it fits', () => {
    expect(prep([0.04], { school: 'band-030-040' }).layers[0]?.alternative).toBe('countersink');
    expect(prep([0.032], { school: 'band-030-040' }).layers[0]?.alternative).toBeUndefined();
    expect(prep([0.025], { school: 'band-030-040' }).layers[0]?.alternative).toBeUndefined();
  });
  it.each([
    [[0.02, 0.02], 'dimple dimple', ['rivet-formed', 'rivet-formed']],
    [[0.0205, 0.02], 'dimple dimple', ['rivet-formed', 'rivet-formed']],
    [[0.025, 0.025], 'dimple dimple', ['pre-dimpled', 'pre-dimpled']],
    [[0.025, 0.032, 0.063, 0.05], 'dimple dimple countersink none', ['pre-dimpled', 'pre-dimpled', 'combination', undefined]],
    [[0.05, 0.063], 'countersink none', [undefined, undefined]],
  ] as const)('production-040 %j: %s', (sheets, wanted, methods) => {
    const a = prep([...sheets], { school: 'production-040' });
    expect(preps(a)).toBe(wanted);
    expect(a.layers.map((l) => l.method)).toEqual(methods);
  });
  it('nothing is said below an unresolved sheet', () => {
    const a = prep([0.025, 0.05, 0.032], { school: 'two-thirds' });
    expect(preps(a)).toBe('dimple unresolved none');
    expect(a.layers[2]?.receives).toBeNull();
  });
  it('every layer is plain under a protruding head', () => {
    const a = prep([0.025, 0.063], { head: 'protruding' });
    expect([preps(a), a.rivet!.callout, a.verdict]).toEqual(['none none', 'MS20470AD3-3.5', 'ok']);
  });
});

describe('the plans', () => {
  it('govern, and the difference is a caution; the side-by-side list is without them', () => {
    const a = prep([
      { part: 'skin', thickness: 0.025 },
      { part: 'rib', thickness: 0.063, plans: 'dimple' },
    ]);
    expect(preps(a)).toBe('dimple dimple');
    expect(codes(a)).toEqual(['plans-differ:caution', 'dimple-too-thick:stop']);
    expect(a.schools[0]).toEqual({ school: 'kit-032', verdict: 'ok', preps: ['dimple', 'countersink'] });
  });
  it('leaving a receiving sheet plain is not-received', () => {
    expect(codes(prep([0.025, { part: 'rib', thickness: 0.032, plans: 'none' }]))).toEqual(['plans-differ:caution', 'not-received:stop']);
  });
  it('on a sheet that receives nothing are a stop, under a protruding head ignored', () => {
    const a = prep([0.05, { part: 'rib', thickness: 0.032, plans: 'dimple' }]);
    expect([preps(a), codes(a)]).toEqual(['countersink none', ['two-thirds-exceeded:caution', 'far-side-unsaid:stop']]);
    const under = prep([0.032, { part: 'rib', thickness: 0.032, plans: 'dimple' }], { head: 'protruding' });
    expect([preps(under), codes(under)]).toEqual(['none none', ['plans-differ:caution']]);
    /* Also below a sheet that no school resolves, and below one the plans leave plain. */
    expect(codes(prep([0.045, { part: 'rib', thickness: 0.032, plans: 'countersink' }], { school: 'two-thirds' }))).toEqual([
      'unresolved:stop',
      'far-side-unsaid:stop',
    ]);
  });
  it('agreeing with the school raise nothing', () => {
    expect(codes(prep([{ part: 'skin', thickness: 0.025, plans: 'dimple' }, 0.063]))).toEqual([]);
  });
});

describe('findings, either side of each limit', () => {
  const D = 3 / 32;
  it.each([
    ['edge under 2 D', { edge: 2 * D - 0.0001 }, 'edge-distance-low:stop'],
    ['edge 2 D', { edge: 2 * D }, 'edge-distance-low:caution'],
    ['edge under 2.5 D', { edge: 2.5 * D - 0.0001 }, 'edge-distance-low:caution'],
    ['edge 2.5 D', { edge: 2.5 * D }, undefined],
    ['edge 4 D', { edge: 4 * D }, undefined],
    ['edge over 4 D', { edge: 4 * D + 0.0001 }, 'edge-distance-high:note'],
    ['pitch under 3 D', { pitch: 3 * D - 0.0001 }, 'pitch-low:stop'],
    ['pitch 3 D', { pitch: 3 * D }, 'pitch-low:caution'],
    ['pitch 3.5 D', { pitch: 3.5 * D }, undefined],
    ['pitch 16 D', { pitch: 16 * D }, undefined],
    ['pitch over 16 D', { pitch: 16 * D + 0.0001 }, 'pitch-high:note'],
    ['rows 2.5 D apart', { rowDistance: 2.5 * D }, undefined],
    ['rows under 2.5 D apart', { rowDistance: 2.5 * D - 0.0001 }, 'row-distance-low:stop'],
    ['hole at its max', { hole: 0.103 }, undefined],
    ['hole over its max', { hole: 0.1031 }, 'hole-over-max:stop'],
    ['own hole max', { hole: 0.104, holeMax: 0.105 }, undefined],
    ['shared with bolts', { sharesLoadWith: 'bolts' as const }, 'mixed-fit:note'],
    ['shared with pins', { sharesLoadWith: 'close-pins' as const }, 'mixed-fit:caution'],
  ])('%s', (_, more, wanted) => {
    expect(codes(prep([0.025, 0.063], more))).toEqual(wanted === undefined ? [] : [wanted]);
  });
  it('protruding heads have no caution band', () => {
    expect(codes(prep([0.032, 0.063], { head: 'protruding', edge: 2 * D, pitch: 3 * D }))).toEqual([]);
    expect(codes(prep([0.032, 0.063], { head: 'protruding', edge: 2 * D - 0.001 }))).toEqual(['edge-distance-low:stop']);
  });
  it('judges the edge in each part that has one, and names the layer', () => {
    const a = prep([
      { part: 'skin', thickness: 0.025, edge: 0.4 },
      { part: 'rib', thickness: 0.063, edge: 0.18 },
    ]);
    expect(a.findings.map((f) => [f.code, f.layer])).toEqual([
      ['edge-distance-high', 0],
      ['edge-distance-low', 1],
    ]);
  });
  it.each([
    [0.0049, undefined],
    [0.007, 'nest-misfit:caution'],
    [0.0098, 'nest-misfit:caution'],
    [0.0099, 'nest-misfit:stop'],
    [0.0029, undefined],
    [0.0028, 'nest-misfit:caution'],
  ])('fixed %f under .016 (computed .00489)', (fixed, wanted) => {
    expect(codes(prep([0.016, 0.08], { nest: { fixed } }))).toEqual(wanted === undefined ? [] : [wanted]);
  });
  it('a fixed allowance makes the depth, and the surface follows from it', () => {
    const layer = prep([0.025, 0.08], { nest: { fixed: 0.007 } }).layers[1];
    expect(layer?.extraDepth).toBeCloseTo(0.007, 10);
    expect(layer?.surfaceDiameter).toBeCloseTo(0.098 + 2 * (layer?.depth as number) * Math.tan((50 * Math.PI) / 180), 10);
  });
  it('a strip cut from both faces: the waist is C - t tan a', () => {
    const a = prep([{ part: 'strip', thickness: 0.08, bothSides: true }], { diameter: '1/8' });
    expect(a.layers[0]?.waist).toBeCloseTo(0.225 - 0.08 * Math.tan((50 * Math.PI) / 180), 10);
    expect(codes(a)).toEqual(['waist-over-pilot:caution']);
    expect(codes(prep([{ part: 'strip', thickness: 0.071, bothSides: true }], { diameter: '1/8' }))).toContain('waist-over-pilot:stop');
    expect(codes(prep([{ part: 'strip', thickness: 0.09, bothSides: true }], { diameter: '1/8' }))).toEqual([]);
  });
  it.each([
    [[0.025, 0.025, 0.025], undefined],
    [[0.03, 0.03, 0.03], undefined],
    [[0.032, 0.032, 0.032], 'caution'],
    [[0.016, 0.016, 0.016, 0.016], 'caution'],
  ])('dimpled %j', (sheets, wanted) => {
    expect(codes(prep(sheets, { diameter: '1/8' })).filter((c) => c.startsWith('outside'))).toEqual(
      wanted === undefined ? [] : [`outside-method-range:${wanted}`],
    );
  });
  it('a length called out is judged, and the nearest that works is named', () => {
    const a = prep([0.025, 0.032], { length: '3/8' });
    expect(codes(a)).toEqual(['length-does-not-work:caution']);
    expect(a.findings[0]?.message).toContain('MS20426AD3-4');
    expect(a.rivet!.candidates.map((c) => c.callout!.split('-')[1])).toEqual(['5', '5.5', '6', '6.5', '7']);
  });
  it('a rivet shorter than its grip has no head to speak of', () => {
    const a = prep([0.125, 0.125], { length: '1/16' });
    expect([a.rivet!.works, a.rivet!.widthAtHalfD]).toEqual([false, null]);
  });
});

describe('angles, only where the head itself sits', () => {
  it.each([
    ['a cutter of 120 under the head', [0.063], { cutterAngle: 120 }, true],
    ['a head of 82 in a cutter of 100', [0.063], { headAngle: 82 }, true],
    ['the same angle of both', [0.063], { headAngle: 120, cutterAngle: 120 }, false],
    ['a cutter of 110 under a dimple, an older school', [0.025, 0.063], { cutterAngle: 110 }, false],
    ['nothing cut at all', [0.02, 0.02], { cutterAngle: 120 }, false],
    ['a protruding head', [0.063], { head: 'protruding' as const, cutterAngle: 120 }, false],
  ])('%s', (_, sheets, more, wanted) => {
    expect(codes(prep([...sheets], more)).includes('angle-mismatch:stop')).toBe(wanted);
  });
  it('a dash 3 stands .0106 proud of a 120-degree cutter, and a blunter head does not', () => {
    expect(prep([0.063], { cutterAngle: 120 }).findings[0]?.message).toContain('.0106 in proud');
    expect(prep([0.063], { headAngle: 120 }).findings[0]?.message).not.toContain('proud');
  });
});

describe('a stack dimpled all through', () => {
  /* Z and V_lip by hand, inches: s + (A + 2 s (1 - sin a)/cos a - Dh)/(2 tan a) + t sin a. */
  const byHand = (sheets: number[], L: number) => {
    const a = (50 * Math.PI) / 180;
    const t = sheets.at(-1) as number;
    const s = sheets.reduce((x, y) => x + y, 0) - t;
    const z = s + (0.179 + (2 * s * (1 - Math.sin(a))) / Math.cos(a) - 0.098) / (2 * Math.tan(a)) + t * Math.sin(a);
    return { z, ratio: (L * 0.09375 ** 2 - z * 0.098 ** 2) / 0.09375 ** 3 };
  };
  it.each([
    [[0.025, 0.025], 3],
    [[0.02, 0.025], 3],
    [[0.032, 0.032], 3.5],
    [[0.02, 0.02, 0.02], 3.5],
  ])('%j, length dash %f: the lip and whether the length works reckoned to it', (sheets, dash) => {
    const { rivet } = prep(sheets, { length: dash / 16 });
    const { z, ratio } = byHand(sheets, dash / 16);
    const works = ratio >= 0.91 * 1.5 ** 2 * 0.5 - 1e-9 && ratio <= 0.91 * 2.25 + 1e-9;
    expect(rivet?.lip).toEqual({ z: expect.closeTo(z, 9) as number, works });
  });
  it('the flat grip alone fails no length, both together do', () => {
    /* .025 + .025: dash 4 is too long for the flat grip and works at the lip. */
    const long = prep([0.025, 0.025], { length: '1/4' });
    expect([long.rivet?.works, long.rivet?.lip?.works, codes(long)]).toEqual([false, true, []]);
    const short = prep([0.025, 0.025], { length: '1/8' });
    expect([short.rivet?.works, short.rivet?.lip?.works]).toEqual([false, false]);
    expect(codes(short)).toContain('length-does-not-work:caution');
  });
  it('a stack that is not dimpled all through has no lip', () => {
    expect(prep([0.025, 0.063]).rivet).not.toHaveProperty('lip');
    expect(prep([0.032, 0.032], { head: 'protruding' }).rivet).not.toHaveProperty('lip');
  });
});
