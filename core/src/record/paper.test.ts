import { describe, expect, it } from 'vitest';
import { isLaterToday, nextPaperTime, PAPER_HOURS_MAX, paperStart, readPaper, type PaperTyped } from './paper';

const now = Date.parse('2026-11-27T20:00:00Z');
const HOUR = 3_600_000;

describe('a day from paper', () => {
  const typed = (day: string, hours = ''): PaperTyped => ({ day, clock: '', person: '', hours });
  it.each<[string, string, number, string, readonly string[]]>([
    ['last week', '2026-11-20', now - 7 * 24 * HOUR, '', []],
    ['no day', ' ', now, '', ['day paper-day-missing']],
    ['a day that is none', '2026-02-30', Number.NaN, '', ['day shift-start-unreal']],
    ['a day ahead', '2026-11-28', now + 24 * HOUR, '', []],
    ['more than a day ahead', '2026-11-28', now + 24 * HOUR + 1, '', ['day paper-day-ahead']],
    ['so many hours', '2026-11-20', now, String(PAPER_HOURS_MAX), []],
    ['hours with a comma', '2026-11-20', now, '2,5', []],
    ['more than a day has', '2026-11-20', now, `${PAPER_HOURS_MAX}.1`, ['hours paper-hours-unreal']],
    ['no hours at all', '2026-11-20', now, '0', ['hours paper-hours-unreal']],
    ['hours that are no number', '2026-11-20', now, '0x2', ['hours paper-hours-unreal']],
    ['both at once', '', Number.NaN, 'many', ['day paper-day-missing', 'hours paper-hours-unreal']],
  ])('%s', (_, day, at, hours, wanted) => {
    const read = readPaper(typed(day, hours), at, now);
    expect(read.ok ? [] : read.problems.map((p) => `${p.path} ${p.code}`)).toEqual(wanted);
  });
  it('hours are taken as they are said, or not said', () => {
    expect(['', '2,5', '3.25'].map((hours) => readPaper(typed('2026-11-20', hours), now, now))).toEqual(
      [null, 2.5, 3.25].map((hours) => ({ ok: true, hours })),
    );
  });
  it('without a time of the clock it was in the evening', () => {
    expect([paperStart(typed('2026-11-20')), paperStart({ ...typed('2026-11-20'), clock: '08:15' })]).toEqual([
      '2026-11-20T19:30',
      '2026-11-20T08:15',
    ]);
  });
  it('later hours of today are taken and noted', () => {
    expect([isLaterToday(now + HOUR, now), isLaterToday(now - 1, now)]).toEqual([true, false]);
  });
  it('presses stay in their order', () => {
    expect(nextPaperTime('2026-11-20T19:30:59.000Z')).toBe('2026-11-20T19:31:00.000Z');
  });
});
