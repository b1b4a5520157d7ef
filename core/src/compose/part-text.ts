import { readZones } from '../record/bare-zones';
import type { Hand, Orientation, Outline, PartDefinition } from '../record/definitions';
import type { Material } from '../tables/materials';
import { readNumber } from '../typed/number-text';
import type { Problem } from '../units/result';

/** What a part's card says beside its thickness, as it is typed: counts, angle and zones as text, empty where nothing is said. */
export interface PartTyped {
  readonly name: string;
  readonly hand: '' | Hand;
  readonly number: string;
  readonly material: string;
  readonly finish: string;
  readonly page: string;
  readonly revision: string;
  readonly listed: string;
  readonly counted: string;
  readonly angle: string;
  /** One a line. */
  readonly zones: string;
  readonly crease: boolean;
  /** What kind of material; empty: aluminum alloy. */
  readonly nature: '' | Material;
  readonly isBought: boolean;
  readonly orientation: Orientation | null;
  readonly outline: Outline | null;
}

const TEXTS = ['number', 'material', 'finish', 'page', 'revision'] as const;
const COUNTS = ['listed', 'counted'] as const;
/** Degrees a flange may stand at. */
const ANGLE = { from: 0, to: 180 };

/** What a part says now, as it would be typed. */
export function typedOfPart(part: PartDefinition): PartTyped {
  const number = (n: number | null | undefined) => (n == null ? '' : String(n));
  return {
    name: part.name,
    hand: part.hand ?? '',
    number: part.number ?? '',
    material: part.material ?? '',
    finish: part.finish ?? '',
    page: part.page ?? '',
    revision: part.revision ?? '',
    listed: number(part.listed),
    counted: number(part.counted),
    angle: number(part.flangeAngleDeg),
    zones: (part.bareZones ?? []).join('\n'),
    crease: part.crease ?? false,
    nature: part.nature ?? '',
    isBought: part.isBought ?? false,
    orientation: part.orientation ?? null,
    outline: part.outline ?? null,
  };
}

export type ReadPart =
  | { readonly ok: true; readonly value: PartDefinition }
  /** Every field that does not read, by its path in {@link PartTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/** The part with what was typed; every fault at once, each at its field. What was never said stays unsaid until it is. */
export function readPartTyped(typed: PartTyped, was: PartDefinition): ReadPart {
  const problems: (Problem & { readonly path: string })[] = [];
  const name = typed.name.trim();
  if (name === '') problems.push({ code: 'part-name-missing', path: 'name' });
  const texts = TEXTS.flatMap((key) => {
    const text = typed[key].trim();
    return text !== '' || was[key] !== undefined ? [[key, text] as const] : [];
  });
  const counts = COUNTS.flatMap((key): (readonly [string, number | null])[] => {
    const text = typed[key].trim();
    if (text === '') return was[key] === undefined ? [] : [[key, null]];
    if (/^\d{1,4}$/.test(text)) return [[key, Number(text)]];
    problems.push({ code: 'pieces-count', path: key });
    return [];
  });
  const angle = readNumber(typed.angle) ?? null;
  if (angle !== null && !(angle >= ANGLE.from && angle <= ANGLE.to))
    problems.push({ code: 'angle-not-between', data: ANGLE, path: 'angle' });
  const zones = readZones(typed.zones);
  if (!zones.ok) problems.push({ ...zones.problem, path: 'zones' });
  if (problems.length > 0 || !zones.ok) return { ok: false, problems };
  return {
    ok: true,
    value: {
      ...was,
      name,
      hand: typed.hand === '' ? null : typed.hand,
      ...Object.fromEntries(texts),
      ...Object.fromEntries(counts),
      ...(angle !== null || was.flangeAngleDeg !== undefined ? { flangeAngleDeg: angle } : {}),
      ...(zones.value.length > 0 || was.bareZones !== undefined ? { bareZones: zones.value } : {}),
      ...(typed.crease || was.crease !== undefined ? { crease: typed.crease } : {}),
      ...(typed.nature !== '' || was.nature !== undefined ? { nature: typed.nature === '' ? undefined : typed.nature } : {}),
      ...(typed.isBought || was.isBought !== undefined ? { isBought: typed.isBought } : {}),
      ...(typed.orientation || was.orientation !== undefined ? { orientation: typed.orientation } : {}),
      ...(typed.outline || was.outline !== undefined ? { outline: typed.outline } : {}),
    },
  };
}
