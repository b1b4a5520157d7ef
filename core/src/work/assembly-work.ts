import { workOrderOf } from '../record/order';
import { planStack, type Plan } from '../prep/plan';
import type { Stack } from '../prep/stack';
import type {
  Definitions,
  Entity,
  EntityKind,
  FastenerDefinition,
  KitDefinition,
  PartDefinition,
  RowDefinition,
} from '../record/definitions';
import type { Mark } from '../record/marks';
import { stackOf } from '../record/stack-of';
import { rowTitle } from '../record/title';
import { finishState } from '../done/finish';
import { foldDone, layersOfRows } from '../done/hole-done';
import { linksOfRows } from '../done/met-marks';
import { NO_PARTS, type PartsDone } from '../done/parts-done';
import { OwnRows } from '../done/own-rows';
import { recallsOf, stillToLook } from '../done/recall';
import { standRow, type ToLook, type RowDone, type RowStanding } from '../done/row-standing';
import { closingOf, stepsOf } from '../record/steps';
import { benchOf, type BenchRow, type BenchSetup } from './bench';
import { setupsOf } from '../setup/setup';

/** An assembly as it stands in the record. */
export interface AssemblyRecord {
  readonly kit: KitDefinition;
  readonly parts: readonly Entity<'part'>[];
  readonly rows: readonly Entity<'row'>[];
  /** The kit's fasteners. */
  readonly fasteners: readonly Entity<'fastener'>[];
  /** Its own, and those on things of the kit. */
  readonly marks: readonly Mark[];
  /** Work without holes; absent: none. */
  readonly jobs?: readonly Entity<'job'>[] | undefined;
}

/** A row planned, with what was done at its holes. */
export interface WorkRow extends BenchRow {
  readonly title: string;
  readonly stack: Stack;
  readonly plan: Plan;
  /** What was done at its holes, and what that is against the plan; `states` are of it. */
  readonly done: RowDone;
  readonly standing: RowStanding;
  /** What holes with a rivet of their own size want. */
  readonly own: OwnRows;
}

export interface AssemblyWork {
  readonly rows: readonly WorkRow[];
  /** Keys of the steps done on whole parts. */
  readonly partsDone: ReadonlySet<string>;
  /** Parts whose finish was cut through, with how many holes are to be touched up. */
  readonly touchUp: ReadonlyMap<string, number>;
  readonly setups: readonly BenchSetup[];
}

/** Definitions by id. */
export function definitionsById<K extends EntityKind>(entities: readonly Entity<K>[]): ReadonlyMap<string, Definitions[K]> {
  return new Map(entities.map((e) => [e.id, e.definition]));
}

/** What planning one row takes. */
export interface RowPlanning {
  readonly kit: KitDefinition;
  readonly parts: ReadonlyMap<string, PartDefinition>;
  readonly fasteners: ReadonlyMap<string, FastenerDefinition>;
  readonly done?: RowDone | undefined;
  readonly partsDone?: PartsDone | undefined;
  /** Holes to be looked at again because of a finding on a thing. */
  readonly toLook?: ToLook | undefined;
  /** All rows of the assembly. */
  readonly assemblyRows?: readonly RowDefinition[] | undefined;
}

/** A row with its stack, plan, steps and set-ups; null where it names a part or a fastener that is not there. */
export function planRow(
  id: string,
  row: RowDefinition,
  { kit, parts, fasteners, assemblyRows, done = new Map(), partsDone = NO_PARTS, toLook }: RowPlanning,
): WorkRow | null {
  const stack = stackOf(row, { kit, parts, fasteners, rows: assemblyRows });
  if (!stack) return null;
  const plan = planStack(stack);
  const steps = stepsOf(row, plan.layers, { kit, parts, closing: closingOf(fasteners.get(row.fastenerId ?? '')) });
  const own = new OwnRows(row, { kit, parts, fasteners, rows: assemblyRows });
  const standing = standRow({ id, row, stack, plan, steps, own }, done, partsDone, toLook);
  const uses = setupsOf(steps, row, stack, plan);
  return { id, row, title: rowTitle(row, parts), stack, plan, steps, uses, own, done, standing, states: standing.states };
}

/** Plans every row of an assembly, folds its marks, and gathers what is left by set-up. Rows that name a missing part are left out. */
export function assemblyWork({ kit, parts, rows, fasteners, marks }: AssemblyRecord): AssemblyWork {
  const byId = definitionsById(parts);
  const fastenersById = definitionsById(fasteners);
  const folded = foldDone(marks, layersOfRows(rows), linksOfRows(rows));
  const toLook = stillToLook(recallsOf(marks, []));
  const definitions = rows.map((r) => r.definition);
  const work = [...rows]
    .sort((a, b) => a.definition.order - b.definition.order || (a.id < b.id ? -1 : 1))
    .flatMap(
      ({ id, definition }) =>
        planRow(id, definition, {
          kit,
          parts: byId,
          fasteners: fastenersById,
          assemblyRows: definitions,
          done: folded.rows.get(id),
          partsDone: folded.parts,
          toLook: toLook.get(id),
        }) ?? [],
    );
  const { steps: partsDone, touchUp } = finishState(work, folded.parts);
  return {
    rows: work,
    partsDone,
    touchUp,
    setups: benchOf(work, { parts: partsDone, order: workOrderOf(kit.work) }),
  };
}
