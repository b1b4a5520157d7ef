import { Controller, useWatch, type UseFormReturn } from 'react-hook-form';
import type { DeviationTyped } from '#core/deviation/deviation-text';
import { DEVIATION_KINDS } from '#core/record/marks';
import { DEVIATION_WORDS } from '#core/wording/deviations';
import { sheetName } from '#core/wording/words';
import type { RowModel } from '../../models/row-model';
import { ErrorText, Field, Select } from '../../ui/controls';
import { CheckField, LengthField } from '../../ui/form-fields';

/** What is asked of a hole that is not as it should be: only what that kind of fault is known by. */
export function DeviationFields({ form, row }: { form: UseFormReturn<DeviationTyped>; row: RowModel }) {
  const { control, register } = form;
  const [kind, isSameEdge] = useWatch({ control, name: ['kind', 'isSameEdge'] });
  const { layers } = row.entity.definition;
  const nameOf = (i: number) => sheetName(row.plan.layers[i]?.part, i);
  return (
    <>
      <Field label="What is wrong">
        <Select className="min-h-12" {...register('kind')}>
          {DEVIATION_KINDS.map((k) => (
            <option key={k} value={k}>
              {DEVIATION_WORDS[k]}
            </option>
          ))}
        </Select>
      </Field>
      <LengthField
        control={control}
        name="hole"
        label={kind === 'elongated' ? 'Hole, the longer way' : 'Hole as measured'}
        placeholder="as planned"
        isFirst
      />
      {layers.length > 1 ? (
        <CheckField control={control} name="isSameEdge">
          the edges of all sheets lie one over the other
        </CheckField>
      ) : null}
      {(isSameEdge ? layers.slice(0, 1) : layers).map((l, i) => (
        <LengthField
          key={l.id}
          control={control}
          name={`edges.${i}`}
          label={isSameEdge ? 'Edge distance in every sheet' : `Edge distance in ${nameOf(i)}`}
          placeholder="as planned"
        />
      ))}
      <LengthField control={control} name="pitch" label="To the nearest neighbour" placeholder="as planned" />
      {kind === 'over-deburred' ? (
        <>
          <Field label="In which sheet">
            <Select className="min-h-12" {...register('cutLayer')}>
              {layers.map((l, i) => (
                <option key={l.id} value={i}>
                  {nameOf(i)}
                </option>
              ))}
            </Select>
          </Field>
          <LengthField control={control} name="off" label="How deep it was cut away" placeholder=".010" />
          <p className="text-ink2">
            The sheet counts as so much thinner where the head or the dimple sits: the section and the verdict are of that.
          </p>
        </>
      ) : null}
      {kind === 'out-of-place' ? <LengthField control={control} name="off" label="Off by" /> : null}
      <Controller
        control={control}
        name="note"
        render={({ field, fieldState }) => (
          <>
            <Field label={kind === 'opened-up' ? 'Your reason' : 'A word about it, if you like'}>
              <textarea className="field min-h-12" maxLength={500} aria-invalid={fieldState.invalid} {...field} />
            </Field>
            {fieldState.error ? <ErrorText>{fieldState.error.message}</ErrorText> : null}
          </>
        )}
      />
      {kind === 'opened-up' ? (
        <CheckField control={control} name="isWhole">
          The whole row, and its rivet with it
        </CheckField>
      ) : null}
    </>
  );
}
