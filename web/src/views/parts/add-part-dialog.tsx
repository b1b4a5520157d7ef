import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { Hand, PartDefinition } from '#core/record/definitions';
import { parseDimension } from '#core/typed/dimension';
import { carryUnit } from '#core/units/carry';
import { problemMessage } from '#core/wording/problems';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { LengthField, TextField } from '../../ui/form-fields';
import { Modal } from '../../ui/modal';
import { useUnits, useUnitSwitch } from '../../ui/units';

interface PartTyped {
  name: string;
  thickness: string;
  hand: Hand | '';
  number: string;
  material: string;
  page: string;
}

interface AddPartDialogProps {
  readonly assemblyId: string;
  /** Names and hands that are taken. */
  readonly taken: readonly Pick<PartDefinition, 'name' | 'hand'>[];
  readonly onKeep: (part: PartDefinition) => Promise<void>;
  readonly onClose: () => void;
}

/** A part that no row names yet: from the list of the box, before anything is planned. */
export function AddPartDialog({ assemblyId, taken, onKeep, onClose }: AddPartDialogProps) {
  const units = useUnits();
  const [error, setError] = useState<string | null>(null);
  const form = useForm<PartTyped>({
    defaultValues: { name: '', thickness: '', hand: '', number: '', material: '', page: '' },
    resolver: (typed) => {
      const thickness = parseDimension(typed.thickness, { units, sheet: true });
      const name = typed.name.trim();
      const errors = {
        ...(name === '' ? { name: { type: 'empty', message: 'Give it a name.' } } : {}),
        ...(taken.some((p) => p.name === name && (p.hand ?? '') === typed.hand)
          ? { name: { type: 'taken', message: 'There is a part of this name and hand already.' } }
          : {}),
        ...(thickness.ok ? {} : { thickness: { type: thickness.problem.code, message: problemMessage(thickness.problem) } }),
      };
      return Object.keys(errors).length > 0 ? { values: {}, errors } : { values: typed, errors: {} };
    },
  });
  useUnitSwitch((from) => form.setValue('thickness', carryUnit(form.getValues('thickness'), from)));
  const { control, formState } = form;
  const keep = form.handleSubmit(async (typed) => {
    const read = parseDimension(typed.thickness, { units, sheet: true });
    if (!read.ok) return;
    const said = Object.fromEntries(
      (['number', 'material', 'page'] as const).flatMap((k) => (typed[k].trim() ? [[k, typed[k].trim()]] : [])),
    );
    try {
      await onKeep({
        v: 1,
        assemblyId,
        name: typed.name.trim(),
        hand: typed.hand === '' ? null : typed.hand,
        thickness: { mm: read.value.length, text: read.value.text, units },
        measured: null,
        mirroredFrom: null,
        ...said,
      });
      onClose();
    } catch (e) {
      setError((e as Error).message);
    }
  });
  return (
    <Modal title="A part without a row yet" open onClose={onClose}>
      <form className="flex flex-col gap-3" noValidate onSubmit={(e) => void keep(e)}>
        <div className="grid gap-3 sm:grid-cols-2">
          <TextField control={control} name="name" label="Name" maxLength={120} />
          <LengthField control={control} name="thickness" label="Thickness" placeholder=".025" />
          <Field label="Hand">
            <Select {...form.register('hand')}>
              <option value="">no hand</option>
              <option value="L">left</option>
              <option value="R">right</option>
            </Select>
          </Field>
          <TextField control={control} name="number" label="Part number" maxLength={80} />
          <TextField control={control} name="material" label="Material" maxLength={80} />
          <TextField control={control} name="page" label="Plan page" maxLength={80} />
        </div>
        {error ? <ErrorText>{error}</ErrorText> : null}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" tone="primary" disabled={formState.isSubmitting}>
            Keep the part
          </Button>
        </div>
      </form>
    </Modal>
  );
}
