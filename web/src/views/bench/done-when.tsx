import { Button } from '../../ui/controls';
import { usePageKeys } from '../../ui/page-keys';

interface DoneWhenProps {
  /** As a date field writes it; empty: now. */
  readonly doneAt: string;
  readonly onDoneAt: (next: string) => void;
}

/** Yesterday evening where the builder is, as a date field writes it. */
function yesterdayEvening(now: Date): string {
  const day = new Date(now.getFullYear(), now.getMonth(), now.getDate() - 1);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}T20:00`;
}

/** When it was done, if not now: one press for yesterday evening, or any time. */
export function DoneWhen({ doneAt, onDoneAt }: DoneWhenProps) {
  const yesterday = yesterdayEvening(new Date());
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
