import { describe, expect, it } from 'vitest';
import { inches, type Mm } from '../units/length';
import { blindFastener, NO_FASTENERS, KIT, part, rowOf } from '../../test/build';
import type { FastenerDefinition, KitDefinition, RowDefinition } from '../record/definitions';
import { stackOf } from '../record/stack-of';
import { helpSentence } from '../wording/helps';
import { drillLadder } from './drill-ladder';
import { drillingHelps, isWarning } from './drilling-helps';
import { holderDash, holderOrder, holderSize, thinBehindThick } from './holders';

describe('the drill ladder', () => {
  const names = (from: number, to: number) =>
    drillLadder(inches(from) as Mm, inches(to) as Mm).map((r) => r.drill ?? r.diameter.toFixed(2));
  it('a small step needs one bit', () => expect(names(0.09375, 0.098)).toEqual(['#40']));
  it('ends at the final size and never bites more than a sixteenth', () => {
    for (const [from, to] of [
      [0.098, 0.1285],
      [0.098, 0.25],
      [0.125, 0.5],
      [0, 0.375],
    ] as const) {
      const sizes = [inches(from || 3 / 32), ...drillLadder(inches(from) as Mm, inches(to) as Mm).map((r) => r.diameter)];
      expect(sizes.at(-1)).toBeCloseTo(inches(to), 9);
      sizes.slice(1).forEach((d, i) => expect(d - (sizes[i] as number)).toBeLessThanOrEqual(25.4 / 16 + 1e-6));
    }
  });
  it('names what the tables know', () => expect(names(0.1285, 0.25).at(-1)).toBe('E'));
});

describe('sheet holders', () => {
  it('one size for each rivet', () => expect(([3, 4, 5, 6] as const).map(holderSize)).toEqual(['3/32', '1/8', '5/32', '3/16']));
  it.each([
    [0.0932, null],
    [0.0933, 3],
    [0.098, 3],
    [0.1244, 3],
    [0.125, 4],
    [0.1285, 4],
    [0.159, 5],
    [0.191, 6],
    [0.5, 6],
  ])('a hole of %f in takes holders of dash %s', (hole, dash) => expect(holderDash(inches(hole))).toBe(dash));
  it.each([
    [0, 4, []],
    [1, 4, [0]],
    [2, 4, [0, 1]],
    [9, 4, [4, 8, 0]],
    [10, 3, [4, 7, 1, 0, 9]],
  ])('%i holes, every %i', (count, every, wanted) => expect(holderOrder(count, every)).toEqual(wanted));
  it('starts in the middle, goes outward, has both ends, none twice', () => {
    for (let n = 1; n < 60; n++) {
      const order = holderOrder(n);
      expect(new Set(order).size).toBe(order.length);
      expect(order[0]).toBe(Math.floor((n - 1) / 2));
      expect(order).toContain(0);
      expect(order).toContain(n - 1);
    }
  });
});

describe('a thin flange behind a thicker sheet', () => {
  const at = (t: readonly number[], from?: 'head' | 'shop') =>
    thinBehindThick(
      t.map((v) => inches(v)),
      from,
    ).map((g) => `${g.layer}${g.atEnds ? ' at the ends' : ''}`);
  it.each([
    ['.016 behind .040', [0.04, 0.016], ['1']],
    ['.016 behind .017', [0.017, 0.016], ['1']],
    ['.016 behind .016', [0.016, 0.016], []],
    ['.0161 behind .040', [0.04, 0.0161], ['1 at the ends']],
    ['.020 behind .025', [0.025, 0.02], ['1 at the ends']],
    ['.0201 is no thin flange', [0.063, 0.0201], []],
    ['the thin one on the bit’s side', [0.016, 0.04], []],
    ['the third of three', [0.04, 0.032, 0.016], ['2']],
    ['two of them', [0.04, 0.016, 0.02], ['1', '2 at the ends']],
  ])('%s', (_, thicknesses, wanted) => expect(at(thicknesses)).toEqual(wanted));
  it('drilled from the shop side the other one is pushed off', () => {
    expect(at([0.016, 0.04], 'shop')).toEqual(['0']);
    expect(at([0.04, 0.016], 'shop')).toEqual([]);
  });
});

describe('what to know before drilling', () => {
  const parts = new Map([part('p1', 'skin', 0.04), part('p2', 'flange', 0.016)].map((p) => [p.id, p.definition]));
  const helps = (
    more: Partial<RowDefinition>,
    counts = [9],
    owned: KitDefinition['holders'] = {},
    blind?: FastenerDefinition,
    step: 'piloted' | 'drilled' = 'drilled',
  ) => {
    const row = rowOf(['p1', 'p2'], 9, more);
    const stack = stackOf(row, { kit: KIT, parts, fasteners: blind ? new Map([['b', blind]]) : NO_FASTENERS });
    if (!stack) throw new Error('no stack');
    return drillingHelps(row, stack, step, counts, owned).map((h) => ({
      ...h,
      says: helpSentence(h, 'in', stack.layers),
      warns: isWarning(h),
    }));
  };
  it('a punched row needs holders and a backed flange', () =>
    expect(helps({}).map((h) => [h.kind, h.warns])).toEqual([
      ['holders', false],
      ['thin-behind', true],
      ['reamer', false],
    ]));
  it('a step drill asks for the depth behind, and says it once it is known', () => {
    const large = { hole: { mm: inches(0.5), text: '.5', units: 'in' as const } };
    const access = {
      edge: null,
      wall: null,
      room: null,
      roomAtEnd: null,
      isBent: false,
      behind: { mm: 20, text: '20 mm', units: 'mm' as const },
    };
    expect(helps(large).find((h) => h.kind === 'depth-behind')?.says).toContain('measure the depth');
    expect(helps({ ...large, access }).find((h) => h.kind === 'depth-behind')?.says).toContain('free behind');
    expect(helps({}).some((h) => h.kind === 'depth-behind')).toBe(false);
    expect(helps({ start: 'final' }).some((h) => h.kind === 'reamer')).toBe(false);
  });
  it('says which holes at the ends, and the side the bit comes from', () => {
    const thicker = new Map([part('p1', 'skin', 0.04), part('p2', 'flange', 0.02)].map((p) => [p.id, p.definition]));
    const row = rowOf(['p1', 'p2'], 9);
    const stack = stackOf(row, { kit: KIT, parts: thicker, fasteners: NO_FASTENERS });
    if (!stack) throw new Error('no stack');
    const said = drillingHelps(row, stack, 'drilled', [9], undefined).map((h) => helpSentence(h, 'in', stack.layers));
    expect(said.at(-2)).toContain('from the head side, and loose at the ends (holes 1, 2, 8, 9)');
    expect(helps({ drilledFrom: 'shop' }).some((h) => h.kind === 'thin-behind')).toBe(false);
  });
  it('a ladder goes from the hole that is there: the first one is made small, the final one from it', () => {
    const ladder = (more: Partial<RowDefinition>, step: 'piloted' | 'drilled') =>
      helps(more, [9], {}, undefined, step).find((h) => h.kind === 'ladder')?.says;
    expect(ladder({ start: 'none' }, 'piloted')).toBeUndefined();
    expect(ladder({ start: 'none' }, 'drilled')).toBeUndefined();
    expect(ladder({ start: 'none', dash: 6 }, 'piloted')).toMatch(/^Step the hole up: .+ → #21, \.159 in/);
    const small = { hole: { mm: inches(0.098), text: '#40', units: 'in' as const }, until: 'the lap is fitted' };
    expect(ladder({ dash: 6, stages: [small] }, 'drilled')).toMatch(/^Step the hole up: .+ → #11, \.191 in/);
    expect(ladder({ dash: 6 }, 'drilled')).toBeUndefined();
  });
  it('holders are of the hole as it is then', () => {
    const small = { hole: { mm: inches(0.098), text: '#40', units: 'in' as const }, until: 'the lap is fitted' };
    const of = (step: 'piloted' | 'drilled') =>
      helps({ dash: 4, stages: [small] }, [9], { 3: 20, 4: 2 }, undefined, step).find((h) => h.kind === 'holders');
    expect(of('piloted')).toMatchObject({ dash: 3, owned: 20, warns: false });
    expect(of('piloted')?.says).toMatch(/^Sheet holders 3\/32:/);
    expect(of('drilled')).toMatchObject({ dash: 4, owned: 2, warns: true });
  });
  it.each([
    ['enough for all', [9, 9], 6, false, '6 for all rows of this set-up; you own 6.'],
    ['enough for this row', [9, 9], 5, false, 'you own 5: drill row by row'],
    ['not even for this row', [9], 2, true, 'you own 2: drill row by row'],
  ])('holders: %s', (_, counts, owned, warns, says) => {
    const holders = helps({}, counts, { 3: owned })[0];
    expect(holders).toMatchObject({ kind: 'holders', order: [5, 9, 1], warns });
    expect(holders?.says).toContain(says);
  });
  it.each([
    ['another hole than the row’s', 7 / 64, true],
    ['the row’s own', 0.098, false],
    ['half a thousandth off: the same', 0.0985, false],
  ])('a blind fastener that wants %s', (_, inch, isSaid) => {
    const blind = blindFastener('blind 3/32', { mm: inches(inch), text: '', units: 'in' });
    /* A row takes its fastener's hole by itself; only a hole that was typed can differ. */
    const hole = { mm: inches(0.098), text: '#40', units: 'in' as const };
    expect(helps({ fastenerId: 'b', hole }, [9], {}, blind).some((h) => h.kind === 'blind-hole')).toBe(isSaid);
    expect(helps({ fastenerId: 'b' }, [9], {}, blind).some((h) => h.kind === 'blind-hole')).toBe(false);
  });
});
