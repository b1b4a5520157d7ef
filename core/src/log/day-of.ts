/** Whether a name is that of a time zone (IANA), as far as this machine knows them. */
export function isTimeZone(name: string): boolean {
  if (!/^[A-Za-z0-9_+\-/]{1,60}$/.test(name)) return false;
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/**
 * The day of a moment (ISO 8601) in a time zone, as 2026-11-27. The zone's own summer and winter time of that very day count: the day of
 * an entry is the same whenever it is asked for.
 */
export function daysIn(zone: string): (iso: string) => string {
  const format = new Intl.DateTimeFormat('en-US', {
    timeZone: zone,
    calendar: 'gregory',
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
  });
  const known = new Map<string, string>();
  return (iso) => {
    /* No zone changes its day within a quarter of an hour that begins on the quarter. */
    const at = Math.floor(Date.parse(iso) / QUARTER_MS) * QUARTER_MS;
    const key = String(at);
    let day = known.get(key);
    if (day === undefined) {
      const parts = Object.fromEntries(format.formatToParts(at).map((p) => [p.type, p.value]));
      known.set(key, (day = `${parts.year?.padStart(4, '0')}-${parts.month}-${parts.day}`));
    }
    return day;
  };
}

const QUARTER_MS = 15 * 60_000;
