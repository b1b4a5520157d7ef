import type { Mm } from '../units/length';
import { depthAdvice } from './advice';

/** What a row is cut under. Lengths Mm. */
export interface RowConditions {
  readonly holes: number;
  /** A reading every so many holes. */
  readonly readEvery: number;
  /** Scatter of the gauge, of the cage from hole to hole, and of the first setting, as standard deviations. */
  readonly gaugeSd: Mm;
  readonly cageSd: Mm;
  readonly settingSd: Mm;
  /** How much deeper each hole comes than the one before. */
  readonly driftPerHole: Mm;
  readonly click: Mm;
  /** A hole counts as good within this of the target, either way. */
  readonly tolerance: Mm;
}

export const STRATEGIES = ['advice', 'every-reading', 'never'] as const;
export type Strategy = (typeof STRATEGIES)[number];

/** Pseudo-random numbers from 0 to 1, the same for the same seed (mulberry32, public domain). */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Normally distributed numbers with mean 0 and standard deviation 1 (Box and Muller). */
export function normalFrom(random: () => number): () => number {
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const kept = spare;
      spare = null;
      return kept;
    }
    const u = Math.max(random(), Number.MIN_VALUE);
    const r = Math.sqrt(-2 * Math.log(u));
    const angle = 2 * Math.PI * random();
    spare = r * Math.sin(angle);
    return r * Math.cos(angle);
  };
}

/** Holes within the tolerance of the target in one row cut with one way of adjusting. Depths are taken as differences from the target. */
export function cutRow(strategy: Strategy, c: RowConditions, normal: () => number): number {
  let setting = normal() * c.settingSd;
  let readings: Mm[] = [];
  let good = 0;
  for (let hole = 0; hole < c.holes; hole++) {
    const depth = setting + hole * c.driftPerHole + normal() * c.cageSd;
    if (Math.abs(depth) <= c.tolerance) good++;
    /* The reading is taken whatever is done with it, so that the three ways see the same chances. */
    const noise = normal();
    if ((hole + 1) % c.readEvery !== 0 || strategy === 'never') continue;
    const reading = (depth + noise * c.gaugeSd) as Mm;
    if (strategy === 'every-reading') setting -= Math.round(reading / c.click) * c.click;
    else {
      readings = [...readings, reading];
      const { advice, clicks } = depthAdvice({ target: 0 as Mm, click: c.click, readings, gaugeSd: c.gaugeSd });
      if (advice !== 'deeper' && advice !== 'shallower') continue;
      setting += (advice === 'deeper' ? 1 : -1) * clicks * c.click;
      readings = [];
    }
  }
  return good;
}

/** Share of good holes over many rows, for each way of adjusting; every row has its own chances, the same for all three. */
export interface Shares {
  readonly rows: number;
  readonly share: Readonly<Record<Strategy, number>>;
}

/** Cuts rows from `from` to `to` (exclusive) of a run with this seed; runs can be done in pieces and added. */
export function cutRows(c: RowConditions, seed: number, from: number, to: number): Record<Strategy, number> {
  const good: Record<Strategy, number> = { advice: 0, 'every-reading': 0, never: 0 };
  for (let row = from; row < to; row++)
    for (const strategy of STRATEGIES) good[strategy] += cutRow(strategy, c, normalFrom(randomFrom(seed * 1_000_003 + row)));
  return good;
}

export function sharesOf(good: Readonly<Record<Strategy, number>>, c: RowConditions, rows: number): Shares {
  const all = Math.max(1, rows * c.holes);
  return { rows, share: { advice: good.advice / all, 'every-reading': good['every-reading'] / all, never: good.never / all } };
}
