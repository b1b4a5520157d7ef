import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import { workedTimes } from '../log/work-hours';
import type { Mark } from './marks';
import { readCorrection, shiftCorrection, type CorrectionMark } from './shift-correction';
import { shiftsOf, workedMs, type Shift } from './shifts';

const HOUR = 3_600_000;
const START = Date.parse('2026-11-01T18:00:00.000Z');
const iso = (hours: number) => new Date(START + hours * HOUR).toISOString();
const shiftMark = (id: string, kind: Mark['kind'], hours: number): Mark =>
  mark(id, { kind, rowId: 'a1', person: 'RV', doneAt: iso(hours) });
const PAST = [
  shiftMark('s', 'shift-started', 0),
  shiftMark('p', 'shift-paused', 1),
  shiftMark('r', 'shift-resumed', 1.5),
  shiftMark('e', 'shift-ended', 5),
];
const asMarks = (made: readonly CorrectionMark[]): Mark[] =>
  made.map((m, i) =>
    mark(`c${i}`, { kind: m.kind, rowId: m.rowId, person: 'RV', payload: m.payload, ...(m.doneAt ? { doneAt: m.doneAt } : {}) }),
  );

describe('hours corrected afterwards', () => {
  const [shift] = shiftsOf(PAST) as [Shift];
  it('take the place of what was said, which stays in the record', () => {
    const marks = [...PAST, ...asMarks(shiftCorrection(shift, START + HOUR, [{ assemblyId: 'a1', hours: 2 }], 'it was 4.5 h'))];
    const now = shiftsOf(marks);
    expect(now).toHaveLength(1);
    expect([now[0]?.startedAt, workedMs(now[0] as Shift, iso(9)) / HOUR]).toEqual([iso(1), 2]);
    expect(marks.filter((m) => m.kind !== 'undo' && m.kind === 'shift-started').map((m) => m.payload.note)).toEqual([
      undefined,
      'it was 4.5 h',
    ]);
  });
  it('are split over assemblies and kinds of work', () => {
    const parts = [
      { assemblyId: 'a1', hours: 1.5, as: 'deburred' as const },
      { assemblyId: 'a2', hours: 2 },
    ];
    const marks = [...PAST, ...asMarks(shiftCorrection(shift, START, parts, ''))];
    expect(shiftsOf(marks).map((s) => [s.assemblyId, workedMs(s, iso(9)) / 60_000])).toEqual([
      ['a1', 90],
      ['a2', 120],
    ]);
    expect(workedTimes(marks, iso(9)).map((w) => [w.shift.assemblyId, w.kind, Math.round(w.ms / 60_000)])).toEqual([
      ['a1', 'deburred', 90],
      ['a2', null, 120],
    ]);
  });
  it('can be corrected again, and taken back as a whole', () => {
    const first = asMarks(shiftCorrection(shift, START, [{ assemblyId: 'a1', hours: 1 }], 'x'));
    const [second] = shiftsOf([...PAST, ...first]) as [Shift];
    const again = asMarks(shiftCorrection(second, START, [{ assemblyId: 'a1', hours: 3 }], 'y')).map(
      (m) => ({ ...m, id: `again ${m.id}` }) as Mark,
    );
    expect(workedMs(shiftsOf([...PAST, ...first, ...again])[0] as Shift, iso(9)) / HOUR).toBe(3);
    const undone = [...first].map((m) => mark(`u ${m.id}`, { kind: 'undo', payload: { undoes: m.id } }));
    expect(workedMs(shiftsOf([...PAST, ...first, ...undone])[0] as Shift, iso(9)) / HOUR).toBe(4.5);
  });
  const part = (hours: string) => ({ assemblyId: 'a', hours, as: '' as const });
  const cases: readonly [string, number, string[], string[]][] = [
    ['as long as a shift from paper may be', START, ['16'], []],
    ['a little longer', START, ['16.01'], ['parts.0.hours shift-hours-unreal']],
    ['together too long', START, ['10', '7'], ['parts.1.hours shift-hours-unreal']],
    ['no time at all', START, ['0'], ['parts.0.hours shift-hours-unreal']],
    ['a part of no time', START, ['2', ''], ['parts.1.hours shift-hours-unreal']],
    ['no number', START, ['two'], ['parts.0.hours shift-hours-unreal']],
    ['a comma', START, ['1,5'], []],
    ['no day', Number.NaN, ['1'], ['start shift-start-unreal']],
    ['no day and no hours', Number.NaN, ['1', 'x'], ['start shift-start-unreal', 'parts.1.hours shift-hours-unreal']],
    ['ends now', START, ['9'], []],
    ['ends within what clocks may differ', START + 19 * HOUR, ['1'], []],
    ['ends later than now', START + 24 * HOUR, ['1'], ['start shift-in-future']],
  ];
  it.each(cases)('%s', (_, start, hours, told) => {
    const read = readCorrection({ start: '', parts: hours.map(part) }, start, START + 20 * HOUR);
    expect(read.ok ? [] : read.problems.map((p) => `${p.path} ${p.code}`)).toEqual(told);
  });
  it('is read with what it was spent on, where that is said', () =>
    expect(readCorrection({ start: '', parts: [part('1.5'), { ...part('2'), as: 'drilled' }] }, START, START + 20 * HOUR)).toEqual({
      ok: true,
      parts: [
        { assemblyId: 'a', hours: 1.5 },
        { assemblyId: 'a', hours: 2, as: 'drilled' },
      ],
    }));
});
