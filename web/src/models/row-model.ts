import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useRef } from 'react';
import { verdictOf, worse, type Verdict } from '#core/prep/findings';
import type { Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import type { Entity, PartDefinition } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import { effectiveMarks, type Mark } from '#core/record/marks';
import { rowTitle } from '#core/record/title';
import { MarkFolder } from '#core/done/folder';
import { finishState, type FinishState } from '#core/done/finish';
import type { RecordDone } from '#core/done/hole-done';
import { jobsDone } from '#core/jobs/job';
import { recallsOf, stillToLook } from '#core/done/recall';
import { standRow, type ToLook, type RowDone, type RowStanding } from '#core/done/row-standing';
import { leftoversOf, progressOf, type HoleStates, type Leftover, type Step } from '#core/record/steps';
import type { SetupUse } from '#core/setup/setup';
import { contextOf, plannedRow } from './planned-rows';

/** A row with all that is computed for it. */
export interface RowModel {
  readonly entity: Entity<'row'>;
  readonly title: string;
  readonly stack: Stack;
  readonly plan: Plan;
  /** Of the plan and of the work against it, the graver. */
  readonly verdict: Verdict;
  readonly steps: readonly Step[];
  readonly states: HoleStates;
  /** What was done at its holes, and what that is against the plan. */
  readonly done: RowDone;
  readonly standing: RowStanding;
  /** Keys of the steps done on whole parts, the same for all rows. */
  readonly partsDone: ReadonlySet<string>;
  /** Parts whose finish was cut through, with how many holes are to be touched up; the same for all rows. */
  readonly touchUp: ReadonlyMap<string, number>;
  readonly progress: { readonly done: number; readonly wanted: number };
  /** Deviations and defects of dimples by hole, oldest first. */
  readonly deviations: ReadonlyMap<string, readonly Mark[]>;
  readonly leftovers: readonly Leftover[];
  readonly holeCount: number;
  /** The set-ups its steps are done in. */
  readonly setups: readonly SetupUse[];
  /** Lower case, for the text filter. */
  readonly searchText: string;
}

/** How much of a row's steps is done, 0 to 1. */
export const progressShare = ({ progress: { done, wanted } }: Pick<RowModel, 'progress'>): number => (wanted === 0 ? 0 : done / wanted);

const NO_PARTS: ReadonlyMap<string, PartDefinition> = new Map();
const NO_DONE: RowDone = new Map();
const NO_DEVIATIONS: ReadonlyMap<string, readonly Mark[]> = new Map();

/** What was found wrong at a hole: a deviation, a dimple's defect. */
const isFound = (kind: Mark['kind']) => kind === 'deviation' || kind === 'dimple-check';

/** Deviations by row and hole; while none is added or taken back, the same answer. */
function useDeviations(marks: readonly Mark[]): ReadonlyMap<string, ReadonlyMap<string, readonly Mark[]>> {
  const kept = useRef<{ key: string; answer: Map<string, Map<string, Mark[]>> }>({ key: '', answer: new Map() });
  return useMemo(() => {
    const touched = marks.filter((m) => isFound(m.kind) || m.kind === 'undo');
    const key = touched.some((m) => isFound(m.kind)) ? touched.map((m) => m.id).join() : '';
    if (kept.current.key !== key) kept.current = { key, answer: deviationsByRow(marks) };
    return kept.current.answer;
  }, [marks]);
}

function deviationsByRow(marks: readonly Mark[]): Map<string, Map<string, Mark[]>> {
  const rows = new Map<string, Map<string, Mark[]>>();
  if (!marks.some((m) => isFound(m.kind))) return rows;
  for (const mark of effectiveMarks(marks)) {
    if (!isFound(mark.kind)) continue;
    let holes = rows.get(mark.rowId);
    if (!holes) rows.set(mark.rowId, (holes = new Map()));
    for (const id of mark.holeIds) holes.set(id, [...(holes.get(id) ?? []), mark]);
  }
  return rows;
}

/** Holes to be looked at again by row; while nothing was said of a thing, nothing is looked for. */
function useToLook(marks: readonly Mark[]): ReadonlyMap<string, ToLook> {
  return useMemo(() => stillToLook(recallsOf(marks, [])), [marks]);
}

/** What is done on whole parts; the same answer while none of it changes. */
function useFinish(data: AssemblyAnswer | undefined, marks: readonly Mark[], folded: RecordDone): FinishState {
  const jobs = useJobsDone(data?.jobs, marks);
  const rows = data?.rows;
  const kept = useRef<FinishState>({ steps: new Set(), touchUp: new Map() });
  return useMemo(() => {
    const cut = finishState(
      (rows ?? []).map((r) => ({ row: r.definition, done: folded.rows.get(r.id) ?? NO_DONE })),
      folded.parts,
    );
    const next = jobs.size === 0 ? cut : { ...cut, steps: new Set([...cut.steps, ...jobs]) };
    const was = kept.current;
    const isSame =
      was.steps.size === next.steps.size &&
      [...next.steps].every((s) => was.steps.has(s)) &&
      was.touchUp.size === next.touchUp.size &&
      [...next.touchUp].every(([id, n]) => was.touchUp.get(id) === n);
    if (!isSame) kept.current = next;
    return kept.current;
  }, [rows, folded, jobs]);
}

const NO_JOBS: ReadonlySet<string> = new Set();

/** Keys of the jobs that are done. */
function useJobsDone(jobs: AssemblyAnswer['jobs'] | undefined, marks: readonly Mark[]): ReadonlySet<string> {
  return useMemo(() => (jobs && jobs.length > 0 ? jobsDone(jobs, marks) : NO_JOBS), [jobs, marks]);
}

/** Every row with its plan and its record. */
export function useRowModels(data: AssemblyAnswer | undefined, marks: readonly Mark[]): readonly RowModel[] {
  const planned = useMemo(() => (data ? data.rows.flatMap((r) => plannedRow(r, data) ?? []) : []), [data]);
  const assemblyId = data?.assembly.id;
  // eslint-disable-next-line react-hooks/exhaustive-deps -- another assembly is another record
  const folder = useMemo(() => new MarkFolder(), [assemblyId]);
  const folded = useMemo(() => folder.update(marks), [folder, marks]);
  const finish = useFinish(data, marks, folded);
  const toLook = useToLook(marks);
  const deviations = useDeviations(marks);
  const work = useMemo(() => data && contextOf(data), [data]);
  const models = useRef(new Map<string, { from: readonly unknown[]; model: RowModel }>());
  return useMemo(
    () =>
      planned.map((planned): RowModel => {
        const { entity, stack, plan, steps, setups } = planned;
        /* A row whose plan, marks and parts are as before is the same model as before. */
        const look = toLook.get(entity.id);
        const from = [planned, folded.rows.get(entity.id), finish, deviations.get(entity.id), work, look] as const;
        const known = models.current.get(entity.id);
        if (known && from.every((f, i) => f === known.from[i])) return known.model;
        const row = entity.definition;
        const done = folded.rows.get(entity.id) ?? NO_DONE;
        const standing = standRow({ row, stack, plan, steps }, done, folded.parts, look);
        const { states } = standing;
        const model: RowModel = {
          entity,
          title: rowTitle(row, work?.parts ?? NO_PARTS),
          stack,
          plan,
          verdict: worse(plan.verdict, verdictOf([...standing.findings.values()].flat())),
          steps,
          states,
          done,
          standing,
          partsDone: finish.steps,
          touchUp: finish.touchUp,
          progress: progressOf(row, steps, states, finish.steps),
          deviations: deviations.get(entity.id) ?? NO_DEVIATIONS,
          leftovers: leftoversOf(row, steps, states, (id) => done.get(id)?.isSettled ?? false),
          setups,
          holeCount: holesInPlan(row.holes).length,
          searchText: [
            rowTitle(row, work?.parts ?? NO_PARTS),
            row.name,
            row.hand ?? '',
            row.page,
            plan.rivet.callout,
            worse(plan.verdict, verdictOf([...standing.findings.values()].flat())),
            ...[...standing.findings.values()].flat().map((f) => f.code),
            ...stack.layers.map((l) => l.part),
            ...plan.layers.map((l) => l.prep),
            ...plan.findings.map((f) => f.code),
          ]
            .join(' ')
            .toLowerCase(),
        };
        models.current.set(entity.id, { from, model });
        return model;
      }),
    [planned, folded, finish, deviations, work, toLook],
  );
}
