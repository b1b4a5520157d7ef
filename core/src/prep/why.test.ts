import { describe, expect, it } from 'vitest';
import { readPrepDocument } from '../formats/prep-document';
import { planStack } from './plan';
import { evaluateWhy, whyOf, whyText, type Why, type WhyId } from './why';

const read = readPrepDocument({
  head: 'flush-100',
  diameter: '3/32',
  stack: [
    { part: 'skin', thickness: 0.025 },
    { part: 'flange', thickness: 0.04 },
  ],
  nest: 'computed',
});
if (!read.ok) throw new Error('refused');
const { stack } = read.value;
const plan = planStack(stack);

/** The printed expression worked out by the language itself: a second way to the same number. */
function byExpression(why: Why): number {
  const rad = Math.PI / 180;
  const names = why.inputs.map((i) => i.symbol);
  const values = why.inputs.map((i) => (i.kind === 'half-angle' ? i.value * rad : i.value));
  return new Function('sin', 'cos', 'tan', 'sqrt', ...names, `return ${why.expression.replaceAll('^', '**')}`)(
    Math.sin,
    Math.cos,
    Math.tan,
    Math.sqrt,
    ...values,
  ) as number;
}

describe('why', () => {
  it.each<[WhyId, number]>([
    ['surface', 1],
    ['depth', 1],
    ['extra-depth', 1],
    ['clicks', 1],
    ['hole-left', 1],
    ['two-thirds', 1],
    ['waist', 1],
    ['ideal-length', 0],
    ['length', 0],
    ['head-volume', 0],
    ['width', 0],
    ['grip', 0],
  ])('%s: the printed formula gives the number shown', (id, layer) => {
    const why = whyOf(id, stack, plan, { layer }) as Why;
    expect(evaluateWhy(why)).toBeCloseTo(byExpression(why), 9);
  });
  it('gives the planned numbers', () => {
    expect(evaluateWhy(whyOf('depth', stack, plan, { layer: 1 }) as Why)).toBe(plan.layers[1]?.depth);
    expect(evaluateWhy(whyOf('surface', stack, plan, { layer: 1 }) as Why)).toBe(plan.layers[1]?.surfaceDiameter);
    expect(evaluateWhy(whyOf('ideal-length', stack, plan) as Why)).toBe(plan.rivet.ideal);
    expect(evaluateWhy(whyOf('width', stack, plan) as Why)).toBe(plan.rivet.widthAtHalfD);
  });
  it('is filled with the row’s own numbers, and a changed input changes the text', () => {
    const why = whyOf('depth', stack, plan, { layer: 1 }) as Why;
    expect(whyText(why, 'in')).toEqual({
      symbols: 'd = (C − Dh) / (2 × tan(a))',
      filled: '(.1972 − .098) / (2 × tan(50°))',
      result: '.0416 in',
    });
    const other = { ...why, inputs: why.inputs.map((i) => (i.symbol === 'Dh' ? { ...i, value: 0.1 * 25.4 } : i)) };
    expect(whyText(other, 'in').filled).toBe('(.1972 − .100) / (2 × tan(50°))');
    expect(whyText(other, 'in').result).toBe('.0408 in');
    expect(whyText(why, 'mm').result).toBe('1.06 mm');
  });
  it('is null where the row has no such number', () => {
    expect(whyOf('depth', stack, plan, { layer: 0 })).toBeNull();
  });
});
