import { useCallback, useMemo } from 'react';
import { followOrder } from '#core/access/follow';
import type { OperationKind } from '#core/operations/minutes';
import type { AssemblyOperation } from '#core/operations/operations';
import type { Setup } from '#core/setup/setup';
import type { Units } from '#core/units/length';
import { operationVerb } from '#core/wording/sequence';
import { setupName } from '#core/wording/setups';
import type { RowModel } from '../../models/row-model';
import type { Sequence } from '../../models/use-sequence';

/** The operations on screen in their order, with those that are done before them where they are wanted, and how their set-ups are called. */
export function useShownOperations(
  sequence: Sequence,
  rows: readonly RowModel[],
  order: readonly string[],
  showsDone: boolean,
  units: Units,
) {
  const { derived } = sequence;
  const shownOrder = useMemo(
    () => (showsDone ? [...followOrder(derived.operations, []).filter((id) => derived.done.has(id)), ...order] : order),
    [showsDone, derived, order],
  );
  const byId = useMemo(
    () => new Map([...derived.operations.map((o) => [o.id, o] as const), ...sequence.byId]),
    [derived.operations, sequence.byId],
  );
  const operations = useMemo(
    () => shownOrder.flatMap((id): AssemblyOperation[] => (byId.has(id) ? [byId.get(id) as AssemblyOperation] : [])),
    [shownOrder, byId],
  );
  const setups = useMemo(() => new Map(rows.flatMap((r) => r.setups.map((u) => [u.setup.key, u.setup] as const))), [rows]);
  const bandName = useCallback(
    (key: string) => {
      const setup: Setup | undefined = setups.get(key);
      return setup ? setupName(setup, units) : operationVerb(key.split('/')[0] as OperationKind);
    },
    [setups, units],
  );
  const nextId = order.find((id) => ['ready', 'under-way'].includes(derived.progress.get(id)?.state ?? '')) ?? null;
  return { shownOrder, byId, operations, bandName, nextId, nextSetup: setups.get(byId.get(nextId ?? '')?.setup ?? '') };
}
