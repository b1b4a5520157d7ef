import { TZDate } from '@date-fns/tz';

/**
 * Moments by the clock of a time zone (IANA): as a date-and-time field has them (2026-11-27T20:00), and read from one. What is typed at the
 * bench and what the log calls a day go by the same clock, whichever zone the device itself is in.
 */

const two = (n: number) => String(n).padStart(2, '0');

function textOf(at: TZDate): string {
  const day = `${String(at.getFullYear()).padStart(4, '0')}-${two(at.getMonth() + 1)}-${two(at.getDate())}`;
  return `${day}T${two(at.getHours())}:${two(at.getMinutes())}`;
}

/** A moment (ISO 8601) as a field has it. */
export function fieldText(iso: string, zone: string): string {
  return textOf(new TZDate(iso, zone));
}

const HOUR_MS = 3_600_000;
const FIELD = /^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)(?::\d\d)?$/;

/**
 * What a field says as a moment, ms; NaN: there is no such day or time. A time that a change of the clock leaves out is as much later as the
 * clock was put on; one that comes twice is the first of the two.
 */
export function readFieldText(text: string, zone: string): number {
  const [, ...typed] = FIELD.exec(text) ?? [];
  const [year, month, day, hour, minute] = typed.map(Number) as [number, number, number, number, number];
  if (typed.length === 0 || hour > 23 || minute > 59) return NaN;
  const at = new TZDate(year, month - 1, day, hour, minute, zone);
  if (at.getMonth() !== month - 1 || at.getDate() !== day) return NaN;
  const before = at.getTime() - HOUR_MS;
  return textOf(new TZDate(before, zone)) === textOf(at) ? before : at.getTime();
}

/** The evening before a moment, at that time of the clock (`20:00`), as a field has it. */
export function eveningBefore(iso: string, zone: string, clock: string): string {
  const at = new TZDate(iso, zone);
  return `${textOf(new TZDate(at.getFullYear(), at.getMonth(), at.getDate() - 1, 12, 0, zone)).slice(0, 10)}T${clock}`;
}

/** So many days after what a field says, at the same time of the clock; as a field has it. */
export function daysLater(text: string, days: number, zone: string): string {
  const at = new TZDate(readFieldText(`${text.slice(0, 10)}T12:00`, zone), zone);
  const day = new TZDate(at.getFullYear(), at.getMonth(), at.getDate() + days, 12, 0, zone);
  return `${textOf(day).slice(0, 10)}${text.slice(10)}`;
}

/** How much of a moment is shown. */
export type MomentStyle = 'moment' | 'short' | 'day' | 'long-day' | 'long' | 'clock' | 'weekday';

const STYLES: Readonly<Record<MomentStyle, Intl.DateTimeFormatOptions>> = {
  moment: { dateStyle: 'medium', timeStyle: 'short' },
  short: { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' },
  day: { dateStyle: 'medium' },
  'long-day': { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' },
  long: { dateStyle: 'full', timeStyle: 'short' },
  clock: { hour: '2-digit', minute: '2-digit' },
  weekday: { weekday: 'short', hour: '2-digit', minute: '2-digit' },
};

/** A moment in words, as the reader's language writes it. `locale` absent: the reader's own. */
export function showMoment(iso: string, zone: string, style: MomentStyle, locale?: string): string {
  const key = `${locale ?? ''}/${zone}/${style}`;
  let words = WORDS.get(key);
  if (!words) WORDS.set(key, (words = new Intl.DateTimeFormat(locale, { ...STYLES[style], timeZone: zone })));
  return words.format(new Date(iso));
}

/** To make one takes longer than to write a hundred moments with it. */
const WORDS = new Map<string, Intl.DateTimeFormat>();
