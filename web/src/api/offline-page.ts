import { useSyncExternalStore } from 'react';

/** Whether this device can open the pages without their server: not yet known, it can, or its browser does not let it. */
export type OfflinePage = 'unknown' | 'kept' | 'none';

let state: OfflinePage = 'unknown';
const listeners = new Set<() => void>();

function set(next: OfflinePage): void {
  state = next;
  for (const tell of listeners) tell();
}

/** Asks the browser to keep the pages; one that does not trust the address does not. */
export function keepOfflinePage(): void {
  if (!('serviceWorker' in navigator)) return set('none');
  navigator.serviceWorker.register('/service-worker.js').then(
    () => set('kept'),
    () => set('none'),
  );
}

export function useOfflinePage(): OfflinePage {
  return useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => state,
  );
}
