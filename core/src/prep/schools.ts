import { SAME_LENGTH_MM } from '../units/length';
import type { PrepAnswer, SchoolId, Stack } from './stack';

/** How the production school forms its dimples. */
export type Method = 'rivet-formed' | 'pre-dimpled' | 'combination';

/** Why a school answers as it does; worded in `wording/reasons.ts`. */
export type ReasonCode =
  | 'protruding-head'
  | 'nothing-received'
  | 'through'
  | 'below-unresolved'
  | 'plans'
  | 'sheet-thin-enough'
  | 'sheet-too-thick-to-dimple'
  | 'in-band'
  | 'top-sheet-thick'
  | 'total-thin'
  | 'sheet-dimpled-before'
  | 'first-thick-sheet'
  | 'two-thirds-kept'
  | 'two-thirds-lost'
  | 'no-answer'
  | 'head-unknown'
  | 'not-aluminium'
  | 'bought';

export interface SchoolAnswer {
  readonly prep: PrepAnswer;
  readonly reason: ReasonCode;
  readonly method?: Method;
  readonly alternative?: 'dimple' | 'countersink';
}

/** What a school is asked at a layer that must receive a head or a dimple. Plain numbers in mm. */
export interface SchoolQuestion {
  readonly stack: Stack;
  readonly index: number;
  /** Total grip G. */
  readonly gripMm: number;
  /** Depth d this layer would need. */
  readonly depthMm: number;
}

type School = (q: SchoolQuestion) => SchoolAnswer;

/* Answers carry no numbers, so each is made once. */
const THIN: SchoolAnswer = { prep: 'dimple', reason: 'sheet-thin-enough' };
const THICK: SchoolAnswer = { prep: 'countersink', reason: 'sheet-too-thick-to-dimple' };
const THICK_OR_DIMPLE: SchoolAnswer = { ...THICK, alternative: 'dimple' };
const BAND: SchoolAnswer = { prep: 'dimple', reason: 'in-band' };
const BAND_OR_COUNTERSINK: SchoolAnswer = { ...BAND, alternative: 'countersink' };
const TOP: SchoolAnswer = { prep: 'countersink', reason: 'top-sheet-thick' };
const RIVET_FORMED: SchoolAnswer = { prep: 'dimple', reason: 'total-thin', method: 'rivet-formed' };
const PRE_DIMPLED: SchoolAnswer = { prep: 'dimple', reason: 'sheet-dimpled-before', method: 'pre-dimpled' };
const COMBINATION: SchoolAnswer = { prep: 'countersink', reason: 'first-thick-sheet', method: 'combination' };
const KEPT: SchoolAnswer = { prep: 'countersink', reason: 'two-thirds-kept' };
const LOST: SchoolAnswer = { prep: 'dimple', reason: 'two-thirds-lost' };
const NO_ANSWER: SchoolAnswer = { prep: 'unresolved', reason: 'no-answer' };

function thicknessAt(q: SchoolQuestion): number {
  return (q.stack.layers[q.index] as { thickness: number }).thickness;
}

/** t up to a threshold, its slack included. */
function upTo(thicknessMm: number, limitMm: number, slackMm: number): boolean {
  return thicknessMm <= limitMm + slackMm + SAME_LENGTH_MM;
}

/** t under a threshold by more than its slack. */
function under(thicknessMm: number, limitMm: number, slackMm: number): boolean {
  return thicknessMm < limitMm - slackMm - SAME_LENGTH_MM;
}

/** kit-032: up to .032 dimple; thicker countersink, with dimpling named where that breaks through a sheet of up to .040. */
const kit032: School = (q) => {
  const { limits } = q.stack;
  const t = thicknessAt(q);
  if (upTo(t, limits.kitDimpleMax, limits.thicknessSlack)) return THIN;
  const breaksThrough = q.depthMm > t + SAME_LENGTH_MM;
  return breaksThrough && upTo(t, limits.dimpleMax, limits.thicknessSlack) ? THICK_OR_DIMPLE : THICK;
};

/** band-030-040: under the band dimple, over it countersink, within it (ends included) dimple or, where d <= t, countersink. */
const band: School = (q) => {
  const { limits } = q.stack;
  const t = thicknessAt(q);
  if (under(t, limits.bandLow, limits.thicknessSlack)) return THIN;
  if (!upTo(t, limits.bandHigh, limits.thicknessSlack)) return THICK;
  return q.depthMm <= t + SAME_LENGTH_MM ? BAND_OR_COUNTERSINK : BAND;
};

/** production-040: by the top sheet and the total. */
const production: School = (q) => {
  const { limits, layers } = q.stack;
  const top = (layers[0] as { thickness: number }).thickness;
  const topIsThick = !under(top, limits.productionSheet, limits.thicknessSlack);
  if (topIsThick && q.index === 0) return TOP;
  if (!topIsThick && upTo(q.gripMm, limits.productionSheet, limits.thicknessSlack)) return RIVET_FORMED;
  return upTo(thicknessAt(q), limits.productionSheet, limits.thicknessSlack) ? PRE_DIMPLED : COMBINATION;
};

/** two-thirds: countersink only where d <= 2/3 t + one click; else dimple up to .040; else no answer. */
const twoThirds: School = (q) => {
  const { limits } = q.stack;
  const t = thicknessAt(q);
  if (q.depthMm <= (2 / 3) * t + limits.twoThirdsMargin + SAME_LENGTH_MM) return KEPT;
  return upTo(t, limits.dimpleMax, limits.thicknessSlack) ? LOST : NO_ANSWER;
};

const SCHOOLS: Readonly<Record<SchoolId, School>> = {
  'kit-032': kit032,
  'band-030-040': band,
  'production-040': production,
  'two-thirds': twoThirds,
};

/** What the school says of one layer that must receive a head or a dimple. */
export function askSchool(school: SchoolId, q: SchoolQuestion): SchoolAnswer {
  return SCHOOLS[school](q);
}
