import type { Alloy, Head } from '../tables/fasteners';
import type { ProfileId } from '../tables/profiles';
import type { PartFace } from './face';
import type { Side } from './mark-kinds';
import type { FastenerKind } from './definitions';

/*
 * What was done, as a mark keeps it: from the set-up that was in the tool, so that no later edit of the plan changes what it says.
 * Lengths in millimetres, angles in degrees.
 */

/** A hole piloted, drilled or opened: the bit, the hole it leaves, and the sheets it went through. */
export interface DrillWork {
  readonly bitMm: number;
  readonly holeMm: number;
  readonly tool: 'drill' | 'reamer';
  /** Parts whose sheets it passed through. */
  readonly partIds: readonly string[];
  /** Where the holes lie that have a place, by hole id, mm. */
  readonly places?: Readonly<Record<string, { readonly x: number; readonly y: number }>> | undefined;
  /** These places count along the row from hole 1, by its pitch of then; absent: on the assembly. */
  readonly isAlongRow?: true | undefined;
  /** Drilled through an earlier piece of the part, as a pattern. */
  readonly asPattern?: true | undefined;
  readonly toolId?: string | undefined;
}

/** A sheet that was worked on, as it lay then. */
export interface SheetTouched {
  readonly layerId: string;
  readonly partId: string;
  /** The part's face that was touched. */
  readonly face: PartFace;
}

/** A dimple: the dies it was made with, and the face the head goes in from. */
export interface DimpleWork {
  readonly dash: number;
  readonly angleDeg: number;
  readonly sheet: 'skin' | 'substructure';
  readonly face: Side;
  readonly toolId?: string | undefined;
}

/** A countersink: the cutter, and what was aimed at, in the hole it was cut in. */
export interface CutWork {
  readonly angleDeg: number;
  readonly pilotMm: number;
  readonly holeMm: number;
  readonly depthMm: number;
  readonly surfaceMm: number;
  /** Deeper than for a flush rivet, for the dimple that comes down. */
  readonly extraMm: number;
  readonly face: Side;
  readonly toolId?: string | undefined;
}

/** A fastener as it was then: a solid rivet by its call-out, another one by its entry's figures. */
export interface FastenerDone {
  readonly kind: FastenerKind;
  /** As it is called: the call-out with its length, or the entry's name. */
  readonly name: string;
  readonly head: Head;
  /** Of a solid rivet. */
  readonly dash?: number | undefined;
  readonly alloy?: Alloy | undefined;
  readonly lengthDash?: number | undefined;
  readonly diameterMm?: number | undefined;
  readonly headDiameterMm?: number | undefined;
  readonly headAngleDeg?: number | undefined;
  /** Grips it is made for, mm; absent: not typed. */
  readonly gripFromMm?: number | undefined;
  readonly gripToMm?: number | undefined;
  /** Its driven end fills a countersink on the far side, too. */
  readonly far?: 'flush' | undefined;
}

export interface SetWork {
  readonly fastener: FastenerDone;
  /** Parts whose sheets it went through; absent in marks of before: those that were drilled. */
  readonly partIds?: readonly string[] | undefined;
  readonly gripMm: number;
  readonly holeMm: number;
  readonly lotId?: string | undefined;
}

/** What a rivet was judged by. */
export interface InspectWork {
  readonly fastener: FastenerDone;
  readonly profile: ProfileId;
  /** Flushness asked for then, either way, mm. */
  readonly flushnessMm: number;
  /** The gauge, of the kit's tools. */
  readonly toolId?: string | undefined;
}

/** Where and how a finish went on. */
export const FINISH_WAYS = ['primed', 'painted', 'sent-out'] as const;
export type FinishWay = (typeof FINISH_WAYS)[number];

/** The way a finish went on; a mark that says nothing of it was primer. */
export function finishWayOf({ payload }: { readonly payload: { readonly work?: object | undefined } }): FinishWay {
  return (payload.work as FinishWork | undefined)?.how ?? 'primed';
}

/** Which finish: as the part names it, or its primer in words. */
export interface FinishWork {
  readonly finish: string;
  /** Absent: primed here. */
  readonly how?: FinishWay | undefined;
  readonly batchId?: string | undefined;
}

/** What a mark of any kind may say of the work. */
export type MarkWork = DrillWork | DimpleWork | CutWork | SetWork | InspectWork | FinishWork;
