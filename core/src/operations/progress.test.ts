import { workOrderOf } from '../record/order';
import { describe, expect, it } from 'vitest';
import { NO_FASTENERS, fold, KIT, mark, part, rowOf } from '../../test/build';
import { planStack } from '../prep/plan';
import type { RowDefinition, SettingWay } from '../record/definitions';
import type { Mark, MarkKind } from '../record/marks';
import { stackOf } from '../record/stack-of';
import { stepsOf } from '../record/steps';
import { setupsOf } from '../setup/setup';
import { DEFAULT_MINUTES } from './minutes';
import { workedTimes } from '../log/work-hours';
import { hoursLeft, LEARN_FROM, learnedMinutes, openWork, workOf, workRates } from './hours';
import { assemblyOperations, lockId } from './operations';
import { operationProgress } from './progress';

const parts = new Map([part('p1', 'skin', 0.025), part('p2', 'rib', 0.032)].map((p) => [p.id, p.definition]));
function derive(row: RowDefinition, marks: Mark[]) {
  const stack = stackOf(row, { kit: KIT, parts, fasteners: NO_FASTENERS });
  if (!stack) throw new Error('no stack');
  const plan = planStack(stack);
  const steps = stepsOf(row, plan.layers, { kit: KIT, parts });
  const folded = fold(marks);
  const rows = [
    { id: 'r', row, steps, uses: setupsOf(steps, row, stack, plan), states: folded.rows.get('r') ?? new Map<string, Set<string>>() },
  ];
  const operations = assemblyOperations(rows, parts, workOrderOf());
  return { operations, progress: operationProgress(operations, rows, folded.parts) };
}
const row = rowOf(['p1', 'p2'], 10);
const holes = row.holes.map((h) => h.id);
const state = (marks: Mark[], kind: string) => {
  const { operations, progress } = derive(row, marks);
  return progress.get(operations.find((o) => o.kind === kind)?.id ?? '');
};

describe('how far an operation is', () => {
  it('ready, under way, done, blocked', () => {
    expect(state([], 'fit-up')).toMatchObject({ state: 'ready' });
    expect(state([], 'drilled')).toMatchObject({ state: 'blocked', waitsFor: ['assembly/fit-up'] });
    const some = [mark('a', { rowId: 'r', holeIds: holes.slice(0, 4) })];
    expect(state(some, 'drilled')).toMatchObject({ state: 'under-way', open: 6 });
    /* Nobody marks fitting up: holes that are drilled say it was done. */
    expect(state(some, 'fit-up')).toMatchObject({ state: 'done', open: 0 });
    const all = [mark('a', { rowId: 'r', holeIds: holes })];
    expect(state(all, 'drilled')).toMatchObject({ state: 'done', open: 0 });
    expect(state(all, 'take-apart')).toMatchObject({ state: 'ready' });
    expect(state(all, 'set')?.state).toBe('blocked');
  });
  it('held holes are not wanted now', () => {
    const held = { ...row, holes: row.holes.map((h, i) => (i < 3 ? { ...h, holds: ['no-rivet' as const] } : h)) };
    const { operations, progress } = derive(held, []);
    expect(progress.get(operations.find((o) => o.kind === 'set')?.id ?? '')).toMatchObject({ open: 7, state: 'blocked' });
  });
  it('all other holes, then the angle’s check, then the locking holes', () => {
    const held = { ...row, holes: row.holes.map((h, i) => (i < 3 ? { ...h, holds: ['square' as const] } : h)) };
    const at = (marks: Mark[]) => {
      const { operations, progress } = derive(held, marks);
      const setupKey = operations.find((o) => o.id === lockId('r'))?.setup ?? '';
      return [`r/${setupKey}`, 'r/squared', lockId('r'), 'assembly/take-apart'].map((id) => {
        const own = progress.get(id);
        return `${own?.state} ${own?.open}`;
      });
    };
    const others = mark('a', { rowId: 'r', holeIds: holes.slice(3) });
    const checked = mark('b', { kind: 'squared', rowId: 'r', holeIds: holes.slice(0, 3) });
    const locked = mark('c', { rowId: 'r', holeIds: holes.slice(0, 3) });
    expect(at([])).toEqual(['blocked 7', 'blocked 1', 'blocked 3', 'blocked 2']);
    expect(at([others])).toEqual(['done 0', 'ready 1', 'blocked 3', 'blocked 2']);
    expect(at([others, { ...checked, holeIds: holes.slice(0, 2) }])).toEqual(['done 0', 'ready 1', 'blocked 3', 'blocked 2']);
    expect(at([others, checked])).toEqual(['done 0', 'done 0', 'ready 3', 'blocked 2']);
    expect(at([others, checked, { ...locked, holeIds: holes.slice(0, 1) }])[2]).toBe('under-way 2');
    expect(at([others, checked, locked])).toEqual(['done 0', 'done 0', 'done 0', 'ready 2']);
    /* Drilled without a check on record: past asking for it. */
    expect(at([others, locked])[1]).toBe('done 0');
  });
});

const at = (day: number, minute: number) => new Date(Date.UTC(2026, 10, day, 18, minute)).toISOString();
const shift = (kind: MarkKind, day: number, minute: number) => mark(`${kind}${day}`, { kind, rowId: 'a', doneAt: at(day, minute) });
const evening = (day: number, minutes: number, count: number) => [
  shift('shift-started', day, 0),
  mark(`d${day}`, { doneAt: at(day, minutes), holeIds: Array.from({ length: count }, (_, i) => `h${day}-${i}`) }),
  shift('shift-ended', day, minutes),
];
const NOW = '2026-11-30T00:00:00.000Z';

const learned = (marks: Mark[], person: string | null = null) => learnedMinutes(workedTimes(marks, NOW), person);

describe('minutes from the builder’s own shifts', () => {
  it('are the defaults until enough was timed, in more than one shift', () => {
    expect(learned([]).drilled).toEqual({ ...DEFAULT_MINUTES.drilled, timed: 0 });
    expect(learned(evening(1, 40, LEARN_FROM)).drilled.timed).toBe(0);
    expect(learned([...evening(1, 20, 10), ...evening(2, 20, LEARN_FROM - 11)]).drilled.timed).toBe(0);
  });
  it('are the timed work over what was marked, the spread that of the shifts', () => {
    const found = learned([...evening(1, 20, 20), ...evening(2, 40, 20)]).drilled;
    expect(found.timed).toBe(40);
    expect(found.minutes).toBeCloseTo(60 / 40, 9);
    /* 1 and 2 minutes a hole: logarithms ln 2 apart, so one standard deviation is ln 2 over the root of 2. */
    expect(found.spread).toBeCloseTo(Math.log(2) / Math.SQRT2, 9);
    expect(learned([...evening(1, 20, 20), ...evening(2, 20, 20)]).drilled.spread).toBe(0.15);
  });
});

describe('minutes by person and tool', () => {
  const of = (marks: Mark[], person: string) => marks.map((m) => ({ ...m, id: `${m.id}/${person}`, person }));
  const slow = [...of(evening(1, 40, 20), 'slow'), ...of(evening(2, 40, 20), 'slow')];
  const quick = [...of(evening(1, 20, 20), 'quick'), ...of(evening(2, 20, 20), 'quick')];
  it('each person’s own, everybody’s for one who was not timed enough', () => {
    const all = [...slow, ...quick];
    expect(learned(all, 'slow').drilled.minutes).toBeCloseTo(2, 9);
    expect(learned(all, 'quick').drilled.minutes).toBeCloseTo(1, 9);
    expect(learned(all).drilled.minutes).toBeCloseTo(1.5, 9);
    expect(learned(all, 'nobody').drilled.minutes).toBeCloseTo(1.5, 9);
  });
  it('a tool that was named is a rate of its own; the time up to each mark is its own', () => {
    const set = (day: number, minute: number, count: number, toolId: string) =>
      mark(`s${day}-${minute}`, {
        kind: 'set',
        doneAt: at(day, minute),
        holeIds: Array.from({ length: count }, (_, i) => `${day}-${minute}-${i}`),
        payload: { setting: { way: 'squeezer', toolId } },
      });
    const marks = [shift('shift-started', 1, 0), set(1, 10, 20, 'yoke'), set(1, 40, 20, 'other'), shift('shift-ended', 1, 40)];
    const rates = workRates(workedTimes(marks, NOW));
    expect(rates.map((r) => [r.kind, r.tool, r.minutes, r.timed, r.shifts])).toEqual([
      ['set', 'other', 1.5, 20, 1],
      ['set', 'yoke', 0.5, 20, 1],
    ]);
  });
});

describe('minutes by way of setting', () => {
  const set = (day: number, minute: number, count: number, way: SettingWay, person = 'p') =>
    mark(`s${day}-${minute}-${person}`, {
      kind: 'set',
      person,
      doneAt: at(day, minute),
      holeIds: Array.from({ length: count }, (_, i) => `${day}-${minute}-${i}`),
      payload: { setting: { way } },
    });
  const evenings = (way: SettingWay, minutes: number, count: number, from: number, person = 'p') =>
    [from, from + 1].flatMap((day) => [
      { ...shift('shift-started', day, 0), person, id: `a${day}${person}` },
      set(day, minutes, count, way, person),
      { ...shift('shift-ended', day, minutes), person, id: `z${day}${person}` },
    ]);
  it('each way its own once it was timed enough, else what setting takes at all', () => {
    const found = learned([...evenings('squeezer', 10, 20, 1), ...evenings('gun', 40, 20, 3)]);
    expect(found['set/squeezer'].minutes).toBeCloseTo(0.5, 9);
    expect(found['set/gun'].minutes).toBeCloseTo(2, 9);
    expect(found.set.minutes).toBeCloseTo(1.25, 9);
    expect(found['set/back']).toBe(found.set);
    const few = learned([...evenings('squeezer', 10, 20, 1), ...evenings('gun', 38, 19, 3)]);
    expect(few['set/gun']).toBe(few.set);
    expect(few.set.timed).toBe(78);
  });
  it('that person’s own before everybody’s', () => {
    const marks = [...evenings('gun', 20, 20, 1), ...evenings('gun', 40, 20, 1, 'q')];
    expect(learned(marks, 'q')['set/gun'].minutes).toBeCloseTo(2, 9);
    expect(learned(marks)['set/gun'].minutes).toBeCloseTo(1.5, 9);
  });
  it('count for the rows that are set that way; ways that rest on the same minutes are off together', () => {
    const minutes = learned(evenings('squeezer', 10, 20, 1));
    const left = (way: SettingWay | null) => {
      const { operations, progress } = derive({ ...row, setting: way && { way } }, []);
      expect(workOf(operations.find((o) => o.kind === 'set') ?? { kind: 'fit-up', way: null })).toBe(way ? `set/${way}` : 'set');
      return hoursLeft(openWork(operations, progress), minutes).middle;
    };
    expect((left(null) - left('squeezer')) * 60).toBeCloseTo(0, 9);
    const slower = learned([...evenings('squeezer', 10, 20, 1), ...evenings('gun', 40, 20, 3)]);
    const { operations, progress } = derive({ ...row, setting: { way: 'gun' } }, []);
    expect(hoursLeft(openWork(operations, progress), slower).middle * 60).toBeCloseTo(
      hoursLeft(openWork(operations, progress), minutes).middle * 60 + 10 * 1.5,
      9,
    );
    const both = new Map([['set', 10], ['set/gun', 10]] as const); // prettier-ignore
    const one = new Map([['set', 20]] as const);
    expect(hoursLeft(both, minutes)).toEqual(hoursLeft(one, minutes));
  });
});

describe('hours left', () => {
  it('fall as work is done, and the range holds the middle', () => {
    const usual = learned([]);
    const left = (marks: Mark[]) => {
      const { operations, progress } = derive(row, marks);
      return hoursLeft(openWork(operations, progress), usual);
    };
    const [none, some] = [left([]), left([mark('a', { rowId: 'r', holeIds: holes })])];
    expect(none.low).toBeLessThan(none.middle);
    expect(none.high).toBeGreaterThan(none.middle);
    /* Ten holes drilled, and the fitting up of two parts that they speak for. */
    expect((none.middle - some.middle) * 60).toBeCloseTo(10 * usual.drilled.minutes + 2 * usual['fit-up'].minutes, 9);
    expect(none.ownShare).toBe(0);
  });
});
