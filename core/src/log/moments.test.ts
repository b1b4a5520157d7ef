import { describe, expect, it } from 'vitest';
import { daysIn } from './day-of';
import { daysLater, eveningBefore, fieldText, readFieldText, showMoment } from './moments';

const BERLIN = 'Europe/Berlin';
const AUCKLAND = 'Pacific/Auckland';

describe('moments by the clock of a zone', () => {
  it.each([
    ['2026-11-27T19:00:00.000Z', BERLIN, '2026-11-27T20:00'],
    ['2026-07-27T18:00:00.000Z', BERLIN, '2026-07-27T20:00'],
    ['2026-11-27T19:00:00.000Z', AUCKLAND, '2026-11-28T08:00'],
    ['2026-12-31T23:30:00.000Z', BERLIN, '2027-01-01T00:30'],
    ['2026-11-27T19:00:00.000Z', 'UTC', '2026-11-27T19:00'],
    ['2026-11-27T19:00:00.000Z', 'Asia/Kathmandu', '2026-11-28T00:45'],
  ])('%s in %s is %s, there and back', (iso, zone, text) => {
    expect(fieldText(iso, zone)).toBe(text);
    expect(new Date(readFieldText(text, zone)).toISOString()).toBe(iso);
    /* The log calls it the same day: another way of reckoning. */
    expect(daysIn(zone)(iso)).toBe(text.slice(0, 10));
  });
  it('every quarter of an hour of a year comes back as it was, but for the hour that comes twice', () => {
    const [start, end] = [Date.parse('2026-01-01T00:00:00Z'), Date.parse('2027-01-01T00:00:00Z')];
    for (const zone of [BERLIN, AUCKLAND, 'America/New_York', 'UTC']) {
      let twice = 0;
      for (let ms = start; ms < end; ms += 15 * 60_000 * 7) {
        const back = readFieldText(fieldText(new Date(ms).toISOString(), zone), zone);
        if (back === ms) continue;
        twice++;
        expect(ms - back).toBe(3_600_000);
      }
      expect(twice).toBeLessThanOrEqual(zone === 'UTC' ? 0 : 1);
    }
  });
  it.each(['', '2026-02-30T10:00', '2026-13-01T10:00', '2026-11-27T24:00', '2026-11-27T10:60', '2026-11-27', 'yesterday'])(
    '%j is no moment',
    (text) => expect(readFieldText(text, BERLIN)).toBeNaN(),
  );
  it('a time the change of the clock leaves out is an hour later; the one that comes twice is the first', () => {
    expect(new Date(readFieldText('2026-03-29T02:30', BERLIN)).toISOString()).toBe('2026-03-29T01:30:00.000Z');
    expect(new Date(readFieldText('2026-10-25T02:30', BERLIN)).toISOString()).toBe('2026-10-25T00:30:00.000Z');
  });
  it.each([
    ['2026-11-27T19:00:00.000Z', BERLIN, '2026-11-26T20:00'],
    ['2026-11-27T19:00:00.000Z', AUCKLAND, '2026-11-27T20:00'],
    ['2026-03-01T08:00:00.000Z', BERLIN, '2026-02-28T20:00'],
    ['2026-03-29T22:30:00.000Z', BERLIN, '2026-03-29T20:00'],
  ])('the evening before %s in %s', (iso, zone, text) => expect(eveningBefore(iso, zone, '20:00')).toBe(text));
  it.each([
    ['2026-11-27T20:00', 7, '2026-12-04T20:00'],
    ['2026-03-28T20:00', 1, '2026-03-29T20:00'],
    ['2026-10-24T20:00', 2, '2026-10-26T20:00'],
    ['2026-12-31T20:00', 1, '2027-01-01T20:00'],
  ])('%s and %d days', (text, days, later) => expect(daysLater(text, days, BERLIN)).toBe(later));
  it('is shown by that clock, in the language of the reader', () => {
    expect(showMoment('2026-11-27T19:00:00.000Z', AUCKLAND, 'day', 'en-GB')).toBe('28 Nov 2026');
    expect(showMoment('2026-11-27T19:00:00.000Z', BERLIN, 'moment', 'de')).toBe('27.11.2026, 20:00');
    expect(showMoment('2026-11-27T19:00:00.000Z', AUCKLAND, 'weekday', 'en-GB')).toMatch(/^Sat,? 08:00$/);
  });
});
