import type { Entity, KitDefinition, PartDefinition } from '../record/definitions';
import type { WorkRow } from '../setup/assembly-work';
import { withAccess } from './arrange';
import { assemblyOperations, type AssemblyOperation } from './operations';
import { workOf, type WorkOf } from './hours';
import { operationProgress, type OperationProgress } from './progress';
import { accessRows, type AccessRow } from './shut-off';

/** An assembly as its order depends on it: everything that is known, nothing that is derived. */
export interface SequenceModel {
  readonly kit: KitDefinition;
  readonly parts: ReadonlyMap<string, PartDefinition>;
  readonly rows: readonly WorkRow[];
  /** Tools that are owned, or those that are at hand. */
  readonly tools: readonly Entity<'tool'>[];
  /** Keys of the steps done on whole parts. */
  readonly partsDone: ReadonlySet<string>;
}

export interface DerivedSequence {
  readonly operations: readonly AssemblyOperation[];
  readonly progress: ReadonlyMap<string, OperationProgress>;
  /** What is not done yet, waiting for nothing that is done. */
  readonly left: readonly AssemblyOperation[];
  readonly done: ReadonlySet<string>;
  readonly access: readonly AccessRow[];
}

/** Operations, how far each is, and what shuts rows off. */
export function deriveSequence({ kit, parts, rows, tools, partsDone }: SequenceModel): DerivedSequence {
  const operations = assemblyOperations(rows, parts, kit.work?.scuffAfterDimple ?? false);
  const access = accessRows(operations, rows, tools);
  /* What would shut a row off waits for it: it is not ready. */
  const progress = operationProgress(withAccess(operations, access).operations, rows, partsDone);
  const done = new Set(operations.flatMap((o) => (progress.get(o.id)?.state === 'done' ? [o.id] : [])));
  const left = operations
    .filter((o) => !done.has(o.id))
    .map((o) => (o.after.some((a) => done.has(a.id)) ? { ...o, after: o.after.filter((a) => !done.has(a.id)) } : o));
  return { operations, progress, left, done, access };
}

/** What an order is worked by: minutes over all that is still open. */
export function minutesLeft(
  operations: readonly AssemblyOperation[],
  progress: ReadonlyMap<string, OperationProgress>,
  minutes: Readonly<Record<WorkOf, { readonly minutes: number }>>,
): number {
  return operations.reduce((sum, o) => sum + (progress.get(o.id)?.open ?? o.count) * minutes[workOf(o)].minutes, 0);
}
