import type { WorkedTime } from '../log/work-hours';
import { SETTING_WAYS, type SettingWay } from '../record/definitions';
import { ASSEMBLY_MARKS } from '../record/marks';
import { STEP_KINDS } from '../record/steps';
import { DEFAULT_MINUTES, type OperationKind, type WorkMinutes } from './minutes';
import type { AssemblyOperation } from './operations';
import type { OperationProgress } from './progress';

/** Minutes of one unit of work, and where they come from. */
export interface LearnedMinutes extends WorkMinutes {
  /** Things that were timed; 0: the default. */
  readonly timed: number;
}

/** Work that is marked, and so timed. */
const TIMED_KINDS: readonly OperationKind[] = [...STEP_KINDS, ...ASSEMBLY_MARKS];

/** So many timed things, in at least so many shifts, before a builder's own hours take the default's place. */
export const LEARN_FROM = 40;
export const LEARN_SHIFTS = 2;

/** Who and what with; null: whoever, whatever. */
export interface RateOf {
  readonly person: string | null;
  readonly tool: string | null;
}

/** What hours are counted by: the kind of work; of setting also the way, where the row says it. */
export type WorkOf = OperationKind | `set/${SettingWay}`;

export function workOf({ kind, way }: Pick<AssemblyOperation, 'kind' | 'way'>): WorkOf {
  return kind === 'set' && way !== null ? `set/${way}` : kind;
}

/** Minutes of everything hours are counted by. */
export type MinutesOf = Readonly<Record<WorkOf, LearnedMinutes>>;

/** Minutes of one kind of work as own shifts have them: the middle over all things timed, the spread of the shifts. */
export interface WorkRate extends RateOf {
  readonly kind: OperationKind;
  readonly minutes: number;
  readonly spread: number;
  readonly timed: number;
  readonly shifts: number;
}

function rateOf(kind: OperationKind, of: RateOf, spent: readonly WorkedTime[], way: SettingWay | null = null): WorkRate | null {
  /* A shift counts once, however many tools were named in it. */
  const shifts = new Map<string, { minutes: number; count: number }>();
  for (const t of spent) {
    if (t.kind !== kind || (of.person !== null && t.shift.person !== of.person) || (of.tool !== null && t.tool !== of.tool)) continue;
    if (way !== null && t.way !== way) continue;
    const key = `${t.shift.person} ${t.shift.startedAt}`;
    const known = shifts.get(key) ?? { minutes: 0, count: 0 };
    shifts.set(key, { minutes: known.minutes + t.ms / 60_000, count: known.count + t.count });
  }
  const rates = [...shifts.values()].filter((r) => r.count > 0);
  const timed = rates.reduce((n, r) => n + r.count, 0);
  if (timed === 0) return null;
  const minutes = rates.reduce((n, r) => n + r.minutes, 0) / timed;
  const logs = rates.map((r) => Math.log(Math.max(1e-6, r.minutes / r.count / Math.max(1e-9, minutes))));
  const mean = logs.reduce((a, b) => a + b, 0) / logs.length;
  const sd = Math.sqrt(logs.reduce((s, l) => s + (l - mean) ** 2, 0) / Math.max(1, logs.length - 1));
  return { kind, ...of, minutes, spread: Math.max(0.15, sd), timed, shifts: rates.length };
}

const isEnough = (rate: WorkRate | null): rate is WorkRate => rate !== null && rate.timed >= LEARN_FROM && rate.shifts >= LEARN_SHIFTS;

/**
 * Minutes a hole or part by kind of work, from the builder's own shifts: the time up to each mark over what it marked, shift by shift.
 * The middle is that of all timed work, the spread that of the shifts (logarithms, one standard deviation, never under .15).
 * Of one person where that person was timed enough, else of everybody, else the default. Each way of setting has its own where it was
 * timed enough, by that person or by everybody; else it is that of setting.
 */
export function learnedMinutes(spent: readonly WorkedTime[], person: string | null = null): MinutesOf {
  const of = (kind: OperationKind, way: SettingWay | null): LearnedMinutes | null => {
    const own = person === null ? null : rateOf(kind, { person, tool: null }, spent, way);
    const rate = isEnough(own) ? own : rateOf(kind, { person: null, tool: null }, spent, way);
    return isEnough(rate) ? { per: DEFAULT_MINUTES[kind].per, minutes: rate.minutes, spread: rate.spread, timed: rate.timed } : null;
  };
  const learned = new Map<WorkOf, LearnedMinutes>();
  for (const [kind, usual] of Object.entries(DEFAULT_MINUTES)) learned.set(kind as OperationKind, { ...usual, timed: 0 });
  for (const kind of TIMED_KINDS) learned.set(kind, of(kind, null) ?? (learned.get(kind) as LearnedMinutes));
  for (const way of SETTING_WAYS) learned.set(`set/${way}`, of('set', way) ?? (learned.get('set') as LearnedMinutes));
  return Object.fromEntries(learned) as MinutesOf;
}

/** Every rate the shifts give, by kind of work, then person, then tool where one was named; those of few things are there too. */
export function workRates(spent: readonly WorkedTime[]): WorkRate[] {
  return TIMED_KINDS.flatMap((kind) => {
    const own = spent.filter((t) => t.kind === kind);
    const people = [...new Set(own.map((t) => t.shift.person))].sort();
    return people.flatMap((person): WorkRate[] => {
      const tools = [...new Set(own.flatMap((t) => (t.shift.person === person && t.tool !== null ? [t.tool] : [])))].sort();
      const asked: (string | null)[] = tools.length > 0 ? tools : [null];
      return asked.flatMap((tool) => rateOf(kind, { person, tool }, own) ?? []);
    });
  });
}

export interface HoursLeft {
  /** Hours: eight times in ten between low and high, if the kinds of work go off independently of each other. */
  readonly low: number;
  readonly middle: number;
  readonly high: number;
  /** Share of the middle that rests on the builder's own hours, 0 to 1. */
  readonly ownShare: number;
}

/** Half of what lies within so many standard deviations either side: 80 %. */
const EIGHTY = 1.2816;

/** Single things still open, by what hours are counted by. */
export type OpenWork = ReadonlyMap<WorkOf, number>;

/** What is still open of these operations; `more`: of others, to be counted with them. */
export function openWork(
  operations: readonly AssemblyOperation[],
  progress: ReadonlyMap<string, OperationProgress>,
  more: OpenWork = new Map(),
): OpenWork {
  const open = new Map(more);
  for (const o of operations) {
    const things = progress.get(o.id)?.open ?? o.count;
    /* A job takes its own time: so many usual ones. */
    const usual = o.kind === 'job' ? (things * o.minutes) / (o.count * DEFAULT_MINUTES.job.minutes) : things;
    open.set(workOf(o), (open.get(workOf(o)) ?? 0) + usual);
  }
  return open;
}

/** Open work as an honest range of hours. */
export function hoursLeft(open: OpenWork, minutes: MinutesOf): HoursLeft {
  let middle = 0;
  let variance = 0;
  let own = 0;
  /* Ways of setting that rest on the same minutes are off together. */
  const byRate = new Map<LearnedMinutes, number>();
  for (const [work, count] of open) byRate.set(minutes[work], (byRate.get(minutes[work]) ?? 0) + count);
  for (const [rate, count] of byRate) {
    const m = count * rate.minutes;
    middle += m;
    variance += (m * rate.spread) ** 2;
    if (rate.timed > 0) own += m;
  }
  const off = EIGHTY * Math.sqrt(variance);
  return {
    low: Math.max(0, middle - off) / 60,
    middle: middle / 60,
    high: (middle + off) / 60,
    ownShare: middle === 0 ? 0 : own / middle,
  };
}
