import type { AssemblyAnswer } from '#contract/answers';
import { withAccess, type WithAccess } from '#core/access/arrange';
import { operationsIn, sequenceAt, shapeWith, type DerivedSequence, type SequenceModel, type SequenceShape } from '#core/access/model';
import { followOrder } from '#core/access/follow';
import { writeQuestion } from '#core/access/order-question';
import type { AccessRow } from '#core/access/shut-off';
import type { AssemblyOperation } from '#core/operations/operations';
import type { Entity, KitDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { workOrderOf, type WorkOrder } from '#core/record/order';
import { definitionsById, type WorkRow } from '#core/work/assembly-work';
import { benchOf, type BenchRow, type BenchSetup } from '#core/work/bench';
import { lastOf } from './last-of';
import { contextOf } from './planned-rows';
import { rowModelsOf, type RowModel } from './row-model';
import type { Rest } from './slices';

const NO_STEPS: ReadonlySet<string> = new Set();

/** What is still to do, by set-up. */
export const setupsLeft = lastOf((rows: readonly RowModel[], order: WorkOrder): BenchSetup[] =>
  benchOf(rows.map(benchRow), { parts: rows[0]?.partsDone ?? NO_STEPS, order }),
);

const benchRow = ({ entity, steps, setups, states }: RowModel): BenchRow => ({
  id: entity.id,
  row: entity.definition,
  steps,
  uses: setups,
  states,
});

/** Everything the order of an assembly's work depends on. */
export const sequenceModel = lastOf((data: AssemblyAnswer, rows: readonly RowModel[], tools: readonly Entity<'tool'>[]): SequenceModel => ({
  kit: data.kit.definition,
  parts: contextOf(data).parts,
  fasteners: definitionsById(data.fasteners),
  rows: workRows(rows),
  tools,
  jobs: data.jobs,
  partsDone: rows[0]?.partsDone ?? NO_STEPS,
}));

/** Rows as core's order wants them. */
function workRows(rows: readonly RowModel[]): SequenceModel['rows'] {
  return rows.map((r) => ({
    id: r.entity.id,
    row: r.entity.definition,
    title: r.title,
    stack: r.stack,
    plan: r.plan,
    steps: r.steps,
    uses: r.setups,
    states: r.states,
    done: r.done,
    standing: r.standing,
  }));
}

/** Whether a row's operations are the same as before: what was done at its holes says nothing of them. */
function isShapedAlike(a: WorkRow, b: WorkRow | undefined): boolean {
  return b !== undefined && a.id === b.id && a.row === b.row && a.plan === b.plan && a.stack === b.stack && a.uses === b.uses;
}

let lastShaped: SequenceModel['rows'] = [];

/** The rows, the same list as before while only marks came. */
function shapesOf(rows: SequenceModel['rows']): SequenceModel['rows'] {
  if (rows.length !== lastShaped.length || !rows.every((r, i) => isShapedAlike(r, lastShaped[i]))) lastShaped = rows;
  return lastShaped;
}

type ShapeArgs = readonly [kit: KitDefinition, parts: SequenceModel['parts'], rows: SequenceModel['rows'], jobs: SequenceModel['jobs']];

const operationsFor = lastOf((...[kit, parts, rows, jobs]: ShapeArgs) => operationsIn({ kit, parts, rows, jobs }));
const shapeFor = lastOf(
  (operations: readonly AssemblyOperation[], rows: SequenceModel['rows'], tools: SequenceModel['tools']): SequenceShape =>
    shapeWith(operations, { rows, tools }),
);

function operationsOf({ kit, parts, rows, jobs }: SequenceModel): readonly AssemblyOperation[] {
  return operationsFor(kit, parts, shapesOf(rows), jobs);
}

/** What follows from rows, parts and tools alone; while only marks come it is the same. */
function shapeOf(model: SequenceModel): SequenceShape {
  return shapeFor(operationsOf(model), shapesOf(model.rows), model.tools);
}

/** Where the work stood last, by shape: what is left is the same list as then while no operation more or less is done. */
const STOOD = new WeakMap<SequenceShape, { readonly model: SequenceModel; readonly derived: DerivedSequence }>();

/** The operations of an assembly, and how far each is. */
export function derivedOf(model: SequenceModel): DerivedSequence {
  const shape = shapeOf(model);
  const stood = STOOD.get(shape);
  if (stood && stood.model.rows === model.rows && stood.model.partsDone === model.partsDone) return stood.derived;
  const derived = sequenceAt(shape, model, stood?.derived);
  STOOD.set(shape, { model, derived });
  return derived;
}

/** What is left, with what must not be shut off among its precedences; the same by id; and the rows that no order can help. */
export interface GuardedWork {
  readonly left: WithAccess['operations'];
  readonly byId: ReadonlyMap<string, AssemblyOperation>;
  readonly unavoidable: ReadonlySet<string>;
}

export const guardedWork = lastOf((open: readonly AssemblyOperation[], access: readonly AccessRow[]): GuardedWork => {
  const { operations, unavoidable } = withAccess(open, access);
  return { left: operations, byId: new Map(operations.map((o) => [o.id, o])), unavoidable: new Set(unavoidable.map((u) => u.rowId)) };
});

export const NO_ORDER: readonly string[] = [];

/** What an order is asked for by; empty: there is nothing to order. */
export const orderText = lastOf(
  (operations: readonly AssemblyOperation[], access: readonly AccessRow[], done: ReadonlySet<string>): string =>
    operations.length === 0 ? '' : writeQuestion({ operations, access, done }),
);

/** The order until one is found: the one before as far as it goes, every precedence kept. */
export const orderBefore = lastOf(followOrder);

/** So many rows at a time are looked through for what is left. */
const ROWS_AT_A_TIME = 25;

/**
 * Works out what is still to do and the operations, in slices between which the page answers, so that it is there when a view asks; false:
 * no longer wanted.
 */
export async function workAhead(
  data: AssemblyAnswer,
  marks: readonly Mark[],
  tools: readonly Entity<'tool'>[],
  rest: Rest,
): Promise<boolean> {
  const models = rowModelsOf(data.assembly.id);
  if (!(await models.ahead(data, marks, rest))) return false;
  const rows = models.of(data, marks);
  const order = workOrderOf(data.kit.definition.work);
  for (let i = 0; i < rows.length; i += ROWS_AT_A_TIME) {
    benchOf(rows.slice(i, i + ROWS_AT_A_TIME).map(benchRow), { parts: rows[0]?.partsDone ?? NO_STEPS, order });
    if (!(await rest())) return false;
  }
  const model = sequenceModel(data, rows, tools);
  const steps: readonly ((derived: () => DerivedSequence) => unknown)[] = [
    () => setupsLeft(rows, order),
    () => operationsOf(model),
    () => shapeOf(model),
    (derived) => derived(),
    (derived) => guardedWork(derived().left, derived().access),
    (derived) => orderText(derived().left, derived().access, derived().done),
    (derived) => orderBefore(guardedWork(derived().left, derived().access).left, NO_ORDER),
  ];
  for (const step of steps) {
    step(() => derivedOf(model));
    if (!(await rest())) return false;
  }
  return true;
}
