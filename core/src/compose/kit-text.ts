import { isTimeZone } from '../log/day-of';
import type { SchoolId } from '../prep/stack';
import type { KitDefinition, Person, RowDefaults, RowStart, SettingWay, TypedLength, WorkChoices } from '../record/definitions';
import { RIVET_SIZES } from '../tables/fasteners';
import { DEFAULT_LIMITS, LENGTH_LIMITS, type LimitName, type Limits } from '../tables/limits';
import type { ProfileId } from '../tables/profiles';
import { parseDimension } from '../typed/dimension';
import { readNumber } from '../typed/number-text';
import { carryUnit } from '../units/carry';
import type { Units } from '../units/length';
import type { Problem } from '../units/result';
import { showFactor, showNumber } from '../units/show';
import { typedText } from './compose';

/** A kit's own hole max, or how many sheet holders it has, by first dash number. */
type ByDash = Readonly<Record<'3' | '4' | '5' | '6', string>>;

/** The settings of a kit as they are typed: lengths, factors and counts as text, empty where the default holds. */
export interface KitTyped {
  readonly units: Units;
  readonly school: SchoolId;
  readonly profile: ProfileId;
  readonly halfDash: boolean;
  readonly isStepped: boolean;
  readonly fixed: string;
  readonly timeZone: string;
  readonly people: readonly Person[];
  readonly limits: Readonly<Record<LimitName, string>>;
  readonly holeMax: ByDash;
  readonly holders: ByDash;
  readonly work: { readonly [K in keyof WorkChoices]-?: boolean };
  readonly defaults: {
    readonly start: '' | RowStart;
    readonly closedWith: string;
    readonly way: '' | SettingWay;
    readonly drilledFrom: '' | 'head' | 'shop';
    readonly edge: string;
    readonly wall: string;
    readonly room: string;
  };
}

const NO_WORK = { scuff: false, prime: false, scuffAfterDimple: false };
const LIMIT_NAMES = Object.keys(DEFAULT_LIMITS) as LimitName[];
/** Factors a limit may be. */
const FACTORS = { from: 0.01, to: 1000 };

const byDash = (textOf: (dash: '3' | '4' | '5' | '6') => string): ByDash =>
  Object.fromEntries(RIVET_SIZES.map((s) => [s.dash, textOf(`${s.dash}` as '3')])) as unknown as ByDash;

/** A limit as it is shown: a length in the screen's unit, a factor as it is. */
export function shownLimit(key: LimitName, value: number, units: Units): string {
  return LENGTH_LIMITS.includes(key) ? showNumber(value, units) : showFactor(value);
}

/** A limit as it is typed, mm or a factor; null: it does not read. */
function readLimit(key: LimitName, text: string, units: Units): number | null {
  if (LENGTH_LIMITS.includes(key)) {
    const read = parseDimension(text, { units });
    return read.ok ? read.value.length : null;
  }
  const value = readNumber(text) ?? NaN;
  return value >= FACTORS.from && value <= FACTORS.to ? value : null;
}

/** What a kit says now, as it would be typed on this screen. `zone`: where the screen is, for a kit that has none yet. */
export function typedOfKit(kit: KitDefinition, units: Units, zone: string): KitTyped {
  const textOf = (l: TypedLength | null | undefined) => (l ? typedText(l, units) : '');
  const { defaults } = kit;
  return {
    units: kit.units,
    school: kit.school,
    profile: kit.profile,
    halfDash: kit.halfDash,
    isStepped: kit.angles === 'stepped',
    fixed: kit.nest === 'computed' ? '' : typedText(kit.nest.fixed, units),
    timeZone: kit.timeZone ?? zone,
    people: kit.people,
    limits: Object.fromEntries(
      LIMIT_NAMES.map((key) => {
        const own = kit.limits[key];
        return [key, own === undefined ? '' : shownLimit(key, own, units)];
      }),
    ) as Record<LimitName, string>,
    holeMax: byDash((dash) => (kit.holeMax[dash] === undefined ? '' : showNumber(kit.holeMax[dash], units))),
    holders: byDash((dash) => (kit.holders?.[dash] === undefined ? '' : String(kit.holders[dash]))),
    work: { ...NO_WORK, ...kit.work, creaseBeforeDimple: kit.work?.creaseBeforeDimple ?? false, edges: kit.work?.edges ?? false },
    defaults: {
      start: defaults?.start ?? '',
      closedWith: defaults?.closedWith ?? '',
      way: defaults?.way ?? '',
      drilledFrom: defaults?.drilledFrom ?? '',
      edge: textOf(defaults?.access?.edge),
      wall: textOf(defaults?.access?.wall),
      room: textOf(defaults?.access?.room),
    },
  };
}

/** What was typed under one unit, so that it still means the same under the other; what was not touched is shown anew from what is kept. */
export function carryKitTyped(typed: KitTyped, was: KitDefinition, from: Units, to: Units): KitTyped {
  const before = typedOfKit(was, from, typed.timeZone);
  const after = typedOfKit(was, to, typed.timeZone);
  const carry = (text: string, shown: string, anew: string) => (text === shown ? anew : carryUnit(text, from));
  const inDefaults = (key: 'edge' | 'wall' | 'room') => carry(typed.defaults[key], before.defaults[key], after.defaults[key]);
  return {
    ...typed,
    fixed: carry(typed.fixed, before.fixed, after.fixed),
    limits: Object.fromEntries(
      LIMIT_NAMES.map((key) => {
        const text = typed.limits[key];
        return [key, LENGTH_LIMITS.includes(key) ? carry(text, before.limits[key], after.limits[key]) : text];
      }),
    ) as Record<LimitName, string>,
    holeMax: byDash((dash) => carry(typed.holeMax[dash], before.holeMax[dash], after.holeMax[dash])),
    defaults: { ...typed.defaults, edge: inDefaults('edge'), wall: inDefaults('wall'), room: inDefaults('room') },
  };
}

/** The limits as far as they read, so that what they decide can be said while they are typed. */
export function limitsTyped(typed: Pick<KitTyped, 'limits'>, units: Units): Partial<Limits> {
  return Object.fromEntries(
    LIMIT_NAMES.flatMap((key) => {
      const value = typed.limits[key].trim() === '' ? null : readLimit(key, typed.limits[key], units);
      return value === null ? [] : [[key, value]];
    }),
  );
}

export type ReadKit =
  | { readonly ok: true; readonly value: KitDefinition }
  /** Every field that does not read, by its path in {@link KitTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/** The kit with what was typed; every fault at once, each at its field. What was not touched stays exactly what it was, though it is shown rounded. */
export function readKitTyped(typed: KitTyped, was: KitDefinition, units: Units): ReadKit {
  const problems: (Problem & { readonly path: string })[] = [];
  const lengthOf = (path: string, text: string, before?: TypedLength | null): TypedLength | null => {
    if (text.trim() === '') return null;
    if (before && text === typedText(before, units)) return before;
    const read = parseDimension(text, { units });
    if (read.ok) return { mm: read.value.length, text: read.value.text, units };
    problems.push({ ...read.problem, path });
    return null;
  };
  const fixed = lengthOf('fixed', typed.fixed, was.nest === 'computed' ? null : was.nest.fixed);
  const limits: Partial<Record<LimitName, number>> = {};
  for (const key of LIMIT_NAMES) {
    const text = typed.limits[key];
    if (text.trim() === '') continue;
    const before = was.limits[key];
    const value = before !== undefined && text === shownLimit(key, before, units) ? before : readLimit(key, text, units);
    if (value === null) problems.push({ code: 'limit-unreadable', path: `limits.${key}` });
    else if (value !== DEFAULT_LIMITS[key]) limits[key] = value;
  }
  const holeMax: Partial<Record<'3' | '4' | '5' | '6', number>> = {};
  const holders: Partial<Record<'3' | '4' | '5' | '6', number>> = {};
  for (const size of RIVET_SIZES) {
    const dash = `${size.dash}` as '3';
    const before = was.holeMax[dash];
    const text = typed.holeMax[dash];
    const read = before !== undefined && text === showNumber(before, units) ? before : lengthOf(`holeMax.${dash}`, text)?.mm;
    if (read !== undefined && read < size.diameter) problems.push({ code: 'hole-max-small', path: `holeMax.${dash}` });
    if (read !== undefined) holeMax[dash] = read;
    const owned = typed.holders[dash].trim();
    if (owned === '') continue;
    if (/^\d{1,4}$/.test(owned)) holders[dash] = Number(owned);
    else problems.push({ code: 'holders-count', path: `holders.${dash}` });
  }
  const people = typed.people.flatMap((p) => (p.initials.trim() === '' ? [] : [{ ...p, initials: p.initials.trim() }]));
  if (people.length === 0) problems.push({ code: 'people-missing', path: 'people' });
  if (!isTimeZone(typed.timeZone)) problems.push({ code: 'time-zone-unknown', path: 'timeZone' });
  const defaults = defaultsOf(typed.defaults, was.defaults, lengthOf);
  if (problems.length > 0) return { ok: false, problems };
  return {
    ok: true,
    value: {
      ...was,
      units: typed.units,
      school: typed.school,
      profile: typed.profile,
      halfDash: typed.halfDash,
      nest: fixed ? { fixed } : 'computed',
      limits,
      holeMax,
      people,
      work: workOf(typed.work, was.work),
      holders,
      timeZone: typed.timeZone,
      defaults,
      angles: typed.isStepped ? 'stepped' : undefined,
    },
  };
}

/** What was never said stays unsaid until it is. */
function workOf({ creaseBeforeDimple, edges, ...work }: KitTyped['work'], was: WorkChoices | undefined): WorkChoices {
  return {
    ...work,
    ...(creaseBeforeDimple || was?.creaseBeforeDimple !== undefined ? { creaseBeforeDimple } : {}),
    ...(edges || was?.edges !== undefined ? { edges } : {}),
  };
}

/** What new rows begin with; undefined where nothing is said. */
function defaultsOf(
  typed: KitTyped['defaults'],
  was: RowDefaults | undefined,
  lengthOf: (path: string, text: string, before?: TypedLength | null) => TypedLength | null,
): RowDefaults | undefined {
  const lengths = Object.fromEntries(
    (['edge', 'wall', 'room'] as const).flatMap((key) => {
      const read = lengthOf(`defaults.${key}`, typed[key], was?.access?.[key]);
      return read ? [[key, read]] : [];
    }),
  );
  const nothing = { edge: null, wall: null, room: null };
  const access = Object.keys(lengths).length === 0 ? undefined : { roomAtEnd: null, isBent: false, ...was?.access, ...nothing, ...lengths };
  const made: RowDefaults = {
    ...(typed.start ? { start: typed.start } : {}),
    ...(typed.closedWith.trim() ? { closedWith: typed.closedWith.trim() } : {}),
    ...(typed.way ? { way: typed.way } : {}),
    ...(typed.drilledFrom ? { drilledFrom: typed.drilledFrom } : {}),
    ...(access ? { access } : {}),
  };
  return Object.keys(made).length === 0 ? undefined : made;
}
