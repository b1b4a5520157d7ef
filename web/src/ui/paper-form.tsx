import { useRef } from 'react';
import { useForm } from 'react-hook-form';
import { readFieldText } from '#core/log/moments';
import type { Entity } from '#core/record/definitions';
import { paperStart, readPaper, type PaperTyped } from '#core/record/paper';
import { useMark, usePerson } from '../api/commands';
import { writeUp } from '../api/writing-up';
import { Button, ErrorText, Field, Select } from './controls';
import { faultsOf } from './form-faults';
import { TextField } from './form-fields';
import { Modal } from './modal';
import { useZone } from './zone';

interface PaperFormProps {
  readonly kit: Entity<'kit'>;
  readonly assemblyId: string;
  readonly onClose: () => void;
}

const HOUR_MS = 3_600_000;

/** Day, clock time or evening, person and hours, said once for all that is written up. */
export function PaperForm({ kit, assemblyId, onClose }: PaperFormProps) {
  const mark = useMark(kit);
  const me = usePerson(kit);
  const zone = useZone();
  const read = (typed: PaperTyped) => readPaper(typed, readFieldText(paperStart(typed), zone), Date.now());
  const form = useForm<PaperTyped>({
    defaultValues: { day: '', clock: '', person: me, hours: '' },
    resolver: (typed) => {
      const said = read(typed);
      return said.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<PaperTyped>(said.problems) };
    },
  });
  const { control, register, formState } = form;
  /* A second press begins no second shift. */
  const isBegun = useRef(false);
  const begin = form.handleSubmit((typed) => {
    const said = read(typed);
    if (!said.ok || isBegun.current) return;
    isBegun.current = true;
    const atMs = readFieldText(paperStart(typed), zone);
    if (said.hours !== null) {
      const shift = { rowId: assemblyId, holeIds: [], person: typed.person };
      mark([
        { kind: 'shift-started', ...shift, doneAt: new Date(atMs).toISOString() },
        { kind: 'shift-ended', ...shift, doneAt: new Date(atMs + said.hours * HOUR_MS).toISOString() },
      ]);
    }
    /* The first thing done is a moment after the start. */
    writeUp({ at: new Date(atMs + 1000).toISOString(), person: typed.person, plan: 'then' });
    onClose();
  });
  const dayFault = formState.errors.day?.message;
  return (
    <Modal title="Write up from paper" open onClose={onClose}>
      <form noValidate onSubmit={(e) => void begin(e)} className="flex flex-col gap-3">
        <p className="text-ink2">Until you leave it, everything that is marked here was done then, by that person.</p>
        <div className="flex flex-wrap items-start gap-3">
          <div className="flex flex-col gap-0.5">
            <Field label="Day">
              <input type="date" className="field min-h-11" aria-invalid={dayFault !== undefined} {...register('day')} />
            </Field>
            {dayFault ? <ErrorText>{dayFault}</ErrorText> : null}
          </div>
          <Field label="From (empty: evening)">
            <input type="time" className="field min-h-11" {...register('clock')} />
          </Field>
          <Field label="Who">
            <Select className="min-h-11" {...register('person')}>
              {kit.definition.people.map((p) => (
                <option key={p.id} value={p.id}>
                  {p.initials}
                </option>
              ))}
            </Select>
          </Field>
          <TextField control={control} name="hours" label="Hours worked (empty: not said)" isNumber />
        </div>
        <div className="flex justify-end gap-3">
          <Button type="button" onClick={onClose}>
            Leave it
          </Button>
          <Button type="submit" tone="primary">
            Begin
          </Button>
        </div>
      </form>
    </Modal>
  );
}
