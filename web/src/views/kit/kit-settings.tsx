import { carryUnit } from '#core/units/carry';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { useState, type FormEvent } from 'react';
import { SCHOOL_IDS, type SchoolId } from '#core/prep/stack';
import type { Entity, KitDefinition, Person } from '#core/record/definitions';
import { DEFAULT_LIMITS, LENGTH_LIMITS, withOwnLimits, type LimitName, type Limits } from '#core/tables/limits';
import { RIVET_SIZES } from '#core/tables/fasteners';
import { PROFILE_IDS, type ProfileId } from '#core/tables/profiles';
import { showFactor, showNumber } from '#core/units/show';
import { typedText } from '#core/compose/compose';
import { LIMIT_WORDS, PROFILE_WORDS, schoolWords } from '#core/wording/words';
import { ApiError } from '../../api/client';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { zoneHere } from '../../api/record';
import { readDefaults, RowDefaultsFields, typedDefaults } from './row-defaults';
import { NO_WORK, readHolders, WorkSettings } from './work-settings';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';

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
  const [units, setUnits] = useState(was.units);
  const [school, setSchool] = useState<SchoolId>(was.school);
  const [profile, setProfile] = useState<ProfileId>(was.profile);
  const [halfDash, setHalfDash] = useState(was.halfDash);
  const [fixed, setFixed] = useState(was.nest === 'computed' ? '' : typedText(was.nest.fixed, shown));
  const [people, setPeople] = useState<readonly Person[]>(was.people);
  const [limits, setLimits] = useState<Record<string, string>>(() =>
    Object.fromEntries(Object.entries(was.limits).map(([k, v]) => [k, shownLimit(k as LimitName, v as number, shown)])),
  );
  const [holeMax, setHoleMax] = useState<Record<string, string>>(() =>
    Object.fromEntries(Object.entries(was.holeMax).map(([k, v]) => [k, showNumber(v as number, shown)])),
  );
  const [work, setWork] = useState(was.work ?? NO_WORK);
  const [holders, setHolders] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(Object.entries(was.holders ?? {}).map(([k, v]) => [k, String(v)])),
  );
  const [timeZone, setTimeZone] = useState(was.timeZone ?? zoneHere());
  const [defaults, setDefaults] = useState(() => typedDefaults(was.defaults, shown));
  const [isStepped, setStepped] = useState(was.angles === 'stepped');
  const [reason, setReason] = useState('');
  const [said, setSaid] = useState<{ ok: boolean; text: string } | null>(null);

  useUnitSwitch((from, to) => {
    setFixed((old) => carryUnit(old, from));
    setLimits((old) =>
      Object.fromEntries(
        Object.entries(old).map(([k, t]) => {
          const mm = LENGTH_LIMITS.includes(k as LimitName) ? readLimit(k as LimitName, t, from) : null;
          return [k, mm === null ? t : shownLimit(k as LimitName, mm, to)];
        }),
      ),
    );
    setHoleMax((old) => Object.fromEntries(Object.entries(old).map(([k, t]) => [k, carryUnit(t, from)])));
    setDefaults((old) => ({ ...old, edge: carryUnit(old.edge, from), wall: carryUnit(old.wall, from), room: carryUnit(old.room, from) }));
  });
  const save = async (event: FormEvent) => {
    event.preventDefault();
    const next = readSettings();
    if (typeof next === 'string') return setSaid({ ok: false, text: next });
    try {
      await keep({ edits: [{ kind: 'kit', id: kit.id, expectedVersion: base.version, definition: next }], reason });
      setBase({ ...base, version: base.version + 1, definition: next });
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
          ? `Somebody else has changed the settings since: ${differences(conflict.current, next)}. Keep again to put yours in its place.`
          : (e as Error).message,
      });
    }
  };

  /** The limits as far as the fields read, so that the schools say what they would decide by. */
  const limitsNow = () => {
    const own = Object.fromEntries(
      (Object.entries(limits) as [LimitName, string][]).flatMap(([key, text]) => {
        const value = text.trim() === '' ? null : readLimit(key, text, shown);
        return value === null ? [] : [[key, value]];
      }),
    );
    return withOwnLimits(own as Partial<Limits>);
  };

  /** The settings as they stand in the fields, or what is wrong with them. */
  const readSettings = (): KitDefinition | string => {
    const allowance = dimensionValue(fixed, shown);
    if (allowance.isBad) return 'The fixed allowance does not read.';
    const ownLimits: Partial<Record<LimitName, number>> = {};
    for (const [key, text] of Object.entries(limits) as [LimitName, string][]) {
      if (text.trim() === '') continue;
      /* What was not touched stays exactly what it was, though it is shown rounded. */
      const before = was.limits[key];
      const value = before !== undefined && text === shownLimit(key, before, shown) ? before : readLimit(key, text, shown);
      if (value === null) return `The limit "${LIMIT_WORDS[key]}" does not read.`;
      if (value !== DEFAULT_LIMITS[key]) ownLimits[key] = value;
    }
    const ownHoles: Partial<Record<'3' | '4' | '5' | '6', number>> = {};
    for (const size of RIVET_SIZES) {
      const value = dimensionValue(holeMax[size.dash] ?? '', shown);
      if (value.isBad || (value.length && value.length.mm < size.diameter))
        return `Hole max for dash ${size.dash} does not read, or is smaller than the rivet.`;
      const before = was.holeMax[`${size.dash}`];
      const isSame = before !== undefined && holeMax[size.dash] === showNumber(before, shown);
      if (value.length) ownHoles[`${size.dash}`] = isSame ? before : value.length.mm;
    }
    const named = people.filter((p) => p.initials.trim() !== '').map((p) => ({ ...p, initials: p.initials.trim() }));
    const owned = readHolders(holders);
    if (!owned) return 'The number of sheet holders is a whole number.';
    const begin = readDefaults(defaults, was.defaults, shown);
    if (typeof begin === 'string') return begin;
    if (named.length === 0) return 'Somebody has to work here: keep at least one person.';
    return {
      ...was,
      units,
      school,
      profile,
      halfDash,
      nest: allowance.length ? { fixed: allowance.length } : 'computed',
      limits: ownLimits,
      holeMax: ownHoles,
      people: named,
      work,
      holders: owned,
      timeZone,
      defaults: begin,
      angles: isStepped ? 'stepped' : undefined,
    };
  };

  return (
    <form onSubmit={(e) => void save(e)} className="flex flex-col gap-3 border-t border-line pt-4" aria-label="Kit settings">
      <h2 className="label text-[22px]">Settings of this kit</h2>
      <div className="grid gap-3 sm:grid-cols-3">
        <Field label="A bare number means">
          <Select value={units} onChange={(e) => setUnits(e.target.value === 'mm' ? 'mm' : 'in')}>
            <option value="in">inches</option>
            <option value="mm">millimetres</option>
          </Select>
        </Field>
        <Field label="School that governs" hint={schoolWords(school, limitsNow(), shown).rule}>
          <Select value={school} onChange={(e) => setSchool(e.target.value as SchoolId)}>
            {SCHOOL_IDS.map((id) => (
              <option key={id} value={id}>
                {schoolWords(id, limitsNow(), shown).name} ({id})
              </option>
            ))}
          </Select>
        </Field>
        <Field label="Driven heads are judged by">
          <Select value={profile} onChange={(e) => setProfile(e.target.value as ProfileId)}>
            {PROFILE_IDS.map((id) => (
              <option key={id} value={id}>
                {PROFILE_WORDS[id]}
              </option>
            ))}
          </Select>
        </Field>
        <DimensionField
          label="Fixed allowance under a dimple (empty: computed)"
          text={fixed}
          onText={setFixed}
          units={shown}
          placeholder="computed"
        />
        <label className="flex items-center gap-2 self-start pt-6">
          <input type="checkbox" checked={halfDash} onChange={(e) => setHalfDash(e.target.checked)} className="size-5" />
          Half dashes are stocked
        </label>
        <label className="flex items-center gap-2 self-start pt-6">
          <input type="checkbox" checked={isStepped} onChange={(e) => setStepped(e.target.checked)} className="size-5" />
          Dies and cutters of the older series: 100, 110, 120 degrees under each dimple
        </label>
      </div>
      <Field
        label="Built in the time zone"
        hint={
          was.timeZone === undefined
            ? 'Not kept yet: each screen counts the days by its own clock. Kept, a day of the log is the same everywhere, in summer and winter.'
            : 'On which day of the log an entry falls.'
        }
      >
        <Select value={timeZone} onChange={(e) => setTimeZone(e.target.value)}>
          {timeZones(timeZone).map((zone) => (
            <option key={zone}>{zone}</option>
          ))}
        </Select>
      </Field>
      <RowDefaultsFields typed={defaults} units={shown} onTyped={setDefaults} />
      <WorkSettings work={work} onWork={setWork} holders={holders} onHolders={setHolders} />
      <fieldset className="flex flex-wrap items-end gap-2">
        <legend className="label text-[14px] text-ink2">People (initials)</legend>
        {people.map((p, i) => (
          <TextInput
            key={p.id}
            aria-label={`Initials ${i + 1}`}
            className="w-20"
            maxLength={6}
            value={p.initials}
            onChange={(e) => setPeople(people.map((q) => (q.id === p.id ? { ...q, initials: e.target.value } : q)))}
          />
        ))}
        <Button onClick={() => setPeople([...people, { id: newId(), initials: '' }])}>Add a person</Button>
      </fieldset>
      <details>
        <summary className="label text-[16px]">Limits of this kit (empty: the default)</summary>
        <p className="py-1 text-[14px] text-ink2">
          The kit maker&apos;s documents outrank every figure here. Write down in the reason where a figure comes from.
        </p>
        <div className="grid gap-2 sm:grid-cols-2">
          {(Object.keys(DEFAULT_LIMITS) as LimitName[]).map((key) => (
            <Field key={key} label={LIMIT_WORDS[key]}>
              <TextInput
                value={limits[key] ?? ''}
                placeholder={shownLimit(key, DEFAULT_LIMITS[key], shown)}
                onChange={(e) => setLimits({ ...limits, [key]: e.target.value })}
              />
            </Field>
          ))}
          {RIVET_SIZES.map((size) => (
            <Field key={size.dash} label={`Hole max, dash ${size.dash}`}>
              <TextInput
                value={holeMax[size.dash] ?? ''}
                placeholder={showNumber(size.holeMax, shown)}
                onChange={(e) => setHoleMax({ ...holeMax, [size.dash]: e.target.value })}
              />
            </Field>
          ))}
        </div>
      </details>
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

function shownLimit(key: LimitName, value: number, units: 'in' | 'mm'): string {
  return LENGTH_LIMITS.includes(key) ? showNumber(value, units) : showFactor(value);
}

function readLimit(key: LimitName, text: string, units: 'in' | 'mm'): number | null {
  if (LENGTH_LIMITS.includes(key)) return dimensionValue(text, units).length?.mm ?? null;
  const value = Number(text.replace(',', '.'));
  return Number.isFinite(value) && value >= 0.01 && value <= 1000 ? value : null;
}
