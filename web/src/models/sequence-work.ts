import type { AssemblyAnswer } from '#contract/answers';
import { withAccess, type WithAccess } from '#core/access/arrange';
import { draftsIn, sequenceAt, shapeWith, type DerivedSequence, type SequenceModel, type SequenceShape } from '#core/access/model';
import { benchInOrder } from '#core/access/bench-order';
import { followOrder } from '#core/access/follow';
import { writeQuestion } from '#core/access/order-question';
import { waysOpen, type AccessRow } from '#core/access/shut-off';
import { finishOperations, type AssemblyOperation } from '#core/operations/operations';
import { countOperation } from '#core/operations/progress';
import type { Entity, KitDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { workOrderOf, type WorkOrder } from '#core/record/order';
import { definitionsById, type WorkRow } from '#core/work/assembly-work';
import { benchOf, type BenchItem, type BenchRow, type BenchSetup } from '#core/work/bench';
import { lastOrder, NO_ORDER } from './found-orders';
import { lastOf } from './last-of';
import { contextOf } from './planned-rows';
import { rowModelsOf, type RowModel } from './row-model';
import type { Rest } from './slices';

const NO_STEPS: ReadonlySet<string> = new Set();

/** What is still to do, by set-up. */
export const setupsLeft = lastOf((rows: readonly RowModel[], order: WorkOrder): BenchSetup[] =>
  benchOf(rows.map(benchRow), { parts: rows[0]?.partsDone ?? NO_STEPS, order }),
);

const benchRow = ({ entity, steps, setups, states, standing, own }: RowModel): BenchRow => ({
  id: entity.id,
  row: entity.definition,
  steps,
  uses: setups,
  states,
  standing,
  own,
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
    own: r.own,
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

const draftsFor = lastOf((...[kit, parts, rows, jobs]: ShapeArgs) => draftsIn({ kit, parts, rows, jobs }));
const operationsFor = lastOf(finishOperations);
const shapeFor = lastOf(
  (operations: readonly AssemblyOperation[], rows: SequenceModel['rows'], tools: SequenceModel['tools']): SequenceShape =>
    shapeWith(operations, { rows, tools }),
);

const draftsOf = ({ kit, parts, rows, jobs }: SequenceModel) => draftsFor(kit, parts, shapesOf(rows), jobs);
const operationsOf = (model: SequenceModel): readonly AssemblyOperation[] => operationsFor(draftsOf(model));

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

/** What an order is asked for by; empty: there is nothing to order. */
export const orderText = lastOf(
  (operations: readonly AssemblyOperation[], access: readonly AccessRow[], done: ReadonlySet<string>): string =>
    operations.length === 0 ? '' : writeQuestion({ operations, access, done }),
);

/** The order until one is found: the one before as far as it goes, every precedence kept. */
export const orderBefore = lastOf(followOrder);

/** What is still to do by set-up, in the order that is followed. */
export const setupsInOrder = lastOf(benchInOrder);

/** So many rows, or items of a set-up, at a time are looked through. */
const AT_A_TIME = 25;

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
  const model = sequenceModel(data, rows, tools);
  const derived = () => derivedOf(model);
  const guarded = () => guardedWork(derived().left, derived().access);
  /** Does something for so many of a list at a time; false: no longer wanted. */
  const bySome = async <T>(list: readonly T[], work: (some: readonly T[]) => unknown): Promise<boolean> => {
    for (let i = 0; i < list.length; i += AT_A_TIME) {
      work(list.slice(i, i + AT_A_TIME));
      if (!(await rest())) return false;
    }
    return true;
  };
  const long = async (work: () => unknown): Promise<boolean> => {
    if (!(await rest('a-long-piece'))) return false;
    work();
    return true;
  };
  const byId = new Map(model.rows.map((r) => [r.id, r]));
  return (
    (await bySome(rows, (some) => benchOf(some.map(benchRow), { parts: rows[0]?.partsDone ?? NO_STEPS, order }))) &&
    (await long(() => setupsLeft(rows, order))) &&
    (await bySome(model.rows, (some) => some.forEach((r) => waysOpen(r, tools)))) &&
    (await long(() => draftsOf(model))) &&
    (await long(() => operationsOf(model))) &&
    (await long(() => shapeOf(model))) &&
    /* Counting is kept with each operation. */
    (await bySome(shapeOf(model).guarded, (some) => some.forEach((o) => countOperation(o, byId, model.partsDone)))) &&
    (await long(derived)) &&
    (await long(guarded)) &&
    (await long(() => orderText(derived().left, derived().access, derived().done))) &&
    (await long(() => orderBefore(guarded().left, lastOrder(data.assembly.id)))) &&
    /* What each item waits for is kept with it, whatever the order. */
    (await waitsAhead(setupsLeft(rows, order), guarded().byId, derived().done, bySome))
  );
}

async function waitsAhead(
  setups: readonly BenchSetup[],
  byId: ReadonlyMap<string, AssemblyOperation>,
  done: ReadonlySet<string>,
  bySome: (items: readonly BenchItem[], work: (some: readonly BenchItem[]) => unknown) => Promise<boolean>,
): Promise<boolean> {
  for (const setup of setups)
    if (!(await bySome(setup.items, (items) => benchInOrder([{ ...setup, items }], NO_ORDER, byId, done)))) return false;
  return true;
}
