import type { RowEdge } from '../layout/outline';
import type { TrueSpacing } from '../layout/true-spacing';
import type { Head, RivetSize } from '../tables/fasteners';
import type { Limits } from '../tables/limits';
import type { Material } from '../tables/materials';
import type { ProfileId } from '../tables/profiles';
import type { Alloy } from '../tables/fasteners';
import type { Mm } from '../units/length';

/** What is done to a layer. `none`: drilled and deburred, nothing else. */
export type Prep = 'dimple' | 'countersink' | 'none';
/** What the plans may call out for a layer: a preparation, or `through`, a washer, spacer or bearing that is drilled and never prepared. */
export const PLAN_CALLS = ['dimple', 'countersink', 'none', 'through'] as const satisfies readonly (Prep | 'through')[];
export type PlanCall = (typeof PLAN_CALLS)[number];
export type PrepAnswer = Prep | 'unresolved';

export const SCHOOL_IDS = ['kit-032', 'band-030-040', 'production-040', 'two-thirds'] as const;
export type SchoolId = (typeof SCHOOL_IDS)[number];

/** One sheet of the stack. Layers are ordered from the head side. */
export interface StackLayer {
  readonly part: string;
  readonly thickness: Mm;
  /** The plans' own call-out for this sheet; it takes the place of the school's answer. */
  readonly plans?: PlanCall | undefined;
  /** Hole centre to this part's nearest edge. */
  readonly edge?: Mm | undefined;
  /** What the part's drawn outline says of the row's holes, where both are placed. */
  readonly outline?: RowEdge | undefined;
  /** What it is made of; absent: aluminum alloy. */
  readonly material?: Material | undefined;
  /** Bought finished: never prepared unless the plans say so. */
  readonly isBought?: boolean | undefined;
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
  /** Closed with this fastener of its own figures instead of the rivet of the tables. */
  readonly fastener?: StackFastener | undefined;
  /** The far side is closed flush, too: the driven head fills a countersink there. Absent: it is not. */
  readonly far?: 'flush' | undefined;
  /** Dies and cutters of an older series that grows by ten degrees under each dimple; absent: all of them are the head's angle. */
  readonly angles?: 'stepped' | undefined;
  /** A cutter of that angle was named; absent with `stepped`: the series'. */
  readonly isCutterNamed?: boolean | undefined;
  /** Dies of another angle than the head's; absent: they suit it. */
  readonly dieAngleDeg?: number | undefined;
  /** Largest diameter of the cutter; absent: not known. */
  readonly cutterMax?: Mm | undefined;
}

/** Kinds of fasteners that stand in a stack; a pin and nothing at all have no head to prepare for. */
export const STACK_FASTENER_KINDS = ['solid', 'blind', 'screw', 'bolt', 'pin', 'none'] as const;
export type StackFastenerKind = (typeof STACK_FASTENER_KINDS)[number];

/** A fastener in a stack, as its own sheet describes it. */
export interface StackFastener {
  readonly kind: StackFastenerKind;
  readonly name: string;
  /** The hole its maker asks for; undefined: not typed. */
  readonly hole?: Mm | undefined;
  /** Nobody has said how large its hole may be. */
  readonly isHoleMaxUnknown?: boolean | undefined;
  /** The grips it is made for, ends included; undefined: not typed. */
  readonly gripFrom?: Mm | undefined;
  readonly gripTo?: Mm | undefined;
  /** Dies made for it, of the kit's tools; undefined: not said. */
  readonly dieToolId?: string | undefined;
  /** Its dies' pilot fits this smaller hole: dimpled at that size, then all sheets are reamed together. */
  readonly dieHole?: Mm | undefined;
  /** Surface diameter of its flush head; undefined: not typed yet, so that nothing can be prepared for it. */
  readonly flushHead: Mm | undefined;
}

/** The fastener where it is no solid rivet: nothing of one is said of it. */
export function notSolid({ fastener }: Pick<Stack, 'fastener'>): StackFastener | undefined {
  return fastener && fastener.kind !== 'solid' ? fastener : undefined;
}

/** Surface diameter A of the flush head that is prepared for; undefined where a fastener's own is not known. */
export function flushHeadOf(stack: Pick<Stack, 'fastener' | 'size'>): Mm | undefined {
  return stack.fastener ? stack.fastener.flushHead : stack.size.flushHead;
}

/** The same where it is known, else the solid rivet's: for what is drawn and never cut. */
export function drawnHead(stack: Stack): Mm {
  return flushHeadOf(stack) ?? stack.size.flushHead;
}
