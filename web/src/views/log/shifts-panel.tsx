import type { WorkedAnswer } from '#contract/answers';
import { lazy, Suspense, useState } from 'react';
import type { Entity } from '#core/record/definitions';
import { showHours, workedMs, type Shift } from '#core/record/shifts';
import { WORK_WORDS } from '#core/wording/work-words';
import { useWorked } from '../../api/record';
import { Button } from '../../ui/controls';
import { DialogComes } from '../../ui/dialog-comes';
import { useShowMoment } from '../../ui/zone';

const CorrectDialog = lazy(() => import('./correct-dialog').then((m) => ({ default: m.CorrectDialog })));

interface ShiftsPanelProps {
  readonly kit: Entity<'kit'>;
  readonly assemblies: Readonly<Record<string, string>>;
}

const SHOWN = 8;

/** Newest first, each shift once. */
function shiftsIn(answer: WorkedAnswer | undefined): Shift[] {
  const byId = new Map((answer?.worked ?? []).map((w) => [w.shift.id, w.shift]));
  return [...byId.values()].filter((s) => s.state === 'ended').sort((a, b) => (a.startedAt < b.startedAt ? 1 : -1));
}

/** Hours of the last shifts; each can be corrected or split, and what it was stays in the record. */
export function ShiftsPanel({ kit, assemblies }: ShiftsPanelProps) {
  const shifts = shiftsIn(useWorked(kit.id).data);
  const show = useShowMoment();
  const [isAll, setAll] = useState(false);
  const [open, setOpen] = useState<Shift | null>(null);
  if (shifts.length === 0) return null;
  const who = (id: string) => kit.definition.people.find((p) => p.id === id)?.initials ?? 'somebody';
  const lineOf = (s: Shift) =>
    `${show(s.startedAt)}, ${who(s.person)}, ${assemblies[s.assemblyId] ?? 'an assembly'}: ${showHours(workedMs(s, s.startedAt))}`;
  return (
    <section aria-label="Hours" className="flex flex-col gap-1">
      <h2 className="label text-[20px]">Hours</h2>
      <ul>
        {shifts.slice(0, isAll ? undefined : SHOWN).map((s) => (
          <li key={s.id} className="flex flex-wrap items-center gap-2 border-t border-line py-1">
            <span className="flex-1">
              {lineOf(s)}
              {s.as ? `, ${WORK_WORDS[s.as]}` : ''}
            </span>
            <Button aria-label={`Correct ${lineOf(s)}`} onClick={() => setOpen(s)}>
              Correct
            </Button>
          </li>
        ))}
      </ul>
      {shifts.length > SHOWN && !isAll ? (
        <Button className="self-start" onClick={() => setAll(true)}>
          All {shifts.length} shifts
        </Button>
      ) : null}
      {open ? (
        <Suspense fallback={<DialogComes />}>
          <CorrectDialog kit={kit} shift={open} was={lineOf(open)} assemblies={assemblies} onClose={() => setOpen(null)} />
        </Suspense>
      ) : null}
    </section>
  );
}
