import { useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { useFieldArray, useForm } from 'react-hook-form';
import type { Entity } from '#core/record/definitions';
import { readCorrection, shiftCorrection, type CorrectionTyped } from '#core/record/shift-correction';
import { fieldText, readFieldText } from '#core/log/moments';
import { workedMs, type Shift } from '#core/record/shifts';
import { STEP_KINDS } from '#core/record/steps';
import { WORK_WORDS } from '#core/wording/work-words';
import { useMark, type MarkWish } from '../../api/commands';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { TextField } from '../../ui/form-fields';
import { Modal } from '../../ui/modal';
import { useZone } from '../../ui/zone';

interface CorrectDialogProps {
  readonly kit: Entity<'kit'>;
  readonly assemblies: Readonly<Record<string, string>>;
  readonly shift: Shift;
  /** In words, as it stands in the record. */
  readonly was: string;
  readonly onClose: () => void;
}

const HOUR_MS = 3_600_000;
/** After marks were sent what they come to is asked for anew. */
const SENT_MS = 500;

/** Other hours in the place of a shift; what it was stays in the record. */
export function CorrectDialog({ kit, shift, was, assemblies, onClose }: CorrectDialogProps) {
  const mark = useMark(kit);
  const client = useQueryClient();
  const zone = useZone();
  const hours = Math.round((workedMs(shift, shift.startedAt) / HOUR_MS) * 100) / 100;
  const form = useForm<CorrectionTyped>({
    defaultValues: {
      start: fieldText(shift.startedAt, zone),
      parts: [{ assemblyId: shift.assemblyId, hours: String(hours), as: shift.as ?? '' }],
    },
    resolver: (typed) => {
      const read = readCorrection(typed, readFieldText(typed.start, zone), Date.now());
      return read.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<CorrectionTyped>(read.problems) };
    },
  });
  const { control, register } = form;
  const parts = useFieldArray({ control, name: 'parts' });
  /* A second press makes no second one. */
  const isKept = useRef(false);
  const keep = form.handleSubmit((typed) => {
    const startMs = readFieldText(typed.start, zone);
    const read = readCorrection(typed, startMs, Date.now());
    if (!read.ok || isKept.current) return;
    isKept.current = true;
    const marks = shiftCorrection(shift, startMs, read.parts, `Corrected; it was ${was}`.slice(0, 500));
    mark(marks.map((m) => ({ ...m, holeIds: [], person: shift.person })) as unknown as MarkWish[]);
    window.setTimeout(() => {
      void client.invalidateQueries({ queryKey: ['worked'] });
      void client.invalidateQueries({ queryKey: ['marks', 'log'] });
    }, SENT_MS);
    onClose();
  });
  const startFault = form.formState.errors.start?.message;
  return (
    <Modal title="Correct a shift" open onClose={onClose}>
      <form className="flex flex-col gap-3" noValidate onSubmit={(e) => void keep(e)}>
        <p className="text-ink2">
          It was: {was}. That stays in the record, and the new hours say that they stand for it. Pauses are left out.
        </p>
        <Field label="Began">
          <input type="datetime-local" className="field min-h-11" aria-invalid={startFault !== undefined} {...register('start')} />
        </Field>
        {startFault ? <ErrorText>{startFault}</ErrorText> : null}
        {parts.fields.map((p, i) => (
          <fieldset key={p.id} className="flex flex-wrap items-start gap-3 border-t border-line pt-1">
            <legend className="label pr-2">{parts.fields.length === 1 ? 'Hours' : `Part ${i + 1}`}</legend>
            <TextField control={control} name={`parts.${i}.hours`} label="Hours" isNumber />
            <Field label="On">
              <Select {...register(`parts.${i}.assemblyId`)}>
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
              <Select {...register(`parts.${i}.as`)}>
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
        <Button className="self-start" onClick={() => parts.append({ assemblyId: shift.assemblyId, hours: '', as: '' })}>
          Split: one more part
        </Button>
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
