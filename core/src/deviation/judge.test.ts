import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, KIT, part, rowOf } from '../../test/build';
import { stackOf } from '../record/stack-of';
import { DEFAULT_LIMITS } from '../tables/limits';
import { inches, type Mm } from '../units/length';
import { objectionSentence, verdictSentence } from '../wording/deviations';
import { judgeHole, missingOf, type MeasuredHole } from './judge';

function stack(thicknesses: number[], dash: 3 | 4 | 5 | 6 = 3, kit = KIT) {
  const parts = new Map(thicknesses.map((t, i) => [`p${i}`, part(`p${i}`, `s${i}`, t).definition]));
  const pitch = { mm: 38.1, text: '1.5', units: 'in' as const };
  const made = stackOf(rowOf([...parts.keys()], 4, { dash, pitch }), { kit, parts, fasteners: NO_FASTENERS });
  if (!made) throw new Error('no stack');
  return made;
}
const inch = (value: number) => inches(value) as Mm;
const found = (hole: number | undefined, edges: (number | undefined)[] = [], more: Partial<MeasuredHole> = {}): MeasuredHole => ({
  ...(hole === undefined ? {} : { hole: inch(hole) }),
  isElongated: false,
  edges: edges.map((e) => (e === undefined ? undefined : inch(e))),
  ...more,
});

describe('a hole as it was measured', () => {
  it.each([
    ['hole max itself: the same rivet', 0.103, 'same-rivet'],
    ['a hair over: the next size', 0.1031, 'next-size'],
    ['the next size’s hole max', 0.1335, 'next-size'],
    ['over that: stop', 0.1336, 'stop'],
  ])('%s', (_, hole, verdict) => expect(judgeHole(stack([0.025, 0.032]), found(hole, [0.4, 0.4])).verdict).toBe(verdict));

  it('dash 4 in .22 in to the edge is refused with the number, sheet by sheet; with .32 it passes', () => {
    const refused = judgeHole(stack([0.025, 0.032]), found(0.1045, [0.22, 0.22]));
    expect(refused.verdict).toBe('stop');
    const next = refused.next;
    if (!next) throw new Error('not tried');
    expect(next.objections.map((o) => objectionSentence(o, next, 'in'))).toEqual([
      's0: .220 in from hole centre to edge is under 2 D = .250 in.',
      's1: .220 in from hole centre to edge is under 2 D = .250 in.',
    ]);
    const passed = judgeHole(stack([0.025, 0.032]), found(0.1045, [0.32, 0.32]));
    expect(passed.verdict).toBe('next-size');
    expect(passed.next?.plan.layers.map((l) => l.prep)).toEqual(['dimple', 'dimple']);
    expect(verdictSentence(passed.verdict, 'oversize', passed)).toContain('MS20426AD4');
  });
  it('an edge or a pitch that nobody knows is no pass, and what to measure is named', () => {
    const sheets = stack([0.025, 0.032]);
    const unknown = judgeHole(sheets, found(0.1045));
    expect([unknown.verdict, unknown.missing]).toEqual(['unknown', { edges: [0, 1], pitch: false }]);
    expect(verdictSentence(unknown.verdict, 'oversize', unknown)).toBe(
      'Not known, and no pass: measure the edge distance in s0 and the edge distance in s1 first.',
    );
    const noPitch = judgeHole({ ...sheets, pitch: undefined }, found(0.1045, [0.4, undefined]));
    expect([noPitch.verdict, noPitch.missing]).toEqual(['unknown', { edges: [1], pitch: true }]);
    expect(judgeHole({ ...sheets, edge: inch(0.4) }, found(0.1045)).verdict).toBe('next-size');
    expect(judgeHole({ ...sheets, edge: inch(0.22) }, found(0.1045)).verdict).toBe('stop');
    expect(missingOf(noPitch, { layers: [{ id: 'a' }, { id: 'b' }] })).toEqual({ layerIds: ['b'], pitch: true });
  });
  it('a hole that lies elsewhere is not judged by the edges of the plan', () => {
    const planned = { ...stack([0.025, 0.032]), edge: inch(0.4) };
    expect(judgeHole(planned, found(undefined, [], { moved: 'place' }))).toMatchObject({
      verdict: 'unknown',
      missing: { edges: [0, 1], pitch: true },
    });
    expect(judgeHole(planned, found(undefined, [], { moved: 'edge' }))).toMatchObject({
      verdict: 'unknown',
      missing: { edges: [0, 1], pitch: false },
    });
    expect(judgeHole(planned, found(undefined, [0.3, 0.3], { moved: 'place', pitch: inch(1.4) })).verdict).toBe('same-rivet');
    expect(judgeHole(planned, found(undefined, [0.18, 0.3], { moved: 'edge' })).verdict).toBe('stop');
  });
  it('the next size goes up to the kit’s own hole max, not the table’s', () => {
    const own = (mm: number) => stack([0.025, 0.032], 3, { ...KIT, holeMax: { '4': mm * 25.4 } });
    expect(judgeHole(own(0.131), found(0.132, [0.4, 0.4])).verdict).toBe('stop');
    expect(judgeHole(own(0.14), found(0.138, [0.4, 0.4])).verdict).toBe('next-size');
  });
  it('a kit with its own edge limit gets its own answer', () => {
    const own = { ...stack([0.025, 0.032]), limits: { ...DEFAULT_LIMITS, edgeStopD: 1.5, edgeFlushD: 1.5 } };
    expect(judgeHole(own, found(0.1045, [0.22, 0.22])).verdict).toBe('next-size');
  });
  it('the larger head is worked through every sheet: where its countersink breaks through too far, it is refused', () => {
    const cut = (t: number) => {
      const made = stack([t, 0.063]);
      return { ...made, layers: made.layers.map((l, i) => (i === 0 ? { ...l, plans: 'countersink' as const } : l)) };
    };
    /* Dash 4 is .0405 deep: in .036 it leaves .1392, over its hole max .1335; in .040 it leaves .1297, within it. */
    const refused = judgeHole(cut(0.036), found(0.104, [0.5, 0.5]));
    expect([refused.verdict, refused.next?.objections.map((o) => o.finding?.code)]).toEqual(['stop', ['countersink-breaks-through']]);
    expect(judgeHole(cut(0.04), found(0.104, [0.5, 0.5])).verdict).toBe('next-size');
  });
  it.each([
    ['inside the next hole: cleaned up', 0.128, 'next-size'],
    ['beyond it: not', 0.13, 'stop'],
  ])('elongated, %s', (_, hole, verdict) =>
    expect(judgeHole(stack([0.025, 0.032]), found(hole, [0.5, 0.5], { isElongated: true })).verdict).toBe(verdict),
  );
  it('elongated within hole max the same rivet still goes', () =>
    expect(judgeHole(stack([0.025, 0.032]), found(0.102, [0.5, 0.5], { isElongated: true })).verdict).toBe('same-rivet'));
  it('too near an edge stops any rivet, and so does a neighbour', () => {
    expect(judgeHole(stack([0.025, 0.032]), found(undefined, [0.18, 0.4])).verdict).toBe('stop');
    expect(judgeHole(stack([0.025, 0.032]), found(undefined, [0.4, 0.4], { pitch: inch(0.25) })).verdict).toBe('stop');
  });
  it('opened up on purpose: the next size is worked out though the same rivet would go, and no hole is made up', () => {
    const j = judgeHole(stack([0.025, 0.032]), found(undefined, [0.4, 0.4], { isOnPurpose: true }));
    expect([j.verdict, j.same.objections, j.next?.stack.size.dash, j.next?.stack.hole]).toEqual(['next-size', [], 4, inches(0.1285)]);
    expect(judgeHole(stack([0.025, 0.032]), found(undefined, [0.22, 0.22], { isOnPurpose: true })).verdict).toBe('stop');
    expect(judgeHole(stack([0.05, 0.063], 6), found(undefined, [0.6, 0.6], { isOnPurpose: true })).verdict).toBe('stop');
  });
  it('after the largest rivet there is none', () => {
    const j = judgeHole(stack([0.05, 0.063], 6), found(0.2, [0.6, 0.6]));
    expect([j.verdict, j.next]).toEqual(['stop', null]);
    expect(j.same.objections.map((o) => o.code)).toContain('no-next-size');
  });
  it('never answers milder for a larger hole or a nearer edge', () => {
    const rank = { 'same-rivet': 0, 'next-size': 1, unknown: 1, stop: 2 };
    for (let e = 0.15; e < 0.5; e += 0.013) {
      let last = 0;
      for (let h = 0.098; h < 0.14; h += 0.0007) {
        const now = rank[judgeHole(stack([0.025, 0.032]), found(h, [e, e])).verdict];
        expect(now).toBeGreaterThanOrEqual(last);
        last = now;
      }
    }
  });
});

describe('deburred too deep: the sheet is thinner where the head or the dimple sits', () => {
  const cut = (depth: number, layer = 0) => found(undefined, [], { cutAway: { layer, depth: inch(depth) } });
  const kinds = (depth: number, sheets: number[], layer = 0) => {
    const { same, verdict } = judgeHole(stack(sheets), cut(depth, layer));
    return [verdict, ...same.plan.findings.filter((f) => f.layer === layer && f.severity !== 'note').map((f) => f.code)];
  };
  it('a countersunk sheet comes to a knife edge by so much', () => {
    /* The cone of a dash 3 head in a #40 hole is .0342 deep: of .050 so much has to be left. */
    expect(kinds(0.0155, [0.05, 0.032])).not.toContain('countersink-breaks-through');
    expect(kinds(0.0161, [0.05, 0.032])).toContain('countersink-breaks-through');
  });
  it('what it was prepared for stays, though it is as thin as a sheet that is dimpled', () => {
    const { same } = judgeHole(stack([0.05, 0.032]), cut(0.02));
    expect(same.plan.layers.map((l) => l.prep)[0]).toBe('countersink');
    expect(same.stack.layers[0]?.thickness).toBeCloseTo(0.03 * 25.4, 9);
  });
  it('cut through and through is no number that does not exist', () => {
    for (const depth of [0.05, 0.2]) expect(judgeHole(stack([0.05, 0.032]), cut(depth)).same.stack.layers[0]?.thickness).toBeGreaterThan(0);
  });
  it('the other sheets are as they were', () => {
    const plain = judgeHole(stack([0.025, 0.032]), found(undefined, []));
    const { same } = judgeHole(stack([0.025, 0.032]), cut(0.005, 1));
    expect(same.stack.layers[0]).toEqual(plain.same.stack.layers[0]);
  });
});
