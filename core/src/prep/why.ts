import { type Mm, type Units } from '../units/length';
import { showFactor, showNumber } from '../units/show';
import { dashLength } from '../rivet/callout';
import { headVolume, idealLength, widthAtHalfD } from '../rivet/length';
import { CLICK, coneDepth, coneOf, holeLeft, nestDepth, surfaceDiameter, surfaceOfDepth, waist } from '../rivet/cone';
import { coneBeyond, ringUnder } from '../rivet/far-flush';
import type { Plan } from './plan';
import type { PlannedLayer } from './walk';
import { drawnHead, type Stack } from './stack';

export type WhyId =
  | 'grip'
  | 'surface'
  | 'depth'
  | 'depth-fixed'
  | 'surface-fixed'
  | 'extra-depth'
  | 'clicks'
  | 'length'
  | 'hole-left'
  | 'waist'
  | 'waist-of-two'
  | 'far-ideal'
  | 'far-proud'
  | 'two-thirds'
  | 'ideal-length'
  | 'head-volume'
  | 'width'
  | 'times-diameter';

/** What goes into a formula: a length in mm, half a cutter's angle in degrees, or a plain factor. */
export interface WhyInput {
  readonly symbol: string;
  readonly label: string;
  readonly kind: 'length' | 'half-angle' | 'factor';
  readonly value: number;
}

/** A formula with one row's own numbers in it. Change an input's value and evaluate again. */
export interface Why {
  readonly id: WhyId;
  readonly symbol: string;
  readonly label: string;
  /** The right-hand side, in the symbols of the inputs. */
  readonly expression: string;
  readonly kind: 'length' | 'factor' | 'clicks';
  readonly inputs: readonly WhyInput[];
  readonly source: string;
}

interface Formula {
  readonly symbol: string;
  readonly label: string;
  readonly expression: string;
  readonly kind: Why['kind'];
  readonly source: string;
  readonly compute: (v: (symbol: string) => number) => number;
}

const GEOMETRY = 'Exact geometry of a cone, docs/rules.md, countersink.';
const LENGTH = 'Rule L = G + 1.5 D and the volume of the shank, docs/rules.md, rivet length.';
const FAR = 'What fills the cone on the far side, flush on both sides, docs/rules.md.';
const cone = (v: (symbol: string) => number) => coneOf(2 * v('a'));

const FORMULAS: Readonly<Record<Exclude<WhyId, 'grip'>, Formula>> = {
  surface: {
    symbol: 'C',
    label: 'Surface diameter',
    expression: 'A + 2 * n * (1 - sin(a)) / cos(a)',
    kind: 'length',
    source: GEOMETRY,
    compute: (v) => surfaceDiameter(cone(v), v('A') as Mm, v('n') as Mm),
  },
  depth: {
    symbol: 'd',
    label: 'Depth',
    expression: '(C - Dh) / (2 * tan(a))',
    kind: 'length',
    source: GEOMETRY,
    compute: (v) => coneDepth(cone(v), v('C') as Mm, v('Dh') as Mm),
  },
  'depth-fixed': {
    symbol: 'd',
    label: 'Depth with the fixed allowance',
    expression: '(A - Dh) / (2 * tan(a)) + f',
    kind: 'length',
    source: GEOMETRY,
    compute: (v) => coneDepth(cone(v), v('A') as Mm, v('Dh') as Mm) + v('f'),
  },
  'surface-fixed': {
    symbol: 'C',
    label: 'Surface diameter at that depth',
    expression: 'Dh + 2 * d * tan(a)',
    kind: 'length',
    source: GEOMETRY,
    compute: (v) => surfaceOfDepth(cone(v), v('d') as Mm, v('Dh') as Mm),
  },
  'extra-depth': {
    symbol: 'x',
    label: 'Deeper than for a flush head',
    expression: 'n * (1 / sin(a) - 1)',
    kind: 'length',
    source: GEOMETRY,
    compute: (v) => nestDepth(cone(v), v('n') as Mm),
  },
  clicks: {
    symbol: 'clicks',
    label: 'Clicks past a flush head',
    expression: 'x / click',
    kind: 'clicks',
    source: 'One click of the cage is .001 in.',
    compute: (v) => v('x') / v('click'),
  },
  'hole-left': {
    symbol: "Dh'",
    label: 'Hole left',
    expression: 'C - 2 * t * tan(a)',
    kind: 'length',
    source: GEOMETRY,
    compute: (v) => holeLeft(cone(v), v('C') as Mm, v('t') as Mm, v('Dh') as Mm),
  },
  waist: {
    symbol: 'w',
    label: 'Waist where both countersinks meet',
    expression: 'C - t * tan(a)',
    kind: 'length',
    source: GEOMETRY,
    compute: (v) => waist(cone(v), v('C') as Mm, v('C') as Mm, v('t') as Mm, v('Dh') as Mm) ?? v('Dh'),
  },
  'waist-of-two': {
    symbol: 'w',
    label: 'Waist where both countersinks meet',
    expression: '(C1 + C2) / 2 - t * tan(a)',
    kind: 'length',
    source: GEOMETRY,
    compute: (v) => (v('C1') + v('C2')) / 2 - v('t') * cone(v).tan,
  },
  'far-ideal': {
    symbol: 'L',
    label: 'Length that ends flush on the far side',
    expression: '(G * Dh^2 + 2 * Kh + R - K) / D^2',
    kind: 'length',
    source: FAR,
    compute: (v) => (v('G') * v('Dh') ** 2 + 2 * v('Kh') + v('R') - v('K')) / v('D') ** 2,
  },
  'far-proud': {
    symbol: 'p',
    label: 'How far the driven end stands above the far surface',
    expression: '(L * D^2 + K - G * Dh^2 - 2 * Kh - R) / A^2',
    kind: 'length',
    source: FAR,
    compute: (v) => (v('L') * v('D') ** 2 + v('K') - v('G') * v('Dh') ** 2 - 2 * v('Kh') - v('R')) / v('A') ** 2,
  },
  'two-thirds': {
    symbol: 'limit',
    label: 'Two thirds of the sheet',
    expression: '2 / 3 * t',
    kind: 'length',
    source: 'No knife edge: docs/rules.md, findings.',
    compute: (v) => (2 / 3) * v('t'),
  },
  'ideal-length': {
    symbol: 'L',
    label: 'Ideal length',
    expression: 'G + 1.5 * D',
    kind: 'length',
    source: LENGTH,
    compute: (v) => idealLength(v('G') as Mm, v('D') as Mm),
  },
  length: {
    symbol: 'L',
    label: 'Rivet length',
    expression: 'dash * step',
    kind: 'length',
    source: 'Length dashes go by sixteenths of an inch, MS20426 and MS20470.',
    compute: (v) => v('dash') * v('step'),
  },
  'head-volume': {
    symbol: 'V / D^3',
    label: 'Volume for the driven head',
    expression: '((L - G) * D^2 - G * (Dh^2 - D^2)) / D^3',
    kind: 'factor',
    source: LENGTH,
    compute: (v) => headVolume(v('L') as Mm, v('G') as Mm, v('D') as Mm, v('Dh') as Mm) / v('D') ** 3,
  },
  width: {
    symbol: 'W',
    label: 'Width of a head driven to half D',
    expression: 'sqrt(((L - G) * D^2 - G * (Dh^2 - D^2)) / (k * 0.5 * D))',
    kind: 'length',
    source: LENGTH,
    compute: (v) => widthAtHalfD(headVolume(v('L') as Mm, v('G') as Mm, v('D') as Mm, v('Dh') as Mm), v('D') as Mm, v('k')) ?? NaN,
  },
  'times-diameter': {
    symbol: 'limit',
    label: 'Limit',
    expression: 'm * D',
    kind: 'length',
    source: "Public guidance AC 43.13-1B and this project's defaults, docs/rules.md.",
    compute: (v) => v('m') * v('D'),
  },
};

/** Which number of a row: of a layer, of one of its faces, of another length. */
export interface WhyAt {
  readonly layer?: number;
  readonly face?: 'head' | 'far';
  readonly factor?: number;
  readonly lengthDash?: number;
}

/** Half the angle a number of a layer was reckoned with, degrees. */
function halfAngle(id: WhyId, stack: Stack, layer: Pick<PlannedLayer, 'surfaceDiameter' | 'depth'> | undefined): number {
  const isSurface = id === 'surface';
  if (stack.angles !== 'stepped' || isSurface || !layer?.depth || layer.surfaceDiameter === undefined) return stack.cutterAngleDeg / 2;
  return (Math.atan((layer.surfaceDiameter - stack.hole) / (2 * layer.depth)) * 180) / Math.PI;
}

/** A why for one number of a planned row. Null where the row has no such number. */
export function whyOf(id: WhyId, stack: Stack, plan: Plan, at: WhyAt = {}): Why | null {
  const whole = at.layer === undefined ? undefined : plan.layers[at.layer];
  const layer = at.face === undefined ? whole : whole?.faces?.find((f) => f.from === at.face);
  /* Of the older series the angles under a dimple are not the head's. */
  if (id === 'extra-depth' && stack.angles === 'stepped' && (layer?.nest ?? 0) > 0) return null;
  const len = (symbol: string, label: string, value: number | undefined): WhyInput => ({
    symbol,
    label,
    kind: 'length',
    value: value ?? NaN,
  });
  if (id === 'grip') {
    const inputs = plan.layers.map((l, i) => len(`t${i + 1}`, l.part || `Layer ${i + 1}`, l.thickness));
    return {
      id,
      symbol: 'G',
      label: 'Grip',
      expression: inputs.map((i) => i.symbol).join(' + '),
      kind: 'length',
      inputs,
      source: 'Total thickness of all layers.',
    };
  }
  const formula = FORMULAS[id];
  const bank: Record<string, WhyInput> = {
    A: len('A', 'Surface diameter of the head', drawnHead(stack)),
    n: len('n', 'Dimpled sheets above', layer?.nest),
    a: { symbol: 'a', label: 'Half the cutter angle', kind: 'half-angle', value: halfAngle(id, stack, layer) },
    C: len('C', 'Surface diameter', layer?.surfaceDiameter),
    d: len('d', 'Depth', layer?.depth),
    x: len('x', 'Deeper than for a flush head', layer?.extraDepth),
    click: len('click', 'One click of the cage', CLICK),
    f: len('f', 'Fixed allowance', stack.nest.kind === 'fixed' ? stack.nest.allowance : undefined),
    t: len('t', 'Thickness', whole?.thickness),
    C1: len('C1', 'Surface diameter at the head’s side', whole?.faces?.[0]?.surfaceDiameter),
    C2: len('C2', 'Surface diameter at the far side', whole?.faces?.[1]?.surfaceDiameter),
    ...farInputs(stack, plan),
    Dh: len('Dh', 'Hole', stack.hole),
    D: len('D', 'Rivet diameter', stack.size.diameter),
    G: len('G', 'Grip', plan.grip),
    L: len('L', 'Rivet length', at.lengthDash === undefined ? plan.rivet.length : dashLength(at.lengthDash)),
    dash: { symbol: 'dash', label: 'Length dash', kind: 'factor', value: at.lengthDash ?? plan.rivet.lengthDash },
    step: len('step', 'One dash, 1/16 in', dashLength(1)),
    k: { symbol: 'k', label: 'Form factor of the driven head', kind: 'factor', value: stack.limits.formFactor },
    m: { symbol: 'm', label: 'Times the diameter', kind: 'factor', value: at.factor ?? NaN },
  };
  const inputs = symbolsIn(formula.expression).map((s) => bank[s] as WhyInput);
  if (inputs.some((i) => Number.isNaN(i.value))) return null;
  return {
    id,
    symbol: formula.symbol,
    label: formula.label,
    expression: formula.expression,
    kind: formula.kind,
    inputs,
    source: formula.source,
  };
}

/** What goes into the fill of the far cone; volumes over pi/4, mm3. */
function farInputs(stack: Stack, plan: Plan): Record<string, WhyInput> {
  if (!stack.far) return {};
  const own = coneOf(stack.headAngleDeg);
  const A = drawnHead(stack);
  const volume = (symbol: string, label: string, value: number): WhyInput => ({ symbol, label, kind: 'factor', value });
  const rings = plan.layers.reduce((sum, l) => sum + (l.prep === 'dimple' ? ringUnder(own, l.thickness, stack.hole) : 0), 0);
  return {
    K: volume('K', 'What the head holds beyond the shank, mm³ over π/4', coneBeyond(own, A, stack.size.diameter)),
    Kh: volume('Kh', 'What each cone holds beyond the hole, mm³ over π/4', coneBeyond(own, A, stack.hole)),
    R: volume('R', 'Rings under the dimples, mm³ over π/4', rings),
  };
}

const FUNCTIONS = new Set(['sin', 'cos', 'tan', 'sqrt']);

function symbolsIn(expression: string): string[] {
  return [...new Set(expression.match(/[A-Za-z]\w*/g) ?? [])].filter((s) => !FUNCTIONS.has(s));
}

/** The result with these inputs, in mm (or as a factor or in clicks); null where it has none. */
export function evaluateWhy(why: Why): number | null {
  const v = (symbol: string) => why.inputs.find((i) => i.symbol === symbol)?.value ?? (symbol === 'Dh' ? 0 : NaN);
  const value = why.id === 'grip' ? why.inputs.reduce((sum, i) => sum + i.value, 0) : FORMULAS[why.id].compute(v);
  return Number.isFinite(value) ? value : null;
}

/** The formula filled with its numbers and its result, such as `d = (.1972 - .098) / (2 * tan(50)) = .0416 in`. */
export function whyText(why: Why, units: Units): { symbols: string; filled: string; result: string } {
  const show = (i: WhyInput) =>
    i.kind === 'length' ? showNumber(i.value, units) : i.kind === 'half-angle' ? `${showFactor(i.value)}\u00b0` : showFactor(i.value);
  const pretty = (text: string) =>
    text.replace(/ \* /g, ' \u00d7 ').replace(/\^2/g, '\u00b2').replace(/\^3/g, '\u00b3').replace(/ - /g, ' \u2212 ');
  const filled = why.expression.replace(/[A-Za-z]\w*/g, (s) => {
    const input = why.inputs.find((i) => i.symbol === s);
    return input ? show(input) : s;
  });
  const value = evaluateWhy(why);
  const result =
    value === null
      ? 'no such number'
      : why.kind === 'length'
        ? `${showNumber(value, units)} ${units}`
        : why.kind === 'clicks'
          ? `${value.toFixed(1)} clicks`
          : showFactor(value);
  return { symbols: `${pretty(why.symbol)} = ${pretty(why.expression)}`, filled: pretty(filled), result };
}
