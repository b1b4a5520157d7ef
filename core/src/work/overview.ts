import { effectiveMarks, type Mark } from '../record/marks';
import type { Entity, Hand } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { countedElsewhere } from '../record/meetings';
import { pageFlags } from '../record/page-flags';
import { STAGES, stageReader, type Stage } from '../record/stage';
import type { AssemblyWork } from './assembly-work';

/** How far an assembly is, at a glance. */
export interface AssemblyOverview {
  /** In the plan; one that two rows share counts once. */
  readonly holes: number;
  /** The one hand its rows are of; null: none, or both. */
  readonly hand: Hand | null;
  /** Holes by how far they are; stages nobody is at are left out. */
  readonly stages: Partial<Readonly<Record<Stage, number>>>;
  /** Rows whose verdict, plan and work together, is stop or caution; and rows whose work alone stops them. */
  readonly stops: number;
  readonly cautions: number;
  readonly contradicted: number;
  /** Rows that a revised page touches, or about which the kit maker was asked. */
  readonly pages: number;
  /** Rows that wait for a part that comes later. */
  readonly waiting: number;
  /** What was done last, at holes or on parts; null: nothing yet. */
  readonly last: { readonly markId: string; readonly doneAt: string; readonly person: string; readonly rowId: string } | null;
}

/** `marks`: the assembly's own. */
export function assemblyOverview(work: AssemblyWork, marks: readonly Mark[], pages: readonly Entity<'page'>[]): AssemblyOverview {
  const stages: Partial<Record<Stage, number>> = {};
  const rowIds = new Set(work.rows.map((r) => r.id));
  let holes = 0;
  for (const row of work.rows) {
    const stageAt = stageReader(row.steps);
    const elsewhere = countedElsewhere(row, rowIds);
    for (const hole of holesInPlan(row.row.holes)) {
      if (elsewhere.has(hole.id)) continue;
      holes++;
      const stage = stageAt(row.states.get(hole.id));
      stages[stage] = (stages[stage] ?? 0) + 1;
    }
  }
  let last: Mark | null = null;
  for (const mark of effectiveMarks(marks))
    if (rowIds.has(mark.rowId) && mark.holeIds.length > 0 && (!last || mark.doneAt >= last.doneAt)) last = mark;
  const flags = pageFlags(
    pages,
    work.rows.map((r) => ({ id: r.id, definition: r.row })),
    marks,
  );
  const count = (is: (row: AssemblyWork['rows'][number]) => boolean) => work.rows.filter(is).length;
  return {
    holes,
    hand: handOf(work.rows.map((r) => r.row.hand)),
    stages,
    stops: count((r) => r.standing.verdict === 'stop'),
    cautions: count((r) => r.standing.verdict === 'caution'),
    contradicted: count((r) => r.standing.stopped.size > 0),
    pages: new Set(flags.map((f) => f.rowId)).size,
    waiting: count((r) => (r.row.waitsForParts?.length ?? 0) > 0),
    last: last && { markId: last.id, doneAt: last.doneAt, person: last.person, rowId: last.rowId },
  };
}

/** The one hand of some; those without one do not count. */
function handOf(hands: readonly (Hand | null)[]): Hand | null {
  const [only, ...others] = new Set(hands.filter((h) => h !== null));
  return only !== undefined && others.length === 0 ? only : null;
}

/** Two sides of one thing face each other: the left one first. */
export interface SidePair<T> {
  readonly left: T;
  readonly right: T;
}

/** Assemblies as lines: one that was mirrored from another stands beside it, where one is left and one right; everything else alone, in the order given. */
export function inPairs<T extends { readonly id: string; readonly mirroredFrom: string | null; readonly hand: Hand | null }>(
  list: readonly T[],
): (T | SidePair<T>)[] {
  const taken = new Set<string>();
  return list.flatMap((one): (T | SidePair<T>)[] => {
    if (taken.has(one.id)) return [];
    taken.add(one.id);
    const other = list.find(
      (o) =>
        !taken.has(o.id) &&
        (o.mirroredFrom === one.id || one.mirroredFrom === o.id) &&
        o.hand !== null &&
        one.hand !== null &&
        o.hand !== one.hand,
    );
    if (!other) return [one];
    taken.add(other.id);
    return [one.hand === 'L' ? { left: one, right: other } : { left: other, right: one }];
  });
}

/** Of so many holes, how many have come at least to each stage, in the order of the work. */
export function reachedBy(stages: AssemblyOverview['stages']): { readonly stage: Exclude<Stage, 'open'>; readonly reached: number }[] {
  let reached = 0;
  return [...STAGES]
    .reverse()
    .flatMap((stage) => {
      reached += stages[stage] ?? 0;
      return stage === 'open' ? [] : [{ stage, reached }];
    })
    .reverse();
}

/** Where somebody worked last among these; null: nowhere yet. */
export function workedLast<T extends { readonly last: { readonly doneAt: string } | null }>(assemblies: readonly T[]): T | null {
  return assemblies.reduce<T | null>((best, a) => (a.last && (!best?.last || a.last.doneAt > best.last.doneAt) ? a : best), null);
}
