import type { AssemblyAnswer } from '#contract/answers';
import { useForm, useWatch } from 'react-hook-form';
import type { Entity } from '#core/record/definitions';
import type { MixedBatch } from '#core/record/mark-payloads';
import { rowTitle } from '#core/record/title';
import { SPARE_SHARE, type Batch } from '#core/sealing/batch';
import { readBatchTyped, typedAsLast, type BatchTyped } from '#core/sealing/batch-text';
import { countOf } from '#core/wording/words';
import { partsById } from '../../models/planned-rows';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { TextField } from '../../ui/form-fields';
import { ManyOf } from '../../ui/many-of';

interface MixFormProps {
  readonly data: AssemblyAnswer;
  /** Rows that are sealed, and bonded joints. */
  readonly rows: readonly Entity<'row'>[];
  readonly joints: readonly Entity<'job'>[];
  /** The batch before, whose sheet is most likely the same. */
  readonly last: Batch | null;
  readonly amountFor: (rowIds: readonly string[], jobIds: readonly string[]) => { readonly ml: number | null; readonly unknown: number };
  readonly onMix: (workMinutes: number, batch: MixedBatch) => void;
  readonly onClose: () => void;
}

/** What is mixed, as the maker's sheet says, and for what; the clock begins with the press. */
export function MixForm({ data, rows, joints, last, amountFor, onMix, onClose }: MixFormProps) {
  const form = useForm<BatchTyped>({
    defaultValues: typedAsLast(last),
    resolver: (typed) => {
      const made = readBatchTyped(typed);
      return made.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<BatchTyped>(made.problems) };
    },
  });
  const { control } = form;
  const chosen = useWatch({ control, name: 'mixedFor' });
  const parts = partsById(data.parts);
  const rowIds = rows.filter((r) => chosen.includes(r.id)).map((r) => r.id);
  const jobIds = joints.filter((j) => chosen.includes(j.id)).map((j) => j.id);
  const { ml, unknown } = amountFor(rowIds, jobIds);
  const mix = form.handleSubmit((typed) => {
    const made = readBatchTyped(typed);
    if (!made.ok) return;
    onMix(made.workMinutes, { ...made.batch, ...(ml === null ? {} : { amountMl: Math.round(ml * 10) / 10 }), rowIds, jobIds });
  });
  const forNothing = form.formState.errors.mixedFor?.message;
  return (
    <form aria-label="A batch" className="flex flex-col gap-3 rounded border border-edge p-3" noValidate onSubmit={(e) => void mix(e)}>
      <div className="grid items-start gap-3 sm:grid-cols-4">
        <TextField control={control} name="product" label="Product, as on its tin" maxLength={120} />
        <TextField control={control} name="ratio" label="Ratio, base to hardener" placeholder="10 : 1" maxLength={40} />
        <Field label="by">
          <Select {...form.register('ratioBy')}>
            <option value="weight">weight</option>
            <option value="volume">volume</option>
          </Select>
        </Field>
        <TextField control={control} name="temperature" label="Temperature, °C" isNumber />
        <TextField control={control} name="work" label="Work life, minutes" isNumber />
        <TextField control={control} name="tackFree" label="Tack-free after, minutes" isNumber />
        <TextField control={control} name="cure" label="Cured after, minutes" isNumber />
      </div>
      <fieldset>
        <legend className="label text-[15px] text-ink2">Mixed for</legend>
        <ManyOf
          choices={[
            ...rows.map((r) => ({ id: r.id, name: rowTitle(r.definition, parts) })),
            ...joints.map((j) => ({ id: j.id, name: j.definition.name })),
          ]}
          chosen={chosen}
          onChange={(next) => form.setValue('mixedFor', next, { shouldDirty: true, shouldValidate: form.formState.isSubmitted })}
        />
        {forNothing ? <ErrorText>{forNothing}</ErrorText> : null}
      </fieldset>
      <p role="status" className="text-[16px]">
        {chosen.length === 0
          ? ''
          : ml === null
            ? 'How much it takes is not known: no length of it is told.'
            : `About ${ml.toFixed(1)} ml, ${SPARE_SHARE * 100} % over${unknown > 0 ? `; ${countOf(unknown, 'row or joint', 'rows and joints')} of unknown length not counted` : ''}.`}
      </p>
      <div className="flex flex-wrap justify-end gap-2">
        <Button className="min-h-12" onClick={onClose}>
          Not now
        </Button>
        <Button type="submit" tone="primary" className="min-h-12">
          Mixed now: start the clock
        </Button>
      </div>
    </form>
  );
}
