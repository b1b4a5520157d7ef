import { useEffect, type RefObject } from 'react';

/**
 * Brings what is chosen into sight where it is not, whenever `key` changes. Whether it is the browser says once it has laid the page out by
 * itself; to scroll at once would make it do so within the same task.
 */
export function useInSight(what: RefObject<Element | null>, key: unknown, inline: ScrollLogicalPosition = 'nearest'): void {
  useEffect(() => {
    const node = what.current;
    if (!node) return undefined;
    const watch = new IntersectionObserver(
      ([seen]) => {
        watch.disconnect();
        if (seen && seen.intersectionRatio < 1) node.scrollIntoView({ block: 'nearest', inline });
      },
      { threshold: 1 },
    );
    watch.observe(node);
    return () => watch.disconnect();
  }, [what, key, inline]);
}
