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
  return useMemo(() => [...(kept ?? []), ...waiting.map((w) => w.mark)], [kept, waiting]);
}

/** Whether a mark of this device is not among those that are shown: what it changes is still being worked out. */
export function useIsBehind(shown: readonly Mark[]): boolean {
  const last = useWaiting().at(-1)?.mark.id;
  return last !== undefined && !shown.some((m) => m.id === last);
}
