import type { MarkKind } from './mark-kinds';
import type { FinishWork, CutWork, DimpleWork, DrillWork, InspectWork, SetWork, SheetTouched } from './mark-work';
import type { SettingWay, TypedLength } from './definitions';

/** How a hole came to be. */
export const HOLE_ORIGINS = ['drilled', 'reamed', 'together', 'back-drilled', 'transferred'] as const;
export type HoleOrigin = (typeof HOLE_ORIGINS)[number];

export const DEVIATION_KINDS = [
  'out-of-place',
  'elongated',
  'oversize',
  'near-edge',
  'wrong-part',
  'edge-damage',
  'opened-up',
  'over-deburred',
  'after-removal',
] as const;
export type DeviationKind = (typeof DEVIATION_KINDS)[number];

/** What was found at a hole, as it was measured. Lengths keep what was typed. */
export interface Deviation {
  readonly kind: DeviationKind;
  /** The hole as it is; an elongated one across its longer way. */
  readonly hole?: TypedLength | undefined;
  /** To the nearest edge of each layer that was measured, by layer id. */
  readonly edges?: Readonly<Record<string, TypedLength>> | undefined;
  /** To the nearest neighbour in the row. */
  readonly pitch?: TypedLength | undefined;
  /** How far from where it belongs. */
  readonly off?: TypedLength | undefined;
  /** The edge distance asked for then, as a multiple of D, and whose limit it was. */
  readonly edgeLimit?: { readonly factorD: number; readonly by: 'kit' | 'program' } | undefined;
  /** What the program said then. */
  readonly verdict: 'same-rivet' | 'next-size' | 'stop' | 'unknown';
  /** With `next-size`: which; absent in marks of before. */
  readonly nextDash?: 3 | 4 | 5 | 6 | undefined;
  /** With `unknown`, from version 2 on: the layers whose edge and whether the neighbour has to be measured. */
  readonly missing?: { readonly layerIds: readonly string[]; readonly pitch: boolean } | undefined;
}

/** How a cage came to its setting. */
export const CAGE_WAYS = ['computed', 'rule-of-thumb', 'trial', 'advice', 'other'] as const;
export type CageWay = (typeof CAGE_WAYS)[number];

/** A cage set anew: how, to what, and what the scrap showed. */
export interface CageSetting {
  readonly way: CageWay;
  /** Clicks past flush; absent: not counted. */
  readonly pastFlush?: number | undefined;
  /** How the dimpled scrap, or the rivet, lay in the scrap's countersink. */
  readonly scrap?: Lie | undefined;
  /** The cage, of the kit's tools. */
  readonly toolId?: string | undefined;
}

/** How a head or a dimple lies in its countersink. */
export const LIES = ['proud', 'flush', 'sunken'] as const;
export type Lie = (typeof LIES)[number];

/** A rivet laid into the countersink: by feel, and by how much where it was measured (proud above zero). */
export interface RivetCheck {
  readonly lie: Lie;
  readonly off?: TypedLength | undefined;
  /** How far under the surface it should have lain; absent: before this was asked, or flush. */
  readonly drop?: TypedLength | undefined;
}

/** Where along a flange its angle is read. */
export const ANGLE_STATIONS = ['start', 'middle', 'end'] as const;
export type AngleStation = (typeof ANGLE_STATIONS)[number];

export const DIMPLE_DEFECTS = ['under-formed', 'cracked', 'doubled', 'wrong-side', 'flattened', 'dented'] as const;
export type DimpleDefect = (typeof DIMPLE_DEFECTS)[number];

/** How a rivet was set: whatever changes here begins a new batch for the sampling. */
export interface Setting {
  readonly way: SettingWay;
  readonly toolId?: string | undefined;
  /** Air pressure, or the hand's own words for it. */
  readonly pressure?: string | undefined;
  /** The length that really went in, sixteenths; absent: as planned. */
  readonly lengthDash?: number | undefined;
  /** What the squeezer's sets were apart at the end of the stroke, as somebody wrote it. */
  readonly gap?: string | undefined;
  /** Another size than planned, by its first dash number: a hole that went a size up. */
  readonly dash?: 3 | 4 | 5 | 6 | undefined;
}

/** Defects of a set rivet, by name. Source: docs/rules.md. */
export const HEAD_DEFECTS = [
  'under-driven',
  'over-driven',
  'tipped',
  'clinched',
  'open-head',
  'proud',
  'sunken',
  'cut-head',
  'crack',
  'gap',
  'elongated',
  'dent',
  'stem',
  'wrong-rivet',
  'far-proud',
  'far-sunken',
  'stem-early',
  'spins',
  'far-end',
  'wrong-grip',
  'does-not-run',
  'nut-stuck',
  'loose',
] as const;
export type HeadDefect = (typeof HEAD_DEFECTS)[number];

export const DISPOSITIONS = ['accept', 'accept-note', 'drive-more', 'take-out', 'ask'] as const;
export type Disposition = (typeof DISPOSITIONS)[number];

/** A set rivet as it was looked at, and what the builder decided. The program approves nothing. */
export interface HeadCheck {
  readonly width?: TypedLength | undefined;
  readonly height?: TypedLength | undefined;
  /** The width at right angles to the first. */
  readonly width2?: TypedLength | undefined;
  readonly gauge?: 'go' | 'no-go' | undefined;
  readonly defects?: readonly HeadDefect[] | undefined;
  /** The manufactured head against the skin; proud above zero. */
  readonly flush?: TypedLength | undefined;
  /** Between the sheets, by feeler. */
  readonly gap?: TypedLength | undefined;
  /** The driven end against the far surface, where both sides are flush; proud above zero. */
  readonly far?: TypedLength | undefined;
  /** A blind fastener's stem against its head; proud above zero. */
  readonly stem?: TypedLength | undefined;
  readonly disposition: Disposition;
}

/** How a thing was found when it was checked: a gauge, dies, a cutter, a lot, a batch. */
export interface ThingCheck {
  /** A tool, a lot or a batch, by id. */
  readonly thingId: string;
  /** What it was called then. */
  readonly name: string;
  readonly isGood: boolean;
  /** How far a gauge reads off; low below zero. */
  readonly off?: TypedLength | undefined;
}

/** What becomes of marked work that the plan no longer asks for. */
export const SETTLED_AS = ['closed', 'filled', 'moved'] as const;
export type SettledAs = (typeof SETTLED_AS)[number];

/** What becomes of a dent. */
export const DENTED = ['dressed', 'left', 'patched'] as const;
export type Dented = (typeof DENTED)[number];

/** A dent of a part, off any hole: where, in the builder's words, and how deep. */
export interface Dent {
  readonly where: string;
  readonly deep?: TypedLength | undefined;
  /** The job it came in. */
  readonly jobId?: string | undefined;
}

/** What stood at a hole when a finding was settled. */
export interface FindingStood {
  readonly holeId: string;
  /** The sheet's part and which piece of it; absent: the hole's as a whole. */
  readonly partId?: string | undefined;
  readonly piece?: number | undefined;
  readonly severity: 'stop' | 'caution' | 'note';
  /** The measure that would make it graver, mm or as a count; absent: it has none. */
  readonly figure?: number | undefined;
}

export interface SettledFinding {
  readonly code: string;
  readonly stood: readonly FindingStood[];
  /** The plans' page or the letter that answers it, in the builder's words. */
  readonly page?: string | undefined;
}

/** What was said of a row under a revised page. */
export const PAGE_ANSWERS = ['unchanged', 'edited', 'asked'] as const;
export type PageAnswer = (typeof PAGE_ANSWERS)[number];

/** What a mark of any kind may say. */
export interface Noted {
  /** Marked though these came first by the order of the work, which was said and accepted. */
  readonly early?: readonly MarkKind[] | undefined;
  readonly note?: string | undefined;
  readonly photoIds?: readonly string[] | undefined;
  /** Initials of whose mark it is, as they were then; absent in old marks. */
  readonly by?: string | undefined;
  /** Of work in sheets: the parts and their faces as they lay then; absent in old marks, read from the row. */
  readonly sheets?: readonly SheetTouched[] | undefined;
}

interface OnParts extends Noted {
  /** Absent in marks of the first release, which named layers. */
  readonly partIds?: readonly string[] | undefined;
}

interface Read extends Noted {
  /** As the gauge showed it. */
  readonly reading: TypedLength;
  /** The set-up it belongs to. */
  readonly setupKey?: string | undefined;
  /** The gauge, of the kit's tools. */
  readonly toolId?: string | undefined;
}

/** A flange's angle as it was read, degrees. */
export interface AngleRead {
  readonly found: number;
  readonly wanted: number;
  readonly station?: AngleStation | undefined;
}

/** A batch of sealant or adhesive, as its tin and its maker's sheet say. */
export interface MixedBatch {
  readonly product: string;
  /** Base to hardener as it was mixed, in the builder's words. */
  readonly ratio?: string | undefined;
  readonly ratioBy?: 'weight' | 'volume' | undefined;
  /** Minutes from mixing until it does not stick any more, and until it is cured; absent: not typed. */
  readonly tackFreeMinutes?: number | undefined;
  readonly cureMinutes?: number | undefined;
  readonly temperatureC?: number | undefined;
  /** Millilitres. */
  readonly amountMl?: number | undefined;
  readonly rowIds: readonly string[];
  readonly jobIds: readonly string[];
}

/** A step of a job as it was done. */
export interface JobStepDone {
  readonly jobId: string;
  readonly cycleId: string;
  readonly stepId: string;
  /** What job and step were called then. */
  readonly said?: string | undefined;
  readonly reading?: TypedLength | undefined;
}

/** What a mark of each kind says beside what it addresses. `work`: what was done, from the set-up in the tool; absent in old marks. */
export interface OwnPayloads {
  'laid-out': Noted;
  piloted: Noted & { readonly how?: HoleOrigin | undefined; readonly work?: DrillWork | undefined };
  drilled: Noted & { readonly how?: HoleOrigin | undefined; readonly work?: DrillWork | undefined };
  deburred: Noted;
  creased: OnParts;
  scuffed: OnParts;
  dimpled: Noted & { readonly work?: DimpleWork | undefined };
  countersunk: Noted & { readonly work?: CutWork | undefined };
  cleaned: OnParts;
  primed: OnParts & { readonly work?: FinishWork | undefined };
  set: Noted & { readonly setting?: Setting | undefined; readonly work?: SetWork | undefined };
  inspected: Noted & { readonly work?: InspectWork | undefined };
  removed: Noted & { readonly work?: SetWork | undefined };
  squared: Noted;
  deviation: Noted & { readonly deviation: Deviation };
  'depth-read': Read;
  'gauge-read': Read;
  /** `clicks`: turned deeper above zero, 0 where the cage was set anew. */
  'cage-set': Noted & { readonly setupKey: string; readonly clicks: number; readonly cage?: CageSetting | undefined };
  'rivet-check': Noted & { readonly rivet: RivetCheck; readonly setupKey?: string | undefined };
  'dimple-check': Noted & { readonly dimple: DimpleDefect };
  'angle-read': OnParts & { readonly angle: AngleRead };
  'head-check': Noted & { readonly head: HeadCheck; readonly work?: InspectWork | undefined };
  /** Minutes sealant or adhesive can be worked. */
  /** `batch`: what was mixed and for which rows and joints; absent in marks of before, of one row. */
  'sealant-mixed': Noted & { readonly workMinutes: number; readonly batch?: MixedBatch | undefined };
  cleared: Noted;
  /** A step of a job was done, with its reading. */
  'job-step': Noted & { readonly job: JobStepDone };
  'fit-up': OnParts;
  'take-apart': OnParts;
  mask: OnParts;
  reassemble: OnParts;
  join: OnParts;
  close: OnParts;
  /** `batchId`: the mark of the mixing it was sealed from. */
  seal: Noted & { readonly batchId?: string | undefined };
  'bend-open': Noted;
  'bend-back': Noted;
  /** The sheet was pushed off by the bit: its hole is open again. */
  'gave-way': Noted;
  /** The parts are done for; a new one comes with `arrived`. */
  scrapped: OnParts;
  /** `putBack`: an earlier piece of the part comes back with its metal, counted from 1. */
  arrived: OnParts & { readonly putBack?: number | undefined };
  dent: OnParts & { readonly dent: Dent };
  /** Names the dent. */
  'dent-settled': OnParts & { readonly because: string; readonly dented: Dented };
  'edges-deburred': OnParts;
  /** Go / no-go before the rivet goes in. */
  'hole-check': Noted & { readonly gauge: 'go' | 'no-go'; readonly toolId?: string | undefined };
  /** A scrap piece kept for a set-up. */
  coupon: Noted & { readonly setupKey: string };
  /** A zone that stays bare, looked at before the finish. */
  'bare-checked': OnParts & { readonly zone: string };
  /** These holes take a rivet of their own size instead of the row's; null: the row's again. */
  'own-fastener': Noted & { readonly ownDash: 3 | 4 | 5 | 6 | null };
  /** An answer to a finding; it holds for what stood then, and for nothing graver. */
  'finding-settled': Noted & { readonly finding: SettledFinding };
  'left-over-settled': Noted & { readonly settled: SettledAs; readonly toRowId?: string | undefined };
  'thing-check': Noted & { readonly thing: ThingCheck };
  'thing-finding': Noted & { readonly thing: ThingCheck };
  /** Looked at again because of a finding, which it names. */
  'looked-again': OnParts & { readonly because: string };
  'page-answer': Noted & {
    readonly page: {
      readonly pageId: string;
      readonly revision: string;
      readonly answer: PageAnswer;
      readonly changeId?: string | undefined;
    };
  };
  /** Names the question it answers. */
  'question-answer': Noted & { readonly because: string };
  /** Of the assembly's day; of a row, its holes, parts or a job, where it names them. */
  'log-note': OnParts & { readonly jobId?: string | undefined };
  /** `as`: what it was spent on, where nothing is marked in it. */
  'shift-started': Noted & { readonly as?: MarkKind | undefined };
  'shift-paused': Noted;
  'shift-resumed': Noted;
  'shift-ended': Noted;
  /** Names the mark it takes back. */
  undo: Noted & { readonly undoes: string };
}

type KeysOf<T> = T extends unknown ? keyof T : never;
type AnyKey = KeysOf<OwnPayloads[MarkKind]>;

/** The payload of a kind: its own keys, and of every other key that it is not there. */
export type MarkPayload<K extends MarkKind = MarkKind> = K extends MarkKind
  ? OwnPayloads[K] & { readonly [Other in Exclude<AnyKey, keyof OwnPayloads[K]>]?: undefined }
  : never;
