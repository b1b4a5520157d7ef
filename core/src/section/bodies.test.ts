import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { readPrepDocument, type PrepDocument } from '../formats/prep-document';
import { planStack } from '../prep/plan';
import type { Stack } from '../prep/stack';
import { overlap } from '../../test/overlap';
import { sectionOf, type Point } from './section';

function stackFor(document: PrepDocument): Stack {
  const read = readPrepDocument(document);
  if (!read.ok) throw new Error(JSON.stringify(read.problem));
  return read.value.stack;
}

/** A hundred-thousandth of a square millimetre: what rounding leaves. */
const NOTHING = 1e-6;

describe('no drawn body overlaps another', () => {
  const sheet = fc.record({
    part: fc.constant('p'),
    thickness: fc.integer({ min: 10, max: 250 }).map((n) => n / 1000),
    plans: fc.option(fc.constantFrom('dimple' as const, 'countersink' as const, 'none' as const, 'through' as const), { nil: undefined }),
    bothSides: fc.boolean(),
  });
  const own = fc.record({
    kind: fc.constantFrom('solid' as const, 'blind' as const, 'screw' as const, 'bolt' as const),
    diameter: fc.constant(0.19),
    hole: fc.constantFrom(0.19, 0.1935, 0.21),
    head: fc.oneof(
      fc.record({ kind: fc.constant('flush' as const), diameter: fc.constantFrom(0.3, 0.385), angle: fc.constantFrom(82, 100, 120) }),
      fc.record({ kind: fc.constant('protruding' as const), diameter: fc.constant(0.4), height: fc.constant(0.1) }),
    ),
  });
  const random = fc.record(
    {
      stack: fc.array(sheet, { minLength: 1, maxLength: 5 }),
      diameter: fc.constantFrom('3/32', '1/8', '5/32', '3/16'),
      head: fc.constantFrom('flush-100' as const, 'protruding' as const),
      cutterAngle: fc.constantFrom(82, 100, 100, 120),
      nest: fc.constantFrom('computed' as const, { fixed: 0.007 }),
      angles: fc.constantFrom('parallel' as const, 'stepped' as const),
      far: fc.constantFrom('plain' as const, 'flush' as const),
      school: fc.constantFrom('kit-032' as const, 'band-030-040' as const, 'production-040' as const, 'two-thirds' as const),
    },
    { requiredKeys: ['stack', 'diameter', 'head'] },
  );
  it('in 1,000 random stacks', () => {
    let drawn = 0;
    fc.assert(
      fc.property(random, (document) => {
        const read = readPrepDocument(document);
        if (!read.ok) return true;
        drawn++;
        const { mm2, of } = overlap(read.value.stack);
        if (mm2 > NOTHING) throw new Error(`${of}: ${mm2}`);
        return true;
      }),
      { seed: 15, numRuns: 2500 },
    );
    expect(drawn).toBeGreaterThan(1000);
  });
  it('in 300 stacks closed with other fasteners', () => {
    fc.assert(
      fc.property(fc.array(sheet, { minLength: 1, maxLength: 4 }), own, (stack, fastener) => {
        const { mm2, of } = overlap(stackFor({ fastener, stack } as PrepDocument));
        if (mm2 > NOTHING) throw new Error(`${of}: ${mm2}`);
        return true;
      }),
      { seed: 16, numRuns: 600 },
    );
  });
});

/** Volume of a body turned about the axis, over pi/4: by the cones its sides make. */
function turned(outline: readonly Point[]): number {
  let sum = 0;
  outline.forEach((p, i) => {
    const q = outline[(i + 1) % outline.length] as Point;
    sum += ((q.y - p.y) * (p.x ** 2 + p.x * q.x + q.x ** 2)) / 3;
  });
  return Math.abs(4 * sum);
}

describe('flush on both sides the drawing holds what the formula says', () => {
  const stacks: number[][] = [];
  for (const top of [0.016, 0.02, 0.025, 0.032])
    for (const [strip, bottom] of [
      [0.125, 0.02],
      [0.14, 0.025],
      [0.16, 0.032],
      [0.19, 0.016],
      [0.25, 0.02],
    ] as const)
      stacks.push([top, strip, bottom]);
  for (const plain of [[0.125], [0.2], [0.063, 0.063], [0.08, 0.05, 0.08], [0.02, 0.02, 0.16, 0.02], [0.016, 0.02, 0.19, 0.02, 0.016]])
    stacks.push(plain);
  for (const one of [0.1, 0.11, 0.14, 0.18]) stacks.push([one]);
  it('is tried on 30 of them', () => expect(stacks).toHaveLength(30));
  it.each(stacks.map((s) => [s.join(' / '), s] as const))('%s', (_, sheets) => {
    const stack = stackFor({
      head: 'flush-100',
      diameter: '3/32',
      far: 'flush',
      stack: sheets.map((thickness, i) => ({ part: `s${i}`, thickness })),
    });
    const plan = planStack(stack);
    expect(plan.layers.map((l) => l.waist)).toEqual(sheets.map(() => undefined));
    const { rivet } = sectionOf(stack, plan);
    const metal = [rivet.headOutline, rivet.shankOutline, rivet.drivenOutline, ...rivet.fill].reduce((sum, o) => sum + turned(o), 0);
    const [A, D] = [stack.size.flushHead, stack.size.diameter];
    const tan = Math.tan((50 * Math.PI) / 180);
    /* A rivet: its shank over its whole length, and what its head has beyond the shank. */
    const made = plan.rivet.length * D ** 2 + (A ** 3 - D ** 3) / (6 * tan) - (D ** 2 * (A - D)) / (2 * tan);
    expect(Math.abs(metal / made - 1)).toBeLessThan(1e-9);
    expect(overlap(stack).mm2).toBeLessThan(NOTHING);
  });
});
