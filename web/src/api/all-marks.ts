import { useMemo } from 'react';
import type { Mark } from '#core/record/marks';
import { useWaiting } from './outbox';
import { useMarks } from './queries';

/** The marks of an assembly: those the server has, and those of this device that wait to be sent. */
export function useAllMarks(assemblyId: string): readonly Mark[] {
  const served = useMarks(assemblyId);
  const waiting = useWaiting();
  return useMemo(() => [...(served.data ?? []), ...waiting.map((w) => w.mark)], [served.data, waiting]);
}
