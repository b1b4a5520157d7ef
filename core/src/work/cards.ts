import { coneDepth, coneOf, surfaceOfDepth } from '../rivet/cone';
import type { Plan } from '../prep/plan';
import { drawnHead, type Stack } from '../prep/stack';
import type { RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { isDone, plannedFace, type HoleStates, type Step } from '../record/steps';
import { MM_PER_INCH, type Mm } from '../units/length';
import type { Finding } from '../prep/findings';
import type { Setup, SetupTool, SetupUse } from '../setup/setup';
import { workFindings } from './work-findings';

/** A row as a set-up card needs it. */
export interface CardRow {
  readonly id: string;
  readonly title: string;
  readonly row: RowDefinition;
  readonly stack: Stack;
  readonly plan: Plan;
  readonly uses: readonly SetupUse[];
  readonly states: HoleStates;
}

/** One sheet of one row on a card. */
export interface CardLine {
  readonly rowId: string;
  readonly title: string;
  readonly hand: RowDefinition['hand'];
  readonly part: string;
  readonly thickness: Mm;
  /** The male die, or the cutter, works on this face. */
  readonly side: 'head' | 'shop';
  readonly holes: number;
  readonly openHoles: number;
  /** Thickness of the dimpled sheets that come down into it. */
  readonly nest: Mm;
  /** What the plan warns of in this sheet. */
  readonly findings: readonly Finding[];
  /** Names of the row's sheets, for the findings' sentences. */
  readonly parts: readonly { readonly part: string }[];
}

/** The cage's setting by both ways, clicks past where a bare rivet lies flush. */
export interface CageClicks {
  readonly flushDepth: Mm;
  readonly computed: number;
  /** The fixed rule of thumb: .007 under any dimple, nothing under a bare head. */
  readonly ruleOfThumb: number;
  readonly differs: number;
}

export interface SetupCard {
  readonly setup: Setup;
  readonly depth: Mm | null;
  readonly surface: Mm | null;
  readonly clicks: CageClicks | null;
  /** Scrap to try it on: each thickness once, thinnest first, with the hole in it. */
  readonly scrap: readonly { readonly thickness: Mm; readonly hole: Mm }[];
  readonly lines: readonly CardLine[];
}

/** The rule of thumb of docs/rules.md: .007 in more under any dimple. */
const RULE_OF_THUMB_MM = 0.007 * MM_PER_INCH;

/**
 * A card for every set of dies and every setting of the cage that the rows need, in an order that keeps changes few: one size of
 * dies after the other, skin before substructure; then the cutters, each pilot's depths from the shallowest to the deepest.
 * `clickOf`: one click of the cage a set-up is cut with; `only`: the card of one set-up.
 */
export function setupCards(rows: readonly CardRow[], clickOf: (setupKey: string) => Mm, only?: Setup['key']): SetupCard[] {
  const found = new Map<string, { setup: Setup; uses: { row: CardRow; steps: readonly Step[] }[] }>();
  for (const row of rows)
    for (const use of row.uses) {
      if (use.setup.tool.kind !== 'dies' && use.setup.tool.kind !== 'cutter') continue;
      if (only !== undefined && use.setup.key !== only) continue;
      const known = found.get(use.setup.key);
      if (known) known.uses.push({ row, steps: use.steps });
      else found.set(use.setup.key, { setup: use.setup, uses: [{ row, steps: use.steps }] });
    }
  return [...found.values()]
    .map(({ setup, uses }) => cardOf(setup, uses, clickOf(setup.key)))
    .sort((a, b) => compareTools(a.setup.tool, b.setup.tool));
}

function cardOf(setup: Setup, uses: readonly { row: CardRow; steps: readonly Step[] }[], click: Mm): SetupCard {
  const lines = uses.flatMap(({ row, steps }) => steps.map((step) => lineOf(row, step)));
  const holes = new Map<string, { thickness: Mm; hole: Mm }>();
  for (const { row, steps } of uses)
    for (const step of steps) {
      const layer = row.stack.layers[row.row.layers.findIndex((l) => l.id === step.layerId)];
      if (layer) holes.set(`${layer.thickness}/${row.stack.hole}`, { thickness: layer.thickness, hole: row.stack.hole });
    }
  const scrap = [...holes.values()].sort((a, b) => a.thickness - b.thickness || a.hole - b.hole);
  const { tool } = setup;
  const first = uses[0];
  if (tool.kind !== 'cutter' || !first) return { setup, depth: null, surface: null, clicks: null, scrap, lines };
  const cone = coneOf(tool.angleDeg);
  const flushDepth = coneDepth(cone, drawnHead(first.row.stack), tool.pilot);
  const isUnderDimple = lines.some((l) => l.nest > 0);
  const computed = (tool.depth - flushDepth) / click;
  const ruleOfThumb = isUnderDimple ? RULE_OF_THUMB_MM / click : 0;
  return {
    setup,
    depth: tool.depth,
    surface: surfaceOfDepth(cone, tool.depth, tool.pilot),
    clicks: { flushDepth, computed, ruleOfThumb, differs: ruleOfThumb - computed },
    scrap,
    lines,
  };
}

function lineOf({ id, title, row, stack, plan, states }: CardRow, step: Step): CardLine {
  const index = row.layers.findIndex((l) => l.id === step.layerId);
  const layer = stack.layers[index];
  const holes = holesInPlan(row.holes).filter((h) => !h.holds?.includes('no-prep'));
  return {
    rowId: id,
    title,
    hand: row.hand,
    part: layer?.part ?? '',
    thickness: layer?.thickness ?? (0 as Mm),
    side: step.side ?? 'head',
    holes: holes.length,
    openHoles: holes.filter((h) => !isDone(step, states.get(h.id))).length,
    nest: nestOf(plan.layers[index], step),
    findings: workFindings(row, plan, [step]),
    parts: stack.layers,
  };
}

function nestOf(layer: Plan['layers'][number] | undefined, step: Step): Mm {
  return layer ? plannedFace(layer, step.side).nest : (0 as Mm);
}

/** Dies before cutters; then whatever is changed least often first in the comparison. */
function compareTools(a: SetupTool, b: SetupTool): number {
  if (a.kind === 'dies' && b.kind === 'dies')
    return a.dash - b.dash || a.angleDeg - b.angleDeg || Number(a.sheet === 'substructure') - Number(b.sheet === 'substructure');
  if (a.kind === 'cutter' && b.kind === 'cutter')
    return (
      Number(a.isSecondFace ?? false) - Number(b.isSecondFace ?? false) || a.angleDeg - b.angleDeg || a.pilot - b.pilot || a.depth - b.depth
    );
  return a.kind === 'dies' ? -1 : 1;
}
