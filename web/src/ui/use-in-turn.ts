import { useCallback, useLayoutEffect, useRef } from 'react';

/** Does one thing after the other, each with what the one before it left: a second press while the first is on its way is neither lost nor stale. */
export function useInTurn<A extends readonly unknown[]>(work: (...args: A) => Promise<unknown>): (...args: A) => void {
  const latest = useRef(work);
  useLayoutEffect(() => {
    latest.current = work;
  });
  const queue = useRef<Promise<unknown>>(Promise.resolve());
  return useCallback((...args: A) => {
    queue.current = queue.current.then(() => latest.current(...args)).catch(() => undefined);
  }, []);
}
