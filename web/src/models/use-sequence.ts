import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { decidedOrder } from '#core/access/follow';
import type { DerivedSequence, SequenceModel } from '#core/access/model';
import { jobKey } from '#core/jobs/job';
import { lockId, type AssemblyOperation } from '#core/operations/operations';
import { accessAlong, type Access } from '#core/access/shut-off';
import type { Entity, Followed } from '#core/record/definitions';
import { LOCK_VERB, operationVerb } from '#core/wording/sequence';
import { useTools } from '../api/queries';
import type { RowModel } from './row-model';
import { derivedOf, guardedWork, sequenceModel } from './sequence-work';
import { useOrder, type FoundOrder } from './use-order';

const NO_TOOLS: readonly Entity<'tool'>[] = [];

export interface Sequence {
  readonly model: SequenceModel;
  readonly derived: DerivedSequence;
  /** What is left, with what must not be shut off among its precedences; and the same by id. */
  readonly left: readonly AssemblyOperation[];
  readonly byId: ReadonlyMap<string, AssemblyOperation>;
  /** Rows that no order can help. */
  readonly unavoidable: ReadonlySet<string>;
  /** What is followed. */
  readonly follows: Followed;
  readonly order: readonly string[];
  readonly access: Access;
  /** The program's own order, whatever is followed. */
  readonly advice: FoundOrder;
  readonly nameOf: (id: string) => string;
}

/** Everything the order depends on, and the operations that come of it. */
export function useDerived(data: AssemblyAnswer, rows: readonly RowModel[]): Pick<Sequence, 'model' | 'derived'> {
  const tools = useTools(data.kit.id).data?.tools ?? NO_TOOLS;
  return useMemo(() => {
    const model = sequenceModel(data, rows, tools);
    return { model, derived: derivedOf(model) };
  }, [data, rows, tools]);
}

/** The order of an assembly's work: derived, followed as the builder decided. */
export function useSequence(
  data: AssemblyAnswer,
  rows: readonly RowModel[],
  { model, derived }: Pick<Sequence, 'model' | 'derived'>,
): Sequence {
  const { parts } = model;
  const { left: open, access: shutRows, done } = derived;
  const { left, byId, unavoidable } = useMemo(() => guardedWork(open, shutRows), [open, shutRows]);
  const advice = useOrder({ of: data.assembly.id, open, left, access: shutRows, done });
  const decision = data.assembly.definition.sequence;
  const follows = decision?.follows ?? 'advice';
  const decided = useMemo(() => decidedOrder({ left: open, access: shutRows }, decision), [open, shutRows, decision]);
  const order = decided ?? advice.order;
  const access = useMemo(() => accessAlong(order, shutRows, done), [order, shutRows, done]);
  const nameOf = useMemo(() => {
    const known = new Map(derived.operations.map((o) => [o.id, o]));
    const titles = new Map(rows.map((r) => [r.entity.id, r.title]));
    const jobs = new Map(data.jobs.map((j) => [jobKey(j.id), `${operationVerb('job')}: ${j.definition.name}`]));
    return (id: string) => {
      const job = jobs.get(id);
      if (job !== undefined) return job;
      const o = known.get(id);
      return o ? operationName(o, titles, parts) : '';
    };
  }, [derived.operations, rows, parts, data.jobs]);
  return { model, derived, left, byId, unavoidable, follows, order, access, advice, nameOf };
}

function operationName(
  o: AssemblyOperation,
  titles: ReadonlyMap<string, string>,
  parts: ReadonlyMap<string, { readonly name: string }>,
): string {
  if (o.id.startsWith('sub/')) return `finish the sub-assembly: ${o.id.slice(4, o.id.lastIndexOf('/'))}`;
  const what =
    o.rowId !== null
      ? (titles.get(o.rowId) ?? '')
      : o.partIds.length > 3
        ? 'the whole assembly'
        : o.partIds.map((p) => parts.get(p)?.name ?? '').join(', ');
  return `${o.rowId !== null && o.id === lockId(o.rowId) ? LOCK_VERB : operationVerb(o.kind)}: ${what}`;
}
