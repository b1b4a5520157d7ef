import type { PartDefinition, RowDefinition, TypedLength } from './definitions';
import { holesInPlan, resizeHoles } from './holes';
import { turnPlace } from './mirror';

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
] as const satisfies readonly (keyof RowDefinition)[];
const PART_KEYS = [
  'thickness',
  'number',
  'material',
  'finish',
  'page',
  'revision',
  'listed',
] as const satisfies readonly (keyof PartDefinition)[];

export type RowDifferenceKey = (typeof ROW_KEYS)[number] | 'holes' | 'layers' | 'laid';
export type PartDifferenceKey = (typeof PART_KEYS)[number] | 'outline';

/** One thing that differs; `here` and `there` are plain values (lengths in mm, counts, words). */
export interface Difference<K extends string> {
  readonly key: K;
  readonly here: DifferenceValue;
  readonly there: DifferenceValue;
}
export type DifferenceValue = string | number | null | { readonly mm: number };

function plain(value: unknown): DifferenceValue {
  if (value === null || value === undefined || value === '') return null;
  if (typeof value === 'string' || typeof value === 'number') return value;
  if (typeof value === 'object' && 'mm' in value) return { mm: (value as TypedLength).mm };
  if (typeof value === 'object' && 'fixed' in value) return { mm: (value as { fixed: TypedLength }).fixed.mm };
  return JSON.stringify(value);
}

function differ<K extends string>(key: K, here: DifferenceValue, there: DifferenceValue): Difference<K>[] {
  return JSON.stringify(here) === JSON.stringify(there) ? [] : [{ key, here, there }];
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

/** Differences of a mirrored row from its source. */
export function rowDifferences(copy: RowDefinition, source: RowDefinition): Difference<RowDifferenceKey>[] {
  return [
    ...ROW_KEYS.flatMap((key) => differ<RowDifferenceKey>(key, plain(copy[key]), plain(source[key]))),
    ...differ<RowDifferenceKey>('holes', holesInPlan(copy.holes).length, holesInPlan(source.holes).length),
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
  if (key === 'laid') {
    const places = holesInPlan(source.holes);
    let n = 0;
    const holes = copy.holes.map(({ id, out }) => {
      const at = out ? undefined : places[n++]?.at;
      return { id, out, ...(at ? { at: turnPlace(at) } : {}) };
    });
    return { ...copy, holes, laid: source.laid ? { ...source.laid, path: source.laid.path.map(turnPlace) } : null };
  }
  return { ...copy, [key]: source[key] };
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
