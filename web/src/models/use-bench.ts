import { workOrderOf, type WorkOrder } from '#core/record/order';
import { useMemo } from 'react';
import type { BenchSetup } from '#core/work/bench';
import type { CardRow } from '#core/work/cards';
import type { Mark } from '#core/record/marks';
import type { RowModel } from './row-model';
import { setupsLeft } from './sequence-work';
import { useRowModels } from './use-row-models';
import type { WorkedOut } from './use-worked-out';

export interface Bench {
  readonly marks: readonly Mark[];
  readonly rows: readonly RowModel[];
  readonly setups: readonly BenchSetup[];
  readonly order: WorkOrder;
}

/** What is still to do in an assembly, by set-up. */
export function useBench({ data, marks }: WorkedOut): Bench {
  const rows = useRowModels(data, marks);
  const order = workOrderOf(data.kit.definition.work);
  const setups = useMemo(() => setupsLeft(rows, order), [rows, order]);
  return { marks, rows, setups, order };
}

/** The rows as set-up cards need them. */
export function cardRows(rows: readonly RowModel[]): CardRow[] {
  return rows.map((r) => ({
    id: r.entity.id,
    title: r.title,
    row: r.entity.definition,
    stack: r.stack,
    plan: r.plan,
    uses: r.setups,
    states: r.states,
  }));
}
