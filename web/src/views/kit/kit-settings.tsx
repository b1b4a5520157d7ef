import { useCallback, useState } from 'react';
import { useFieldArray, useWatch } from 'react-hook-form';
import { carryKitTyped, limitsTyped, readKitTyped, typedOfKit, type KitTyped } from '#core/compose/kit-text';
import { SCHOOL_IDS } from '#core/prep/stack';
import type { Entity, KitDefinition } from '#core/record/definitions';
import { withOwnLimits } from '#core/tables/limits';
import { PROFILE_IDS } from '#core/tables/profiles';
import { PROFILE_WORDS, schoolWords } from '#core/wording/words';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { zoneHere } from '../../api/record';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { CheckField, LengthField } from '../../ui/form-fields';
import { useCard } from '../../ui/use-card';
import { useUnits } from '../../ui/units';
import { LimitFields } from './limit-fields';
import { RowDefaultsFields } from './row-defaults';
import { WorkSettings } from './work-settings';

/** The zones this browser knows, and the one that is kept. */
function timeZones(kept: string): string[] {
  return [...new Set([...Intl.supportedValuesOf('timeZone'), 'UTC', kept])].sort();
}

/** Units, school, limits and people of a kit; kept with who, when and the reason. */
export function KitSettings({ kit }: { kit: Entity<'kit'> }) {
  const shown = useUnits();
  const keep = useKeep(kit);
  const [reason, setReason] = useState('');
  const { form, said, was, onSubmit } = useCard<KitTyped, KitDefinition>({
    version: kit.version,
    definition: kit.definition,
    typedOf: useCallback((definition: KitDefinition) => typedOfKit(definition, shown, zoneHere()), [shown]),
    carry: (typed, from, before) => carryKitTyped(typed, before, from, from === 'in' ? 'mm' : 'in'),
    read: (typed, before) => readKitTyped(typed, before, shown),
    keep: (version, definition) => keep({ edits: [{ kind: 'kit', id: kit.id, expectedVersion: version, definition }], reason }),
    describe: differences,
  });
  const { control, register, formState } = form;
  const { errors } = formState;
  const people = useFieldArray({ control, name: 'people', keyName: 'key' });
  const [school, limits] = useWatch({ control, name: ['school', 'limits'] });
  /* As far as the fields read, so that the schools say what they would decide by. */
  const limitsNow = withOwnLimits(limitsTyped({ limits }, shown));

  return (
    <form onSubmit={onSubmit} className="flex flex-col gap-3 border-t border-line pt-4" aria-label="Kit settings" noValidate>
      <h2 className="label text-[22px]">Settings of this kit</h2>
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label="A bare number means">
          <Select {...register('units')}>
            <option value="in">inches</option>
            <option value="mm">millimetres</option>
          </Select>
        </Field>
        <Field label="School that governs" hint={schoolWords(school, limitsNow, shown).rule}>
          <Select {...register('school')}>
            {SCHOOL_IDS.map((id) => (
              <option key={id} value={id}>
                {schoolWords(id, limitsNow, shown).name} ({id})
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Driven heads are judged by">
          <Select {...register('profile')}>
            {PROFILE_IDS.map((id) => (
              <option key={id} value={id}>
                {PROFILE_WORDS[id]}
              </option>
            ))}
          </Select>
        </Field>
        <LengthField control={control} name="fixed" label="Fixed allowance under a dimple (empty: computed)" placeholder="computed" />
        <div className="self-start pt-6">
          <CheckField control={control} name="halfDash">
            Half dashes are stocked
          </CheckField>
        </div>
        <div className="self-start pt-6">
          <CheckField control={control} name="isStepped">
            Dies and cutters of the older series: 100, 110, 120 degrees under each dimple
          </CheckField>
        </div>
      </div>
      <Field
        label="Built in the time zone"
        hint={
          was.timeZone === undefined
            ? 'Not kept yet: each screen counts the days by its own clock. Kept, a day of the log is the same everywhere, in summer and winter.'
            : 'On which day of the log an entry falls.'
        }
      >
        <Select {...register('timeZone')}>
          {timeZones(was.timeZone ?? zoneHere()).map((zone) => (
            <option key={zone}>{zone}</option>
          ))}
        </Select>
      </Field>
      <RowDefaultsFields control={control} />
      <WorkSettings control={control} />
      <fieldset className="flex flex-wrap items-end gap-2">
        <legend className="label text-[14px] text-ink2">People (initials)</legend>
        {people.fields.map((p, i) => (
          <TextInput key={p.key} aria-label={`Initials ${i + 1}`} className="w-20" maxLength={6} {...register(`people.${i}.initials`)} />
        ))}
        <Button onClick={() => people.append({ id: newId(), initials: '' })}>Add a person</Button>
      </fieldset>
      {errors.people?.message ? <ErrorText>{errors.people.message}</ErrorText> : null}
      <LimitFields control={control} isFaulty={errors.limits !== undefined || errors.holeMax !== undefined} />
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Reason (kept with who and when)">
          <TextInput className="w-80 max-w-full" maxLength={500} value={reason} onChange={(e) => setReason(e.target.value)} />
        </Field>
        <Button type="submit" tone="primary">
          Keep settings
        </Button>
        {said?.ok ? <span role="status">{said.text}</span> : null}
      </div>
      {said && !said.ok ? <ErrorText>{said.text}</ErrorText> : null}
    </form>
  );
}

/** What two versions of the settings disagree in, both named. */
function differences(now: KitDefinition, yours: KitDefinition | null): string {
  if (yours === null) return now.name;
  const shown = (value: unknown) => (typeof value === 'object' ? JSON.stringify(value) : String(value));
  const keys = (Object.keys(yours) as (keyof KitDefinition)[]).filter((key) => shown(now[key]) !== shown(yours[key]));
  return keys.map((key) => `${key} ${shown(now[key])}, yours ${shown(yours[key])}`).join('; ') || 'the same as yours';
}
