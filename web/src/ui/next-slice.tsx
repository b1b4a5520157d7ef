import { startTransition, useEffect, useState, type ReactNode } from 'react';

/**
 * What comes onto a page a slice after what is around it: both at once would keep the browser from answering for too long. It has a place of
 * its own, so that nothing moves when it comes; once there it stays.
 */
export function NextSlice({ children }: { children: ReactNode }) {
  const [isThere, setThere] = useState(false);
  useEffect(() => startTransition(() => setThere(true)), []);
  return isThere ? children : null;
}
