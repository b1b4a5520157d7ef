import { describe, expect, it } from 'vitest';
import type { JobDefinition } from '../record/definitions';
import { carryJobTyped, readJobTyped, typedOfJob, type JobTyped } from './job-text';

let n = 0;
const newId = () => `id-${++n}`;
const typed = (more: Partial<JobTyped> = {}): JobTyped => ({
  name: 'Skin on',
  kind: 'fit-up',
  place: 'before-drilling',
  minutes: '',
  needsTwo: false,
  page: '',
  note: '',
  partIds: ['p1'],
  cycles: [{ id: 'c1', name: 'Trial', text: 'on\noverhang = 1 1/4 +- 1/32', rowIds: ['r1'] }],
  amount: { length: '', width: '', height: '' },
  ...more,
});
const read = (t: JobTyped, was: JobDefinition | null = null, units: 'in' | 'mm' = 'in') =>
  readJobTyped(t, { assemblyId: 'a', order: 3, was, units, newId });
const value = (t: JobTyped, was: JobDefinition | null = null, units: 'in' | 'mm' = 'in'): JobDefinition => {
  const job = read(t, was, units);
  if (!job.ok) throw new Error(job.problems.map((p) => p.code).join());
  return job.value;
};

describe('a job as it is typed', () => {
  it('reads, and is typed the same again in either unit', () => {
    const job = value(typed({ kind: 'bond', minutes: '12,5', page: ' DH-03 ', amount: { length: '14', width: '3/4', height: '.010' } }));
    expect(job).toMatchObject({ order: 3, minutes: 12.5, page: 'DH-03', cycles: [{ id: 'c1', name: 'Trial', rowIds: ['r1'] }] });
    expect(job.amount?.width.mm).toBeCloseTo(19.05, 9);
    for (const units of ['in', 'mm'] as const) expect(value(typedOfJob(job, units), job, units)).toEqual(job);
  });
  it('tells every fault at once, each at its field', () => {
    const bad = read(
      typed({
        name: ' ',
        kind: 'bond',
        minutes: '0',
        cycles: [
          { id: 'c1', name: '', text: 'a = wide', rowIds: [] },
          { id: 'c2', name: '', text: 'fine', rowIds: [] },
          { id: 'c3', name: '', text: '= 1', rowIds: [] },
        ],
        amount: { length: 'long', width: '1', height: 'thin' },
      }),
    );
    expect(bad.ok ? [] : bad.problems.map((p) => p.path)).toEqual([
      'name',
      'minutes',
      'cycles.0.text',
      'cycles.2.text',
      'amount.length',
      'amount.height',
    ]);
  });
  it.each([
    ['1', true],
    ['0.9', false],
    ['100000', true],
    ['100001', false],
    ['soon', false],
  ])('minutes of %s are taken: %s', (minutes, isTaken) => expect(read(typed({ minutes })).ok).toBe(isTaken));
  it('only a joint has an amount, and only a whole one', () => {
    const amount = { length: '14', width: '3/4', height: '' };
    expect(value(typed({ kind: 'bond', amount })).amount).toBeNull();
    expect(value(typed({ kind: 'trim', amount: { ...amount, height: '.010' } })).amount).toBeNull();
  });
  it('what a job was keeps its steps where their lines stay, its order, and the job it was mirrored from', () => {
    const was = { ...value(typed()), order: 9, mirroredFrom: 'j0' };
    const now = value({ ...typedOfJob(was, 'in'), name: 'Skin on again' }, was);
    expect(now).toEqual({ ...was, name: 'Skin on again' });
  });
  it('readings and lengths typed before the units were switched mean the same after', () => {
    const inches = typed({
      kind: 'bond',
      cycles: [{ id: 'c1', name: '', text: 'on\nlap = 1 1/4 +- 1/32\nalike = ? +- .5 mm', rowIds: [] }],
      amount: { length: '14', width: '3/4', height: '.010' },
    });
    const lengths = (j: JobDefinition) => [
      ...j.cycles.flatMap((c) => c.steps.map((s) => [s.reading?.wanted?.mm, s.reading?.limit.mm])),
      j.amount?.length.mm,
    ];
    const carried = value(carryJobTyped(inches, 'in'), null, 'mm');
    expect(JSON.stringify(lengths(carried))).toBe(JSON.stringify(lengths(value(inches))));
  });
});
