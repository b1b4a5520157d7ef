import type { RowEdge } from '../layout/outline';
import type { TrueSpacing } from '../layout/true-spacing';
import type { Head, RivetSize } from '../tables/fasteners';
import type { Limits } from '../tables/limits';
import type { ProfileId } from '../tables/profiles';
import type { Alloy } from '../tables/fasteners';
import type { Mm } from '../units/length';

/** What is done to a layer. `none`: drilled and deburred, nothing else. */
export type Prep = 'dimple' | 'countersink' | 'none';
export type PrepAnswer = Prep | 'unresolved';

export const SCHOOL_IDS = ['kit-032', 'band-030-040', 'production-040', 'two-thirds'] as const;
export type SchoolId = (typeof SCHOOL_IDS)[number];

/** One sheet of the stack. Layers are ordered from the head side. */
export interface StackLayer {
  readonly part: string;
  readonly thickness: Mm;
  /** The plans' own call-out for this sheet; it takes the place of the school's answer. */
  readonly plans?: Prep | undefined;
  /** Hole centre to this part's nearest edge. */
  readonly edge?: Mm | undefined;
  /** What the part's drawn outline says of the row's holes, where both are placed. */
  readonly outline?: RowEdge | undefined;
  /** Countersunk from both faces (a thin edge strip), both to the same surface diameter. */
  readonly bothSides?: boolean | undefined;
}

/** How the countersink under a dimple is made deeper: computed from the nest, or by a fixed allowance. */
export type Nest = { readonly kind: 'computed' } | { readonly kind: 'fixed'; readonly allowance: Mm };

/** Fasteners of a tighter or looser fit that would carry the same load together with the rivets. */
export type SharedLoad = 'bolts' | 'close-pins';

/** Everything a row's preparation depends on. */
export interface Stack {
  readonly school: SchoolId;
  readonly head: Head;
  readonly size: RivetSize;
  readonly alloy: Alloy;
  /** Final drilled diameter Dh, at least D. */
  readonly hole: Mm;
  readonly holeMax: Mm;
  /** Hole max of every size, the kit's own where it has one; absent: the tables'. */
  readonly holeMaxOf?: Readonly<Partial<Record<RivetSize['dash'], Mm>>> | undefined;
  readonly layers: readonly StackLayer[];
  readonly nest: Nest;
  /** Hole centre to the nearest edge of any part. */
  readonly edge?: Mm | undefined;
  readonly pitch?: Mm | undefined;
  readonly rowDistance?: Mm | undefined;
  /** Measured between the holes as they lie, where the row is placed; it takes the place of the nominal pitch and row distance. */
  readonly spacing?: TrueSpacing | undefined;
  readonly halfDash: boolean;
  readonly profile: ProfileId;
  readonly headAngleDeg: number;
  readonly cutterAngleDeg: number;
  /** The length the builder or the plans call out, in sixteenths; absent: core chooses. */
  readonly lengthDash?: number | null | undefined;
  readonly sharesLoadWith?: SharedLoad | undefined;
  readonly limits: Limits;
  /** Closed with a blind fastener instead of a solid rivet: its own head decides what is prepared, its grip range what it holds. */
  readonly blind?: StackBlind | undefined;
}

/** A blind fastener in a stack, as its maker describes it. */
export interface StackBlind {
  readonly name: string;
  /** The hole its maker asks for; undefined: not typed. */
  readonly hole?: Mm | undefined;
  /** The grips it is made for, ends included; undefined: not typed. */
  readonly gripFrom?: Mm | undefined;
  readonly gripTo?: Mm | undefined;
  /** Surface diameter of its flush head; undefined: not typed yet, so that nothing can be prepared for it. */
  readonly flushHead: Mm | undefined;
}

/** Surface diameter A of the flush head that is prepared for; undefined where a blind fastener's own is not known. */
export function flushHeadOf(stack: Stack): Mm | undefined {
  return stack.blind ? stack.blind.flushHead : stack.size.flushHead;
}

/** The same where it is known, else the solid rivet's: for what is drawn and never cut. */
export function drawnHead(stack: Stack): Mm {
  return flushHeadOf(stack) ?? stack.size.flushHead;
}
