import { useMemo } from 'react';
import { fittedFactor, headContext, headReadings, type FittedFactor, type HeadReading } from '#core/inspect/heads';
import { rejectedRivets, type RejectedRivet } from '#core/inspect/rejected';
import { batchesOf, dueRivets, INSPECT_EVERY, type SetRivet } from '#core/inspect/sampling';
import type { KitDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import type { RowModel } from './row-model';

export interface Inspection {
  /** Every so many-th rivet of a batch after its first ones. */
  readonly every: number;
  /** Rivets to look at next, of rows that are there. */
  readonly due: readonly SetRivet[];
  /** Every head that was looked at, oldest first. */
  readonly readings: readonly HeadReading[];
  readonly fitted: FittedFactor | null;
  /** Decided against, and still in. */
  readonly rejected: readonly RejectedRivet[];
}

/** What the record says of the rivets of an assembly. */
export function useInspection(kit: KitDefinition, rows: readonly RowModel[], marks: readonly Mark[]): Inspection {
  const every = kit.inspectEvery ?? INSPECT_EVERY;
  return useMemo(() => {
    const byId = new Map(rows.map((r) => [r.entity.id, r]));
    const batches = batchesOf(marks, { every, calloutOf: (id) => byId.get(id)?.plan.rivet.callout ?? '' });
    const readings = headReadings(marks, (id) => {
      const row = byId.get(id);
      return row && headContext(row);
    });
    return {
      every,
      due: dueRivets(batches).filter((r) => byId.has(r.rowId)),
      readings,
      fitted: fittedFactor(readings),
      rejected: rejectedRivets(marks).filter((r) => byId.has(r.rowId)),
    };
  }, [rows, marks, every]);
}
