import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import { workedTimes } from '../log/work-hours';
import type { Mark } from './marks';
import { correctionProblem, shiftCorrection, type CorrectionMark } from './shift-correction';
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
  const cases: readonly [string, number, number[], string | null][] = [
    ['as long as a shift from paper may be', START, [16], null],
    ['a little longer', START, [16.01], 'hours-unreal'],
    ['together too long', START, [10, 7], 'hours-unreal'],
    ['no time at all', START, [0], 'hours-unreal'],
    ['a part of no time', START, [2, 0], 'hours-unreal'],
    ['no number', START, [Number.NaN], 'hours-unreal'],
    ['no day', Number.NaN, [1], 'start-unreal'],
    ['ends now', START, [9], null],
    ['ends later than now', START + 24 * HOUR, [1], 'in-future'],
  ];
  it.each(cases)('%s', (_, start, hours, problem) =>
    expect(
      correctionProblem(
        start,
        hours.map((h) => ({ assemblyId: 'a', hours: h })),
        START + 20 * HOUR,
      ),
    ).toBe(problem),
  );
});
