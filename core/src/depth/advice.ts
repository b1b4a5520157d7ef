import type { Mm } from '../units/length';
import { t95 } from './student';
import { depthTrend, type DepthTrend } from './trend';

export type DepthAdvice = 'measure-more' | 'leave' | 'deeper' | 'shallower';

/** Readings of one setting of the cage, since it was last changed. Lengths Mm. */
export interface DepthQuestion {
  readonly target: Mm;
  /** What one click moves. */
  readonly click: Mm;
  readonly readings: readonly Mm[];
  /** The gauge's own scatter, from repeated readings of one hole; absent: not known. */
  readonly gaugeSd?: Mm | undefined;
}

export interface DepthAnswer {
  readonly n: number;
  /** Null without readings. */
  readonly mean: Mm | null;
  /** Of the readings themselves; null with fewer than two. */
  readonly sd: Mm | null;
  readonly standardError: Mm | null;
  readonly advice: DepthAdvice;
  /** Why it is left: the mean is near enough, or the scatter explains the difference. Null with any other advice. */
  readonly because: 'near' | 'scatter' | null;
  /** How far the mean is off the target, either way; null without readings. */
  readonly off: Mm | null;
  /** Clicks to turn, 0 unless the advice is to turn. */
  readonly clicks: number;
  /** Half the 95 % interval of the mean: what the difference must exceed beside half a click. Null with fewer than two. */
  readonly margin: Mm | null;
  /** Whether the readings walk, whatever their mean; null under four of them. */
  readonly trend: DepthTrend | null;
}

/** Fewer readings than this say nothing. */
export const LEAST_READINGS = 3;
/** Lengths equal within this are equal, mm. */
const SAME_MM = 1e-9;

/**
 * Whether to turn the cage. It is left unless the mean is off the target by more than half a click and by more than the
 * readings' scatter can explain (Student's t, 95 %, two-sided, n - 1 degrees of freedom). The standard error is the larger of
 * the readings' own sd and the gauge's, over the square root of n. Source: the contract of `depth`.
 */
export function depthAdvice({ target, click, readings, gaugeSd }: DepthQuestion): DepthAnswer {
  const n = readings.length;
  const trend = depthTrend(readings);
  const more = { n, advice: 'measure-more', because: null, clicks: 0, trend } as const;
  if (n === 0) return { ...more, mean: null, off: null, sd: null, standardError: null, margin: null };
  const mean = (readings.reduce((s, r) => s + r, 0) / n) as Mm;
  const off = Math.abs(mean - target) as Mm;
  if (n < 2) return { ...more, mean, off, sd: null, standardError: null, margin: null };
  const sd = Math.sqrt(readings.reduce((s, r) => s + (r - mean) ** 2, 0) / (n - 1)) as Mm;
  const standardError = (Math.max(sd, gaugeSd ?? 0) / Math.sqrt(n)) as Mm;
  const margin = (t95(n - 1) * standardError) as Mm;
  const numbers = { n, mean, off, sd, standardError, margin, trend };
  if (n < LEAST_READINGS) return { ...more, ...numbers };
  const because = off <= click / 2 + SAME_MM ? 'near' : off <= margin + SAME_MM ? 'scatter' : null;
  if (because) return { ...numbers, advice: 'leave', because, clicks: 0 };
  return { ...numbers, advice: mean < target ? 'deeper' : 'shallower', because, clicks: Math.round(off / click) };
}
