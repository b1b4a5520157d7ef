import { describe, expect, it } from 'vitest';
import { daysIn, isTimeZone } from './day-of';

describe('the day of a moment', () => {
  it.each([
    /* Summer time ends on 25 October 2026 in this zone: an evening in summer stays on its day, asked for in winter too. */
    ['Europe/Vienna', '2026-07-01T21:59:59.000Z', '2026-07-01'],
    ['Europe/Vienna', '2026-07-01T22:00:00.000Z', '2026-07-02'],
    ['Europe/Vienna', '2026-12-01T22:00:00.000Z', '2026-12-01'],
    ['Europe/Vienna', '2026-12-01T23:00:00.000Z', '2026-12-02'],
    ['America/Anchorage', '2026-01-02T08:59:00.000Z', '2026-01-01'],
    ['America/Anchorage', '2026-01-02T09:00:00.000Z', '2026-01-02'],
    ['Asia/Kathmandu', '2026-11-27T18:14:59.000Z', '2026-11-27'],
    ['Asia/Kathmandu', '2026-11-27T18:15:00.000Z', '2026-11-28'],
    ['Pacific/Kiritimati', '2026-11-27T10:00:00.000Z', '2026-11-28'],
    ['UTC', '2026-11-27T23:59:59.999Z', '2026-11-27'],
  ])('in %s %s is %s', (zone, iso, day) => expect(daysIn(zone)(iso)).toBe(day));
  it('is the same as another way of formatting says, all through a year', () => {
    for (const zone of ['Europe/Vienna', 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu']) {
      const dayOf = daysIn(zone);
      for (let at = Date.UTC(2026, 0, 1); at < Date.UTC(2027, 0, 1); at += 3_541_000 * 7) {
        const iso = new Date(at).toISOString();
        expect(dayOf(iso)).toBe(new Date(at).toLocaleDateString('sv-SE', { timeZone: zone }));
      }
    }
  });
  it.each([
    ['Europe/Vienna', true],
    ['UTC', true],
    ['Middle/Nowhere', false],
    ['', false],
    ['Europe/Vienna; DROP', false],
    ['__proto__', false],
  ])('%j is a zone: %s', (name, is) => expect(isTimeZone(name)).toBe(is));
});
