import { CloudOff } from 'lucide-react';
import { useAway } from '../api/away';
import { useWaiting } from '../api/outbox';
import { countOf } from '#core/wording/words';
import { Button } from './controls';

/** The program does not answer: said at once, with what is there from before still on the page, and tried again by itself or by a press. */
export function AwayNotice() {
  const { isAway, retry } = useAway();
  const waiting = useWaiting().length;
  return (
    <div role="status" className="empty:hidden">
      {isAway ? (
        <div className="no-print flex flex-wrap items-center gap-x-3 gap-y-1 bg-caution-soft px-3 py-1 text-caution">
          <CloudOff size={18} aria-hidden />
          <span>
            The program does not answer just now. What you see is what it said last, as far as this browser kept it
            {waiting > 0
              ? `; ${countOf(waiting, 'mark')} ${waiting === 1 ? 'waits' : 'wait'} here until it is back`
              : '; marks are kept here until it is back'}
            .
          </span>
          <Button onClick={retry}>Try again</Button>
        </div>
      ) : null}
    </div>
  );
}
