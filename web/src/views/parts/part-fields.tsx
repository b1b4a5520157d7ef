import { useId } from 'react';
import { useWatch, type UseFormReturn } from 'react-hook-form';
import type { PartTyped } from '#core/compose/part-text';
import { MATERIALS } from '#core/tables/materials';
import { MATERIAL_WORDS } from '#core/wording/findings';
import { Field, Select } from '../../ui/controls';
import { CheckField, TextField } from '../../ui/form-fields';

const TEXTS = [
  ['number', 'Part number'],
  ['material', 'Material'],
  ['finish', 'Finish planned'],
  ['page', 'Plan page'],
  ['revision', 'Revision'],
] as const;

/** What a part's card asks in words and numbers. */
export function PartFields({ form }: { form: UseFormReturn<PartTyped> }) {
  const { control, register, formState } = form;
  const [listed, counted] = useWatch({ control, name: ['listed', 'counted'] });
  const id = useId();
  const fault = formState.errors.zones;
  const off = listed.trim() === '' || counted.trim() === '' ? 0 : Number(counted) - Number(listed);
  return (
    <>
      <CheckField control={control} name="crease">
        its lap edge gets a slight crease
      </CheckField>
      <CheckField control={control} name="isBought">
        bought finished (a hinge, a bracket, a nut’s lug): not prepared unless the plans say so
      </CheckField>
      <div className="max-w-md">
        <TextField
          control={control}
          name="angle"
          label="Angle of its flange, degrees (checked after the last dimple)"
          placeholder="not checked"
          isNumber
        />
      </div>
      <Field label="Zones that stay bare, one a line (masked and looked at before the finish)">
        <textarea
          className="field min-h-16"
          placeholder="the lap to the chine, 1 in wide"
          aria-invalid={fault !== undefined}
          aria-describedby={fault ? id : undefined}
          {...register('zones')}
        />
      </Field>
      {fault ? (
        <span id={id} role="alert" className="text-[13px] text-stop">
          {fault.message}
        </span>
      ) : null}
      <div className="grid gap-3 sm:grid-cols-3">
        <TextField control={control} name="name" label="Name" maxLength={120} />
        <Field label="Hand">
          <Select {...register('hand')}>
            <option value="">no hand</option>
            <option value="L">left</option>
            <option value="R">right</option>
          </Select>
        </Field>
        <Field label="What it is made of">
          <Select {...register('nature')}>
            <option value="">not said (aluminum)</option>
            {MATERIALS.map((m) => (
              <option key={m} value={m}>
                {MATERIAL_WORDS[m]}
              </option>
            ))}
          </Select>
        </Field>
        {TEXTS.map(([key, label]) => (
          <TextField key={key} control={control} name={key} label={label} maxLength={80} />
        ))}
        <TextField control={control} name="listed" label="On the list" isNumber />
        <div>
          <TextField control={control} name="counted" label="Counted on the table" isNumber />
          {off !== 0 && Number.isFinite(off) ? (
            <span className="text-[13px] text-ink2">
              {Math.abs(off)} {off < 0 ? 'missing' : 'too many'}
            </span>
          ) : null}
        </div>
      </div>
    </>
  );
}
