import { readNumber } from '../typed/number-text';
import type { Problem } from '../units/result';

/*
 * Writing up from paper: day, clock time or "evening", person and hours are said once and hold until the mode is left.
 */

/** What "evening" means where nobody knows the clock time: local, HH:MM. This project's own default. */
export const EVENING = '19:30';

/** So far ahead of now a done-at is taken at all; a tablet's clock may be off. */
const AHEAD_MS = 24 * 3_600_000;

/** Longest shift that is taken from paper, hours. */
export const PAPER_HOURS_MAX = 16;

/** A day from paper as it is typed. `clock` empty: the evening; `hours` empty: not said. */
export interface PaperTyped {
  readonly day: string;
  readonly clock: string;
  readonly person: string;
  readonly hours: string;
}

export type ReadPaper =
  /** `hours` null: not said. */
  | { readonly ok: true; readonly hours: number | null }
  /** Every field that does not read, by its path in {@link PaperTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: keyof PaperTyped })[] };

/** When that began, as a date-and-time field has it. */
export const paperStart = ({ day, clock }: PaperTyped): string => `${day}T${clock === '' ? EVENING : clock}`;

/** @param atMs when it began by the kit's clock; NaN: there is no such day or time. */
export function readPaper({ day, hours }: PaperTyped, atMs: number, nowMs: number): ReadPaper {
  const problems: (Problem & { readonly path: keyof PaperTyped })[] = [];
  if (day.trim() === '') problems.push({ code: 'paper-day-missing', path: 'day' });
  else if (Number.isNaN(atMs)) problems.push({ code: 'shift-start-unreal', path: 'day' });
  else if (atMs > nowMs + AHEAD_MS) problems.push({ code: 'paper-day-ahead', path: 'day' });
  const worked = hours.trim() === '' ? null : (readNumber(hours) ?? NaN);
  if (worked !== null && !(worked > 0 && worked <= PAPER_HOURS_MAX))
    problems.push({ code: 'paper-hours-unreal', data: { most: PAPER_HOURS_MAX }, path: 'hours' });
  return problems.length > 0 ? { ok: false, problems } : { ok: true, hours: worked };
}

/** Whether it lies later than now, though not too far: noted. */
export function isLaterToday(atMs: number, nowMs: number): boolean {
  return atMs > nowMs;
}

/** Each press of the mode is a second after the one before, so that what was done first stays first. */
export function nextPaperTime(atIso: string): string {
  return new Date(Date.parse(atIso) + 1000).toISOString();
}
