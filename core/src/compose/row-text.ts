import type { SharedLoad } from '../prep/stack';
import type { FindingCode } from '../prep/findings';
import type { RowDefinition, RowStart, SealedWhen, SettingWay, TransferWay, TypedLength } from '../record/definitions';
import { parseDimension } from '../typed/dimension';
import { carryUnit } from '../units/carry';
import { readNumber } from '../typed/number-text';
import type { Units } from '../units/length';
import type { Problem } from '../units/result';
import { holesInPlan } from '../record/holes';
import { RIVET_SIZES } from '../tables/fasteners';
import { typedText } from './compose';

/** What a row's line does not say, as it is typed in a form: lengths and angles as text, empty where nothing is said. */
export interface RowTyped {
  readonly hole: string;
  readonly start: RowStart;
  readonly drilledFrom: 'head' | 'shop';
  readonly rowDistance: string;
  readonly shares: SharedLoad | '';
  readonly headAngle: string;
  readonly cutterAngle: string;
  readonly nestKind: 'kit' | 'computed' | 'fixed';
  readonly nest: string;
  readonly way: SettingWay | '';
  readonly isSealed: boolean;
  readonly sealed: SealedWhen;
  readonly bareZone: string;
  readonly gotAtLater: string;
  /** The small first hole, and what comes before it is opened. */
  readonly firstHole: string;
  readonly openedAfter: string;
  readonly transfer: TransferWay | '';
  readonly beginAt: string;
  readonly beginBecause: string;
  /** By sheet, from the head side. */
  readonly sheets: readonly { readonly edge: string; readonly bothSides: boolean }[];
  readonly access: {
    readonly edge: string;
    readonly wall: string;
    readonly room: string;
    readonly roomAtEnd: string;
    readonly behind: string;
    readonly wallAngle: string;
    /** -1: every sheet. */
    readonly sheetIndex: number;
    readonly isBent: boolean;
    readonly isTilted: boolean;
    readonly needsSpacer: boolean;
  };
}

/** What a row says now, as it would be typed on this screen. */
export function typedOfRow(row: RowDefinition, units: Units): RowTyped {
  const textOf = (l: TypedLength | null | undefined) => (l ? typedText(l, units) : '');
  const { access } = row;
  return {
    hole: textOf(row.hole),
    start: row.start ?? 'undersize',
    drilledFrom: row.drilledFrom ?? 'head',
    rowDistance: textOf(row.rowDistance),
    shares: row.sharesLoadWith ?? '',
    headAngle: String(row.headAngleDeg),
    cutterAngle: String(row.cutterAngleDeg),
    nestKind: row.nest === null ? 'kit' : row.nest === 'computed' ? 'computed' : 'fixed',
    nest: row.nest === null || row.nest === 'computed' ? '' : typedText(row.nest.fixed, units),
    way: row.setting?.way ?? '',
    isSealed: row.setting?.isSealed ?? false,
    sealed: row.setting?.sealed ?? 'wet',
    bareZone: row.setting?.bareZone ?? '',
    gotAtLater: row.gotAtLater ?? '',
    firstHole: textOf(row.stages?.[0]?.hole),
    openedAfter: row.stages?.[0]?.until ?? '',
    transfer: row.transfer ?? '',
    beginAt: row.beginAt ? String(row.beginAt.hole) : '',
    beginBecause: row.beginAt?.because ?? '',
    sheets: row.layers.map((l) => ({ edge: textOf(l.edge), bothSides: l.bothSides ?? false })),
    access: {
      edge: textOf(access?.edge),
      wall: textOf(access?.wall),
      room: textOf(access?.room),
      roomAtEnd: textOf(access?.roomAtEnd),
      behind: textOf(access?.behind),
      wallAngle: access?.wallAngleDeg === undefined ? '' : String(access.wallAngleDeg),
      sheetIndex: access?.sheetIndex ?? -1,
      isBent: access?.isBent ?? false,
      isTilted: access?.isTilted ?? false,
      needsSpacer: access?.needsSpacer ?? false,
    },
  };
}

/** The same lengths when the screen's units change: what was typed without a unit keeps its meaning. */
export function carryRowTyped(typed: RowTyped, from: Units): RowTyped {
  const carry = (text: string) => carryUnit(text, from);
  const { access } = typed;
  return {
    ...typed,
    hole: carry(typed.hole),
    firstHole: carry(typed.firstHole),
    rowDistance: carry(typed.rowDistance),
    nest: carry(typed.nest),
    sheets: typed.sheets.map((s) => ({ ...s, edge: carry(s.edge) })),
    access: {
      ...access,
      edge: carry(access.edge),
      wall: carry(access.wall),
      room: carry(access.room),
      roomAtEnd: carry(access.roomAtEnd),
      behind: carry(access.behind),
    },
  };
}

export type ReadRow =
  | { readonly ok: true; readonly value: RowDefinition }
  /** Every field that does not read, by its path in {@link RowTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/**
 * The row with what was typed; every fault at once, each at its field. Lengths take any notation of the dimension field; head and cutter angles
 * lie between 30 and 170 degrees, a wall's between 1 and 179. A field left empty says nothing.
 */
export function readRowTyped(typed: RowTyped, was: RowDefinition, units: Units): ReadRow {
  const problems: (Problem & { readonly path: string })[] = [];
  const lengthOf = (path: string, text: string): TypedLength | null => {
    if (text.trim() === '') return null;
    const parsed = parseDimension(text, { units });
    if (parsed.ok) return { mm: parsed.value.length, text: parsed.value.text, units };
    problems.push({ ...parsed.problem, path });
    return null;
  };
  const angleOf = (path: string, text: string, from: number, to: number): number => {
    const value = readNumber(text);
    if (value !== undefined && value >= from && value <= to) return value;
    problems.push({ code: 'angle-not-between', data: { from, to }, path });
    return from;
  };
  const { access } = typed;
  const fixed = typed.nestKind === 'fixed' ? lengthOf('nest', typed.nest) : null;
  if (typed.nestKind === 'fixed' && typed.nest.trim() === '') problems.push({ code: 'fixed-allowance-missing', path: 'nest' });
  const isAccessSaid =
    [access.edge, access.wall, access.room, access.roomAtEnd, access.behind, access.wallAngle].some((t) => t.trim() !== '') ||
    access.isBent ||
    access.isTilted ||
    access.needsSpacer;
  const gotAtLater = typed.gotAtLater.trim();
  const bareZone = typed.bareZone.trim();
  const firstHole = lengthOf('firstHole', typed.firstHole);
  const hole = lengthOf('hole', typed.hole);
  const final = hole?.mm ?? RIVET_SIZES.find((s) => s.dash === was.dash)?.diameter ?? Infinity;
  if (firstHole && firstHole.mm >= final) problems.push({ code: 'first-hole-too-large', path: 'firstHole' });
  const begin = typed.beginAt.trim();
  const holes = holesInPlan(was.holes).length;
  if (begin !== '' && !(/^\d{1,4}$/.test(begin) && Number(begin) >= 1 && Number(begin) <= holes))
    problems.push({ code: 'begin-at-unknown', data: { holes }, path: 'beginAt' });
  if (begin !== '' && typed.beginBecause.trim() === '') problems.push({ code: 'begin-at-because', path: 'beginBecause' });
  const row: RowDefinition = {
    ...was,
    hole,
    ...(firstHole || was.stages ? { stages: firstHole ? [{ hole: firstHole, until: typed.openedAfter.trim() }] : undefined } : {}),
    ...(typed.transfer || was.transfer ? { transfer: typed.transfer || undefined } : {}),
    ...(begin || was.beginAt ? { beginAt: begin ? { hole: Number(begin), because: typed.beginBecause.trim() } : undefined } : {}),
    start: typed.start,
    ...(typed.drilledFrom === 'shop' || was.drilledFrom ? { drilledFrom: typed.drilledFrom } : {}),
    rowDistance: lengthOf('rowDistance', typed.rowDistance),
    sharesLoadWith: typed.shares === '' ? null : typed.shares,
    headAngleDeg: angleOf('headAngle', typed.headAngle, 30, 170),
    cutterAngleDeg: angleOf('cutterAngle', typed.cutterAngle, 30, 170),
    nest: typed.nestKind === 'kit' ? null : fixed ? { fixed } : 'computed',
    ...(gotAtLater || was.gotAtLater ? { gotAtLater: gotAtLater || undefined } : {}),
    setting:
      typed.way === '' && !typed.isSealed
        ? null
        : {
            ...(typed.way === '' ? {} : { way: typed.way }),
            ...(typed.isSealed
              ? { isSealed: true, ...(typed.sealed === 'wet' ? {} : { sealed: typed.sealed }), ...(bareZone ? { bareZone } : {}) }
              : {}),
          },
    access: isAccessSaid
      ? {
          edge: lengthOf('access.edge', access.edge),
          wall: lengthOf('access.wall', access.wall),
          room: lengthOf('access.room', access.room),
          roomAtEnd: lengthOf('access.roomAtEnd', access.roomAtEnd),
          isBent: access.isBent,
          ...(access.wallAngle.trim() === '' ? {} : { wallAngleDeg: angleOf('access.wallAngle', access.wallAngle, 1, 179) }),
          ...(access.behind.trim() === '' ? {} : { behind: lengthOf('access.behind', access.behind) }),
          ...(access.sheetIndex >= 0 ? { sheetIndex: access.sheetIndex } : {}),
          ...(access.isTilted ? { isTilted: true } : {}),
          ...(access.needsSpacer ? { needsSpacer: true } : {}),
        }
      : null,
    layers: was.layers.map((l, i) => ({
      ...l,
      edge: lengthOf(`sheets.${i}.edge`, typed.sheets[i]?.edge ?? ''),
      bothSides: typed.sheets[i]?.bothSides ?? false,
    })),
  };
  return problems.length > 0 ? { ok: false, problems } : { ok: true, value: row };
}

/** The themes of a row's form, in the order of the work. */
export const ROW_THEMES = ['making', 'distances', 'cone', 'setting', 'access'] as const;
export type RowTheme = (typeof ROW_THEMES)[number];

/** The theme in which what a finding is about can be said; those that are missing are answered by what stands open anyway. */
export const THEME_OF_FINDING: Readonly<Partial<Record<FindingCode, RowTheme>>> = {
  'edge-distance-low': 'distances',
  'edge-distance-high': 'distances',
  'pitch-low': 'distances',
  'pitch-high': 'distances',
  'row-distance-low': 'distances',
  'mixed-fit': 'distances',
  'angle-mismatch': 'cone',
  'nest-misfit': 'cone',
  'waist-over-pilot': 'cone',
};

/** The theme a field of the form stands in; null: it stands open. */
export function themeOfField(path: string): RowTheme | null {
  if (['firstHole', 'openedAfter', 'transfer', 'beginAt', 'beginBecause'].includes(path)) return 'making';
  if (path.startsWith('access.') || path === 'gotAtLater') return 'access';
  if (path === 'rowDistance' || path === 'shares' || path.endsWith('.edge')) return 'distances';
  if (['headAngle', 'cutterAngle', 'nest', 'nestKind'].includes(path) || path.endsWith('.bothSides')) return 'cone';
  return ['way', 'isSealed', 'bareZone'].includes(path) ? 'setting' : null;
}
