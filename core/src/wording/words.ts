import type { FastenerKind, GroupKind, HoleEnd, RowStart } from '../record/definitions';
import type { MissingFigure } from '../record/fastener-check';
import type { LimitName, Limits } from '../tables/limits';
import type { Units } from '../units/length';
import { showLength, showNumber } from '../units/show';
import type { ProfileId } from '../tables/profiles';
import type { PlanCall, PrepAnswer, SchoolId } from '../prep/stack';
import type { PartDifferenceKey, RowDifferenceKey } from '../record/mirror-differences';

/** Short words that stand in more than one place, so that one thing has one name everywhere. */
/** Kinds of fasteners that are no solid rivets, beside their name. */
export const FASTENER_WORDS: Readonly<Record<FastenerKind, string>> = {
  solid: 'solid rivet',
  blind: 'blind',
  screw: 'screw',
  bolt: 'bolt',
  pin: 'pin',
  bonded: 'bonded',
  none: 'open hole',
};

/** What the kit delivers. */
export const START_WORDS: Readonly<Record<RowStart, string>> = {
  none: 'no hole',
  undersize: 'holes punched undersize',
  final: 'holes punched to their final size',
};

/** How a hole that takes nothing ends. */
export const HOLE_END_WORDS: Readonly<Record<HoleEnd, string>> = {
  open: 'stays open for ever',
  filled: 'is filled',
  sealed: 'is sealed',
  plugged: 'gets a flush plug',
};

export const GROUP_WORDS: Readonly<Record<GroupKind, string>> = { 'anchored-nut': 'anchored nut', 'quarter-turn': 'quarter-turn fastener' };

/** What is not typed of a fastener yet, and what it changes. */
export const MISSING_WORDS: Readonly<Record<MissingFigure, string>> = {
  head: 'the diameter of its flush head: nothing is prepared for it before it is typed',
  angle: 'the angle of its flush head: nothing is prepared for it before it is typed',
  grip: 'its grip range: whether the sheets fit it is not judged',
  'hole-max': 'how large its hole may be: a hole that is opened is a stop',
  die: 'the dies made for it',
};

export const PREP_WORDS: Readonly<Record<PrepAnswer, string>> = {
  dimple: 'dimple',
  countersink: 'countersink',
  none: 'leave plain',
  unresolved: 'ask the kit maker',
};

/** What the plans call out for a sheet. */
export const PLAN_WORDS: Readonly<Record<PlanCall, string>> = {
  dimple: PREP_WORDS.dimple,
  countersink: PREP_WORDS.countersink,
  none: PREP_WORDS.none,
  through: 'through: drilled, never prepared',
};

/**
 * What a school is called and what it decides by, with the limits in force: those a kit has changed are the ones it says, in the unit on
 * the screen.
 */
export function schoolWords(school: SchoolId, limits: Limits, units: Units): { readonly name: string; readonly rule: string } {
  const N = (mm: number) => showNumber(mm, units);
  const L = (mm: number) => showLength(mm, units);
  switch (school) {
    case 'kit-032':
      return { name: `Kit ${N(limits.kitDimpleMax)}`, rule: `Up to ${L(limits.kitDimpleMax)} dimple, thicker countersink.` };
    case 'band-030-040':
      return {
        name: `Band ${N(limits.bandLow)} to ${N(limits.bandHigh)}`,
        rule: `Under ${L(limits.bandLow)} dimple, over ${L(limits.bandHigh)} countersink, between dimple or, where it fits, countersink.`,
      };
    case 'production-040': {
      const t = L(limits.productionSheet);
      return {
        name: `Production ${N(limits.productionSheet)}`,
        rule: `By the top sheet and the total: a top sheet of ${t} and more is countersunk, a total up to ${t} is formed by the rivet, else sheets up to ${t} are dimpled before.`,
      };
    }
    case 'two-thirds':
      return {
        name: 'Two thirds',
        rule: `Countersink only where the depth stays within two thirds of the sheet and ${L(limits.twoThirdsMargin)}; else dimple up to ${L(limits.dimpleMax)}; else no answer.`,
      };
  }
}

/** A layer as a person names it: its part, or its place in the stack. */
export function sheetName(part: string | undefined, index: number): string {
  return part === undefined || part === '' ? `Layer ${index + 1}` : part;
}

export const PROFILE_WORDS: Readonly<Record<ProfileId, string>> = {
  'mil-minimum': 'Minimum 1.30 D by 0.40 D',
  classic: 'Classic 1.50 D by 0.50 D',
  production: 'Production 1.33 D by 0.50 D',
};

export const LIMIT_WORDS: Readonly<Record<LimitName, string>> = {
  thicknessSlack: 'Slack of every thickness threshold',
  kitDimpleMax: 'Kit school: dimple up to',
  bandLow: 'Band: lower end',
  bandHigh: 'Band: upper end',
  productionSheet: 'Production: sheet and total',
  dimpleMax: 'Thickest sheet to dimple',
  twoThirdsMargin: 'Two thirds: margin',
  methodTotal: 'Dimpled sheets together, at most',
  methodSheets: 'Dimpled sheets, at most so many',
  nestCaution: 'Fixed allowance off by: caution over',
  nestStop: 'Fixed allowance off by: stop over',
  edgeStopD: 'Edge distance, times D: stop under',
  edgeFlushD: 'Edge distance of flush heads, times D: caution under',
  edgeHighD: 'Edge distance, times D: note over',
  pitchStopD: 'Pitch, times D: stop under',
  pitchFlushD: 'Pitch of flush heads, times D: caution under',
  pitchHighD: 'Pitch, times D: note over',
  pitchBesideD: 'Pitch of a row with another beside it, times D: caution under',
  rowDistanceD: 'Row distance, times D: stop under',
  rivetLargeT: 'Rivet thick: over so many times the sheet',
  formFactor: 'Form factor k of the driven head',
  gapMax: 'Widest gap between sheets by feeler',
  flushness: 'Flushness of a head on an airflow surface, either way',
};

/** What can differ between a mirrored row or part and its source. */
export const DIFFERENCE_WORDS: Readonly<Record<RowDifferenceKey | PartDifferenceKey, string>> = {
  page: 'plan page',
  head: 'head',
  dash: 'dash',
  alloy: 'alloy',
  lengthDash: 'rivet length',
  hole: 'hole',
  pitch: 'pitch',
  edge: 'edge distance',
  rowDistance: 'row distance',
  headAngleDeg: 'head angle',
  cutterAngleDeg: 'cutter angle',
  sharesLoadWith: 'shared load',
  school: 'school',
  nest: 'nest',
  start: 'what the kit delivers',
  access: 'what a tool finds',
  fastenerId: 'fastener',
  stages: 'first hole, made small',
  transfer: 'how its holes are brought over',
  beginAt: 'where it begins',
  holes: 'number of holes',
  holds: 'holes held back',
  drilledFrom: 'side it is drilled from',
  nature: 'what it is made of',
  isBought: 'bought finished',
  crease: 'creased edge',
  layers: 'call-outs by sheet',
  laid: 'layout',
  thickness: 'thickness',
  number: 'part number',
  material: 'material',
  finish: 'finish',
  revision: 'revision',
  listed: 'on the list',
  outline: 'outline',
  flangeAngleDeg: 'angle of its flange',
  bareZones: 'zones that stay bare',
};

/** A number with its noun: `1 row`, `2 rows`, `0 rows`. */
export function countOf(n: number, one: string, many = `${one}s`): string {
  return `${n} ${n === 1 ? one : many}`;
}
