import { Controller, useWatch, type Control } from 'react-hook-form';
import type { KitTyped } from '#core/compose/kit-text';
import { LengthField, TextField } from '../../ui/form-fields';
import { DrilledFromChoice, StartChoice, WayChoice } from '../../ui/row-choices';

const LENGTHS = [
  ['edge', 'To the edge the tool comes from'],
  ['wall', 'To the nearest upstanding wall'],
  ['room', 'Room behind the holes'],
] as const;

const START_HINTS: Readonly<Partial<Record<string, string>>> = {
  final: 'No match drilling. Measure the first holes: what is punched may be over size.',
  undersize: 'Opened to size at fit-up; a reamer leaves the rounder hole.',
};

/** What new rows of the kit begin with; rows that are there stay as they are, and are changed together in the plan. */
export function RowDefaultsFields({ control }: { control: Control<KitTyped> }) {
  const start = useWatch({ control, name: 'defaults.start' });
  return (
    <fieldset className="grid gap-3 border-t border-line pt-2 sm:grid-cols-3">
      <legend className="label pr-2 text-[16px]">New rows begin with</legend>
      <Controller
        control={control}
        name="defaults.start"
        render={({ field }) => (
          <StartChoice
            value={field.value}
            onChoose={field.onChange}
            before={{ '': 'not said: punched undersize' }}
            hint={START_HINTS[start]}
          />
        )}
      />
      <TextField
        control={control}
        name="defaults.closedWith"
        label="Closed with, where a line names nothing"
        placeholder="426AD3, or a fastener of the kit"
        maxLength={80}
      />
      <Controller
        control={control}
        name="defaults.way"
        render={({ field }) => <WayChoice value={field.value} onChoose={field.onChange} before={{ '': 'not said' }} />}
      />
      <Controller
        control={control}
        name="defaults.drilledFrom"
        render={({ field }) => (
          <DrilledFromChoice value={field.value} onChoose={field.onChange} before={{ '': 'not said: the head side' }} />
        )}
      />
      {LENGTHS.map(([key, label]) => (
        <LengthField key={key} control={control} name={`defaults.${key}`} label={label} />
      ))}
    </fieldset>
  );
}
