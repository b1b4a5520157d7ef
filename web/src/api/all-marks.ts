import { useDeferredValue, useMemo } from 'react';
import type { Mark } from '#core/record/marks';
import { useWaiting } from './outbox';
import { useMarks } from './queries';

/** The marks of an assembly: those the server has, and those of this device that wait to be sent. */
export function useAllMarks(assemblyId: string): readonly Mark[] {
  const served = useMarks(assemblyId);
  const waiting = useWaiting();
  /* When they first come what they change is made in slices; what comes later shows at once. */
  const isIn = useDeferredValue(served.data !== undefined);
  const kept = isIn ? served.data : undefined;
  return useMemo(() => servedAndWaiting(kept ?? [], waiting), [kept, waiting]);
}

/** Each mark once: between the server's list and the outbox letting go of it a mark is in both. */
export function servedAndWaiting(served: readonly Mark[], waiting: readonly { readonly mark: Mark }[]): readonly Mark[] {
  if (waiting.length === 0) return served;
  const left = new Map(waiting.map((w) => [w.mark.id, w.mark]));
  for (const m of served) left.delete(m.id);
  return [...served, ...left.values()];
}

/** Whether a mark of this device is not among those that are shown: what it changes is still being worked out. */
export function useIsBehind(shown: readonly Mark[]): boolean {
  const last = useWaiting().at(-1)?.mark.id;
  return last !== undefined && !shown.some((m) => m.id === last);
}
