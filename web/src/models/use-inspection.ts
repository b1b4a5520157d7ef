import { useMemo } from 'react';
import { fittedFactor, headContext, headReadings, type FittedFactor, type HeadReading } from '#core/inspect/heads';
import { rejectedRivets, type RejectedRivet } from '#core/inspect/rejected';
import { settingRanks } from '#core/inspect/setting-order';
import { batchesOf, dueRivets, INSPECT_EVERY, type Batch, type SetRivet } from '#core/inspect/sampling';
import type { KitDefinition } from '#core/record/definitions';
import { holesInPlan } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import type { RowModel } from './row-model';

export interface Inspection {
  /** Every so many-th rivet of a batch after its first ones. */
  readonly every: number;
  readonly batches: readonly Batch[];
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
    const ranks = new Map<string, ReadonlyMap<string, number>>();
    const rankOf = (rowId: string, holeId: string) => {
      let own = ranks.get(rowId);
      if (!own) ranks.set(rowId, (own = settingRanks(holesInPlan(byId.get(rowId)?.entity.definition.holes ?? []).map((h) => h.id))));
      return own.get(holeId) ?? Number.MAX_SAFE_INTEGER;
    };
    const batches = batchesOf(marks, { every, calloutOf: (id) => byId.get(id)?.plan.rivet.callout ?? '', rankOf });
    const readings = headReadings(marks, (id) => {
      const row = byId.get(id);
      return row && headContext(row);
    });
    return {
      every,
      batches,
      due: dueRivets(batches).filter((r) => byId.has(r.rowId)),
      readings,
      fitted: fittedFactor(readings),
      rejected: rejectedRivets(marks).filter((r) => byId.has(r.rowId)),
    };
  }, [rows, marks, every]);
}
