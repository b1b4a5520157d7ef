import type { SettingWay, TypedLength } from './definitions';

/**
 * A mark says that something was done. It is appended, never altered; marks commute: they are idempotent by id
 * and ordered by done-at, then id. Stages are folded from marks, never stored as truth.
 */
export const MARK_KINDS = [
  'laid-out',
  'piloted',
  'drilled',
  'deburred',
  'creased',
  'scuffed',
  'dimpled',
  'countersunk',
  'cleaned',
  'primed',
  'set',
  'inspected',
  'removed',
  'squared',
  'deviation',
  'depth-read',
  'gauge-read',
  'cage-set',
  'rivet-check',
  'dimple-check',
  'angle-read',
  'head-check',
  'sealant-mixed',
  'cleared',
  'log-note',
  'shift-started',
  'shift-paused',
  'shift-resumed',
  'shift-ended',
  'undo',
] as const;
export type MarkKind = (typeof MARK_KINDS)[number];

/** What a mark of each kind addresses: the hole, the hole in one sheet, the part, the assembly, or another mark. */
export const MARK_ADDRESS: Readonly<Record<MarkKind, 'hole' | 'hole-in-layer' | 'part' | 'assembly' | 'mark'>> = {
  'laid-out': 'hole',
  piloted: 'hole',
  drilled: 'hole',
  set: 'hole',
  inspected: 'hole',
  removed: 'hole',
  squared: 'hole',
  deviation: 'hole',
  'depth-read': 'hole-in-layer',
  'gauge-read': 'hole-in-layer',
  'cage-set': 'assembly',
  'rivet-check': 'hole-in-layer',
  'dimple-check': 'hole-in-layer',
  'angle-read': 'part',
  'head-check': 'hole',
  'sealant-mixed': 'assembly',
  cleared: 'hole',
  'log-note': 'assembly',
  deburred: 'hole-in-layer',
  dimpled: 'hole-in-layer',
  countersunk: 'hole-in-layer',
  creased: 'part',
  scuffed: 'part',
  cleaned: 'part',
  primed: 'part',
  'shift-started': 'assembly',
  'shift-paused': 'assembly',
  'shift-resumed': 'assembly',
  'shift-ended': 'assembly',
  undo: 'mark',
};

export type Side = 'head' | 'shop';

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

export const DIMPLE_DEFECTS = ['under-formed', 'cracked', 'doubled', 'wrong-side', 'dented'] as const;
export type DimpleDefect = (typeof DIMPLE_DEFECTS)[number];

/** How a rivet was set: whatever changes here begins a new batch for the sampling. */
export interface Setting {
  readonly way: SettingWay;
  readonly toolId?: string | undefined;
  /** Air pressure, or the hand's own words for it. */
  readonly pressure?: string | undefined;
  /** The length that really went in, sixteenths; absent: as planned. */
  readonly lengthDash?: number | undefined;
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
  readonly disposition: Disposition;
}

/** What a mark says beside what it addresses; each kind has its own. */
export interface MarkPayload {
  /** An undo names here the mark it takes back. */
  readonly undoes?: string | undefined;
  /** Parts, where the operation is a part's. */
  readonly partIds?: readonly string[] | undefined;
  readonly how?: HoleOrigin | undefined;
  /** Marked though these came first by the order of the work, which was said and accepted. */
  readonly early?: readonly MarkKind[] | undefined;
  readonly note?: string | undefined;
  readonly deviation?: Deviation | undefined;
  readonly photoIds?: readonly string[] | undefined;
  /** A depth as the gauge showed it. */
  readonly reading?: TypedLength | undefined;
  /** The set-up a reading or a change of the cage belongs to. */
  readonly setupKey?: string | undefined;
  /** Clicks the cage was turned: deeper above zero; 0 where it was set anew. */
  readonly clicks?: number | undefined;
  /** Of a cage set anew. */
  readonly cage?: CageSetting | undefined;
  readonly setting?: Setting | undefined;
  readonly head?: HeadCheck | undefined;
  /** Sealant or adhesive: minutes it can be worked. */
  readonly workMinutes?: number | undefined;
  readonly rivet?: RivetCheck | undefined;
  readonly dimple?: DimpleDefect | undefined;
  /** A flange's angle, degrees. */
  readonly angle?: { readonly found: number; readonly wanted: number; readonly station?: AngleStation | undefined } | undefined;
}

/** The version a mark of this kind is written in. */
export function markVersion(kind: MarkKind): 1 | 2 {
  return kind === 'deviation' ? 2 : 1;
}

export interface Mark {
  /** Client-made. */
  readonly id: string;
  readonly kind: MarkKind;
  /** Of its kind: a deviation is written as 2 (it may say `unknown`), everything else as 1. */
  readonly v: 1 | 2;
  /** The row; for a part's or a shift's mark the assembly. */
  readonly rowId: string;
  readonly holeIds: readonly string[];
  /** Layer ids, where the operation is a layer's. */
  readonly layerIds: readonly string[];
  readonly side: Side | null;
  /** ISO 8601, UTC; may lie in the past for work written up from paper. */
  readonly doneAt: string;
  readonly recordedAt: string;
  readonly person: string;
  readonly device: string;
  readonly payload: MarkPayload;
}

/** Ordered by done-at, then id: the same on every device. */
export function compareMarks(a: Mark, b: Mark): number {
  if (a.doneAt !== b.doneAt) return a.doneAt < b.doneAt ? -1 : 1;
  return a.id < b.id ? -1 : a.id > b.id ? 1 : 0;
}

/**
 * The marks that count, in order, each once: an undo takes its mark back, an undone undo gives it again. What
 * counts does not depend on the order of arrival. (An undo names one mark, so a ring of undos touches no real mark.)
 */
export function effectiveMarks(marks: readonly Mark[]): Mark[] {
  const byId = new Map<string, Mark>();
  for (const mark of marks) if (!byId.has(mark.id)) byId.set(mark.id, mark);
  const undosOf = new Map<string, Mark[]>();
  for (const mark of byId.values()) {
    const target = mark.kind === 'undo' ? mark.payload.undoes : undefined;
    if (target === undefined) continue;
    const known = undosOf.get(target);
    if (known) known.push(mark);
    else undosOf.set(target, [mark]);
  }
  const counts = new Map<string, boolean>();
  const isEffective = (id: string): boolean => {
    const known = counts.get(id);
    if (known !== undefined) return known;
    counts.set(id, false);
    const answer = !(undosOf.get(id) ?? []).some((undo) => isEffective(undo.id));
    counts.set(id, answer);
    return answer;
  };
  return [...byId.values()].filter((m) => m.kind !== 'undo' && isEffective(m.id)).sort(compareMarks);
}

/** Marks of this device that an undo would take back next, newest recording first. */
export function undoableMarks(marks: readonly Mark[], device: string): Mark[] {
  return effectiveMarks(marks)
    .filter((m) => m.device === device)
    .sort((a, b) => (a.recordedAt === b.recordedAt ? (a.id < b.id ? 1 : -1) : a.recordedAt < b.recordedAt ? 1 : -1));
}
