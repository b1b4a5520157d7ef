import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { operationGraph } from '#core/sequence/graph';
import type { AssemblyOperation } from '#core/sequence/operations';
import { problemMessage } from '#core/wording/problems';
import type { SequenceAnswer } from '../../workers/sequence.worker';

export interface FoundOrder {
  readonly order: readonly string[];
  /** Null while the worker is still at it, or was stopped: then any order that keeps every precedence. */
  readonly found: { readonly setupChanges: number; readonly lowerBound: number; readonly optimal: boolean } | null;
  readonly isBusy: boolean;
  readonly problem: string | null;
  readonly stop: () => void;
}

/** An order of operations: one that keeps every precedence at once, the one that saves changes as soon as the worker has it. */
export function useOrder(operations: readonly AssemblyOperation[]): FoundOrder {
  const wanted = useMemo(() => operations.map((o) => ({ id: o.id, setup: o.setup, after: o.after.map((a) => a.id) })), [operations]);
  const key = useMemo(() => JSON.stringify(wanted), [wanted]);
  const first = useMemo(() => {
    const graph = operationGraph(wanted);
    return graph.ok ? graph.value.topological.map((n) => wanted[n]?.id ?? '') : wanted.map((o) => o.id);
  }, [wanted]);
  const [answer, setAnswer] = useState<{ key: string; answer: SequenceAnswer } | null>(null);
  const [stopped, setStopped] = useState('');
  const worker = useRef<Worker | null>(null);
  useEffect(() => {
    const started = new Worker(new URL('../../workers/sequence.worker.ts', import.meta.url), { type: 'module' });
    worker.current = started;
    started.onmessage = (event: MessageEvent<SequenceAnswer>) => setAnswer({ key, answer: event.data });
    started.postMessage(JSON.parse(key));
    return () => started.terminate();
  }, [key]);
  const stop = useCallback(() => {
    worker.current?.terminate();
    setStopped(key);
  }, [key]);
  const own = answer?.key === key ? answer.answer : null;
  if (own?.kind === 'order') return { order: own.order, found: own, isBusy: false, problem: null, stop };
  return {
    order: first,
    found: null,
    isBusy: own === null && stopped !== key,
    problem: own?.kind === 'problem' ? problemMessage({ code: own.code, data: own.data }) : null,
    stop,
  };
}
