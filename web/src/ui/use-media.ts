import { useCallback, useSyncExternalStore } from 'react';

/** Whether the window is as a media query asks; follows it. */
export function useMedia(query: string): boolean {
  const subscribe = useCallback(
    (tell: () => void) => {
      const list = window.matchMedia(query);
      list.addEventListener('change', tell);
      return () => list.removeEventListener('change', tell);
    },
    [query],
  );
  return useSyncExternalStore(subscribe, () => window.matchMedia(query).matches);
}
