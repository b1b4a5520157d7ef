import { inches, longer, type Mm } from '../units/length';
import { rivetOfDash, type RivetSize } from '../tables/fasteners';
import { nearestDash, idealLength } from './length';
import type { Callout } from './callout';

export type RemovalDo =
  | 'stem-out'
  | 'centre-punch'
  | 'pilot-drill'
  | 'head-drill'
  | 'tilt-head'
  | 'chisel-head'
  | 'weaken-head'
  | 'relieve'
  | 'rotate-pull'
  | 'back-up-drive';

/** One step of taking a rivet out. Lengths Mm; bits as a builder names them. */
export interface RemovalStep {
  readonly do: RemovalDo;
  readonly bit?: string;
  /** How deep at the lips of the bit, not its point. */
  readonly depth?: Mm;
  readonly punch?: Mm;
  /** Why this step, as a code with what it needs; the wording stands in `wording/removal.ts`. */
  readonly because: RemovalReason;
}

export type RemovalReason =
  | 'centre'
  | 're-centre'
  | 'pilot'
  | 'head-height'
  | 'tilt'
  | 'chisel-sideways'
  | 'creep-to-centre'
  | 'long-grip'
  | 'short-shop-head'
  | 'rotate-first'
  | 'stuck'
  | 'blind-stem'
  | 'blind-head'
  | 'blind-rest';

export interface RemovalQuestion {
  readonly callout: Pick<Callout, 'head' | 'alloy'> & { readonly size: RivetSize };
  readonly grip: Mm;
  readonly shopHeadShort: boolean;
  /** The drilling at which it went off centre, after which the card goes on; `true`: told beforehand, the head is drilled anew from its true centre. */
  readonly offCentre: boolean | 'pilot-drill' | 'head-drill';
  readonly stuck: boolean;
}

export interface NextSize {
  readonly callout: Callout;
  readonly hole: Mm;
}

/** The bit one rivet size down, and the one that relieves the shank. Source: the paragraph on taking a rivet out, docs/rules.md. */
const PILOT: Readonly<Record<number, string>> = { 4: '#40', 5: '#30', 6: '#21' };
const DASH3_RELIEF = '1/16';
const WEAKEN = { bit: '#30', depth: inches(0.021) };
/** A pin punch one size smaller than the shank, to drive with: a thirty-second less. */
const SMALLER_MM = inches(1 / 32);

/** Steps to take one rivet out, in their order: only as deep as the head, never into the part. */
export function removalSteps(q: RemovalQuestion): RemovalStep[] {
  const { size, head } = q.callout;
  const D = size.diameter;
  const headHeight = head === 'flush-100' ? size.flushHeadHeight : size.protrudingHeadHeight;
  const pilot = PILOT[size.dash];
  const isFlushSmall = head === 'flush-100' && size.dash === 3;
  const pilotStep: RemovalStep[] = pilot ? [{ do: 'pilot-drill', bit: pilot, depth: headHeight, because: 'pilot' }] : [];
  const headStep: RemovalStep = { do: 'head-drill', bit: size.drill, depth: headHeight, because: 'head-height' };
  const steps: RemovalStep[] = [{ do: 'centre-punch', because: 'centre' }, ...pilotStep];
  const isAtPilot = q.offCentre === 'pilot-drill' && pilotStep.length > 0;
  const isRecentred = q.offCentre !== false && head === 'flush-100' && !isFlushSmall;
  if (!isAtPilot) steps.push(isRecentred && q.offCentre === true ? { ...headStep, because: 're-centre' } : headStep);
  /* A flush head of dash 4 and up is centred anew from where the bit went off, and drilled again; no chisel. */
  if (isRecentred && q.offCentre !== true) steps.push({ do: 'centre-punch', because: 're-centre' }, ...pilotStep, headStep);
  else if (isAtPilot) steps.push(headStep);
  if (q.offCentre && head === 'protruding') steps.push({ do: 'chisel-head', because: 'chisel-sideways' });
  else if (q.offCentre && isFlushSmall) steps.push({ do: 'weaken-head', ...WEAKEN, because: 'creep-to-centre' });
  else steps.push({ do: 'tilt-head', punch: D, because: 'tilt' });
  const isLong = longer(q.grip, 2 * D);
  if (isLong || q.shopHeadShort)
    steps.push({ do: 'relieve', bit: pilot ?? DASH3_RELIEF, because: isLong ? 'long-grip' : 'short-shop-head' });
  steps.push({ do: 'rotate-pull', because: 'rotate-first' });
  if (q.stuck) steps.push({ do: 'back-up-drive', punch: (D - SMALLER_MM) as Mm, because: 'stuck' });
  return steps;
}

/**
 * Taking a blind rivet out: the stem first with a thin punch, then the head with the bit of its own hole, the rest driven out backed
 * up. `drill`: the bit of its hole as a builder names it; null: no drill of the tables.
 */
export function blindRemovalSteps(drill: string | null): RemovalStep[] {
  return [
    { do: 'stem-out', because: 'blind-stem' },
    { do: 'head-drill', ...(drill === null ? {} : { bit: drill }), because: 'blind-head' },
    { do: 'back-up-drive', because: 'blind-rest' },
  ];
}

/** The next rivet up for the same stack, with its ideal length; null after the largest. */
export function nextSizeUp({ callout, grip }: Pick<RemovalQuestion, 'callout' | 'grip'>, halfDash: boolean): NextSize | null {
  const size = rivetOfDash(callout.size.dash + 1);
  if (!size) return null;
  const lengthDash = nearestDash(idealLength(grip, size.diameter), halfDash);
  return { callout: { head: callout.head, alloy: callout.alloy, size, lengthDash }, hole: size.hole };
}
