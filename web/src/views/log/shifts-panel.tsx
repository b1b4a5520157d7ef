import type { WorkedAnswer } from '#contract/answers';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import type { Entity } from '#core/record/definitions';
import type { MarkKind } from '#core/record/marks';
import { correctionProblem, shiftCorrection, type ShiftPart } from '#core/record/shift-correction';
import { showHours, workedMs, type Shift } from '#core/record/shifts';
import { STEP_KINDS } from '#core/record/steps';
import { WORK_WORDS } from '#core/wording/work-words';
import { CORRECTION_PROBLEM_WORDS } from '#core/wording/paper';
import { useMark, type MarkWish } from '../../api/commands';
import { useWorked } from '../../api/record';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { Modal } from '../../ui/modal';

interface ShiftsPanelProps {
  readonly kit: Entity<'kit'>;
  readonly assemblies: Readonly<Record<string, string>>;
}

const SHOWN = 8;
const HOUR_MS = 3_600_000;

/** Newest first, each shift once. */
function shiftsIn(answer: WorkedAnswer | undefined): Shift[] {
  const byId = new Map((answer?.worked ?? []).map((w) => [w.shift.id, w.shift]));
  return [...byId.values()].filter((s) => s.state === 'ended').sort((a, b) => (a.startedAt < b.startedAt ? 1 : -1));
}

const local = (iso: string) => new Date(iso).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' });

/** Hours of the last shifts; each can be corrected or split, and what it was stays in the record. */
export function ShiftsPanel({ kit, assemblies }: ShiftsPanelProps) {
  const shifts = shiftsIn(useWorked(kit.id).data);
  const [isAll, setAll] = useState(false);
  const [open, setOpen] = useState<Shift | null>(null);
  if (shifts.length === 0) return null;
  const who = (id: string) => kit.definition.people.find((p) => p.id === id)?.initials ?? 'somebody';
  const lineOf = (s: Shift) =>
    `${local(s.startedAt)}, ${who(s.person)}, ${assemblies[s.assemblyId] ?? 'an assembly'}: ${showHours(workedMs(s, s.startedAt))}`;
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
      {open ? <CorrectDialog kit={kit} shift={open} was={lineOf(open)} assemblies={assemblies} onClose={() => setOpen(null)} /> : null}
    </section>
  );
}

interface TypedPart {
  readonly assemblyId: string;
  readonly hours: string;
  readonly as: MarkKind | '';
}

/** A date field's own text of a moment, in the zone here. */
function fieldText(iso: string): string {
  const at = new Date(iso);
  return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);
}

function CorrectDialog({
  kit,
  shift,
  was,
  assemblies,
  onClose,
}: ShiftsPanelProps & { readonly shift: Shift; readonly was: string; readonly onClose: () => void }) {
  const mark = useMark(kit);
  const client = useQueryClient();
  const [start, setStart] = useState(fieldText(shift.startedAt));
  const hours = Math.round((workedMs(shift, shift.startedAt) / HOUR_MS) * 100) / 100;
  const [parts, setParts] = useState<readonly TypedPart[]>([{ assemblyId: shift.assemblyId, hours: String(hours), as: shift.as ?? '' }]);
  const [problem, setProblem] = useState<string | null>(null);
  const set = (at: number, change: Partial<TypedPart>) => setParts(parts.map((p, i) => (i === at ? { ...p, ...change } : p)));
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const told = parts.map((p): ShiftPart => ({
      assemblyId: p.assemblyId,
      hours: Number(p.hours.trim().replace(',', '.')),
      ...(p.as ? { as: p.as } : {}),
    }));
    const startMs = new Date(start).getTime();
    const found = correctionProblem(startMs, told, Date.now());
    if (found) return setProblem(CORRECTION_PROBLEM_WORDS[found]);
    const marks = shiftCorrection(shift, startMs, told, `Corrected; it was ${was}`.slice(0, 500));
    mark(marks.map((m) => ({ ...m, holeIds: [], person: shift.person })) as unknown as MarkWish[]);
    window.setTimeout(() => {
      void client.invalidateQueries({ queryKey: ['worked'] });
      void client.invalidateQueries({ queryKey: ['marks', 'log'] });
    }, 500);
    onClose();
  };
  return (
    <Modal title="Correct a shift" open onClose={onClose}>
      <form className="flex flex-col gap-3" onSubmit={keep}>
        <p className="text-ink2">
          It was: {was}. That stays in the record, and the new hours say that they stand for it. Pauses are left out.
        </p>
        <Field label="Began">
          <input type="datetime-local" className="field min-h-11" value={start} onChange={(e) => setStart(e.target.value)} />
        </Field>
        {parts.map((p, i) => (
          <fieldset key={i} className="flex flex-wrap items-end gap-3 border-t border-line pt-1">
            <legend className="label pr-2">{parts.length === 1 ? 'Hours' : `Part ${i + 1}`}</legend>
            <Field label="Hours">
              <TextInput className="w-24" inputMode="decimal" value={p.hours} onChange={(e) => set(i, { hours: e.target.value })} />
            </Field>
            <Field label="On">
              <Select value={p.assemblyId} onChange={(e) => set(i, { assemblyId: e.target.value })}>
                {Object.entries(assemblies)
                  .filter(([id]) => id !== kit.id)
                  .map(([id, name]) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
              </Select>
            </Field>
            <Field label="Spent on">
              <Select value={p.as} onChange={(e) => set(i, { as: e.target.value as MarkKind | '' })}>
                <option value="">what its marks say</option>
                {STEP_KINDS.map((k) => (
                  <option key={k} value={k}>
                    {WORK_WORDS[k]}
                  </option>
                ))}
              </Select>
            </Field>
          </fieldset>
        ))}
        <Button className="self-start" onClick={() => setParts([...parts, { assemblyId: shift.assemblyId, hours: '', as: '' }])}>
          Split: one more part
        </Button>
        {problem ? <ErrorText>{problem}</ErrorText> : null}
        <div className="flex justify-end gap-3">
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" tone="primary">
            Keep the correction
          </Button>
        </div>
      </form>
    </Modal>
  );
}
