import { useQueryClient, type Query } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { ApiError } from './client';

/** An answer that is not there after so long is asked after: is the program there at all? ms. */
const PATIENCE_MS = 1000;
/** Who does not say even that they are well within so long is away, ms. */
const WELL_MS = 700;
const LOOK_MS = 250;

const isOffline = (error: unknown) =>
  error instanceof ApiError && (error.code === 'offline' || error.code === 'not-available' || error.status >= 500);

/** Whether the program says it is well: one that only has much to work out does, at once. */
const isWell = (): Promise<boolean> =>
  fetch('/api/health', { cache: 'no-store', signal: AbortSignal.timeout(WELL_MS) }).then(
    (r) => r.ok,
    () => false,
  );

/** Loads the page anew as soon as the program answers: what it asked for has another name by now, or did not come. */
export async function reloadOnceWell(): Promise<void> {
  while (!(await isWell())) await new Promise((go) => window.setTimeout(go, LOOK_MS));
  window.location.reload();
}

type Answering = 'yes' | 'late' | 'no';

/** How a query that is on the page is answered; `since`: when each began to be asked. */
function answering(q: Query, since: WeakMap<Query, number>, now: number): Answering {
  const { fetchStatus, fetchFailureCount, fetchFailureReason, data, error } = q.state;
  if (fetchStatus !== 'fetching') since.delete(q);
  else if (!since.has(q)) since.set(q, now);
  if ((fetchFailureCount > 0 && isOffline(fetchFailureReason)) || fetchStatus === 'paused' || isOffline(error)) return 'no';
  return data === undefined && fetchStatus === 'fetching' && now - (since.get(q) ?? now) >= PATIENCE_MS ? 'late' : 'yes';
}

/** Whether what is asked for does not come because the program is away; one that is slow is not. */
export function useAway(): { readonly isAway: boolean; readonly retry: () => void } {
  const client = useQueryClient();
  const [isAway, setAway] = useState(false);
  useEffect(() => {
    const since = new WeakMap<Query, number>();
    let isAsking = false;
    const look = () => {
      const active = client
        .getQueryCache()
        .getAll()
        .filter((q) => q.isActive());
      const all = active.map((q) => answering(q, since, Date.now()));
      if (all.includes('no')) return setAway(true);
      if (!all.includes('late')) return setAway(false);
      if (isAsking) return;
      isAsking = true;
      void isWell().then((well) => {
        isAsking = false;
        setAway(!well);
      });
    };
    const timer = window.setInterval(look, LOOK_MS);
    return () => window.clearInterval(timer);
  }, [client]);
  return { isAway, retry: () => void client.refetchQueries({ type: 'active' }) };
}
