import type { HoleDefinition, PartDefinition, RowDefinition, TypedLength } from './definitions';
import { holesInPlan, resizeHoles } from './holes';
import { turnLaid, turnPlace } from './mirror';

/*
 * What has come to differ between a mirrored row or part and the one it was made from, after turning. Differences are
 * shown and offered one by one; nothing is ever taken over by itself.
 */
const ROW_KEYS = [
  'page',
  'head',
  'dash',
  'alloy',
  'lengthDash',
  'hole',
  'pitch',
  'edge',
  'rowDistance',
  'headAngleDeg',
  'cutterAngleDeg',
  'sharesLoadWith',
  'school',
  'nest',
  'start',
  'drilledFrom',
  'access',
  'fastenerId',
  'stages',
  'transfer',
  'beginAt',
] as const satisfies readonly (keyof RowDefinition)[];
const PART_KEYS = [
  'thickness',
  'number',
  'material',
  'nature',
  'isBought',
  'finish',
  'page',
  'revision',
  'listed',
  'crease',
  'flangeAngleDeg',
  'bareZones',
] as const satisfies readonly (keyof PartDefinition)[];

export type RowDifferenceKey = (typeof ROW_KEYS)[number] | 'holes' | 'holds' | 'layers' | 'laid';
export type PartDifferenceKey = (typeof PART_KEYS)[number] | 'outline';

/** One thing that differs; `here` and `there` are plain values (lengths in mm, counts, words). */
export interface Difference<K extends string> {
  readonly key: K;
  readonly here: DifferenceValue;
  readonly there: DifferenceValue;
}
export type DifferenceValue = string | number | null | { readonly mm: number };

function plain(value: unknown): DifferenceValue {
  if (value === null || value === undefined || value === '' || value === false) return null;
  if (typeof value === 'string' || typeof value === 'number') return value;
  if (value === true) return 'yes';
  if (typeof value === 'object' && 'mm' in value) return { mm: (value as TypedLength).mm };
  if (typeof value === 'object' && 'fixed' in value) return { mm: (value as { fixed: TypedLength }).fixed.mm };
  if (Array.isArray(value)) return (value as unknown[]).map(plain).join('; ') || null;
  return Object.entries(value)
    .map(([key, v]) => [key, plain(v)] as const)
    .filter(([, v]) => v !== null)
    .map(([key, v]) => `${key} ${typeof v === 'object' && v ? `${v.mm} mm` : v}`)
    .join(', ');
}

function differ<K extends string>(key: K, here: DifferenceValue, there: DifferenceValue): Difference<K>[] {
  return JSON.stringify(here) === JSON.stringify(there) ? [] : [{ key, here, there }];
}

/** Which holes are held back, by number. */
function holdsText(row: RowDefinition): string | null {
  return (
    holesInPlan(row.holes)
      .flatMap((h, i) => (h.holds && h.holds.length > 0 ? [`${i + 1} ${[...h.holds].sort().join(' ')}`] : []))
      .join(', ') || null
  );
}

/** What is done in each layer, as far as a row says it itself. */
function layersText(row: RowDefinition): string {
  return row.layers
    .map(
      (l) =>
        [l.plans ?? '', l.edge ? `${l.edge.mm}` : '', l.bothSides ? 'both sides' : ''].filter(Boolean).join(' ') || 'as the school says',
    )
    .join(' / ');
}

function pathText(points: readonly { x: number; y: number }[] | undefined): string | null {
  const clean = (v: number) => String(Math.round(v * 1e6) / 1e6 + 0);
  return points ? points.map((p) => `${clean(p.x)};${clean(p.y)}`).join(' ') : null;
}

/** The places a row's own holes and path have, turned where asked. */
function placesText(row: RowDefinition, isTurned: boolean): string | null {
  const turn = isTurned ? turnPlace : (p: { x: number; y: number }) => p;
  const laid = row.laid ? `${pathText(row.laid.path.map(turn))} ${row.laid.startEdgeMm} ${row.laid.endEdgeMm}` : '';
  const at = holesInPlan(row.holes).flatMap((h) => (h.at ? [turn(h.at)] : []));
  return `${laid}${at.length > 0 ? ` ${pathText(at)}` : ''}` || null;
}

/** What an absent property means, where that is something. */
const MEANT: Partial<Pick<RowDefinition, (typeof ROW_KEYS)[number]>> = { start: 'undersize' };

/** Differences of a mirrored row from its source. */
export function rowDifferences(copy: RowDefinition, source: RowDefinition): Difference<RowDifferenceKey>[] {
  return [
    ...ROW_KEYS.flatMap((key) => differ<RowDifferenceKey>(key, plain(copy[key] ?? MEANT[key]), plain(source[key] ?? MEANT[key]))),
    ...differ<RowDifferenceKey>('holes', holesInPlan(copy.holes).length, holesInPlan(source.holes).length),
    ...differ<RowDifferenceKey>('holds', holdsText(copy), holdsText(source)),
    ...differ<RowDifferenceKey>('layers', layersText(copy), layersText(source)),
    ...differ<RowDifferenceKey>('laid', placesText(copy, false), placesText(source, true)),
  ];
}

/** The copy with one difference taken over from its source; marks stay with the holes they were made on. */
export function takeOverRow(copy: RowDefinition, source: RowDefinition, key: RowDifferenceKey, newId: () => string): RowDefinition {
  if (key === 'holes') return { ...copy, holes: resizeHoles(copy.holes, holesInPlan(source.holes).length, newId) };
  if (key === 'layers')
    return {
      ...copy,
      layers: copy.layers.map((l, i) => {
        const other = source.layers[i];
        return other ? { ...l, plans: other.plans, edge: other.edge, bothSides: other.bothSides } : l;
      }),
    };
  if (key === 'holds')
    return { ...copy, holes: fromSource(copy, source, (h, other) => withProperty(h, 'holds', other?.holds && { holds: other.holds })) };
  if (key === 'laid') {
    const holes = fromSource(copy, source, (h, other) => withProperty(h, 'at', other?.at && { at: turnPlace(other.at) }));
    return { ...copy, holes, laid: source.laid ? turnLaid(source.laid) : null };
  }
  return { ...copy, [key]: source[key] };
}

/** The copy's holes in the plan, each with the source's hole of the same place; those taken out stay as they are. */
function fromSource(
  copy: RowDefinition,
  source: RowDefinition,
  take: (hole: HoleDefinition, other: HoleDefinition | undefined) => HoleDefinition,
): HoleDefinition[] {
  const others = holesInPlan(source.holes);
  let n = 0;
  return copy.holes.map((h) => (h.out ? h : take(h, others[n++])));
}

/** A hole with one of its optional properties put anew, or gone. */
function withProperty(hole: HoleDefinition, key: 'at' | 'holds', next: Partial<HoleDefinition> | undefined): HoleDefinition {
  const { [key]: _gone, ...rest } = hole;
  return { ...rest, ...next };
}

/** Differences of a mirrored part from its source; what was measured or counted is each part's own. */
export function partDifferences(copy: PartDefinition, source: PartDefinition): Difference<PartDifferenceKey>[] {
  return [
    ...PART_KEYS.flatMap((key) => differ<PartDifferenceKey>(key, plain(copy[key]), plain(source[key]))),
    ...differ<PartDifferenceKey>('outline', pathText(copy.outline?.corners), pathText(source.outline?.corners.map(turnPlace))),
  ];
}

/** The part with one difference taken over from its source. */
export function takeOverPart(copy: PartDefinition, source: PartDefinition, key: PartDifferenceKey): PartDefinition {
  if (key === 'outline')
    return { ...copy, outline: source.outline ? { ...source.outline, corners: source.outline.corners.map(turnPlace) } : null };
  return { ...copy, [key]: source[key] };
}
