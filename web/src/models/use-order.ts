import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { AssemblyOperation } from '#core/operations/operations';
import { orderCost, type OrderCost } from '#core/order/order-cost';
import type { AccessRow } from '#core/access/shut-off';
import { problemMessage } from '#core/wording/problems';
import { foundOrder, lastOrder, NO_ORDER, rememberOrder } from './found-orders';
import { orderBefore, orderText } from './sequence-work';
import type { SequenceAnswer } from '../workers/sequence.worker';

export interface FoundOrder extends OrderCost {
  readonly order: readonly string[];
  /** What is known of it; null: nothing yet, only that it keeps every precedence. */
  readonly known: { readonly lowerBound: number; readonly optimal: boolean; readonly turningsAtLeast: number } | null;
  readonly isBusy: boolean;
  readonly problem: string | null;
  readonly stop: () => void;
}

const NOTHING_TO_ORDER = {
  order: [],
  setupChanges: 0,
  turnings: 0,
  known: { lowerBound: 0, optimal: true, turningsAtLeast: 0 },
  isBusy: false,
  problem: null,
} as const;

/** What is to be ordered. */
interface ToOrder {
  /** An assembly, or what is tried in it: until there is an answer its own last one goes on. */
  readonly of: string;
  readonly open: readonly AssemblyOperation[];
  /** The same, with what must not be shut off among the precedences. */
  readonly left: readonly AssemblyOperation[];
  readonly access: readonly AccessRow[];
  readonly done: ReadonlySet<string>;
}

/** The order that saves changes of set-up, then turnings: one that keeps every precedence at once, better ones as the worker finds them. */
export function useOrder({ of, open, left, access, done }: ToOrder): FoundOrder {
  const key = useMemo(() => orderText(open, access, done), [open, access, done]);
  const [answer, setAnswer] = useState<{ key: string; answer: SequenceAnswer } | null>(null);
  const [stopped, setStopped] = useState('');
  const worker = useRef<Worker | null>(null);
  useEffect(() => {
    if (key === '') return;
    const before = foundOrder(key);
    if (before && (before.kind === 'problem' || before.isLast)) return;
    const started = new Worker(new URL('../workers/sequence.worker.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    started.onmessage = (event: MessageEvent<SequenceAnswer>) => {
      rememberOrder(of, key, event.data);
      startTransition(() => setAnswer({ key, answer: event.data }));
    };
    started.postMessage(key);
    return () => started.terminate();
  }, [of, key]);
  const stop = useCallback(() => {
    worker.current?.terminate();
    setStopped(key);
  }, [key]);
  const own = answer?.key === key ? answer.answer : foundOrder(key);
  const isFound = own?.kind === 'order';
  /* Until there is an answer what was found before goes on as far as it can, so that nothing moves about under a finger. */
  const first = useMemo(() => (isFound ? NO_ORDER : orderBefore(left, lastOrder(of))), [isFound, left, of]);
  if (open.length === 0) return { ...NOTHING_TO_ORDER, stop };
  const isBusy = stopped !== key && (!own || (own.kind === 'order' && !own.isLast));
  if (own?.kind === 'order') {
    const { order, setupChanges, turnings } = own;
    return { order, setupChanges, turnings, known: own, isBusy, problem: null, stop };
  }
  return {
    order: first,
    ...orderCost(first, new Map(open.map((o) => [o.id, o]))),
    known: null,
    isBusy,
    problem: own?.kind === 'problem' ? problemMessage({ code: own.code, data: own.data }) : null,
    stop,
  };
}
