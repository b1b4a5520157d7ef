import { describe, expect, it } from 'vitest';
import { answerRemoval, answerShopHead } from '../formats/rivet-documents';

interface Head {
  verdict: string;
  cause?: string;
  notes: string[];
  widthRatio: number;
  heightRatio: number;
  volumeRatio: number | null;
  suggest?: string;
}
function head(width: number, height: number, more: Record<string, unknown> = {}): Head {
  const answered = answerShopHead({ callout: 'MS20426AD3-3.5', grip: 0.088, width, height, ...more });
  if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
  return answered.value as Head;
}
const D = 3 / 32;

describe('a driven head', () => {
  it.each([
    ['1.5 D by .5 D: the least that is accepted', 1.5 * D, 0.5 * D, 'accept', undefined],
    ['a hair narrower, and little of it: too far driven to widen', 1.4999 * D, 0.5 * D, 'reject', 'over-driven'],
    ['narrow and high: more driving makes it', 1.35 * D, 0.8 * D, 'reject', 'under-driven'],
    ['1.75 D wide: the most', 1.75 * D, 0.5 * D, 'accept', undefined],
    ['a hair wider', 1.7501 * D, 0.5 * D, 'reject', 'over-driven'],
    ['flat', 1.7 * D, 0.4 * D, 'reject', 'over-driven'],
    ['1 D high: the most', 1.5 * D, 1 * D, 'accept', undefined],
    ['a hair higher', 1.5 * D, 1.001 * D, 'reject', 'under-driven'],
  ])('%s', (_, w, h, verdict, cause) => {
    const judged = head(w, h);
    expect([judged.verdict, judged.cause]).toEqual([verdict, cause]);
  });
  it('too short, under-driven, over-driven, tipped: four different diagnoses', () => {
    const short = head(1.3 * D, 0.4 * D, { callout: 'MS20426AD3-2.5' });
    const under = head(1.3 * D, 0.87 * D);
    const over = head(1.72 * D, 0.43 * D);
    expect([short.cause, under.cause, over.cause]).toEqual(['wrong-length', 'under-driven', 'over-driven']);
    expect(short.suggest).toBe('MS20426AD3-3.5');
    expect([under.suggest, over.suggest]).toEqual([undefined, undefined]);
    /* Tipped is seen: one width looks good, but the metal is not there. */
    const tipped = [head(1.7 * D, 0.75 * D), head(1.5 * D, 0.75 * D)];
    expect(tipped[0]?.notes).toContain('volume-off');
    expect(tipped[1]?.verdict).toBe('accept');
  });
  it('ratios as on paper; the volume ratio by a second way', () => {
    const judged = head(0.15, 0.05);
    expect(judged.widthRatio).toBeCloseTo(1.6, 9);
    expect(judged.heightRatio).toBeCloseTo(0.533333333, 8);
    const volume = (0.21875 - 0.088) * D * D - 0.088 * (0.098 * 0.098 - D * D);
    expect(judged.volumeRatio).toBeCloseTo((0.91 * 0.15 * 0.15 * 0.05) / volume, 9);
  });
  it('shorter than its grip there is no head at all', () => {
    expect(head(0.14, 0.05, { grip: 0.25 })).toMatchObject({ verdict: 'reject', cause: 'wrong-length', notes: [], volumeRatio: null });
  });
  it('accepted by its size though the length cannot work: marginal', () => {
    const judged = head(1.5 * D, 0.5 * D, { callout: 'MS20426AD3-3' });
    expect(judged.verdict).toBe('accept');
    expect(judged.notes).toContain('length-marginal');
  });
  it('profiles and a form factor of one’s own', () => {
    expect(head(1.33 * D, 0.5 * D).verdict).toBe('reject');
    expect(head(1.33 * D, 0.5 * D, { profile: 'production' }).verdict).toBe('accept');
    expect(head(1.3 * D, 0.4 * D, { profile: 'mil-minimum' }).verdict).toBe('accept');
    expect(head(1.6 * D, 0.55 * D, { formFactor: 0.8 }).volumeRatio).toBeCloseTo(
      ((head(1.6 * D, 0.55 * D).volumeRatio ?? 0) * 0.8) / 0.91,
      9,
    );
  });
  it('of a stack dimpled all through only both ends together find a fault', () => {
    /* .025 + .025: Z = .025 + (.1972 - .098)/(2 tan 50) + .025 sin 50 = .0858 in. */
    const lip = 0.0858;
    const by = (W: number, H: number, length: string, more: Record<string, unknown> = {}) =>
      head(W * D, H * D, { callout: `MS20426AD3-${length}`, grip: 0.05, ...more });
    /* Dash 4 is too long for the flat grip and works at the lip. */
    expect(by(1.9, 0.4, '4')).toMatchObject({ verdict: 'reject', cause: 'wrong-length' });
    expect(by(1.9, 0.4, '4', { lip })).toMatchObject({ verdict: 'reject', cause: 'cannot-tell' });
    expect(by(1.9, 0.4, '4', { lip })).not.toHaveProperty('suggest');
    expect(by(1.6, 0.62, '4')).toMatchObject({ verdict: 'accept', notes: ['volume-off', 'length-marginal'] });
    expect(by(1.6, 0.62, '4', { lip })).toMatchObject({ verdict: 'accept', notes: [] });
    /* Too short by both. */
    expect(by(1.3, 0.3, '2', { lip })).toMatchObject({ verdict: 'reject', cause: 'wrong-length' });
    expect(answerShopHead({ callout: 'MS20426AD3-4', grip: 0.05, lip: 'deep', width: 0.15, height: 0.05 })).toMatchObject({
      ok: false,
      problem: { path: 'lip' },
    });
  });
  it('millimetres are millimetres', () => {
    const judged = answerShopHead({ units: 'mm', callout: '426AD3-3.5', grip: 0.088 * 25.4, width: 0.15 * 25.4, height: 0.05 * 25.4 });
    expect(judged).toEqual({ ok: true, value: head(0.15, 0.05) });
  });
  it.each([
    [{ callout: '426AD3', grip: 0.1, width: 0.14, height: 0.05 }, 'callout'],
    [{ callout: 'MS20426AD3-3.5', grip: 0.1, width: 'wide', height: 0.05 }, 'width'],
    [{ callout: 'MS20426AD3-3.5', grip: 0.1, width: 0.14, height: 0.05, hole: 0.09 }, 'hole'],
    [{ callout: 'MS20426AD3-3.5', grip: 0.1, width: 0.14, height: 0.05, tall: true }, 'tall'],
    [{ callout: 'MS20426AD3-3.5', grip: 0.1, width: 0.14 }, 'height'],
  ])('%j is refused at %s', (document, path) => {
    const answered = answerShopHead(document);
    expect(!answered.ok && answered.problem.path).toBe(path);
  });
});

interface Removal {
  steps: { do: string; bit?: string; depth?: number; punch?: number; why: string }[];
  after: { holeMax: number; nextSize: { callout: string; hole: number; conditions: string[] } | null };
}
function removal(callout: string, more: Record<string, unknown> = {}): Removal {
  const answered = answerRemoval({ callout, grip: 0.088, ...more });
  if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
  return answered.value as Removal;
}
const does = (r: Removal) => r.steps.map((s) => s.do).join(' ');

describe('taking a rivet out', () => {
  it.each([
    ['MS20426AD3-3.5', {}, 'centre-punch head-drill tilt-head rotate-pull'],
    ['MS20426AD4-5', {}, 'centre-punch pilot-drill head-drill tilt-head rotate-pull'],
    ['MS20470AD3-4', { offCentre: true }, 'centre-punch head-drill chisel-head rotate-pull'],
    ['MS20426AD3-3.5', { offCentre: true }, 'centre-punch head-drill weaken-head rotate-pull'],
    ['MS20426AD5-6', { offCentre: true }, 'centre-punch pilot-drill head-drill tilt-head rotate-pull'],
    [
      'MS20470AD4-6',
      { shopHeadShort: true, stuck: true },
      'centre-punch pilot-drill head-drill tilt-head relieve rotate-pull relieve back-up-drive',
    ],
    ['MS20426AD3-6', { grip: 0.1876 }, 'centre-punch head-drill tilt-head relieve rotate-pull'],
    ['MS20426AD3-6', { grip: 0.1875 }, 'centre-punch head-drill tilt-head rotate-pull'],
  ])('%s %j', (callout, more, wanted) => expect(does(removal(callout, more))).toBe(wanted));
  it.each([
    ['MS20426AD3-3.5', undefined, '#40', 0.036],
    ['MS20426AD4-5', '#40', '#30', 0.042],
    ['MS20426AD5-6', '#30', '#21', 0.055],
    ['MS20426AD6-7', '#21', '#11', 0.07],
    ['MS20470AD3-4', undefined, '#40', 0.04],
    ['MS20470AD4-4', '#40', '#30', 0.054],
    ['MS20470AD5-6', '#30', '#21', 0.067],
    ['MS20470AD6-7', '#21', '#11', 0.08],
  ])('%s: pilot %s, then %s to %d', (callout, pilot, bit, headHeight) => {
    const { steps } = removal(callout);
    expect(steps.find((s) => s.do === 'pilot-drill')?.bit).toBe(pilot);
    expect(steps.find((s) => s.do === 'head-drill')).toMatchObject({ bit, depth: headHeight });
  });
  it('never deeper than the head, punches of the shank or smaller, the parts to protect named', () => {
    const { steps } = removal('MS20426AD3-3.5', { offCentre: true, stuck: true, keep: ['spar web'] });
    for (const s of steps) if (s.depth !== undefined) expect(s.depth).toBeLessThanOrEqual(0.036);
    expect(steps.find((s) => s.do === 'weaken-head')).toMatchObject({ bit: '#30', depth: 0.021 });
    expect(steps.find((s) => s.do === 'back-up-drive')?.punch).toBeCloseTo(1 / 16, 9);
    expect(steps.find((s) => s.do === 'head-drill')?.why).toContain('spar web');
  });
  it('afterwards: hole max, and the next size with its conditions; none after dash 6', () => {
    expect(removal('MS20426AD3-3.5').after).toEqual({
      holeMax: 0.103,
      nextSize: { callout: 'MS20426AD4-4.5', hole: 0.1285, conditions: ['edge', 'pitch', 'sheet'] },
    });
    expect(removal('MS20426AD6-7').after.nextSize).toBeNull();
  });
  it.each([
    [{ callout: 'bolt', grip: 0.1 }, 'callout'],
    [{ callout: 'MS20426AD3-3.5', grip: 0 }, 'grip'],
    [{ callout: 'MS20426AD3-3.5', grip: 0.1, stuk: true }, 'stuk'],
  ])('%j is refused at %s', (document, path) => {
    const answered = answerRemoval(document);
    expect(!answered.ok && answered.problem.path).toBe(path);
  });
});

describe('a bit that went off centre, by the head, where to and how deep', () => {
  const card = (callout: string, at: number, offCentre: string, depth: string, more: object = {}) => {
    const made = removal(callout, { mishap: { at, offCentre, depth }, ...more });
    return made.steps.map((s) => `${s.do}${s.bit ? ` ${s.bit}` : ''}${s.depth === undefined ? '' : ` ${s.depth.toFixed(4)}`}`);
  };
  const PROTRUDING4 = ['centre-punch', 'pilot-drill #40 0.0540', 'head-drill #30 0.0540'];
  const FLUSH3 = ['centre-punch', 'head-drill #40 0.0360'];
  const FLUSH4 = ['centre-punch', 'pilot-drill #40 0.0420', 'head-drill #30 0.0420'];
  const cases: readonly [string, string, number, string, string, string[]][] = [
    ['protruding, inner half', 'MS20470AD4-4', 2, 'inner', 'within', [...PROTRUDING4, 'head-drill #30 0.0540', 'tilt-head', 'rotate-pull']],
    [
      'protruding, at the pilot',
      'MS20470AD4-4',
      1,
      'inner',
      'within',
      [...PROTRUDING4.slice(0, 2), 'head-drill #30 0.0540', 'tilt-head', 'rotate-pull'],
    ],
    ['protruding, beyond', 'MS20470AD4-4', 2, 'beyond', 'within', [...PROTRUDING4, 'chisel-head', 'rotate-pull']],
    ['flush dash 3, inner half', 'MS20426AD3-3.5', 1, 'inner', 'within', [...FLUSH3, 'weaken-head #30 0.0210', 'rotate-pull']],
    ['flush dash 3, beyond', 'MS20426AD3-3.5', 1, 'beyond', 'within', [...FLUSH3, 'weaken-head #30 0.0210', 'rotate-pull']],
    [
      'flush dash 4, inner half',
      'MS20426AD4-4',
      2,
      'inner',
      'within',
      [...FLUSH4, 'centre-punch', 'pilot-drill #40 0.0420', 'head-drill #30 0.0420', 'tilt-head', 'rotate-pull'],
    ],
    ['flush dash 4, beyond: half the head', 'MS20426AD4-4', 2, 'beyond', 'within', [...FLUSH4, 'weaken-head #30 0.0210', 'rotate-pull']],
    [
      'flush dash 6, beyond: half the head',
      'MS20426AD6-8',
      2,
      'beyond',
      'within',
      ['centre-punch', 'pilot-drill #21 0.0700', 'head-drill #11 0.0700', 'weaken-head #11 0.0350', 'rotate-pull'],
    ],
  ];
  it.each(cases)('%s', (_, callout, at, offCentre, depth, steps) => expect(card(callout, at, offCentre, depth)).toEqual(steps));
  it.each(['MS20470AD4-4', 'MS20426AD3-3.5', 'MS20426AD5-6'])('%s: deeper than the head, or on the sheet, is a stop', (callout) => {
    for (const [offCentre, depth] of [
      ['inner', 'deeper'],
      ['beyond', 'deeper'],
      ['sheet', 'within'],
      ['sheet', 'deeper'],
    ] as const)
      expect(card(callout, 1, offCentre, depth).slice(2)).toEqual(['stop']);
  });
  it('what was done before stands, whatever comes after', () => {
    const plain = removal('MS20426AD5-6', { stuck: true }).steps;
    for (const offCentre of ['inner', 'beyond', 'sheet'])
      for (const at of [1, 2])
        expect(removal('MS20426AD5-6', { stuck: true, mishap: { at, offCentre, depth: 'within' } }).steps.slice(0, at + 1)).toEqual(
          plain.slice(0, at + 1),
        );
  });
  it('stuck: a shallow relief, then backed up and driven', () =>
    expect(does(removal('MS20426AD3-3.5', { stuck: true }))).toBe('centre-punch head-drill tilt-head rotate-pull relieve back-up-drive'));
  it.each([
    [{ callout: 'MS20426AD3-3.5', mishap: { at: 0, offCentre: 'inner', depth: 'within' } }, 'mishap.at'],
    [{ callout: 'MS20426AD3-3.5', mishap: { at: 9, offCentre: 'inner', depth: 'within' } }, 'mishap.at'],
    [{ callout: 'MS20426AD3-3.5', mishap: { at: 1, offCentre: 'left', depth: 'within' } }, 'mishap.offCentre'],
    [{ callout: 'MS20426AD3-3.5', offCentre: true, mishap: { at: 1, offCentre: 'inner', depth: 'within' } }, 'mishap'],
    [{}, 'callout'],
    [
      {
        callout: 'MS20426AD3-3.5',
        fastener: { kind: 'blind', diameter: 0.1, hole: 0.1, head: { kind: 'flush', diameter: 0.18, angle: 120 } },
      },
      'callout',
    ],
    [{ fastener: { kind: 'screw', diameter: 0.164, head: { kind: 'flush', diameter: 0.332, angle: 100 } } }, 'fastener.kind'],
  ])('%j is refused at %s', (document, path) => {
    const answered = answerRemoval({ grip: 0.088, ...document });
    expect(!answered.ok && answered.problem.path).toBe(path);
  });
  it('a blind one has its own card, a solid one of its own head that head’s height', () => {
    const blind = answerRemoval({
      grip: 0.1,
      fastener: { kind: 'blind', diameter: 0.09375, hole: '#40', head: { kind: 'flush', diameter: 0.18, angle: 120 } },
    });
    expect(blind.ok && (blind.value as Removal).steps.map((s) => `${s.do} ${s.bit ?? ''}`.trim())).toEqual([
      'stem-out',
      'head-drill #40',
      'back-up-drive',
    ]);
    const solid = answerRemoval({
      grip: 0.1,
      fastener: { kind: 'solid', diameter: '1/8', head: { kind: 'flush', diameter: 0.2, angle: 100 } },
    });
    expect(solid.ok && (solid.value as Removal).steps[2]).toMatchObject({
      do: 'head-drill',
      bit: '#30',
      depth: expect.closeTo((0.2 - 0.125) / (2 * Math.tan((50 * Math.PI) / 180)), 9),
    });
  });
});
