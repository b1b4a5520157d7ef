import type { Entity, SequenceDecision } from '../record/definitions';
import type { WorkedTime } from '../log/work-hours';
import { jobsDone } from '../jobs/job';
import { assemblyWork, definitionsById, type AssemblyRecord } from '../work/assembly-work';
import { arrange } from './arrange';
import { decidedOrder } from './follow';
import { hoursLeft, learnedMinutes, openWork, type HoursLeft, type OpenWork, type WorkOf } from '../operations/hours';
import { deriveSequence, type DerivedSequence } from './model';
import { orderCost } from '../order/order-cost';
import { accessAlong } from './shut-off';

/** One assembly of a kit: what its order comes to. */
export interface AssemblySummary {
  readonly operations: number;
  readonly left: number;
  readonly setupChanges: number;
  readonly deadEnds: number;
  readonly open: OpenWork;
}

/** Looks at one assembly, quickly: an order is found, not the best one. */
export function summaryOfAssembly(
  record: AssemblyRecord,
  tools: readonly Entity<'tool'>[],
  decision: SequenceDecision | null,
): AssemblySummary {
  const { rows, partsDone } = assemblyWork(record);
  const parts = definitionsById(record.parts);
  const jobs = record.jobs ?? [];
  const derived = deriveSequence({
    kit: record.kit,
    parts,
    fasteners: definitionsById(record.fasteners),
    rows,
    tools,
    jobs,
    partsDone: new Set([...partsDone, ...jobsDone(jobs, record.marks)]),
  });
  const order = decidedOrder(derived, decision) ?? quickAdvice(derived);
  return {
    operations: derived.operations.length,
    left: derived.left.length,
    setupChanges: orderCost(order, new Map(derived.left.map((o) => [o.id, o]))).setupChanges,
    deadEnds: accessAlong(order, derived.access, derived.done).deadEnds.length,
    open: openWork(derived.operations, derived.progress),
  };
}

function quickAdvice({ left, access, done }: DerivedSequence): readonly string[] {
  const arranged = arrange(left, access, done, { effort: 0.05 });
  return arranged.ok ? arranged.value.order : [];
}

/** The hours of several assemblies together and of each, with what the kit's shifts teach. */
export function kitHours(
  open: readonly OpenWork[],
  worked: readonly WorkedTime[],
): { readonly whole: HoursLeft; readonly each: readonly HoursLeft[] } {
  const minutes = learnedMinutes(worked);
  const whole = new Map<WorkOf, number>();
  for (const o of open) for (const [kind, count] of o) whole.set(kind, (whole.get(kind) ?? 0) + count);
  return { whole: hoursLeft(whole, minutes), each: open.map((o) => hoursLeft(o, minutes)) };
}
