import type { AssemblyAnswer } from '#contract/answers';
import type { Verdict } from '#core/prep/findings';
import type { Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import type { Entity } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import { effectiveMarks, type Mark } from '#core/record/marks';
import { rowTitle } from '#core/record/title';
import { MarkFolder } from '#core/done/folder';
import { linksOfRows, type LinksOf } from '#core/done/met-marks';
import { finishState, type FinishState } from '#core/done/finish';
import { layersOfRows, type LayersOf, type RecordDone } from '#core/done/hole-done';
import type { OwnRows } from '#core/done/own-rows';
import type { PieceNumbers } from '#core/done/pieces';
import { jobsDone } from '#core/jobs/job';
import { recallsOf, stillToLook } from '#core/done/recall';
import { standRow, type ToLook, type RowDone, type RowStanding } from '#core/done/row-standing';
import { leftoversOf, progressOf, type HoleStates, type Leftover, type Step } from '#core/record/steps';
import type { SetupUse } from '#core/setup/setup';
import { contextOf, planAhead, plannedRow, type Planned } from './planned-rows';
import type { Rest } from './slices';

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
  /** What holes with a rivet of their own size want. */
  readonly own: OwnRows;
  /** Which piece of each part is there, the same for all rows. */
  readonly pieces: PieceNumbers;
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

const NO_DONE: RowDone = new Map();
const NO_DEVIATIONS: ReadonlyMap<string, readonly Mark[]> = new Map();

/** What was found wrong at a hole: a deviation, a dimple's defect. */
const isFound = (kind: Mark['kind']) => kind === 'deviation' || kind === 'dimple-check';

const NO_JOBS: ReadonlySet<string> = new Set();

type Deviations = ReadonlyMap<string, ReadonlyMap<string, readonly Mark[]>>;

function deviationsByRow(marks: readonly Mark[]): Deviations {
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

const isSameFinish = (a: FinishState, b: FinishState) =>
  a.steps.size === b.steps.size &&
  [...a.steps].every((s) => b.steps.has(s)) &&
  a.touchUp.size === b.touchUp.size &&
  [...a.touchUp].every(([id, n]) => b.touchUp.get(id) === n);

const LAYERS = new WeakMap<AssemblyAnswer, LayersOf>();

/** The layers of an assembly's rows, gathered once. */
function layersOf(data: AssemblyAnswer): LayersOf {
  let layers = LAYERS.get(data);
  if (!layers) LAYERS.set(data, (layers = layersOfRows(data.rows)));
  return layers;
}

const LINKS = new WeakMap<AssemblyAnswer, LinksOf>();

function linksOf(data: AssemblyAnswer): LinksOf {
  let links = LINKS.get(data);
  if (!links) LINKS.set(data, (links = linksOfRows(data.rows)));
  return links;
}

/** What is known of the whole assembly before its rows are made one by one. */
interface Whole {
  readonly data: AssemblyAnswer;
  readonly marks: readonly Mark[];
  readonly planned: readonly Planned[];
  readonly folded: RecordDone;
  readonly finish: FinishState;
  readonly deviations: Deviations;
  /** Holes to be looked at again by row. */
  readonly toLook: ReadonlyMap<string, ToLook>;
}

/**
 * Makes the rows of one assembly with their record, again and again. What a change or a mark does not touch is the same as before, so that
 * whatever shows it is not made anew either. The answer depends on what is given alone.
 */
export class RowModels {
  private readonly folder = new MarkFolder();
  private finish: FinishState = { steps: new Set(), touchUp: new Map() };
  private deviations: { readonly key: string; readonly answer: Deviations } = { key: '', answer: new Map() };
  private readonly made = new Map<string, { readonly from: readonly unknown[]; readonly model: RowModel }>();
  private whole: Whole | null = null;
  private rows: readonly RowModel[] | null = null;

  /** Every row with its plan and its record. */
  of(data: AssemblyAnswer, marks: readonly Mark[]): readonly RowModel[] {
    const whole = this.wholeOf(data, marks);
    this.rows ??= whole.planned.map((planned) => this.rowOf(planned, whole));
    return this.rows;
  }

  /** As {@link of}, in slices between which the page answers, so that all is there already when it is asked for; false: no longer wanted. */
  async ahead(data: AssemblyAnswer, marks: readonly Mark[], rest: Rest): Promise<boolean> {
    if (!(await planAhead(data, rest))) return false;
    for (const planned of this.wholeOf(data, marks).planned) {
      this.rowOf(planned, this.wholeOf(data, marks));
      if (!(await rest())) return false;
    }
    return true;
  }

  private wholeOf(data: AssemblyAnswer, marks: readonly Mark[]): Whole {
    const before = this.whole;
    if (before && before.data === data && isSameList(before.marks, marks)) return before;
    const planned = before?.data === data ? before.planned : data.rows.flatMap((r) => plannedRow(r, data) ?? []);
    const folded = this.folder.update(marks, layersOf(data), linksOf(data));
    this.whole = {
      data,
      marks,
      planned,
      folded,
      finish: this.finishOf(data, marks, folded),
      deviations: this.deviationsOf(marks),
      toLook: stillToLook(recallsOf(marks, [])),
    };
    this.rows = null;
    return this.whole;
  }

  private finishOf({ rows, jobs }: AssemblyAnswer, marks: readonly Mark[], folded: RecordDone): FinishState {
    const done = jobs.length > 0 ? jobsDone(jobs, marks) : NO_JOBS;
    const cut = finishState(
      rows.map((r) => ({ row: r.definition, done: folded.rows.get(r.id) ?? NO_DONE })),
      folded.parts,
    );
    const next = done.size === 0 ? cut : { ...cut, steps: new Set([...cut.steps, ...done]) };
    if (!isSameFinish(this.finish, next)) this.finish = next;
    return this.finish;
  }

  private deviationsOf(marks: readonly Mark[]): Deviations {
    const touched = marks.filter((m) => isFound(m.kind) || m.kind === 'undo');
    const key = touched.some((m) => isFound(m.kind)) ? touched.map((m) => m.id).join() : '';
    if (this.deviations.key !== key) this.deviations = { key, answer: deviationsByRow(marks) };
    return this.deviations.answer;
  }

  private rowOf(planned: Planned, { data, folded, finish, deviations, toLook }: Whole): RowModel {
    const { entity, stack, plan, steps, setups } = planned;
    const { parts } = contextOf(data);
    const look = toLook.get(entity.id);
    const from = [planned, folded.rows.get(entity.id), folded.parts, finish, deviations.get(entity.id), contextOf(data), look] as const;
    const known = this.made.get(entity.id);
    if (known && from.every((f, i) => f === known.from[i])) return known.model;
    const row = entity.definition;
    const done = folded.rows.get(entity.id) ?? NO_DONE;
    const standing = standRow({ id: entity.id, row, stack, plan, steps, own: planned.own }, done, folded.parts, look);
    const { states } = standing;
    const { verdict } = standing;
    const title = rowTitle(row, parts);
    const model: RowModel = {
      entity,
      title,
      stack,
      plan,
      verdict,
      steps,
      states,
      done,
      standing,
      own: planned.own,
      pieces: folded.parts.pieces,
      partsDone: finish.steps,
      touchUp: finish.touchUp,
      progress: progressOf(row, steps, states, finish.steps),
      deviations: deviations.get(entity.id) ?? NO_DEVIATIONS,
      leftovers: leftoversOf(row, steps, states, (id) => done.get(id)?.isSettled ?? false),
      setups,
      holeCount: holesInPlan(row.holes).length,
      searchText: [
        title,
        row.name,
        row.hand ?? '',
        row.page,
        plan.rivet.callout,
        verdict,
        ...[...standing.findings.values()].flat().map((f) => f.code),
        ...stack.layers.map((l) => l.part),
        ...plan.layers.map((l) => l.prep),
        ...plan.findings.map((f) => f.code),
      ]
        .join(' ')
        .toLowerCase(),
    };
    this.made.set(entity.id, { from, model });
    return model;
  }
}

/** The same marks in the same order, though another list. */
function isSameList(a: readonly Mark[], b: readonly Mark[]): boolean {
  return a === b || (a.length === b.length && a.every((m, i) => m === b[i]));
}

/** The assemblies looked at last; of others what was made is let go. */
const KEPT = 3;
const KNOWN = new Map<string, RowModels>();

/** What makes the rows of this assembly, whichever view asks. */
export function rowModelsOf(assemblyId: string): RowModels {
  const known = KNOWN.get(assemblyId) ?? new RowModels();
  KNOWN.delete(assemblyId);
  KNOWN.set(assemblyId, known);
  const [oldest] = KNOWN.keys();
  if (KNOWN.size > KEPT && oldest !== undefined) KNOWN.delete(oldest);
  return known;
}
