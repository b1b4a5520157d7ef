import { parseDimension } from '../typed/dimension';
import { readNumber } from '../typed/number-text';
import { carryUnit } from '../units/carry';
import { inches, type Mm, type Units } from '../units/length';
import type { Problem } from '../units/result';
import type { RowConditions } from './simulate';

/** What is assumed of simulated rows, as it is typed. */
export interface PracticeTyped {
  /** The largest scatter of the gauge that is looked at. */
  readonly gauge: string;
  readonly cage: string;
  readonly setting: string;
  readonly drift: string;
  readonly every: string;
  readonly seed: string;
}

export type ReadPractice =
  /** One set of conditions for each scatter of the gauge, from none to the largest in even steps. */
  | { readonly ok: true; readonly conditions: readonly RowConditions[]; readonly seed: number }
  /** Every field that does not read, by its path in {@link PracticeTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/** What was typed under one unit, so that it still means the same under the other. */
export function carryPractice(typed: PracticeTyped, from: Units): PracticeTyped {
  const carry = (text: string) => carryUnit(text, from);
  return { ...typed, gauge: carry(typed.gauge), cage: carry(typed.cage), setting: carry(typed.setting), drift: carry(typed.drift) };
}

/** Holes of a simulated row, a click of the cage, and how far off is still good. */
export const PRACTICE = { holes: 40, points: 9, click: inches(0.001), tolerance: inches(0.002) } as const;

/** What simulated rows are cut with. */
export function readPracticeTyped(typed: PracticeTyped, units: Units): ReadPractice {
  const problems: (Problem & { readonly path: string })[] = [];
  const length = (path: 'gauge' | 'cage' | 'setting' | 'drift'): Mm => {
    /* No drift and no scatter are lengths here too. */
    if (/^[0.,\s]*$/.test(typed[path])) return 0 as Mm;
    const read = parseDimension(typed[path], { units });
    if (read.ok) return read.value.length;
    problems.push({ ...read.problem, path });
    return 0 as Mm;
  };
  const most = length('gauge');
  if (most === 0 && problems.length === 0) problems.push({ code: 'practice-gauge-missing', path: 'gauge' });
  const [cageSd, settingSd, driftPerHole] = [length('cage'), length('setting'), length('drift')];
  const [readEvery, seed] = [readNumber(typed.every), readNumber(typed.seed)];
  const isWhole = (n: number | undefined, from: number, to: number): n is number =>
    n !== undefined && Number.isInteger(n) && n >= from && n <= to;
  if (!isWhole(readEvery, 1, PRACTICE.holes)) problems.push({ code: 'practice-every', data: { most: PRACTICE.holes }, path: 'every' });
  if (!isWhole(seed, 0, Number.MAX_SAFE_INTEGER)) problems.push({ code: 'practice-seed', path: 'seed' });
  if (problems.length > 0 || readEvery === undefined || seed === undefined) return { ok: false, problems };
  const conditions = Array.from({ length: PRACTICE.points }, (_, i): RowConditions => ({
    holes: PRACTICE.holes,
    readEvery,
    gaugeSd: ((most * i) / (PRACTICE.points - 1)) as Mm,
    cageSd,
    settingSd,
    driftPerHole,
    click: PRACTICE.click,
    tolerance: PRACTICE.tolerance,
  }));
  return { ok: true, conditions, seed };
}
