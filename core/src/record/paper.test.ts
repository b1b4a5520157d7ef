import { describe, expect, it } from 'vitest';
import { isLaterToday, nextPaperTime, PAPER_HOURS_MAX, paperProblem } from './paper';

const now = Date.parse('2026-11-27T20:00:00Z');
const HOUR = 3_600_000;

describe('a day from paper', () => {
  it.each<[string, string, number, number | null, ReturnType<typeof paperProblem>]>([
    ['last week', '2026-11-20', now - 7 * 24 * HOUR, null, null],
    ['no day', ' ', now, null, 'day-missing'],
    ['a day that is none', '2026-02-30', Number.NaN, null, 'day-unreal'],
    ['a day ahead', '2026-11-28', now + 24 * HOUR, null, null],
    ['more than a day ahead', '2026-11-28', now + 24 * HOUR + 1, null, 'too-far-ahead'],
    ['so many hours', '2026-11-20', now, PAPER_HOURS_MAX, null],
    ['more than a day has', '2026-11-20', now, PAPER_HOURS_MAX + 0.1, 'hours-unreal'],
    ['no hours at all', '2026-11-20', now, 0, 'hours-unreal'],
  ])('%s', (_, day, at, hours, problem) => expect(paperProblem(day, at, hours, now)).toBe(problem));
  it('later hours of today are taken and noted', () => {
    expect([isLaterToday(now + HOUR, now), isLaterToday(now - 1, now)]).toEqual([true, false]);
  });
  it('presses stay in their order', () => {
    expect(nextPaperTime('2026-11-20T19:30:59.000Z')).toBe('2026-11-20T19:31:00.000Z');
  });
});
