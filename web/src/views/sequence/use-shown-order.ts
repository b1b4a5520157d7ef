import { withAccess } from '#core/access/arrange';
import { useMemo, useState } from 'react';
import { followOrder } from '#core/access/follow';
import type { MinutesOf } from '#core/operations/hours';
import { minutesLeft } from '#core/access/model';
import type { AssemblyOperation } from '#core/operations/operations';
import { orderCost, type OrderCost } from '#core/order/order-cost';
import { accessAlong, type Access } from '#core/access/shut-off';
import { NOTHING_TRIED, tryOut, type AsideReason, type WhatIf } from '#core/access/what-if';
import { useOrder, type FoundOrder } from '../../models/use-order';
import type { Sequence } from '../../models/use-sequence';

const NO_OPERATIONS: readonly AssemblyOperation[] = [];

/** The order that is shown: what is followed, or what is tried for now, without what is left aside. */
export interface ShownOrder {
  readonly order: readonly string[];
  readonly access: Access;
  readonly ownCost: OrderCost;
  /** The program's own order of the same operations; whether it is the one shown. */
  readonly advice: FoundOrder;
  readonly isAdvised: boolean;
  readonly tried: readonly string[] | null;
  readonly setTried: (order: readonly string[] | null) => void;
  readonly whatIf: WhatIf;
  readonly setWhatIf: (next: WhatIf) => void;
  /** What is left aside, and why; what that costs over all that is left. */
  readonly aside: ReadonlyMap<string, AsideReason>;
  readonly asideCost: { readonly moreChanges: number; readonly moreTurnings: number; readonly hours: number };
  /** Whether anything is left that can be done. */
  readonly isAnythingPossible: boolean;
  /** Of a row's setting: the operation after which nothing gets at it. */
  readonly until: ReadonlyMap<string, string>;
  /** All operations by id, those done among them. */
  readonly known: ReadonlyMap<string, AssemblyOperation>;
}

export function useShownOrder(assemblyId: string, { derived, left, model, ...sequence }: Sequence, minutes: MinutesOf): ShownOrder {
  const [whatIf, setWhatIf] = useState<WhatIf>(NOTHING_TRIED);
  const [tried, setTried] = useState<readonly string[] | null>(null);
  const { now: possible, aside } = useMemo(() => tryOut(left, model, whatIf), [left, model, whatIf]);
  /* While nothing is tried the advice stands as it is. */
  const hard = useMemo(() => (aside.size === 0 ? NO_OPERATIONS : derived.left.filter((o) => !aside.has(o.id))), [derived.left, aside]);
  const hardLeft = useMemo(() => withAccess(hard, derived.access).operations, [hard, derived.access]);
  const adviceTried = useOrder({ of: `${assemblyId}/tried`, open: hard, left: hardLeft, access: derived.access, done: derived.done });
  const advice = aside.size === 0 ? sequence.advice : adviceTried;
  const base = useMemo(() => (tried ? followOrder(derived.left, tried) : sequence.order), [tried, derived.left, sequence.order]);
  const isAdvised = tried === null && sequence.follows === 'advice';
  const order = useMemo(() => (isAdvised ? advice.order : base.filter((id) => !aside.has(id))), [isAdvised, advice.order, base, aside]);
  const access = useMemo(() => accessAlong(order, derived.access, derived.done), [order, derived]);
  const known = useMemo(() => new Map(derived.operations.map((o) => [o.id, o])), [derived.operations]);
  const ownCost = useMemo(() => orderCost(order, known), [order, known]);
  const asideCost = useMemo(() => {
    const later = base.filter((id) => aside.has(id));
    const [then, now] = [orderCost([...order, ...later], known), orderCost(base, known)];
    return {
      moreChanges: then.setupChanges - now.setupChanges,
      moreTurnings: then.turnings - now.turnings,
      hours:
        minutesLeft(
          derived.left.filter((o) => aside.has(o.id)),
          derived.progress,
          minutes,
        ) / 60,
    };
  }, [base, order, aside, known, derived, minutes]);
  const until = useMemo(
    () =>
      new Map(derived.access.flatMap((r) => (access.until.get(r.rowId) ? [[r.setId, access.until.get(r.rowId) as string] as const] : []))),
    [derived.access, access],
  );
  const isAnythingPossible = possible.length > 0 || left.length === 0;
  return {
    order,
    access,
    ownCost,
    advice,
    isAdvised,
    tried,
    setTried,
    whatIf,
    setWhatIf,
    aside,
    asideCost,
    isAnythingPossible,
    until,
    known,
  };
}
