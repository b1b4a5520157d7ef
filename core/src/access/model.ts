import { workOrderOf } from '../record/order';
import type { Entity, FastenerDefinition, KitDefinition, PartDefinition } from '../record/definitions';
import type { WorkRow } from '../work/assembly-work';
import { withAccess } from './arrange';
import { draftOperations, finishOperations, type AssemblyOperation, type DraftedOperations } from '../operations/operations';
import { workOf, type WorkOf } from '../operations/hours';
import { operationProgress, type OperationProgress } from '../operations/progress';
import { accessRows, type AccessRow } from './shut-off';

/** An assembly as its order depends on it: everything that is known, nothing that is derived. */
export interface SequenceModel {
  readonly kit: KitDefinition;
  readonly parts: ReadonlyMap<string, PartDefinition>;
  readonly rows: readonly WorkRow[];
  /** The kit's fasteners by id. */
  readonly fasteners: ReadonlyMap<string, FastenerDefinition>;
  /** Tools that are owned, or those that are at hand. */
  readonly tools: readonly Entity<'tool'>[];
  /** Keys of the steps done on whole parts, and of the jobs that are done. */
  readonly partsDone: ReadonlySet<string>;
  /** Jobs of the builder's own. */
  readonly jobs?: readonly Entity<'job'>[] | undefined;
}

export interface DerivedSequence {
  readonly operations: readonly AssemblyOperation[];
  readonly progress: ReadonlyMap<string, OperationProgress>;
  /** What is not done yet, waiting for nothing that is done. */
  readonly left: readonly AssemblyOperation[];
  readonly done: ReadonlySet<string>;
  readonly access: readonly AccessRow[];
}

/** What follows from rows, parts and tools alone, whatever was done. */
export interface SequenceShape {
  readonly operations: readonly AssemblyOperation[];
  readonly access: readonly AccessRow[];
  /** The operations with what must not be shut off among their precedences. */
  readonly guarded: readonly AssemblyOperation[];
}

/** As far as the shape depends on it. */
export type ShapeModel = Omit<SequenceModel, 'partsDone' | 'fasteners'>;

export function sequenceShape(model: ShapeModel): SequenceShape {
  return shapeWith(finishOperations(draftsIn(model)), model);
}

/** What every operation waits for; of it come the operations, the first half of a shape. */
export function draftsIn({ kit, parts, rows, jobs }: Omit<ShapeModel, 'tools'>): DraftedOperations {
  return draftOperations(rows, parts, workOrderOf(kit.work), jobs);
}

/** The other half of a shape: what shuts rows off. */
export function shapeWith(operations: readonly AssemblyOperation[], { rows, tools }: Pick<ShapeModel, 'rows' | 'tools'>): SequenceShape {
  const access = accessRows(operations, rows, tools);
  return { operations, access, guarded: withAccess(operations, access).operations };
}

/**
 * How far every operation is, and what is left. `before`: the same assembly a moment ago; while no operation more or less is done, what is
 * left is the same list as then.
 */
export function sequenceAt(
  { operations, access, guarded }: SequenceShape,
  { rows, partsDone }: Pick<SequenceModel, 'rows' | 'partsDone'>,
  before?: DerivedSequence,
): DerivedSequence {
  /* What would shut a row off waits for it: it is not ready. */
  const progress = operationProgress(guarded, rows, partsDone);
  const done = new Set(operations.flatMap((o) => (progress.get(o.id)?.state === 'done' ? [o.id] : [])));
  if (before?.operations === operations && before.access === access && isSame(before.done, done)) return { ...before, progress };
  const left = operations
    .filter((o) => !done.has(o.id))
    .map((o) => (o.after.some((a) => done.has(a.id)) ? { ...o, after: o.after.filter((a) => !done.has(a.id)) } : o));
  return { operations, progress, left, done, access };
}

function isSame(a: ReadonlySet<string>, b: ReadonlySet<string>): boolean {
  return a.size === b.size && [...a].every((id) => b.has(id));
}

/** Operations, how far each is, and what shuts rows off. */
export function deriveSequence(model: SequenceModel): DerivedSequence {
  return sequenceAt(sequenceShape(model), model);
}

/** What an order is worked by: minutes over all that is still open. */
export function minutesLeft(
  operations: readonly AssemblyOperation[],
  progress: ReadonlyMap<string, OperationProgress>,
  minutes: Readonly<Record<WorkOf, { readonly minutes: number }>>,
): number {
  return operations.reduce((sum, o) => {
    const each = o.kind === 'job' ? o.minutes : minutes[workOf(o)].minutes;
    return sum + (progress.get(o.id)?.open ?? o.count) * each;
  }, 0);
}
