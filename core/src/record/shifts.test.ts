import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import type { MarkKind } from './marks';
import { isForgotten, shiftsOf, showHours, workedMs } from './shifts';

const at = (time: string) => `2026-11-20T${time}:00.000Z`;
let n = 0;
const m = (kind: MarkKind, time: string, person = 'RV') =>
  mark(`m${String(n++).padStart(3, '0')}`, { kind, doneAt: at(time), person, rowId: 'a', holeIds: kind === 'drilled' ? ['h'] : [] });

describe('shifts', () => {
  it('pauses do not count', () => {
    const [shift] = shiftsOf([
      m('shift-started', '18:00'),
      m('shift-paused', '19:00'),
      m('shift-resumed', '19:30'),
      m('shift-ended', '21:05'),
    ]);
    expect(shift && [shift.state, showHours(workedMs(shift, at('23:00')))]).toEqual(['ended', '2 h 35 min']);
  });
  it('a running one counts up to now, a paused one to its pause', () => {
    const [running] = shiftsOf([m('shift-started', '18:00')]);
    expect(running && [running.state, workedMs(running, at('18:20')) / 60_000]).toEqual(['running', 20]);
    const [paused] = shiftsOf([m('shift-started', '18:00'), m('shift-paused', '18:10')]);
    expect(paused && [paused.state, workedMs(paused, at('19:00')) / 60_000]).toEqual(['paused', 10]);
  });
  it('a second start ends the first at its last mark', () => {
    const shifts = shiftsOf([m('shift-started', '10:00'), m('drilled', '11:30'), m('shift-started', '18:00')]);
    expect(shifts.map((s) => [s.state, s.endedAt])).toEqual([
      ['ended', at('11:30')],
      ['running', null],
    ]);
  });
  it('two people have theirs side by side; the order of arrival does not matter', () => {
    const marks = [
      m('shift-started', '18:00'),
      m('shift-started', '18:05', 'TK'),
      m('shift-ended', '19:00'),
      m('shift-ended', '20:05', 'TK'),
    ];
    const worked = (list: typeof marks) => shiftsOf(list).map((s) => [s.person, workedMs(s, at('23:00')) / 60_000]);
    expect(worked(marks)).toEqual([
      ['RV', 60],
      ['TK', 120],
    ]);
    expect(worked([...marks].reverse())).toEqual(worked(marks));
  });
  it('an end or a pause without a start says nothing; an undone start is none', () => {
    expect(shiftsOf([m('shift-ended', '19:00'), m('shift-paused', '19:10')])).toEqual([]);
    const start = m('shift-started', '18:00');
    expect(shiftsOf([start, mark('u', { kind: 'undo', doneAt: at('18:01'), payload: { undoes: start.id } })])).toEqual([]);
  });
  it.each([
    ['just under three hours after the last mark', '14:59', false],
    ['over three', '15:01', true],
  ])('forgotten: %s', (_, now, wanted) => {
    const [shift] = shiftsOf([m('shift-started', '10:00'), m('drilled', '12:00')]);
    expect(shift && isForgotten(shift, at(now))).toBe(wanted);
  });
});
