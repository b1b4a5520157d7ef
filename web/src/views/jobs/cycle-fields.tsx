import type { AssemblyAnswer } from '#contract/answers';
import { useId } from 'react';
import { useWatch, type UseFormReturn } from 'react-hook-form';
import type { JobTyped } from '#core/jobs/job-text';
import { rowTitle } from '#core/record/title';
import { partsById } from '../../models/planned-rows';
import { Button, Field } from '../../ui/controls';
import { TextField } from '../../ui/form-fields';
import { ManyOf } from '../../ui/many-of';

interface CycleFieldsProps {
  readonly form: UseFormReturn<JobTyped>;
  readonly data: AssemblyAnswer;
  readonly index: number;
  /** Null: it is the only one. */
  readonly onOut: (() => void) | null;
}

/** One time on and off: its name, its steps one a line, the rows drilled in it. */
export function CycleFields({ form, data, index, onOut }: CycleFieldsProps) {
  const { control, register, setValue, formState } = form;
  const rowIds = useWatch({ control, name: `cycles.${index}.rowIds` });
  const fault = formState.errors.cycles?.[index]?.text;
  const id = useId();
  const parts = partsById(data.parts);
  return (
    <fieldset className="flex flex-col gap-2 border-t border-line pt-2">
      <legend className="label text-[16px]">Cycle {index + 1}</legend>
      <div className="flex flex-wrap items-end gap-2">
        <TextField control={control} name={`cycles.${index}.name`} label={`Name of cycle ${index + 1}`} maxLength={120} />
        {onOut ? (
          <Button tone="danger" onClick={onOut}>
            Take cycle {index + 1} out
          </Button>
        ) : null}
      </div>
      <Field
        label={`Steps of cycle ${index + 1}, one a line`}
        hint="A reading stands behind an equals sign, how far off is still right behind +-: overhang at the nose = 1 1/4 +- 1/32; where only alike counts: at the start = ?"
      >
        <textarea
          className="field min-h-32"
          aria-invalid={fault !== undefined}
          aria-describedby={fault ? id : undefined}
          {...register(`cycles.${index}.text`)}
        />
      </Field>
      {fault ? (
        <span id={id} role="alert" className="text-[13px] text-stop">
          {fault.message}
        </span>
      ) : null}
      {data.rows.length > 0 ? (
        <details>
          <summary className="label min-h-9 cursor-pointer text-[15px]">
            Rows drilled in it{rowIds.length > 0 ? `: ${rowIds.length}` : ''}
          </summary>
          <ManyOf
            choices={data.rows.map((r) => ({ id: r.id, name: rowTitle(r.definition, parts) }))}
            chosen={rowIds}
            onChange={(next) => setValue(`cycles.${index}.rowIds`, next, { shouldDirty: true })}
          />
        </details>
      ) : null}
    </fieldset>
  );
}
