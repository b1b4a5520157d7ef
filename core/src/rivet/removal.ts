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
  | 'back-up-drive'
  | 'find-head'
  | 'unscrew'
  | 'nut-off'
  | 'pull-pin'
  | 'open-up'
  | 'stop';

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
  | 'stuck-relief'
  | 'stuck'
  | 'lean-back'
  | 'creep-slower'
  | 'creep-half'
  | 'off-too-deep'
  | 'off-on-sheet'
  | 'blind-stem'
  | 'blind-head'
  | 'blind-rest'
  | 'far-which-head'
  | 'far-drive-out'
  | 'unscrew'
  | 'nut-rivets'
  | 'pin-out'
  | 'opened-up';

export interface RemovalQuestion {
  readonly callout: Pick<Callout, 'head' | 'alloy'> & { readonly size: RivetSize };
  readonly grip: Mm;
  readonly shopHeadShort: boolean;
  /** Told beforehand: the head is drilled anew from its true centre. */
  readonly offCentre?: boolean | undefined;
  /** What went wrong at a step of the card, which goes on from there. */
  readonly mishap?: Mishap | null | undefined;
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

/** Where a bit went that left the centre of a head: still inside its inner half, beyond it, or off it onto the sheet. */
export const OFF_CENTRES = ['inner', 'beyond', 'sheet'] as const;
export type OffCentre = (typeof OFF_CENTRES)[number];

/** How deep it went there: at most as deep as the head is high, or deeper. */
export const MISHAP_DEPTHS = ['within', 'deeper'] as const;
export type MishapDepth = (typeof MISHAP_DEPTHS)[number];

/** A bit that went off centre, at a drilling step of the card (its index). */
export interface Mishap {
  readonly at: number;
  readonly offCentre: OffCentre;
  readonly depth: MishapDepth;
}

/** Steps in which something is drilled: only there a bit goes off centre. */
export const DRILLING: readonly RemovalDo[] = ['pilot-drill', 'head-drill', 'weaken-head', 'relieve'];

const headHeightOf = ({ callout: { head, size } }: RemovalQuestion): Mm =>
  head === 'flush-100' ? size.flushHeadHeight : size.protrudingHeadHeight;

/** Steps to take one rivet out, in their order: only as deep as the head, never into the part. What was done before a mishap stands. */
export function removalSteps(q: RemovalQuestion): RemovalStep[] {
  const card = [...opening(q), ...headOff(q), ...rest(q)];
  const failed = q.mishap ? card[q.mishap.at] : undefined;
  return q.mishap && failed ? [...card.slice(0, q.mishap.at + 1), ...afterMishap(q, q.mishap, failed)] : card;
}

/** Punched, piloted, drilled to head height. */
function opening(q: RemovalQuestion): RemovalStep[] {
  const isRecentred = q.offCentre === true && q.callout.head === 'flush-100' && q.callout.size.dash !== 3;
  return [
    { do: 'centre-punch', because: 'centre' },
    ...pilotStep(q),
    { ...headStep(q), ...(isRecentred ? { because: 're-centre' as const } : {}) },
  ];
}

function pilotStep(q: RemovalQuestion): RemovalStep[] {
  const pilot = PILOT[q.callout.size.dash];
  return pilot ? [{ do: 'pilot-drill', bit: pilot, depth: headHeightOf(q), because: 'pilot' }] : [];
}

const headStep = (q: RemovalQuestion): RemovalStep => ({
  do: 'head-drill',
  bit: q.callout.size.drill,
  depth: headHeightOf(q),
  because: 'head-height',
});

/** The head off: tilted, or what goes for it where the card was begun off centre. */
function headOff(q: RemovalQuestion): RemovalStep[] {
  const { head, size } = q.callout;
  if (q.offCentre && head === 'protruding') return [{ do: 'chisel-head', because: 'chisel-sideways' }];
  if (q.offCentre && size.dash === 3) return [{ do: 'weaken-head', ...WEAKEN, because: 'creep-to-centre' }];
  return [{ do: 'tilt-head', punch: size.diameter, because: 'tilt' }];
}

/** The shank, once the head is off. */
function rest(q: RemovalQuestion): RemovalStep[] {
  const { size } = q.callout;
  const D = size.diameter;
  const isLong = longer(q.grip, 2 * D);
  const bit = PILOT[size.dash] ?? DASH3_RELIEF;
  return [
    ...(isLong || q.shopHeadShort ? [{ do: 'relieve', bit, because: isLong ? 'long-grip' : 'short-shop-head' } as const] : []),
    { do: 'rotate-pull', because: 'rotate-first' },
    ...(q.stuck
      ? ([
          { do: 'relieve', bit, because: 'stuck-relief' },
          { do: 'back-up-drive', punch: (D - SMALLER_MM) as Mm, because: 'stuck' },
        ] as const)
      : []),
  ];
}

/** How the card goes on after a bit left the centre. Source: off centre, by mishap, docs/rules.md. */
function afterMishap(q: RemovalQuestion, { offCentre, depth }: Mishap, failed: RemovalStep): RemovalStep[] {
  if (offCentre === 'sheet') return [{ do: 'stop', because: 'off-on-sheet' }];
  if (depth === 'deeper') return [{ do: 'stop', because: 'off-too-deep' }];
  /* The head is off already: the shank goes on as it would have. */
  if (failed.do === 'relieve')
    return rest(q)
      .filter((s) => s.do !== 'relieve' || s.because === 'stuck-relief')
      .slice(failed.because === 'stuck-relief' ? 2 : 0);
  const { head, size } = q.callout;
  const isInner = offCentre === 'inner';
  if (head === 'protruding')
    return isInner
      ? [{ ...headStep(q), because: 'lean-back' }, ...headOff({ ...q, offCentre: false }), ...rest(q)]
      : [{ do: 'chisel-head', because: 'chisel-sideways' }, ...rest(q)];
  if (size.dash === 3) return [{ do: 'weaken-head', ...WEAKEN, because: isInner ? 'creep-to-centre' : 'creep-slower' }, ...rest(q)];
  if (isInner)
    return [{ do: 'centre-punch', because: 're-centre' }, ...pilotStep(q), headStep(q), ...headOff({ ...q, offCentre: false }), ...rest(q)];
  return [{ do: 'weaken-head', bit: size.drill, depth: (headHeightOf(q) / 2) as Mm, because: 'creep-half' }, ...rest(q)];
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

/**
 * A rivet that is flush on both sides: its head's side found first, then as any other; its driven end is no head to grip and fills a cone
 * that is wider outside, so it goes out that way. Source: the handbook of joints.
 */
export function farFlushRemovalSteps(q: RemovalQuestion): RemovalStep[] {
  const D = q.callout.size.diameter;
  return [
    { do: 'find-head', because: 'far-which-head' },
    ...removalSteps({ ...q, shopHeadShort: true, stuck: false, mishap: shifted(q.mishap, -1) }).map((s): RemovalStep =>
      s.do === 'rotate-pull' ? { do: 'back-up-drive', punch: (D - SMALLER_MM) as Mm, because: 'far-drive-out' } : s,
    ),
  ];
}

/** The same mishap in a card that begins so many steps earlier. */
function shifted(mishap: Mishap | null | undefined, by: number): Mishap | null {
  return mishap ? { ...mishap, at: mishap.at + by } : null;
}

/** What is no rivet at all: a screw or bolt with the nut behind it, a pin, a hole that was closed. */
export function otherRemovalSteps(kind: 'screw' | 'bolt' | 'pin' | 'none' | 'bonded', hasNutGroup: boolean): RemovalStep[] {
  if (kind === 'pin') return [{ do: 'pull-pin', because: 'pin-out' }];
  if (kind === 'none' || kind === 'bonded') return [{ do: 'open-up', because: 'opened-up' }];
  return [{ do: 'unscrew', because: 'unscrew' }, ...(hasNutGroup ? [{ do: 'nut-off', because: 'nut-rivets' } as const] : [])];
}

/** The next rivet up for the same stack, with its ideal length; null after the largest. */
export function nextSizeUp({ callout, grip }: Pick<RemovalQuestion, 'callout' | 'grip'>, halfDash: boolean): NextSize | null {
  const size = rivetOfDash(callout.size.dash + 1);
  if (!size) return null;
  const lengthDash = nearestDash(idealLength(grip, size.diameter), halfDash);
  return { callout: { head: callout.head, alloy: callout.alloy, size, lengthDash }, hole: size.hole };
}
