import type { Mm } from '../units/length';
import { t95 } from './student';

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
  /** Clicks to turn, 0 unless the advice is to turn. */
  readonly clicks: number;
  /** Half the 95 % interval of the mean: what the difference must exceed beside half a click. Null with fewer than two. */
  readonly margin: Mm | null;
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
  if (n === 0) return { n, mean: null, sd: null, standardError: null, advice: 'measure-more', clicks: 0, margin: null };
  const mean = (readings.reduce((s, r) => s + r, 0) / n) as Mm;
  if (n < 2) return { n, mean, sd: null, standardError: null, advice: 'measure-more', clicks: 0, margin: null };
  const sd = Math.sqrt(readings.reduce((s, r) => s + (r - mean) ** 2, 0) / (n - 1)) as Mm;
  const standardError = (Math.max(sd, gaugeSd ?? 0) / Math.sqrt(n)) as Mm;
  const margin = (t95(n - 1) * standardError) as Mm;
  const numbers = { n, mean, sd, standardError, margin };
  if (n < LEAST_READINGS) return { ...numbers, advice: 'measure-more', clicks: 0 };
  const off = mean - target;
  if (Math.abs(off) <= click / 2 + SAME_MM || Math.abs(off) <= margin + SAME_MM) return { ...numbers, advice: 'leave', clicks: 0 };
  return { ...numbers, advice: off < 0 ? 'deeper' : 'shallower', clicks: Math.round(Math.abs(off) / click) };
}
