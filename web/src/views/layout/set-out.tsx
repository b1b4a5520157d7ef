import { useMemo } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import { readSetOut, setOutChoices, type SetOutChoice, type SetOutTyped } from '#core/compose/set-out-text';
import type { OutlineSide } from '#core/layout/set-out';
import type { SetOutFrom } from '#core/record/set-out-from';
import { placesText } from '#core/typed/places-text';
import { carryUnit } from '#core/units/carry';
import type { Units } from '#core/units/length';
import { showLength } from '#core/units/show';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { Fold } from '../../ui/fold';
import { faultsOf } from '../../ui/form-faults';
import { LengthField } from '../../ui/form-fields';
import { useUnitSwitch } from '../../ui/units';

interface SetOutProps {
  readonly from: SetOutFrom;
  readonly units: Units;
  readonly onLine: (path: string) => void;
}

const SIDE_WORDS: Readonly<Record<OutlineSide['lies'], string>> = {
  lower: 'lower edge',
  upper: 'upper edge',
  left: 'left edge',
  right: 'right edge',
};

function choiceText(choice: SetOutChoice, units: Units): string {
  switch (choice.kind) {
    case 'edge':
      return `${choice.part.name}, ${SIDE_WORDS[choice.side.lies]} (${showLength(choice.side.length, units)})`;
    case 'centre':
      return `${choice.part.name}, the centre along it, as measured`;
    case 'row':
      return `the row ${choice.row.name}, seen through`;
  }
}

/** The line a row is laid on, set out across: from an edge one can see, the centre as measured, or a row seen through. */
export function SetOut({ from, units, onLine }: SetOutProps) {
  const choices = useMemo(() => setOutChoices(from), [from]);
  const form = useForm<SetOutTyped>({
    defaultValues: { from: '', distance: '', hand: 'left' },
    resolver: (typed) => {
      const read = readSetOut(typed, choices, units);
      return read.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<SetOutTyped>(read.problems) };
    },
  });
  const { control, register, formState } = form;
  const chosen = useWatch({ control, name: 'from' });
  const kind = choices.find((c) => c.key === chosen)?.kind;
  useUnitSwitch((was) => form.setValue('distance', carryUnit(form.getValues('distance'), was)));
  const set = form.handleSubmit((typed) => {
    const read = readSetOut(typed, choices, units);
    if (read.ok) onLine(placesText(read.line, units));
  });
  const fromFault = formState.errors.from?.message;
  return (
    <Fold title="Set the line out across">
      {choices.length === 0 ? (
        <p className="text-[15px] text-ink2">Neither a part of this row has an outline, nor is another row placed: type the line below.</p>
      ) : (
        <form className="flex flex-col gap-2" noValidate aria-label="Set out" onSubmit={(e) => void set(e)}>
          <Field label="Measured from">
            <Select aria-invalid={fromFault !== undefined} {...register('from')}>
              <option value="">choose</option>
              {choices.map((c) => (
                <option key={c.key} value={c.key}>
                  {choiceText(c, units)}
                </option>
              ))}
            </Select>
          </Field>
          {fromFault ? <ErrorText>{fromFault}</ErrorText> : null}
          {kind === 'centre' ? null : <LengthField control={control} name="distance" label="To the line of the holes" />}
          {kind === 'row' ? (
            <Field label="On which side of that row">
              <Select {...register('hand')}>
                <option value="left">left, as it runs</option>
                <option value="right">right, as it runs</option>
              </Select>
            </Field>
          ) : null}
          <Button type="submit" className="self-start">
            Set the line
          </Button>
        </form>
      )}
    </Fold>
  );
}
