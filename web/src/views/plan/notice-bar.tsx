import { Button } from '../../ui/controls';
import type { Notice } from './use-plan-edits';

/** What was said last, until it is seen. */
export function NoticeBar({ notice, onSeen }: { notice: Notice | null; onSeen: () => void }) {
  if (!notice) return null;
  return (
    <div
      className={`flex items-center justify-between gap-2 px-3 py-1 ${notice.isBad ? 'bg-stop-soft text-stop' : 'bg-done-soft text-done'}`}
      role={notice.isBad ? 'alert' : 'status'}
    >
      <span className="whitespace-pre-line">{notice.text}</span>
      <Button tone="quiet" onClick={onSeen}>
        Seen
      </Button>
    </div>
  );
}
