import { typedText } from '../compose/compose';
import type { JobDefinition, JobKind, JobPlace, JointAmount, TypedLength } from '../record/definitions';
import { parseDimension } from '../typed/dimension';
import { readNumber } from '../typed/number-text';
import { carryUnit } from '../units/carry';
import type { Units } from '../units/length';
import type { Problem } from '../units/result';
import { carrySteps, isShown, readSteps, stepsText } from './steps-text';

/** A cycle as it is typed: its steps one a line. */
export interface CycleTyped {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  readonly rowIds: readonly string[];
}

/** A job as it is typed in its form: lengths and minutes as text, empty where nothing is said. */
export interface JobTyped {
  readonly name: string;
  readonly kind: JobKind;
  readonly place: JobPlace;
  readonly minutes: string;
  readonly needsTwo: boolean;
  readonly page: string;
  readonly note: string;
  readonly partIds: readonly string[];
  readonly cycles: readonly CycleTyped[];
  readonly amount: { readonly length: string; readonly width: string; readonly height: string };
}

/** Minutes a job may be thought to take. */
const MINUTES = { from: 1, to: 100_000 };

/** What a job says now, as it would be typed on this screen. */
export function typedOfJob(job: JobDefinition, units: Units): JobTyped {
  const textOf = (l: TypedLength | undefined) => (l ? typedText(l, units) : '');
  return {
    name: job.name,
    kind: job.kind,
    place: job.place,
    minutes: job.minutes === null ? '' : String(job.minutes),
    needsTwo: job.needsTwo ?? false,
    page: job.page ?? '',
    note: job.note ?? '',
    partIds: job.partIds,
    cycles: job.cycles.map(({ id, name, rowIds, steps }) => ({ id, name, rowIds, text: stepsText(steps, (l) => typedText(l, units)) })),
    amount: { length: textOf(job.amount?.length), width: textOf(job.amount?.width), height: textOf(job.amount?.height) },
  };
}

/** What was typed under one unit, so that it still means the same under the other. */
export function carryJobTyped(typed: JobTyped, from: Units): JobTyped {
  const { length, width, height } = typed.amount;
  return {
    ...typed,
    cycles: typed.cycles.map((c) => ({ ...c, text: carrySteps(c.text, from) })),
    amount: { length: carryUnit(length, from), width: carryUnit(width, from), height: carryUnit(height, from) },
  };
}

export type ReadJob =
  | { readonly ok: true; readonly value: JobDefinition }
  /** Every field that does not read, by its path in {@link JobTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/**
 * The job with what was typed; every fault at once, each at its field. `was`: as it is kept, whose steps stay what they are where their lines do;
 * null: a new one.
 */
export function readJobTyped(
  typed: JobTyped,
  at: {
    readonly assemblyId: string;
    readonly order: number;
    readonly was: JobDefinition | null;
    readonly units: Units;
    readonly newId: () => string;
  },
): ReadJob {
  const { was, units } = at;
  const problems: (Problem & { readonly path: string })[] = [];
  const name = typed.name.trim();
  if (name === '') problems.push({ code: 'job-name-missing', path: 'name' });
  const minutes = readNumber(typed.minutes) ?? null;
  if (minutes !== null && !(minutes >= MINUTES.from && minutes <= MINUTES.to))
    problems.push({ code: 'job-minutes', data: MINUTES, path: 'minutes' });
  const cycles = typed.cycles.map((c, i) => {
    const before = was?.cycles.find((k) => k.id === c.id)?.steps ?? [];
    const steps = readSteps(c.text, units, before, at.newId);
    if (!steps.ok) problems.push({ ...steps.problem, path: `cycles.${i}.text` });
    return { id: c.id, name: c.name.trim() || 'Once', rowIds: c.rowIds, steps: steps.ok ? steps.value : [] };
  });
  const lengthOf = (key: keyof JobTyped['amount']): TypedLength | null => {
    const text = typed.amount[key];
    if (text.trim() === '') return null;
    const read = parseDimension(text, { units });
    if (read.ok) {
      const kept = was?.amount?.[key];
      const length = { mm: read.value.length, text: read.value.text, units };
      /* What was typed before in the other unit is not made coarser by being shown. */
      return kept && isShown(kept, length) ? kept : length;
    }
    problems.push({ ...read.problem, path: `amount.${key}` });
    return null;
  };
  const amount = typed.kind === 'bond' ? amountOf(lengthOf('length'), lengthOf('width'), lengthOf('height')) : null;
  if (problems.length > 0) return { ok: false, problems };
  return {
    ok: true,
    value: {
      v: 1,
      assemblyId: at.assemblyId,
      order: was?.order ?? at.order,
      name,
      kind: typed.kind,
      place: typed.place,
      partIds: typed.partIds,
      minutes,
      needsTwo: typed.needsTwo,
      ...(typed.page.trim() ? { page: typed.page.trim() } : {}),
      ...(typed.note.trim() ? { note: typed.note.trim() } : {}),
      cycles,
      amount,
      ...(was?.mirroredFrom === undefined ? {} : { mirroredFrom: was.mirroredFrom }),
    },
  };
}

/** All three are wanted, or none: a volume of two lengths is no volume. */
const amountOf = (length: TypedLength | null, width: TypedLength | null, height: TypedLength | null): JointAmount | null =>
  length && width && height ? { length, width, height } : null;
