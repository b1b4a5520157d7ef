import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { withAccess } from '#core/access/arrange';
import { followOrder } from '#core/access/follow';
import type { AssemblyOperation } from '#core/operations/operations';
import { orderCost, type OrderCost } from '#core/order/order-cost';
import type { AccessRow } from '#core/access/shut-off';
import { problemMessage } from '#core/wording/problems';
import type { SequenceAnswer, SequenceQuestion } from '../workers/sequence.worker';

export interface FoundOrder extends OrderCost {
  readonly order: readonly string[];
  /** What is known of it; null: nothing yet, only that it keeps every precedence. */
  readonly known: { readonly lowerBound: number; readonly optimal: boolean; readonly turningsAtLeast: number } | null;
  readonly isBusy: boolean;
  readonly problem: string | null;
  readonly stop: () => void;
}

/** Orders found stay with the page's other answers, so that another view, or a mark that finishes nothing, does not ask again. */
const keyOf = (key: string) => ['order', key] as const;

const NO_ORDER: readonly string[] = [];
const NOTHING_TO_ORDER = {
  order: [],
  setupChanges: 0,
  turnings: 0,
  known: { lowerBound: 0, optimal: true, turningsAtLeast: 0 },
  isBusy: false,
  problem: null,
} as const;

/** The order that saves changes of set-up, then turnings: one that keeps every precedence at once, better ones as the worker finds them. */
export function useOrder(operations: readonly AssemblyOperation[], access: readonly AccessRow[], done: ReadonlySet<string>): FoundOrder {
  const question = useMemo(
    (): SequenceQuestion => ({ operations, access, done: [...done].filter((id) => access.some((r) => concerns(r, id))) }),
    [operations, access, done],
  );
  /* What an order depends on, and nothing that only counts. */
  const key = useMemo(
    () =>
      JSON.stringify([
        question.operations.map((o) => [o.id, o.setup, o.after.map((a) => a.id), o.pieces]),
        question.access.map((r) => [r.setId, r.isBlind, r.closers, r.open, r.byRoom]),
        question.done,
      ]),
    [question],
  );
  const [answer, setAnswer] = useState<{ key: string; answer: SequenceAnswer } | null>(null);
  const [stopped, setStopped] = useState('');
  const client = useQueryClient();
  const worker = useRef<Worker | null>(null);
  const latest = useRef(question);
  useEffect(() => {
    latest.current = question;
  });
  useEffect(() => {
    if (latest.current.operations.length === 0) return;
    const before = client.getQueryData<SequenceAnswer>(keyOf(key));
    if (before && (before.kind === 'problem' || before.isLast)) return;
    const started = new Worker(new URL('../workers/sequence.worker.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    started.onmessage = (event: MessageEvent<SequenceAnswer>) => {
      client.setQueryData(keyOf(key), event.data);
      setAnswer({ key, answer: event.data });
    };
    started.postMessage(latest.current);
    return () => started.terminate();
  }, [key, client]);
  const stop = useCallback(() => {
    worker.current?.terminate();
    setStopped(key);
  }, [key]);
  const own = answer?.key === key ? answer.answer : client.getQueryData<SequenceAnswer>(keyOf(key));
  const isFound = own?.kind === 'order';
  /* Until there is an answer what was found before goes on as far as it can, so that nothing moves about under a finger. */
  const before = answer?.answer.kind === 'order' ? answer.answer.order : NO_ORDER;
  const first = useMemo(
    () => (isFound ? NO_ORDER : followOrder(withAccess(operations, access).operations, before)),
    [isFound, operations, access, before],
  );
  if (operations.length === 0) return { ...NOTHING_TO_ORDER, stop };
  const isBusy = stopped !== key && (!own || (own.kind === 'order' && !own.isLast));
  if (own?.kind === 'order') {
    const { order, setupChanges, turnings } = own;
    return { order, setupChanges, turnings, known: own, isBusy, problem: null, stop };
  }
  return {
    order: first,
    ...orderCost(first, new Map(operations.map((o) => [o.id, o]))),
    known: null,
    isBusy,
    problem: own?.kind === 'problem' ? problemMessage({ code: own.code, data: own.data }) : null,
    stop,
  };
}

function concerns({ setId, closers }: AccessRow, id: string): boolean {
  return id === setId || closers.some((c) => c.operationId === id);
}
