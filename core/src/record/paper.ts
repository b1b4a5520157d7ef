/*
 * Writing up from paper: day, clock time or "evening", person and hours are said once and hold until the mode is left.
 */

/** What "evening" means where nobody knows the clock time: local, HH:MM. This project's own default. */
export const EVENING = '19:30';

/** So far ahead of now a done-at is taken at all; a tablet's clock may be off. */
const AHEAD_MS = 24 * 3_600_000;

/** Longest shift that is taken from paper, hours. */
export const PAPER_HOURS_MAX = 16;

export type PaperProblem = 'day-missing' | 'day-unreal' | 'too-far-ahead' | 'hours-unreal';

/** What is wrong with a day and hours from paper; null: nothing. `atMs`: when the work began, or NaN where it does not read. */
export function paperProblem(day: string, atMs: number, hours: number | null, nowMs: number): PaperProblem | null {
  if (day.trim() === '') return 'day-missing';
  if (Number.isNaN(atMs)) return 'day-unreal';
  if (atMs > nowMs + AHEAD_MS) return 'too-far-ahead';
  if (hours !== null && !(hours > 0 && hours <= PAPER_HOURS_MAX)) return 'hours-unreal';
  return null;
}

/** Whether it lies later than now, though not too far: noted. */
export function isLaterToday(atMs: number, nowMs: number): boolean {
  return atMs > nowMs;
}

/** Each press of the mode is a second after the one before, so that what was done first stays first. */
export function nextPaperTime(atIso: string): string {
  return new Date(Date.parse(atIso) + 1000).toISOString();
}
