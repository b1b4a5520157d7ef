import type { Mm } from '../units/length';
import { t95 } from './student';

/** Fewer readings than this show no trend. */
export const LEAST_FOR_TREND = 4;
/** Readings on one line within this have no scatter, mm. */
const SAME_MM = 1e-9;

/** Whether the cage walks: the slope of its readings over the holes. */
export interface DepthTrend {
  /** From one reading to the next; deeper above zero. */
  readonly perReading: Mm;
  /** The slope over its standard error; null where the readings have no scatter about their line. */
  readonly t: number | null;
  readonly walking: boolean;
}

/**
 * The slope of readings in their order by least squares, tested by Student's t, 95 %, two-sided, n - 2 degrees of freedom. Without any
 * scatter the cage walks where the slope is not 0. Null under four readings. Source: cage drift, docs/rules.md.
 *
 * Example: .0400 .0405 .0409 .0416 in rises by .00052 in a reading, t = 15.3: walking.
 */
export function depthTrend(readings: readonly Mm[]): DepthTrend | null {
  const n = readings.length;
  if (n < LEAST_FOR_TREND) return null;
  const middle = (n - 1) / 2;
  const mean = readings.reduce((s, r) => s + r, 0) / n;
  const spread = readings.reduce((s, _, i) => s + (i - middle) ** 2, 0);
  const slope = readings.reduce((s, r, i) => s + (i - middle) * (r - mean), 0) / spread;
  const rest = Math.sqrt(readings.reduce((s, r, i) => s + (r - mean - slope * (i - middle)) ** 2, 0) / (n - 2));
  const perReading = (Math.abs(slope) <= SAME_MM / n ? 0 : slope) as Mm;
  if (rest <= SAME_MM) return { perReading, t: null, walking: perReading !== 0 };
  const t = slope / (rest / Math.sqrt(spread));
  return { perReading, t, walking: Math.abs(t) > t95(n - 2) };
}
