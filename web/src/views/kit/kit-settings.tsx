import { useRef, useState } from 'react';
import { useFieldArray, useForm, useWatch } from 'react-hook-form';
import { carryKitTyped, limitsTyped, readKitTyped, typedOfKit, type KitTyped } from '#core/compose/kit-text';
import { SCHOOL_IDS } from '#core/prep/stack';
import type { Entity, KitDefinition } from '#core/record/definitions';
import { withOwnLimits } from '#core/tables/limits';
import { PROFILE_IDS } from '#core/tables/profiles';
import { PROFILE_WORDS, schoolWords } from '#core/wording/words';
import { ApiError } from '../../api/client';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { zoneHere } from '../../api/record';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { CheckField, LengthField } from '../../ui/form-fields';
import { useUnits, useUnitSwitch } from '../../ui/units';
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
  /* The settings these fields started from; what comes in meanwhile is not overwritten unseen. */
  const [base, setBase] = useState(kit);
  const was = base.definition;
  const [reason, setReason] = useState('');
  const [said, setSaid] = useState<{ ok: boolean; text: string } | null>(null);
  const form = useForm<KitTyped>({
    defaultValues: typedOfKit(was, shown, zoneHere()),
    resolver: (typed) => {
      const made = readKitTyped(typed, was, shown);
      return made.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<KitTyped>(made.problems) };
    },
  });
  const { control, register, formState } = form;
  const { errors } = formState;
  useUnitSwitch((from, to) => form.reset(carryKitTyped(form.getValues(), was, from, to), { keepDirty: true }));
  const people = useFieldArray({ control, name: 'people', keyName: 'key' });
  const [school, limits] = useWatch({ control, name: ['school', 'limits'] });
  /* As far as the fields read, so that the schools say what they would decide by. */
  const limitsNow = withOwnLimits(limitsTyped({ limits }, shown));

  /* A second press while the first is on its way keeps nothing twice. */
  const isBusy = useRef(false);
  const save = form.handleSubmit(async (typed) => {
    const made = readKitTyped(typed, was, shown);
    if (!made.ok || isBusy.current) return;
    isBusy.current = true;
    try {
      await keep({ edits: [{ kind: 'kit', id: kit.id, expectedVersion: base.version, definition: made.value }], reason });
      setBase({ ...base, version: base.version + 1, definition: made.value });
      setSaid({ ok: true, text: 'Kept.' });
    } catch (e) {
      const conflict =
        e instanceof ApiError && e.code === 'version-conflict'
          ? (e.data.conflicts as { currentVersion: number; current: KitDefinition | null }[])[0]
          : undefined;
      if (conflict?.current) setBase({ ...base, version: conflict.currentVersion });
      setSaid({
        ok: false,
        text: conflict?.current
          ? `Somebody else has changed the settings since: ${differences(conflict.current, made.value)}. Keep again to put yours in its place.`
          : (e as Error).message,
      });
    }
    isBusy.current = false;
  });

  return (
    <form
      onSubmit={(e) => {
        setSaid(null);
        void save(e);
      }}
      className="flex flex-col gap-3 border-t border-line pt-4"
      aria-label="Kit settings"
      noValidate
    >
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
function differences(now: KitDefinition, yours: KitDefinition): string {
  const shown = (value: unknown) => (typeof value === 'object' ? JSON.stringify(value) : String(value));
  const keys = (Object.keys(yours) as (keyof KitDefinition)[]).filter((key) => shown(now[key]) !== shown(yours[key]));
  return keys.map((key) => `${key} is now ${shown(now[key])}, yours ${shown(yours[key])}`).join('; ') || 'to the same as yours';
}
