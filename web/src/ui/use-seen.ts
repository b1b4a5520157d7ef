import { useEffect, useState, type RefObject } from 'react';

/** So near to the window something counts as seen. */
const NEAR_PX = 300;

/** Whether something has been on the screen, or nearly; from then on true. What it takes to show it is asked for then. */
export function useSeen(what: RefObject<Element | null>): boolean {
  const [isSeen, setSeen] = useState(false);
  useEffect(() => {
    const node = what.current;
    if (isSeen || !node) return undefined;
    const watch = new IntersectionObserver((entries) => setSeen(entries.some((e) => e.isIntersecting)), { rootMargin: `${NEAR_PX}px` });
    watch.observe(node);
    return () => watch.disconnect();
  }, [what, isSeen]);
  return isSeen;
}
