import { useEffect, useState } from 'react';

/** Whether so long has passed since this came onto the page, ms: what is waited for so that nothing jumps is not waited for longer. */
export function useLate(ms: number): boolean {
  const [isLate, setLate] = useState(false);
  useEffect(() => {
    const timer = window.setTimeout(() => setLate(true), ms);
    return () => window.clearTimeout(timer);
  }, [ms]);
  return isLate;
}
