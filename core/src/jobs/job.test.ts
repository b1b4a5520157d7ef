import { describe, expect, it } from 'vitest';
import type { JobDefinition, JobStep } from '../record/definitions';
import type { Mark } from '../record/marks';
import { inches } from '../units/length';
import { jobMarks, jobsDone, standJob } from './job';
import { readSteps, stepsText } from './steps-text';

let n = 0;
const newId = () => `new-${++n}`;
const steps = (text: string, before: readonly JobStep[] = []): JobStep[] => {
  const read = readSteps(text, 'in', before, newId);
  if (!read.ok) throw new Error(read.problem.code);
  return read.value;
};

describe('steps as they are typed', () => {
  it('one a line, readings behind an equals sign, the usual limit where none stands', () => {
    const [a, b, c, d] = steps('skin on\n\noverhang at the nose = 1 1/4 +- 1/16\n twist = 0 ± .5 mm\nsquare = .020');
    expect(a).toMatchObject({ text: 'skin on' });
    expect(a?.reading).toBeUndefined();
    expect(b?.reading?.wanted?.mm).toBeCloseTo(31.75, 9);
    expect(b?.reading?.limit.mm).toBeCloseTo(inches(1 / 16), 9);
    expect([c?.reading?.wanted?.mm, c?.reading?.limit.mm]).toEqual([0, 0.5]);
    expect(d?.reading?.limit.mm).toBeCloseTo(inches(1 / 32), 9);
  });
  it('a question mark asks for a length that is only to be like the others, and stays one', () => {
    const first = steps('at the start = ?\nin the middle = ? +- 1/64');
    expect(first.map((s) => s.reading?.wanted)).toEqual([null, null]);
    expect(first.map((s) => s.reading?.limit.mm)).toEqual([inches(1 / 32), inches(1 / 64)]);
    const shown = stepsText(first, (l) => l.text);
    expect(shown).toBe('at the start = ? +- 1/32\nin the middle = ? +- 1/64');
    expect(steps(shown, first)).toEqual(first);
    expect(steps('at the start = 1 +- 1/32', first)[0]).toMatchObject({ id: first[0]?.id, reading: { wanted: { text: '1' } } });
  });
  it.each([
    ['a = ?? +- 1', 'job-step-reading'],
    ['= 1', 'job-step-text'],
    ['a = 1 = 2', 'job-step-text'],
    ['x'.repeat(301), 'job-step-text'],
    ['a = wide', 'job-step-reading'],
    ['a = 1 +- ', 'job-step-reading'],
    ['a = 1 +- 2 +- 3', 'job-step-reading'],
    [Array.from({ length: 61 }, (_, i) => `step ${i}`).join('\n'), 'job-steps-many'],
  ])('refuses %s', (text, code) => {
    const read = readSteps(text, 'in', [], newId);
    expect(read.ok ? null : read.problem.code).toBe(code);
  });
  it('a line as before stays its step, moved or not; another one is new', () => {
    const first = steps('one\ntwo = 1/2\nthree');
    const next = steps('three\none\nfour\ntwo = 3/4', first);
    expect(next.map((s) => first.findIndex((f) => f.id === s.id))).toEqual([2, 0, -1, 1]);
    expect(next[3]?.reading?.wanted?.mm).toBeCloseTo(19.05, 9);
  });
  it('shown in millimetres and kept again nothing becomes coarser', () => {
    const first = steps('gap = 1/32 +- 1/64');
    const shown = stepsText(first, (l) => `${l.mm.toFixed(4)} mm`);
    expect(steps(shown, first)[0]?.reading).toEqual(first[0]?.reading);
  });
});

const cycle = (id: string, text: string) => ({ id, name: id, rowIds: [], steps: steps(text) });
const job = (cycles: JobDefinition['cycles']): JobDefinition => ({
  v: 1,
  assemblyId: 'a',
  order: 1,
  name: 'skin',
  kind: 'fit-up',
  place: 'before-drilling',
  partIds: [],
  minutes: null,
  cycles,
});
const done = (id: string, stepId: string, mm?: number, at = id): Mark =>
  ({
    id,
    kind: 'job-step',
    v: 1,
    rowId: 'a',
    holeIds: [],
    layerIds: [],
    side: null,
    doneAt: `2026-11-28T20:00:0${at}.000Z`,
    recordedAt: `2026-11-28T20:00:0${at}.000Z`,
    person: 'p',
    device: 'd',
    payload: {
      job: { jobId: 'j', cycleId: 'c', stepId, ...(mm === undefined ? {} : { reading: { mm, text: String(mm), units: 'mm' } }) },
    },
  }) as unknown as Mark;
const undo = (id: string, undoes: string): Mark => ({ ...done(id, ''), kind: 'undo', payload: { undoes } }) as unknown as Mark;

describe('a job against its marks', () => {
  const one = job([cycle('trial', 'on\noverhang = 31.75 mm +- .8 mm\noff'), cycle('final', 'on again\nopened')]);
  const ids = one.cycles.flatMap((c) => c.steps.map((s) => s.id));
  const stand = (marks: readonly Mark[]) => standJob(one, jobMarks(marks).get('j') ?? []);
  it.each([
    [31.75 + 0.8, null],
    [31.75 - 0.8, null],
    [31.75 + 0.81, 0.01],
    [31.75 - 1, 0.2],
  ])('a reading of %f mm lies beyond its limit by %s', (mm, beyond) => {
    const found = stand([done('1', ids[1] as string, mm)]).cycles[0]?.steps[1]?.beyond;
    if (beyond === null) expect(found).toBeNull();
    else expect(found).toBeCloseTo(beyond, 9);
  });
  it('goes from cycle to cycle, is done with its last step, and open again when one is taken back', () => {
    expect(stand([]).current).toBe('trial');
    const marks = ids.map((id, i) => done(String(i), id));
    expect(stand(marks.slice(0, 3)).current).toBe('final');
    expect(stand(marks)).toMatchObject({ isDone: true, current: null, doneSteps: 5, steps: 5 });
    expect([...jobsDone([{ kind: 'job', id: 'j', version: 1, definition: one }], marks)]).toEqual(['job/j']);
    expect(stand([...marks, undo('9', '4')])).toMatchObject({ isDone: false, current: 'final', doneSteps: 4 });
  });
  it('readings that are to be alike are judged against each other, by the narrowest limit', () => {
    const trim = job([cycle('trim', 'start = ? +- .8 mm\nmiddle = ? +- .8 mm\nend = ? +- .5 mm\ncut')]);
    const [a, b, c] = trim.cycles[0]?.steps.map((s) => s.id) as [string, string, string, string];
    const spread = (...read: [string, number][]) =>
      standJob(trim, jobMarks(read.map(([id, mm], i) => done(String(i), id, mm))).get('j') ?? []).cycles[0]?.spread;
    expect(spread([a, 100])).toBeNull();
    expect(spread([a, 100], [b, 100.5])).toMatchObject({ readings: 2, limit: 0.8, isBeyond: false });
    expect(spread([a, 100], [b, 100.9])).toMatchObject({ isBeyond: true });
    expect(spread([a, 100], [b, 100.2], [c, 100.5])).toMatchObject({ readings: 3, limit: 0.5, isBeyond: false });
    expect(spread([a, 100], [b, 100.2], [c, 99.6])).toMatchObject({ by: expect.closeTo(0.6, 9) as number, isBeyond: true });
    expect(spread([a, 100], [b, 101], [b, 100])).toMatchObject({ by: 0 });
    expect(standJob(trim, [done('1', a, 100)] as never).cycles[0]?.steps[0]?.beyond).toBeNull();
  });
  it('of two readings of one step the later counts, whatever order they come in', () => {
    const [first, second] = [done('a', ids[1] as string, 30, '1'), done('b', ids[1] as string, 31.5, '2')];
    for (const marks of [
      [first, second],
      [second, first],
    ])
      expect(stand(marks).cycles[0]?.steps[1]?.mark?.id).toBe('b');
  });
  it('a card without steps is never done; steps that went from the card are told', () => {
    expect(standJob(job([cycle('c', '')]), []).isDone).toBe(false);
    const changed = { ...one, cycles: one.cycles.slice(1) };
    expect(standJob(changed, jobMarks([done('1', ids[0] as string)]).get('j') ?? []).leftOver).toHaveLength(1);
  });
});
