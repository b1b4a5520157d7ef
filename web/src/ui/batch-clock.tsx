import { Timer } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { batchesOf, clockOf } from '#core/sealing/batch';
import { isOnClock } from '#core/sealing/on-clock';
import { clockSentence } from '#core/wording/sealing';
import { useWaiting } from '../api/outbox';
import { useBatchMarks } from '../api/queries';
import { CLOCK_LOOK } from './clock-look';

const TICK_MS = 10_000;

/** The time, again every few seconds. */
export function useNow(everyMs = TICK_MS): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(Date.now()), everyMs);
    return () => window.clearInterval(timer);
  }, [everyMs]);
  return now;
}

/** The clock of every batch that is at work in the kit, under the bar of every view. */
export function BatchClock({ kitId }: { kitId: string }) {
  const served = useBatchMarks(kitId).data;
  const waiting = useWaiting();
  const now = useNow();
  const batches = useMemo(() => batchesOf([...(served ?? []), ...waiting.map((w) => w.mark)]), [served, waiting]);
  const shown = batches.filter((b) => isOnClock(b, now));
  if (shown.length === 0) return null;
  return (
    <ul aria-label="Batches at work" className="no-print flex flex-wrap gap-x-4 border-b border-line px-3 py-0.5">
      {shown.map((b) => {
        const clock = clockOf(b, now);
        const look = CLOCK_LOOK[clock.state];
        return (
          <li key={b.id} className={`flex items-center gap-1.5 rounded px-1 text-[16px] ${look.tone}`}>
            <Timer size={17} aria-hidden />
            {b.assemblyId === null ? (
              b.product
            ) : (
              <Link className="underline underline-offset-2 pointer-coarse:py-2" to={`/assemblies/${b.assemblyId}/jobs`}>
                {b.product}
              </Link>
            )}
            <span>
              <strong>{look.word}</strong>: {clockSentence(clock)}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
