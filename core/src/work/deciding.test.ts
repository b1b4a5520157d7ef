import { describe, expect, it } from 'vitest';
import { inHole } from '../done/in-hole';
import type { HoleDone } from '../done/hole-done';
import { fastenerOf } from '../done/work';
import type { FastenerDone } from '../record/mark-work';
import { KIT, NO_FASTENERS, part, rowOf } from '../../test/build';
import { planStack } from '../prep/plan';
import type { RowDefinition } from '../record/definitions';
import { stackOf } from '../record/stack-of';
import { stepsOf, type StepKind } from '../record/steps';
import { setupsOf } from '../setup/setup';
import { decidingWords, heldSentence, oddFacts } from '../wording/bench';
import { decidingNumbers } from './deciding';

const parts = new Map([part('p25', 'skin', 0.025), part('p63', 'spar', 0.063)].map((p) => [p.id, p.definition]));

/** What stands large at the bench of a row, in words. */
function wordsOf(kind: StepKind, more: Partial<RowDefinition> = {}, units: 'in' | 'mm' = 'in'): string[] {
  const row = rowOf(['p25', 'p63'], 4, { ...more });
  const stack = stackOf(row, { kit: KIT, parts, fasteners: NO_FASTENERS });
  if (!stack) throw new Error('no stack');
  const plan = planStack(stack);
  const use = setupsOf(stepsOf(row, plan.layers), row, stack, plan).find((u) => u.setup.operation === kind);
  if (!use) return [];
  return decidingNumbers({ row, stack, plan, setup: use.setup, steps: use.steps }).map((n) => {
    const { label, value } = decidingWords(n, units);
    return `${label}: ${value}`;
  });
}

describe('the numbers that decide', () => {
  it.each([
    ['drilled', 'bit, .098 in: #40; through: .088 in'],
    ['dimpled', 'dies: 3/32; sheet: .025 in'],
    ['scuffed', ''],
    ['cleaned', ''],
  ] as const)('of %s', (kind, words) => {
    expect(wordsOf(kind).join('; ')).toBe(words);
  });

  it('of a countersink are depth, diameter across and clicks, the same as on the card', () => {
    const [deep, across, clicks] = wordsOf('countersunk');
    expect(deep).toMatch(/^deep: \.04\d+ in$/);
    expect(across).toMatch(/^across: \.19\d+ in$/);
    expect(clicks).toMatch(/^past flush: \d+\.\d clicks$/);
    /* Second computation: the cone of 100 degrees from the hole's edge to the surface. */
    const d = Number(deep?.slice(6, -3));
    const s = Number(across?.slice(8, -3));
    expect(d).toBeCloseTo((s - 0.098) / 2 / Math.tan((50 * Math.PI) / 180), 3);
  });

  it('of a rivet are its call-out and how wide its head may be; of a look width and height', () => {
    expect(wordsOf('set')).toEqual([expect.stringMatching(/^goes in: MS20426AD3/), 'driven head wide: .1406 to .1641 in']);
    expect(wordsOf('inspected')).toEqual(['driven head wide: .1406 to .1641 in', 'driven head high: .0469 to .0938 in']);
  });

  it('stand in millimetres where the screen does', () => {
    expect(wordsOf('drilled', {}, 'mm').join('; ')).toMatch(/through: 2\.24 mm/);
  });
});

describe('where the record or the builder says another rivet', () => {
  const row = rowOf(['p25', 'p63'], 4);
  const stack = stackOf(row, { kit: KIT, parts, fasteners: NO_FASTENERS });
  if (!stack) throw new Error('no stack');
  const plan = planStack(stack);
  const use = (kind: StepKind) => setupsOf(stepsOf(row, plan.layers), row, stack, plan).find((u) => u.setup.operation === kind)!;
  const said = (kind: StepKind, more: Pick<Parameters<typeof decidingNumbers>[0], 'lengthDash' | 'there'>) =>
    decidingNumbers({ row, stack, plan, setup: use(kind).setup, steps: use(kind).steps, ...more }).map((n) => decidingWords(n, 'in').value);
  const recorded = (more: Partial<FastenerDone>) =>
    inHole({ fastener: { ...fastenerOf({ row, stack, plan }), ...more } } as HoleDone, { row, stack, plan });

  it('the length that was chosen goes in, not the planned one', () => {
    expect(said('set', { lengthDash: 4 })[0]).toBe('MS20426AD3-4');
  });
  it('a head is measured as what was set, whatever is planned now: dash 4 under a plan of dash 3', () => {
    /* 1.5 and 1.75, .5 and 1 times 1/8 in. */
    expect(said('inspected', { there: recorded({ dash: 4 }) })).toEqual(['.1875 to .2188 in', '.0625 to .125 in']);
  });
  it('what is no solid rivet is named, and no head of one is asked for', () => {
    expect(said('inspected', { there: recorded({ kind: 'blind', name: 'Blind 1/8' }) })).toEqual(['Blind 1/8']);
  });
});

describe('a hole held back', () => {
  it('says why, in the words of its hold', () => {
    expect(heldSentence(3, ['no-prep'], undefined)).toBe(
      'Hole 3 is held back here (no dimple or countersink: plug): it is not marked with the rest.',
    );
    expect(heldSentence(4, [], { kind: 'oversize', verdict: 'stop' })).toContain('(oversize)');
    expect(oddFacts(['no-rivet'], [])).toEqual(['nothing in it for now: leave empty']);
  });
});
