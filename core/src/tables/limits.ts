import { inches, type Mm } from '../units/length';

/**
 * Every limit the rules use, with this project's defaults. A kit may replace any of them; the kit maker's
 * documents outrank all. Lengths are Mm, factors of the rivet diameter end in D. Sources: `docs/rules.md`.
 */
export interface Limits {
  /** Slack of every thickness threshold (not of depths): .0005 in. */
  readonly thicknessSlack: Mm;
  /** kit-032: dimple up to here. */
  readonly kitDimpleMax: Mm;
  /** band-030-040: below dimple; between either; above countersink. */
  readonly bandLow: Mm;
  readonly bandHigh: Mm;
  /** production-040: the sheet and the total that divide the methods. */
  readonly productionSheet: Mm;
  /** Thickest sheet that may be dimpled at all. */
  readonly dimpleMax: Mm;
  /** two-thirds: what may be added to 2/3 t, one click of the cage. */
  readonly twoThirdsMargin: Mm;
  /** outside-method-range: dimpled sheets together, and how many of them. */
  readonly methodTotal: Mm;
  readonly methodSheets: number;
  /** nest-misfit: how far a fixed allowance may be off the computed one. */
  readonly nestCaution: Mm;
  readonly nestStop: Mm;
  readonly edgeStopD: number;
  readonly edgeFlushD: number;
  readonly edgeHighD: number;
  readonly pitchStopD: number;
  readonly pitchFlushD: number;
  /** Pitch of a row with another one within so many D beside it: caution under so many D. */
  readonly pitchBesideD: number;
  readonly pitchHighD: number;
  readonly rowDistanceD: number;
  /** rivet-large-for-sheet: D over so many times the thickest sheet. */
  readonly rivetLargeT: number;
  /** Form factor k of the driven head's barrel. */
  readonly formFactor: number;
  /** Flushness of a manufactured head on an airflow surface, either way: .002 in. */
  readonly flushness: Mm;
  /** Widest gap between sheets that a feeler may find: .002 in. */
  readonly gapMax: Mm;
}

export const DEFAULT_LIMITS: Limits = {
  thicknessSlack: inches(0.0005),
  kitDimpleMax: inches(0.032),
  bandLow: inches(0.03),
  bandHigh: inches(0.04),
  productionSheet: inches(0.04),
  dimpleMax: inches(0.04),
  twoThirdsMargin: inches(0.001),
  methodTotal: inches(0.09),
  methodSheets: 3,
  nestCaution: inches(0.002),
  nestStop: inches(0.005),
  edgeStopD: 2,
  edgeFlushD: 2.5,
  edgeHighD: 4,
  pitchStopD: 3,
  pitchFlushD: 3.5,
  pitchBesideD: 4,
  pitchHighD: 16,
  rowDistanceD: 2.5,
  rivetLargeT: 4,
  formFactor: 0.91,
  flushness: inches(0.002),
  gapMax: inches(0.002),
};

export type LimitName = keyof Limits;

/** Which limits are lengths (Mm); the rest are plain factors. */
export const LENGTH_LIMITS: readonly LimitName[] = [
  'thicknessSlack', 'kitDimpleMax', 'bandLow', 'bandHigh', 'productionSheet', 'dimpleMax',
  'twoThirdsMargin', 'methodTotal', 'nestCaution', 'nestStop', 'flushness', 'gapMax',
];

/** The defaults with a kit's own figures laid over them. */
export function withOwnLimits(own: Partial<Limits>): Limits {
  return Object.keys(own).length === 0 ? DEFAULT_LIMITS : { ...DEFAULT_LIMITS, ...own };
}
