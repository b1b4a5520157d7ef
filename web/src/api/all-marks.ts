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
