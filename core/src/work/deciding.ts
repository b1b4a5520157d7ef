import type { InHole } from '../done/in-hole';
import { calloutOf } from '../prep/callout-of';
import { notSolid, type Stack } from '../prep/stack';
import type { Plan } from '../prep/plan';
import type { PlannedLayer } from '../prep/walk';
import type { Step } from '../record/steps';
import type { RowDefinition } from '../record/definitions';
import { clicksOf } from '../rivet/cone';
import type { Setup } from '../setup/setup';
import type { RivetSize } from '../tables/fasteners';
import { PROFILES, type ProfileId } from '../tables/profiles';
import type { Mm } from '../units/length';

/** One of the two or three numbers that decide whether the work at hand comes right. Lengths in mm. */
export type DecidingNumber =
  | { readonly what: 'bit'; readonly drill: string | null; readonly diameter: Mm }
  | { readonly what: 'through'; readonly length: Mm }
  | { readonly what: 'dies'; readonly dash: number | null; readonly name: string }
  | { readonly what: 'sheet'; readonly length: Mm }
  | { readonly what: 'depth'; readonly length: Mm }
  | { readonly what: 'across'; readonly length: Mm }
  | { readonly what: 'clicks'; readonly clicks: number }
  | { readonly what: 'callout'; readonly text: string }
  | { readonly what: 'grip'; readonly length: Mm }
  | { readonly what: 'width'; readonly from: Mm; readonly to: Mm }
  | { readonly what: 'height'; readonly from: Mm; readonly to: Mm }
  | { readonly what: 'proud'; readonly length: Mm };

interface AtHand {
  readonly row: RowDefinition;
  readonly stack: Stack;
  readonly plan: Plan;
  readonly setup: Setup;
  /** The steps that are done in this set-up. */
  readonly steps: readonly Step[];
  /** The length the builder takes instead of the planned one, where rivets go in. */
  readonly lengthDash?: number | undefined;
  /** What is in the hole that is looked at, by the record; absent: what is planned. */
  readonly there?: InHole | undefined;
}

/**
 * The numbers a builder needs in sight while doing this set-up on this row, the one that decides first; none where nothing is set or measured,
 * as in scuffing. Example: countersinking gives how deep, how far across the surface, and how many clicks past a flush head.
 */
export function decidingNumbers({ row, stack, plan, setup, steps, lengthDash, there }: AtHand): DecidingNumber[] {
  const layer = layerAtHand(row, plan, steps);
  const { tool } = setup;
  switch (setup.operation) {
    case 'piloted':
    case 'drilled':
      return [
        ...(tool.kind === 'bit' ? [{ what: 'bit' as const, drill: tool.drill, diameter: tool.diameter }] : []),
        { what: 'through', length: stack.layers.reduce((sum, l) => sum + l.thickness, 0) as Mm },
      ];
    case 'dimpled':
      return [
        ...(tool.kind === 'dies'
          ? [{ what: 'dies' as const, dash: tool.name === undefined ? tool.dash : null, name: tool.name ?? '' }]
          : []),
        ...(layer ? [{ what: 'sheet' as const, length: layer.thickness }] : []),
      ];
    case 'countersunk':
      return cutNumbers(layer, setup);
    case 'set':
      return setNumbers(stack, plan, lengthDash);
    case 'inspected':
      return lookNumbers(stack, plan, there);
    default:
      return [];
  }
}

function layerAtHand(row: RowDefinition, plan: Plan, steps: readonly Step[]): PlannedLayer | undefined {
  const id = steps.find((s) => s.layerId !== null)?.layerId;
  return id === undefined ? undefined : plan.layers[row.layers.findIndex((l) => l.id === id)];
}

/** Of the face this set-up cuts: a sheet flush on both sides has two. */
function cutNumbers(layer: PlannedLayer | undefined, { tool }: Setup): DecidingNumber[] {
  if (!layer || tool.kind !== 'cutter') return [];
  const face = layer.faces?.find((f) => f.depth === tool.depth) ?? layer;
  return [
    { what: 'depth', length: tool.depth },
    ...(face.surfaceDiameter === undefined ? [] : [{ what: 'across' as const, length: face.surfaceDiameter }]),
    ...(face.extraDepth === undefined ? [] : [{ what: 'clicks' as const, clicks: clicksOf(face.extraDepth) }]),
  ];
}

function setNumbers(stack: Stack, plan: Plan, lengthDash: number | undefined): DecidingNumber[] {
  const text = lengthDash === undefined ? plan.rivet.callout : calloutOf(stack, lengthDash);
  const callout = { what: 'callout' as const, text };
  if (notSolid(stack)) return [callout, { what: 'grip', length: plan.grip }];
  if (stack.far) return [callout, ...proudOf(plan)];
  return [callout, widthOf(stack.profile, stack.size)];
}

/** Judged is what is in, whatever is planned now. */
function lookNumbers(stack: Stack, plan: Plan, there: InHole | undefined): DecidingNumber[] {
  if (there?.isRecorded) {
    if (there.kind !== 'solid' || there.isFarFlush) return [{ what: 'callout', text: there.name }];
    return [widthOf(stack.profile, there.size), heightOf(stack.profile, there.size)];
  }
  if (notSolid(stack)) return [{ what: 'callout', text: plan.rivet.callout }];
  if (stack.far) return [{ what: 'callout', text: plan.rivet.callout }, ...proudOf(plan)];
  return [widthOf(stack.profile, stack.size), heightOf(stack.profile, stack.size)];
}

const proudOf = ({ rivet }: Plan): DecidingNumber[] => (rivet.proud === undefined ? [] : [{ what: 'proud', length: rivet.proud }]);

const widthOf = (profile: ProfileId, size: RivetSize): DecidingNumber => ({
  what: 'width',
  from: (PROFILES[profile].minWidthD * size.diameter) as Mm,
  to: (PROFILES[profile].maxWidthD * size.diameter) as Mm,
});

const heightOf = (profile: ProfileId, size: RivetSize): DecidingNumber => ({
  what: 'height',
  from: (PROFILES[profile].minHeightD * size.diameter) as Mm,
  to: (PROFILES[profile].maxHeightD * size.diameter) as Mm,
});
