import { NotebookPen } from 'lucide-react';
import { useState, type FormEvent } from 'react';
import type { Entity } from '#core/record/definitions';
import { EVENING, isLaterToday, paperProblem, type PaperProblem } from '#core/record/paper';
import { readFieldText } from '#core/log/moments';
import { PAPER_PROBLEM_WORDS } from '#core/wording/paper';
import { useMark, usePerson } from '../api/commands';
import { writeUp, type WritingUp } from '../api/writing-up';
import { Button, ErrorText, Field, Select, TextInput } from './controls';
import { Modal } from './modal';
import { useShowMoment, useZone } from './zone';

interface FromPaperProps {
  readonly kit: Entity<'kit'>;
  readonly assemblyId: string;
}

/** Begins writing up from paper: day, clock time or evening, person and hours, said once. */
export function FromPaper({ kit, assemblyId }: FromPaperProps) {
  const mark = useMark(kit);
  const me = usePerson(kit);
  const zone = useZone();
  const [isOpen, setOpen] = useState(false);
  const [day, setDay] = useState('');
  const [clock, setClock] = useState('');
  const [person, setPerson] = useState('');
  const [hours, setHours] = useState('');
  const [problem, setProblem] = useState<PaperProblem | null>(null);
  const begin = (e: FormEvent) => {
    e.preventDefault();
    const atMs = readFieldText(`${day}T${clock === '' ? EVENING : clock}`, zone);
    const worked = hours.trim() === '' ? null : Number(hours.trim().replace(',', '.'));
    const found = paperProblem(day, atMs, worked, Date.now());
    setProblem(found);
    if (found) return;
    const who = person === '' ? me : person;
    const at = new Date(atMs).toISOString();
    if (worked !== null) {
      const shift = { rowId: assemblyId, holeIds: [], person: who };
      mark([
        { kind: 'shift-started', ...shift, doneAt: at },
        { kind: 'shift-ended', ...shift, doneAt: new Date(atMs + worked * 3_600_000).toISOString() },
      ]);
    }
    /* The first thing done is a moment after the start. */
    writeUp({ at: new Date(atMs + 1000).toISOString(), person: who, plan: 'then' });
    setOpen(false);
  };
  return (
    <>
      <Button className="min-h-14 px-4 text-[17px]" onClick={() => setOpen(true)}>
        <NotebookPen size={18} aria-hidden /> From paper
      </Button>
      <Modal title="Write up from paper" open={isOpen} onClose={() => setOpen(false)}>
        <form onSubmit={begin} className="flex flex-col gap-3">
          <p className="text-ink2">Until you leave it, everything that is marked here was done then, by that person.</p>
          <div className="flex flex-wrap gap-3">
            <Field label="Day">
              <input type="date" className="field min-h-11" value={day} onChange={(e) => setDay(e.target.value)} />
            </Field>
            <Field label="From (empty: evening)">
              <input type="time" className="field min-h-11" value={clock} onChange={(e) => setClock(e.target.value)} />
            </Field>
            <Field label="Who">
              <Select className="min-h-11" value={person === '' ? me : person} onChange={(e) => setPerson(e.target.value)}>
                {kit.definition.people.map((p) => (
                  <option key={p.id} value={p.id}>
                    {p.initials}
                  </option>
                ))}
              </Select>
            </Field>
            <Field label="Hours worked (empty: not said)">
              <TextInput className="w-28" inputMode="decimal" value={hours} onChange={(e) => setHours(e.target.value)} />
            </Field>
          </div>
          {problem ? <ErrorText>{PAPER_PROBLEM_WORDS[problem]}</ErrorText> : null}
          <div className="flex justify-end gap-3">
            <Button type="button" onClick={() => setOpen(false)}>
              Leave it
            </Button>
            <Button type="submit" tone="primary">
              Begin
            </Button>
          </div>
        </form>
      </Modal>
    </>
  );
}

/** Says which day is being written up, and by whom; one press leaves the mode. */
export function WritingUpBanner({ kit, mode }: { readonly kit: Entity<'kit'>; readonly mode: WritingUp }) {
  const who = kit.definition.people.find((p) => p.id === mode.person)?.initials ?? 'somebody';
  const show = useShowMoment();
  return (
    <div role="status" className="flex flex-wrap items-center gap-3 rounded border border-caution bg-caution-soft px-2 py-1 text-[17px]">
      <span>
        Writing up from paper: {show(mode.at, 'long')}, {who}.
        {isLaterToday(Date.parse(mode.at), Date.now()) ? ' That is later than now: it is noted.' : ''}
      </span>
      <span>{mode.plan === 'then' ? 'Figures are those of the plan as it was then.' : 'Figures are those of the plan as it is now.'}</span>
      <Button className="min-h-14 px-4 text-[17px]" onClick={() => writeUp({ ...mode, plan: mode.plan === 'then' ? 'now' : 'then' })}>
        {mode.plan === 'then' ? 'Take those of now' : 'Take those of then'}
      </Button>
      <Button className="min-h-14 px-4 text-[17px]" onClick={() => writeUp(null)}>
        Leave: mark as now again
      </Button>
    </div>
  );
}
