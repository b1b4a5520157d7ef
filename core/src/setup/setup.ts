import { notSolid, type StackFastener } from '../prep/stack';
import { CLICK } from '../rivet/cone';
import type { Plan } from '../prep/plan';
import type { Stack } from '../prep/stack';
import type { PlannedFace, PlannedLayer } from '../prep/walk';
import type { LayerDefinition, RowDefinition } from '../record/definitions';
import { isSecondFace, plannedFace, type Step } from '../record/steps';
import { drillOfDiameter } from '../tables/drills';
import type { Head } from '../tables/fasteners';
import { inches, type Mm } from '../units/length';

/** What is in the hand or in the tool for one kind of step. */
export type SetupTool =
  | {
      readonly kind: 'bit';
      readonly diameter: Mm;
      /** As a builder names it; null: no drill of the tables. */ readonly drill: string | null;
    }
  | {
      readonly kind: 'dies';
      readonly dash: number;
      readonly angleDeg: number;
      readonly sheet: 'skin' | 'substructure';
      /** Of a fastener that is no solid rivet: which, and the dies its entry names. */ readonly name?: string;
      readonly dieToolId?: string;
    }
  | {
      readonly kind: 'cutter';
      readonly angleDeg: number;
      readonly pilot: Mm;
      readonly depth: Mm;
      /** The second face of a strip: in the jig. */ readonly isSecondFace?: true;
    }
  | {
      readonly kind: 'sets';
      readonly dash: number;
      readonly head: Head;
      /** Both sides end flush: a bar under it, the flush set last. */ readonly isFarFlush?: true;
    }
  | { readonly kind: 'puller'; readonly name: string }
  /** For screws and bolts. */
  | { readonly kind: 'driver'; readonly name: string }
  | {
      readonly kind: 'hand';
      /** What is closed, where it is an open hole's end. */ readonly name?: string;
    };

/** A set-up: an operation and what is in the tool. Derived, never entered; the key stays the same while both do. */
export interface Setup {
  readonly key: string;
  readonly operation: Step['kind'];
  readonly tool: SetupTool;
}

/** A set-up of a row with the steps that are done in it. */
export interface SetupUse {
  readonly setup: Setup;
  readonly steps: readonly Step[];
}

/** The first hole where the kit has none: one rivet size down; dash 3 starts with 3/32. Source: the bits of docs/rules.md. */
const PILOT_OF_DASH: Readonly<Record<3 | 4 | 5 | 6, Mm>> = { 3: inches(3 / 32), 4: inches(0.098), 5: inches(0.1285), 6: inches(0.159) };

/** A length in the key: to the hundredth of a millimetre, finer than any drill differs from its neighbour. */
const inKey = (length: Mm): string => (Math.round(length * 100) / 100).toFixed(2);

/** The set-up a step of a row is done in. */
export function setupOf(step: Step, row: RowDefinition, stack: Stack, plan: Pick<Plan, 'layers'>): Setup {
  const make = (key: string, tool: SetupTool): Setup => ({ key: `${step.kind}/${key}`, operation: step.kind, tool });
  switch (step.kind) {
    case 'drilled':
      return make(inKey(stack.hole), { kind: 'bit', diameter: stack.hole, drill: drillOfDiameter(stack.hole) });
    case 'dimpled': {
      const sheet = layerOf(step, row.layers, plan.layers)?.receives === 'dimple' ? 'substructure' : 'skin';
      const angleDeg = stack.headAngleDeg;
      const other = notSolid(stack);
      /* Dies of another fastener are its own: its head and its angle, not those of a rivet of that size. */
      if (other)
        return make(`${other.kind}/${other.name}/${angleDeg}/${sheet}`, {
          kind: 'dies',
          dash: stack.size.dash,
          angleDeg,
          sheet,
          name: other.name,
          ...(other.dieToolId ? { dieToolId: other.dieToolId } : {}),
        });
      const { dash } = stack.size;
      return make(`${dash}/${angleDeg}/${sheet}`, { kind: 'dies', dash, angleDeg, sheet });
    }
    case 'countersunk': {
      const depth = layerOf(step, row.layers, plan.layers)?.depth ?? (0 as Mm);
      const clicks = Math.round(depth / CLICK);
      return make(`${stack.cutterAngleDeg}/${inKey(stack.hole)}/${clicks}${isSecondFace(step) ? '/second' : ''}`, {
        kind: 'cutter',
        angleDeg: stack.cutterAngleDeg,
        pilot: stack.hole,
        depth,
        ...(isSecondFace(step) ? { isSecondFace: true as const } : {}),
      });
    }
    case 'piloted': {
      const pilot = pilotOf(row, stack);
      return make(inKey(pilot), { kind: 'bit', diameter: pilot, drill: drillOfDiameter(pilot) });
    }
    case 'set':
      return fastenerSetup(notSolid(stack), make) ?? setsOf(stack, make);
    case 'laid-out':
    case 'deburred':
    case 'edges-deburred':
    case 'creased':
    case 'scuffed':
    case 'cleaned':
    case 'primed':
    case 'inspected':
      return make('hand', { kind: 'hand' });
  }
}

/** The first hole: the one that was said; else one rivet size down; of another fastener's hole the largest of these that is smaller. */
export function pilotOf(row: RowDefinition, stack: Stack): Mm {
  const [stage] = row.stages ?? [];
  if (stage) return stage.hole.mm as Mm;
  const other = notSolid(stack);
  if (!other) return PILOT_OF_DASH[row.dash];
  if (other.dieHole !== undefined) return other.dieHole;
  return Object.values(PILOT_OF_DASH).reduce((best, pilot) => (pilot < stack.hole && pilot > best ? pilot : best), PILOT_OF_DASH[3]);
}

function setsOf({ size, head, far }: Stack, make: (key: string, tool: SetupTool) => Setup): Setup {
  const { dash } = size;
  return far
    ? make(`${dash}/${head}/far`, { kind: 'sets', dash, head, isFarFlush: true })
    : make(`${dash}/${head}`, { kind: 'sets', dash, head });
}

/** What another fastener than a solid rivet is closed with; null: it is none. */
function fastenerSetup(other: StackFastener | undefined, make: (key: string, tool: SetupTool) => Setup): Setup | null {
  if (!other) return null;
  if (other.kind === 'none') return make(`none/${other.name}`, { kind: 'hand', name: other.name });
  if (other.kind === 'blind') return make(`blind/${other.name}`, { kind: 'puller', name: other.name });
  return make(`${other.kind}/${other.name}`, { kind: 'driver', name: other.name });
}

function layerOf(step: Step, layers: readonly LayerDefinition[], planned: readonly PlannedLayer[]): PlannedLayer | PlannedFace | undefined {
  const layer = planned[layers.findIndex((l) => l.id === step.layerId)];
  return layer && plannedFace(layer, step.side);
}

/** The steps of a row gathered by set-up, in the order they are first wanted. */
export function setupsOf(steps: readonly Step[], row: RowDefinition, stack: Stack, plan: Pick<Plan, 'layers'>): SetupUse[] {
  const found = new Map<string, { setup: Setup; steps: Step[] }>();
  for (const step of steps) {
    const setup = setupOf(step, row, stack, plan);
    const known = found.get(setup.key);
    if (known) known.steps.push(step);
    else found.set(setup.key, { setup, steps: [step] });
  }
  return [...found.values()];
}
