/** Batches nobody works with any more are not shown: so long after their work life where no cure is typed, minutes. */
const SHOWN_AFTER = 12 * 60;
const MINUTE_MS = 60_000;

/** What says how long a batch is at work. */
interface BatchTimes {
  readonly mixedAt: string;
  readonly workMinutes: number;
  readonly cureMinutes?: number | undefined;
}

/** Whether a batch still belongs on the clock of every view: until it is cured. `now`: ms. */
export function isOnClock({ mixedAt, workMinutes, cureMinutes }: BatchTimes, now: number): boolean {
  const spent = (now - Date.parse(mixedAt)) / MINUTE_MS;
  return spent <= (cureMinutes ?? workMinutes + SHOWN_AFTER);
}
