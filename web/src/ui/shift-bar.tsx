import { CirclePause, CirclePlay, CircleStop } from 'lucide-react';
import { lazy, Suspense, useEffect, useMemo, useState } from 'react';
import { daysIn } from '#core/log/day-of';
import type { Entity } from '#core/record/definitions';
import type { Mark, MarkKind } from '#core/record/marks';
import { isForgotten, shiftsOf, showHours, workedMs, type Shift } from '#core/record/shifts';
import { useMark, usePerson } from '../api/commands';
import { useWritingUp } from '../api/writing-up';
import { Button } from './controls';
import { DialogComes } from './dialog-comes';
import { FromPaper, WritingUpBanner } from './from-paper';
import { useMomentOf, useShowMoment, useZone } from './zone';

const ShiftEnd = lazy(() => import('./shift-end').then((m) => ({ default: m.ShiftEnd })));

const TICK_MS = 20_000;

type ShiftKind = Extract<MarkKind, `shift-${string}`>;

/** The time now, looked at again from time to time. */
function useNow(): string {
  const [now, setNow] = useState(() => new Date().toISOString());
  useEffect(() => {
    const timer = window.setInterval(() => setNow(new Date().toISOString()), TICK_MS);
    return () => window.clearInterval(timer);
  }, []);
  return now;
}

/** This person's shift: started, paused, ended with the work; a forgotten one is asked about. */
export function ShiftBar({ kit, assemblyId, marks }: { kit: Entity<'kit'>; assemblyId: string; marks: readonly Mark[] }) {
  const mark = useMark(kit);
  const person = usePerson(kit);
  const now = useNow();
  /* The day by the kit's clock, not in Greenwich: an evening's shift may begin on the next day there. */
  const zone = useZone();
  const dayOf = useMemo(() => daysIn(zone), [zone]);
  const shifts = useMemo(() => shiftsOf(marks), [marks]);
  const mine = shifts.filter((s) => s.person === person && s.state !== 'ended').at(-1);
  const write = (kind: ShiftKind, doneAt?: string) => mark([{ kind, rowId: assemblyId, holeIds: [], ...(doneAt ? { doneAt } : {}) }]);
  const today = shifts.filter((s) => s.person === person && dayOf(s.startedAt) === dayOf(now));
  const workedToday = today.reduce((sum, s) => sum + workedMs(s, now), 0);
  const [isEnding, setEnding] = useState(false);
  const writing = useWritingUp();
  const big = 'min-h-14 px-4 text-[18px]';
  if (writing) return <WritingUpBanner kit={kit} mode={writing} />;
  if (mine && isForgotten(mine, now))
    return <Forgotten shift={mine} onEnd={(at) => write('shift-ended', at)} onOn={() => write('shift-resumed')} />;
  return (
    <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Shift">
      {mine ? (
        <>
          <span className="label text-[18px]" role="status">
            {mine.state === 'paused' ? 'Paused' : 'Working'}: {showHours(workedMs(mine, now))}
          </span>
          {mine.state === 'paused' ? (
            <Button className={big} onClick={() => write('shift-resumed')}>
              <CirclePlay size={20} aria-hidden /> Go on
            </Button>
          ) : (
            <Button className={big} onClick={() => write('shift-paused')}>
              <CirclePause size={20} aria-hidden /> Pause
            </Button>
          )}
          <Button className={big} onClick={() => setEnding(true)}>
            <CircleStop size={20} aria-hidden /> End the shift
          </Button>
          {isEnding ? (
            <Suspense fallback={<DialogComes />}>
              <ShiftEnd
                shift={mine}
                marks={marks}
                now={now}
                onClose={() => setEnding(false)}
                onEnd={() => {
                  setEnding(false);
                  write('shift-ended');
                }}
              />
            </Suspense>
          ) : null}
        </>
      ) : (
        <>
          <Button tone="primary" className={big} onClick={() => write('shift-started')}>
            <CirclePlay size={20} aria-hidden /> Start a shift
          </Button>
          <FromPaper kit={kit} assemblyId={assemblyId} />
          {workedToday > 0 ? <span className="text-ink2">today {showHours(workedToday)}</span> : null}
        </>
      )}
    </div>
  );
}

/** Nothing was marked for hours: when did it end? */
function Forgotten({ shift, onEnd, onOn }: { shift: Shift; onEnd: (at: string) => void; onOn: () => void }) {
  const show = useShowMoment();
  const momentOf = useMomentOf();
  const [at, setAt] = useState('');
  const ended = momentOf(at);
  const began = shift.startedAt === shift.lastMarkAt;
  return (
    <div role="group" aria-label="Shift" className="flex flex-wrap items-center gap-2 rounded border border-caution bg-caution-soft p-2">
      <span>
        A shift is still open since {show(shift.startedAt, 'weekday')}
        {began ? ', with nothing marked in it' : `; the last mark was at ${show(shift.lastMarkAt, 'weekday')}`}. Did it end?
      </span>
      {began ? null : (
        <Button className="min-h-12" onClick={() => onEnd(shift.lastMarkAt)}>
          It ended then
        </Button>
      )}
      <label className="flex items-center gap-1 text-[14px]">
        It ended at
        <input type="datetime-local" className="field" value={at} onChange={(e) => setAt(e.target.value)} />
      </label>
      <Button
        className="min-h-12"
        disabled={ended === undefined || ended < shift.startedAt}
        onClick={() => (ended === undefined ? undefined : onEnd(ended))}
      >
        Keep that
      </Button>
      <Button className="min-h-12" onClick={onOn}>
        Still at work
      </Button>
    </div>
  );
}
