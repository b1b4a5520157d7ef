import { eveningBefore } from '#core/log/moments';
import { Button } from '../../ui/controls';
import { usePageKeys } from '../../ui/page-keys';
import { useZone } from '../../ui/zone';

interface DoneWhenProps {
  /** As a date field writes it; empty: now. */
  readonly doneAt: string;
  readonly onDoneAt: (next: string) => void;
}

/** Yesterday is the evening. */
const EVENING = '20:00';

/** When it was done, if not now: one press for yesterday evening, or any time. */
export function DoneWhen({ doneAt, onDoneAt }: DoneWhenProps) {
  const yesterday = eveningBefore(new Date().toISOString(), useZone(), EVENING);
  const toggle = () => onDoneAt(doneAt === yesterday ? '' : yesterday);
  usePageKeys({ yesterday: toggle });
  return (
    <>
      <Button
        className={`min-h-14 px-4 text-[17px] ${doneAt === yesterday ? 'border-dye bg-dye-soft' : ''}`}
        aria-pressed={doneAt === yesterday}
        onClick={toggle}
      >
        Done yesterday
      </Button>
      <label className="flex items-center gap-2">
        Done at, if not now
        <input type="datetime-local" className="field min-h-14" value={doneAt} onChange={(e) => onDoneAt(e.target.value)} />
      </label>
    </>
  );
}
