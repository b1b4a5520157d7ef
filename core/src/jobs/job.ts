import type { Entity, JobDefinition, JobStep, TypedLength } from '../record/definitions';
import { effectiveMarks, type Mark, type MarkOf } from '../record/marks';

type StepMark = MarkOf<'job-step'>;

/** A step of a card as it stands: what was marked last, and its reading against what is wanted. */
export interface StepStanding {
  readonly step: JobStep;
  readonly mark: StepMark | null;
  /** How far the reading lies from what is wanted, mm, beyond the limit; null: within it, not read, or no reading is asked for. */
  readonly beyond: number | null;
}

export interface CycleStanding {
  readonly id: string;
  readonly name: string;
  readonly rowIds: readonly string[];
  readonly steps: readonly StepStanding[];
  readonly isDone: boolean;
  /** Of readings that are to be alike: how far apart they lie, and may lie, mm; null: fewer than two are read. */
  readonly spread: Spread | null;
}

/** How far apart readings lie that are to be alike, mm. */
export interface Spread {
  readonly readings: number;
  readonly by: number;
  readonly limit: number;
  readonly isBeyond: boolean;
}

/** A job with what was marked of it. Readings beyond their limit are done, and said. */
export interface JobStanding {
  readonly cycles: readonly CycleStanding[];
  /** Every step of every cycle is marked. */
  readonly isDone: boolean;
  readonly doneSteps: number;
  readonly steps: number;
  /** The cycle that is at work: the first one with a step open. */
  readonly current: string | null;
  /** Marked steps that the card does not have any more: the plan changed under them. */
  readonly leftOver: readonly StepMark[];
}

/** Key of a job that is done, among the keys of what is done on whole parts. */
export const jobKey = (jobId: string): string => `job/${jobId}`;
/** The job a key is of. */
export const jobIn = (key: string): string => key.slice('job/'.length);

/** What was marked of jobs, newest last, by job. */
export function jobMarks(marks: readonly Mark[]): ReadonlyMap<string, readonly StepMark[]> {
  const byJob = new Map<string, StepMark[]>();
  if (!marks.some((m) => m.kind === 'job-step')) return byJob;
  for (const m of effectiveMarks(marks)) {
    if (m.kind !== 'job-step') continue;
    const { jobId } = m.payload.job;
    byJob.set(jobId, [...(byJob.get(jobId) ?? []), m]);
  }
  return byJob;
}

/** Keys of the jobs that are done. */
export function jobsDone(jobs: readonly Entity<'job'>[], marks: readonly Mark[]): ReadonlySet<string> {
  const byJob = jobMarks(marks);
  return new Set(jobs.flatMap((j) => (standJob(j.definition, byJob.get(j.id) ?? []).isDone ? [jobKey(j.id)] : [])));
}

/** A job against its marks; of two marks of one step the later counts. */
export function standJob(job: Pick<JobDefinition, 'cycles'>, marks: readonly StepMark[]): JobStanding {
  const newest = new Map<string, StepMark>();
  for (const m of marks) newest.set(m.payload.job.stepId, m);
  const known = new Set<string>();
  const cycles = job.cycles.map(({ id, name, rowIds, steps }): CycleStanding => {
    const standing = steps.map((step): StepStanding => {
      known.add(step.id);
      const mark = newest.get(step.id) ?? null;
      return { step, mark, beyond: mark ? beyondOf(step, mark.payload.job.reading) : null };
    });
    return { id, name, rowIds, steps: standing, isDone: standing.every((s) => s.mark !== null), spread: spreadOf(standing) };
  });
  const all = cycles.flatMap((c) => c.steps);
  return {
    cycles,
    isDone: all.length > 0 && all.every((s) => s.mark !== null),
    doneSteps: all.filter((s) => s.mark !== null).length,
    steps: all.length,
    current: cycles.find((c) => !c.isDone)?.id ?? null,
    leftOver: [...newest].flatMap(([id, m]) => (known.has(id) ? [] : [m])),
  };
}

/** A length at the limit is within it. */
const SAME = 1e-9;

/** How far apart the readings of a cycle lie whose wanted length is not known; the narrowest limit of them counts. */
function spreadOf(steps: readonly StepStanding[]): Spread | null {
  const read = steps.flatMap(({ step, mark }) => {
    const mm = mark?.payload.job.reading?.mm;
    return step.reading && step.reading.wanted === null && mm !== undefined ? [{ mm, limit: step.reading.limit.mm }] : [];
  });
  if (read.length < 2) return null;
  const by = Math.max(...read.map((r) => r.mm)) - Math.min(...read.map((r) => r.mm));
  const limit = Math.min(...read.map((r) => r.limit));
  return { readings: read.length, by, limit, isBeyond: by - limit > SAME };
}

function beyondOf(step: JobStep, reading: TypedLength | undefined): number | null {
  if (!step.reading?.wanted || !reading) return null;
  const beyond = Math.abs(reading.mm - step.reading.wanted.mm) - step.reading.limit.mm;
  return beyond > SAME ? beyond : null;
}
