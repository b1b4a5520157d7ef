import type { PlanCall, SchoolId, SharedLoad } from '../prep/stack';
import type { Alloy, Head } from '../tables/fasteners';
import type { LimitName } from '../tables/limits';
import type { ProfileId } from '../tables/profiles';
import type { Units } from '../units/length';
import type { Material } from '../tables/materials';
import type { PartFace } from './face';

/**
 * Definitions: what somebody decided about a kit, an assembly, a part or a row. Stored as JSON with the version
 * of their shape (`v`), so every property is plain data. Lengths keep what was typed beside the millimetres.
 */
export interface TypedLength {
  readonly mm: number;
  /** What was typed, with the unit a bare number had then. */
  readonly text: string;
  readonly units: Units;
}

export type Hand = 'L' | 'R';

export interface Person {
  readonly id: string;
  readonly initials: string;
}

export interface KitDefinition {
  readonly v: 1;
  readonly name: string;
  readonly units: Units;
  readonly school: SchoolId;
  readonly nest: 'computed' | { readonly fixed: TypedLength };
  readonly profile: ProfileId;
  /** Half dashes are stocked. */
  readonly halfDash: boolean;
  /** The kit's own limits: lengths in mm, factors as they are. */
  readonly limits: Partial<Readonly<Record<LimitName, number>>>;
  /** The kit's own hole max by first dash number, mm. */
  readonly holeMax: Partial<Readonly<Record<'3' | '4' | '5' | '6', number>>>;
  readonly people: readonly Person[];
  /** Which work on parts this project does at all; absent: none of it. */
  readonly work?: WorkChoices | undefined;
  /** Sheet holders owned, by dash. */
  readonly holders?: Partial<Readonly<Record<'3' | '4' | '5' | '6', number>>> | undefined;
  /** After the first ones of a batch every so many-th rivet is inspected; absent: 10. */
  readonly inspectEvery?: number | undefined;
  /** Rivets on hand by call-out, and how many more than needed are ordered. */
  readonly stock?: Readonly<Record<string, number>> | undefined;
  readonly sparePercent?: number | undefined;
  /** Where it is built (IANA): on which day an entry falls, in summer and winter; absent: where it is looked at. */
  readonly timeZone?: string | undefined;
  /** Put away: listed apart, everything in it stays. */
  readonly isArchived?: boolean | undefined;
  /** What a row begins with where nothing else is said of it; absent: holes punched undersize, the call-out's rivet. */
  readonly defaults?: RowDefaults | undefined;
  /** Dies and cutters of the older series that grows by ten degrees under each dimple; absent: all of the head's angle. */
  readonly angles?: 'stepped' | undefined;
}

/** What new rows of a kit begin with. */
export interface RowDefaults {
  readonly start?: RowStart | undefined;
  readonly way?: SettingWay | undefined;
  readonly drilledFrom?: 'head' | 'shop' | undefined;
  /** What closes a row whose line names nothing, as a line names it: a call-out, or a fastener of the kit. */
  readonly closedWith?: string | undefined;
  readonly access?: RowAccess | undefined;
}

/** Work on whole parts that a project does or leaves out. */
export interface WorkChoices {
  readonly scuff: boolean;
  readonly prime: boolean;
  /** The school that scuffs after dimpling. */
  readonly scuffAfterDimple: boolean;
  /** The crease comes before the dimples, which made it wavy when it was tried; absent: after them. */
  readonly creaseBeforeDimple?: boolean | undefined;
  /** Every edge of every part is deburred, which is marked by part; absent: not tracked. */
  readonly edges?: boolean | undefined;
}

export interface AssemblyDefinition {
  readonly v: 1;
  readonly kitId: string;
  readonly name: string;
  readonly order: number;
  /** The assembly this one was mirrored from. */
  readonly mirroredFrom?: string | null | undefined;
  /** Which order its work follows; absent: the advice. */
  readonly sequence?: SequenceDecision | null | undefined;
  /** Put away: listed apart, everything in it stays. */
  readonly isArchived?: boolean | undefined;
}

/** The program's own advice, the plans' order, or one the builder made. */
export const FOLLOWED = ['advice', 'plans', 'own'] as const;
export type Followed = (typeof FOLLOWED)[number];

/** A decision about the order of the work, with its reason; who took it and when stands with the change that kept it. */
export interface SequenceDecision {
  readonly follows: Followed;
  readonly reason: string;
  /** Rows in the order the plans set them. */
  readonly plans?: readonly string[] | undefined;
  /** The builder's own order, operations by id. */
  readonly own?: readonly string[] | undefined;
}

/** How a part lies when it is in its place, as its drawing shows it: turned clockwise, then flipped over. */
export interface Orientation {
  readonly turnDeg: 0 | 90 | 180 | 270;
  readonly flipped: boolean;
}

/** A part's edge as it lies on the assembly, mm: a closed polygon, its corners in order. The kind says how it was typed. */
export interface Outline {
  readonly kind: 'rectangle' | 'taper' | 'corners';
  readonly corners: readonly { readonly x: number; readonly y: number }[];
}

export interface PartDefinition {
  readonly v: 1;
  readonly assemblyId: string;
  readonly name: string;
  readonly hand: Hand | null;
  readonly thickness: TypedLength;
  /** By caliper; outranks the nominal in every computation. */
  readonly measured: TypedLength | null;
  readonly mirroredFrom: string | null;
  /* What a builder adds when it pays; absent until then. */
  readonly number?: string | undefined;
  readonly material?: string | undefined;
  /** What kind of material it is; absent: aluminum alloy. */
  readonly nature?: Material | undefined;
  /** Bought finished (a hinge, a bracket, a nut's lug): drilled through, and not prepared unless the plans say so. Absent: made here. */
  readonly isBought?: boolean | undefined;
  readonly finish?: string | undefined;
  readonly page?: string | undefined;
  readonly revision?: string | undefined;
  /** How many the list names, and how many were counted on the table. */
  readonly listed?: number | null | undefined;
  readonly counted?: number | null | undefined;
  readonly orientation?: Orientation | null | undefined;
  readonly outline?: Outline | null | undefined;
  /** Its lap edge gets a slight crease. */
  readonly crease?: boolean | undefined;
  /** The angle its flange is wanted at, degrees: checked after the last dimple. Absent: it has none that is checked. */
  readonly flangeAngleDeg?: number | null | undefined;
  /** The sub-assembly it joins before anything else, by name. */
  readonly subAssembly?: string | undefined;
  /** Zones of it that stay bare, in the builder's words: masked and looked at before the finish. */
  readonly bareZones?: readonly string[] | undefined;
  /** It is not here, or not any more; absent or null: it is. */
  readonly supply?: PartSupply | null | undefined;
}

/** A part that is wanted and not here. Days as a calendar has them (2026-11-28). */
export interface PartSupply {
  readonly state: 'missing' | 'ordered';
  /** Of what was ordered: from whom, when, and when it is expected. */
  readonly from?: string | undefined;
  readonly orderedOn?: string | undefined;
  readonly expectedOn?: string | undefined;
}

export interface LayerDefinition {
  readonly id: string;
  readonly partId: string;
  readonly plans: PlanCall | null;
  readonly edge: TypedLength | null;
  readonly bothSides: boolean;
  /** The part's face that looks to the row's head side; absent: its marked one. */
  readonly face?: PartFace | undefined;
  /** The same for marks that kept no face, once somebody was asked; absent: the marked one. */
  readonly faceBefore?: PartFace | undefined;
}

export interface HoleDefinition {
  readonly id: string;
  /** Taken out of the plan; its marks are kept. */
  readonly out: boolean;
  /** Where it lies on the assembly, mm, when it was measured or read from a drawing; it outranks the row's even layout. */
  readonly at?: { readonly x: number; readonly y: number } | undefined;
  /** What must not happen to it now. */
  readonly holds?: readonly HoldKind[] | undefined;
}

/** Left plain though the row is prepared; left empty though the row is set; left undrilled until the angle is checked. */
export const HOLD_KINDS = ['no-prep', 'no-rivet', 'square'] as const;
export type HoldKind = (typeof HOLD_KINDS)[number];

/** Most corners an outline may have. */
export const OUTLINE_MAX_CORNERS = 2000;

/** What the kit delivers: no hole, holes punched undersize, holes punched to their final size. */
export const ROW_STARTS = ['none', 'undersize', 'final'] as const;
export type RowStart = (typeof ROW_STARTS)[number];

export interface RowDefinition {
  readonly v: 1;
  readonly assemblyId: string;
  readonly order: number;
  readonly name: string;
  readonly hand: Hand | null;
  readonly page: string;
  readonly head: Head;
  readonly dash: 3 | 4 | 5 | 6;
  readonly alloy: Alloy;
  /** Sixteenths; null: core chooses. */
  readonly lengthDash: number | null;
  /** From the head side. */
  readonly layers: readonly LayerDefinition[];
  readonly holes: readonly HoleDefinition[];
  readonly hole: TypedLength | null;
  readonly pitch: TypedLength | null;
  readonly edge: TypedLength | null;
  readonly rowDistance: TypedLength | null;
  readonly headAngleDeg: number;
  readonly cutterAngleDeg: number;
  readonly sharesLoadWith: SharedLoad | null;
  /** This row's own choice against the kit's; null: the kit's. */
  readonly school: SchoolId | null;
  readonly nest: 'computed' | { readonly fixed: TypedLength } | null;
  readonly mirroredFrom: string | null;
  /** Where the row was laid out: a polyline on its part, mm, and the edge distances at its ends. Absent: not drawn. */
  readonly laid?: LaidPath | null | undefined;
  /** The side the bit comes in from; absent: the head side. */
  readonly drilledFrom?: 'head' | 'shop' | undefined;
  /** Absent: undersize. */
  readonly start?: RowStart | undefined;
  readonly access?: RowAccess | null | undefined;
  /** Holes drilled smaller first and opened later, smallest first: the row's own hole comes last. Absent: drilled to its hole. */
  readonly stages?: readonly HoleStage[] | undefined;
  /** How its holes come into the next sheet; absent: drilled straight through. */
  readonly transfer?: TransferWay | undefined;
  /** It is begun at this hole, counted from 1, and why. Absent: as the order says. */
  readonly beginAt?: { readonly hole: number; readonly because: string } | undefined;
  /** The far side is closed flush, too. Absent: it is not. */
  readonly far?: 'flush' | undefined;
  /** Has to be reached when the aircraft is in service: what it is for, in the builder's words. Absent: it need not. */
  readonly gotAtLater?: string | undefined;
  /** The small holes of a group: of which row the centres are. Absent: holes of their own. */
  readonly groupOf?: string | undefined;
  /** Closed with this fastener of the kit, by id, instead of the solid rivet. */
  readonly fastenerId?: string | null | undefined;
  readonly setting?: RowSetting | null | undefined;
  /** What shuts the row off, told by the builder. */
  readonly shutBy?: readonly ShutOff[] | undefined;
  /** Parts that come later and that the row waits for, by id. */
  readonly waitsForParts?: readonly string[] | undefined;
  /** Holes that lie on holes of other rows, and whether they are one hole. */
  readonly meets?: readonly HoleMeeting[] | undefined;
}

/** What somebody answered of a hole that lies on a hole of another row. Both rows keep it. */
export interface HoleMeeting {
  readonly holeId: string;
  readonly rowId: string;
  readonly otherId: string;
  /** One hole of one metal with one fastener; else two. */
  readonly isOne: boolean;
}

/** A hole on its way to its size: drilled so large now, opened after something else was fitted. */
export interface HoleStage {
  readonly hole: TypedLength;
  /** What has to be fitted before it is opened further, in the builder's words. */
  readonly until: string;
}

/** How a hole that is there comes into a sheet that covers it: each way has its card. */
export const TRANSFER_WAYS = ['strip', 'punch', 'from-behind', 'guide-block', 'starter', 'on-tube'] as const;
export type TransferWay = (typeof TRANSFER_WAYS)[number];

/** The side of a row that is shut. */
export const SHUT_SIDES = ['head', 'shop', 'both'] as const;
export type ShutSide = (typeof SHUT_SIDES)[number];

/** From when on a row can be got at from a side no more: another row once it is set, or a part once the work is closed up with it. */
export interface ShutOff {
  readonly by: { readonly kind: 'row' | 'part'; readonly id: string };
  readonly side: ShutSide;
  /** Free height that is left then; absent or null: none. */
  readonly room?: TypedLength | null | undefined;
  /** A flange is bent open for this row, so that it is not shut. */
  readonly isBentOpen?: boolean | undefined;
}

export const SETTING_WAYS = ['squeezer', 'gun', 'back', 'blind'] as const;
export type SettingWay = (typeof SETTING_WAYS)[number];

/** Rivets go in before the sealant is tack-free, or once it is cured and the holes are cleared. */
export const SEALED_WHEN = ['wet', 'after-cure'] as const;
export type SealedWhen = (typeof SEALED_WHEN)[number];

/** How a row is meant to be set. */
export interface RowSetting {
  /** How it is meant to be set; absent: not said. */
  readonly way?: SettingWay | undefined;
  /** Set wet with sealant, or bonded. */
  readonly isSealed?: boolean | undefined;
  /** When its rivets go in; absent: while it is wet. */
  readonly sealed?: SealedWhen | undefined;
  /** What stays bare for it. */
  readonly bareZone?: string | undefined;
}

export interface LaidPath {
  readonly path: readonly { readonly x: number; readonly y: number }[];
  readonly startEdgeMm: number;
  readonly endEdgeMm: number;
  /** What was typed to lay it out, to be shown again as typed; absent in rows laid out before this was kept. */
  readonly typed?: LayoutTyped | undefined;
}

/** The fields of the layout as somebody typed them, in the units of then. */
export interface LayoutTyped {
  readonly units: Units;
  /** One length, or corners one a line. */
  readonly path: string;
  readonly by: 'pitch' | 'count';
  readonly maxPitch: string;
  readonly count: string;
  readonly startEdge: string;
  readonly endEdge: string;
  readonly second: 'none' | 'staggered' | 'square';
  /** Width of the lap two rows stand in; empty: three quarters of the pitch apart. */
  readonly lapWidth: string;
  /** Spots to keep clear, one a line: distance from the start ; clearance. */
  readonly keepClear: string;
  /** The row that was made as the second one, by id. */
  readonly secondRowId?: string | undefined;
}

/** How the holes of a row can be got at, on the tool's side; null: nothing in the way, or not measured. */
export interface RowAccess {
  /** To the edge the tool comes in from. */
  readonly edge: TypedLength | null;
  /** To the nearest upstanding wall. */
  readonly wall: TypedLength | null;
  /** Free height on the far side at the first hole, and at the last one where the part tapers; even between them. */
  readonly room: TypedLength | null;
  readonly roomAtEnd: TypedLength | null;
  readonly isBent: boolean;
  /** The face is not square to the tool: a wedge or a jig levels it. */
  readonly isTilted?: boolean | undefined;
  /** The cage's foot cannot stand on this sheet alone: a spacer of the same thickness goes beside it. */
  readonly needsSpacer?: boolean | undefined;
  /** The wall's angle to the sheet on the hole's side, degrees; absent: 90. */
  readonly wallAngleDeg?: number | undefined;
  /** Free depth behind the hole for a drill's point; absent: enough. */
  readonly behind?: TypedLength | null | undefined;
  /** The one sheet this is about, counted from the head side, from 0; absent: every sheet. Sheets are prepared one by one. */
  readonly sheetIndex?: number | undefined;
}

export const TOOL_KINDS = [
  'frame',
  'squeezer',
  'close-quarters',
  'pull-through',
  'die-set',
  'cage',
  'cutter',
  'sets',
  'bit',
  'reamer',
  'gauge',
  'puller',
  'bar',
  'back-set',
] as const;
export type ToolKind = (typeof TOOL_KINDS)[number];

/** A tool somebody owns: by its measures, never by a brand. */
export interface ToolDefinition {
  readonly v: 1;
  readonly kitId: string;
  readonly name: string;
  readonly kind: ToolKind;
  readonly throat: TypedLength | null;
  readonly noseHalfWidth: TypedLength | null;
  readonly noseHeight: TypedLength | null;
  readonly takesBent: boolean;
  /** Of a die set: the rivet it is for, its angle, and which sheets it forms. */
  readonly dash: 3 | 4 | 5 | 6 | null;
  readonly angleDeg: number | null;
  readonly sheet: 'skin' | 'substructure' | null;
  /* What only some kinds have; absent: not measured, or not of that kind. */
  /** Of a squeezer: between its sets, wide open. */
  readonly gap?: TypedLength | null | undefined;
  /** Of a cage: one click. */
  readonly click?: TypedLength | null | undefined;
  /** Of a bit or a reamer its own, of a cutter its pilot's. */
  readonly diameter?: TypedLength | null | undefined;
  /** Of sets: the head they are for. */
  readonly head?: Head | null | undefined;
  /** Of a cage: its foot is cut away on one side, for work close to a flange. */
  readonly isCutAway?: boolean | undefined;
  /** Of a gauge: what is read or judged with it. */
  readonly measures?: GaugeUse | undefined;
  /** Of a squeezer: the pitch of its set's thread. */
  readonly pitch?: TypedLength | null | undefined;
  /** Of a cutter: its largest diameter. */
  readonly largest?: TypedLength | null | undefined;
}

/** What a gauge is for: depths of countersinks, driven heads, holes by go and no-go. */
export const GAUGE_USES = ['depth', 'head', 'hole'] as const;
export type GaugeUse = (typeof GAUGE_USES)[number];

/** What closes a hole, or does not. */
export const FASTENER_KINDS = ['solid', 'blind', 'screw', 'bolt', 'pin', 'bonded', 'none'] as const;
export type FastenerKind = (typeof FASTENER_KINDS)[number];

/** What goes into the surface, or stands on it. Null: not typed yet; nothing is prepared for it then. */
export type FastenerHead =
  | { readonly kind: 'flush'; readonly diameter: TypedLength | null; readonly angleDeg: number | null }
  | { readonly kind: 'protruding'; readonly diameter: TypedLength | null; readonly height: TypedLength | null };

/** A fastener of the kit, made once and named by its rows: as its maker's sheet describes it, or as the builder measured it. */
export interface FastenerDefinition {
  readonly v: 1;
  readonly kitId: string;
  readonly name: string;
  readonly kind: FastenerKind;
  /** Of its body; null: not typed. */
  readonly diameter: TypedLength | null;
  /** The hole it asks for. */
  readonly hole: TypedLength | null;
  /** The largest hole it still holds in; absent: not said. */
  readonly holeMax?: TypedLength | null | undefined;
  /** Null: it has none that matters (a pin), or it is not typed yet. */
  readonly head: FastenerHead | null;
  /** The grips it is made for, ends included. */
  readonly gripFrom: TypedLength | null;
  readonly gripTo: TypedLength | null;
  /** Lengths at hand. */
  readonly lengths?: readonly TypedLength[] | undefined;
  readonly note?: string | undefined;
  /** Dies made for it, of the kit's tools. */
  readonly dieToolId?: string | null | undefined;
  /** The hole the pilot of its dies fits, where that is smaller than its own: dimpled at that size, then reamed. Absent: its own. */
  readonly dieHole?: TypedLength | null | undefined;
  /** Of a hole that takes nothing: how it ends. Absent: it stays open. */
  readonly ends?: HoleEnd | undefined;
  /** It makes several holes about a centre. Absent: one. */
  readonly group?: FastenerGroup | null | undefined;
}

/** How a hole that takes no fastener ends; why stands in the note. */
export const HOLE_ENDS = ['open', 'filled', 'sealed', 'plugged'] as const;
export type HoleEnd = (typeof HOLE_ENDS)[number];

/** An anchored nut, or a quarter-turn fastener with its receptacle. */
export const GROUP_KINDS = ['anchored-nut', 'quarter-turn'] as const;
export type GroupKind = (typeof GROUP_KINDS)[number];

/** Small rivet holes about a centre hole, as measured on the fastener. */
export interface FastenerGroup {
  readonly kind: GroupKind;
  /** So many small holes; two lie on a line through the centre, three a third of a turn apart. */
  readonly small: 2 | 3;
  /** From one small hole to the other across the centre; of three twice the distance to it. */
  readonly spacing: TypedLength;
  /** The line of the small holes to the row's. */
  readonly angleDeg: number;
  /** Of the nut's lug, the last sheet of the small holes. */
  readonly lug: TypedLength;
  /** What its small holes are riveted with. */
  readonly dash: 3 | 4 | 5 | 6;
  readonly head: Head;
  readonly alloy: Alloy;
}

/** What is used up and can turn out bad as a whole: rivets of one box, sealant, adhesive or primer of one tin. */
export const LOT_KINDS = ['rivets', 'sealant', 'adhesive', 'primer'] as const;
export type LotKind = (typeof LOT_KINDS)[number];

/** A lot or a batch. Work done while it is the one in use names it. */
export interface LotDefinition {
  readonly v: 1;
  readonly kitId: string;
  /** As it stands on the box or tin. */
  readonly name: string;
  readonly kind: LotKind;
  /** Of rivets: the call-out or the fastener's name; of the others empty. */
  readonly callout: string;
  /** Taken from now; of one kind and call-out one is. */
  readonly isInUse: boolean;
  readonly note?: string | undefined;
}

/** Work without holes of its own: fitting up in steps and cycles, trimming, bending, bonding. */
export const JOB_KINDS = ['fit-up', 'edge', 'trim', 'bend', 'roll', 'cut', 'fixture', 'bond', 'other'] as const;
export type JobKind = (typeof JOB_KINDS)[number];

/** Where in the order of the work a job comes, for its parts. */
export const JOB_PLACES = ['before-drilling', 'after-drilling', 'before-finish', 'before-riveting', 'after-riveting'] as const;
export type JobPlace = (typeof JOB_PLACES)[number];

/** A step of a job; with a reading what is wanted, and how far off is still right. Without a wanted length the readings of a cycle are to be alike. */
export interface JobStep {
  readonly id: string;
  readonly text: string;
  readonly reading?: { readonly wanted: TypedLength | null; readonly limit: TypedLength } | null | undefined;
}

/** Once on and off again: its steps, and the rows that are drilled in it. */
export interface JobCycle {
  readonly id: string;
  readonly name: string;
  readonly rowIds: readonly string[];
  readonly steps: readonly JobStep[];
}

/** How much sealant or adhesive a joint takes: a bead along it, or a film over its area. */
export interface JointAmount {
  readonly length: TypedLength;
  readonly width: TypedLength;
  /** Of the bead its height, of the film its thickness. */
  readonly height: TypedLength;
}

/** A job of an assembly, made by its builder, with its place in the order. */
export interface JobDefinition {
  readonly v: 1;
  readonly assemblyId: string;
  readonly order: number;
  readonly name: string;
  readonly kind: JobKind;
  readonly place: JobPlace;
  readonly partIds: readonly string[];
  /** Minutes it is thought to take; null: the usual. */
  readonly minutes: number | null;
  /** It cannot be done alone. */
  readonly needsTwo?: boolean | undefined;
  readonly page?: string | undefined;
  readonly note?: string | undefined;
  readonly cycles: readonly JobCycle[];
  /** Of a bonded joint: what it takes. */
  readonly amount?: JointAmount | null | undefined;
  /** The job of the other side it was made from. */
  readonly mirroredFrom?: string | null | undefined;
}

/** A page of the plans with all its revisions, oldest first: the old one is kept behind the new. */
export interface PageDefinition {
  readonly v: 1;
  readonly kitId: string;
  /** As rows and parts name it, without its revision. */
  readonly name: string;
  readonly revisions: readonly PageRevision[];
}

export interface PageRevision {
  readonly revision: string;
  /** When it came, ISO 8601, UTC. */
  readonly cameAt: string;
  /** What it changes. */
  readonly note: string;
}

export interface Definitions {
  kit: KitDefinition;
  assembly: AssemblyDefinition;
  part: PartDefinition;
  row: RowDefinition;
  tool: ToolDefinition;
  page: PageDefinition;
  fastener: FastenerDefinition;
  lot: LotDefinition;
  job: JobDefinition;
}

export type EntityKind = keyof Definitions;
export const ENTITY_KINDS: readonly EntityKind[] = ['kit', 'assembly', 'part', 'row', 'tool', 'page', 'fastener', 'lot', 'job'];

/** Kinds that belong to the kit itself, not to one of its assemblies. */
export const KIT_OWNED = ['assembly', 'tool', 'page', 'fastener', 'lot'] as const satisfies readonly EntityKind[];

/** The kit a definition says it belongs to; null where it says an assembly, or is the kit. */
export function kitNamedBy(definition: Definitions[EntityKind]): string | null {
  return 'kitId' in definition ? definition.kitId : null;
}

/** A definition as it stands in the record: identified, versioned. */
export interface Entity<K extends EntityKind = EntityKind> {
  readonly kind: K;
  readonly id: string;
  /** Counts every change of this definition, from 1. */
  readonly version: number;
  readonly definition: Definitions[K];
}

/** One edit within a change: `expectedVersion` 0 makes it anew; `definition` null takes it out. */
export type Edit = {
  [K in EntityKind]: {
    readonly kind: K;
    readonly id: string;
    readonly expectedVersion: number;
    readonly definition: Definitions[K] | null;
  };
}[EntityKind];

/** A change of definitions: all of its edits or none, by somebody, at a time, for a reason; idempotent by its id. */
export interface Change {
  readonly id: string;
  readonly kitId: string;
  readonly person: string;
  readonly device: string;
  /** ISO 8601, UTC. */
  readonly recordedAt: string;
  readonly reason: string;
  /** The change this one takes back. */
  readonly undoes: string | null;
  readonly edits: readonly Edit[];
}
