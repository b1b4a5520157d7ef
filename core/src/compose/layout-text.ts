import { lapRows } from '../layout/even';
import { fitRow, type RigidFit } from '../layout/fit';
import { rowEdge } from '../layout/outline';
import { layoutAlong, pathLength, rowBeside, type KeepClear, type Place } from '../layout/path';
import { trueSpacing, type LaidRow } from '../layout/true-spacing';
import type { Finding } from '../prep/findings';
import { edgeFindings, outlineFindings, trueSpacingFindings, type SpacingRule } from '../prep/spacing';
import type { Stack } from '../prep/stack';
import type { LayoutTyped, RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { parseDimension } from '../typed/dimension';
import { parsePlaces, placesText } from '../typed/places-text';
import { carryUnit } from '../units/carry';
import type { Mm, Units } from '../units/length';
import type { Problem, Result } from '../units/result';
import { exactText } from '../units/show';
import { typedText } from './compose';
import type { LaidRows } from './keep-layout';

/** What is kept as it was typed, and the measured places, which are kept with the holes. */
export interface LayoutFields extends Omit<LayoutTyped, 'units' | 'secondRowId'> {
  readonly measured: string;
}

/** The outlines of a row's parts, layer by layer; null where a part is not drawn. */
export type LayerOutlines = readonly (readonly Place[] | null)[];

/** A layout worked out: its holes, what is found wrong with it, and how a measured row fits it. */
export interface LaidOut extends LaidRows {
  readonly rowDistance: Mm | null;
  readonly findings: readonly Finding[];
  /** Null: not one place for each hole. */
  readonly fit: RigidFit | null;
  readonly measured: readonly Place[];
}

/** What is wrong with a field. */
export type LayoutProblem = Problem & { readonly path: keyof LayoutFields };

export type ReadLayout =
  | { readonly ok: true; readonly laid: LaidOut }
  /** Every field that does not read; none: nothing is typed yet. */
  | { readonly ok: false; readonly problems: readonly LayoutProblem[] };

/** What a layout rests on beside its fields. */
export interface LayoutAround {
  readonly stack: Stack;
  readonly outlines: LayerOutlines;
  /** The placed rows that share a part with this one. */
  readonly others: readonly LaidRow[];
  readonly units: Units;
}

/** No row has more holes. */
const HOLES_MOST = 2000;
/** Of the pitch, where a second row has no lap to stand in. */
const SECOND_ROW = 0.75;

/** A row's layout as its fields have it: as it was typed, as long as that still means the same. */
export function layoutFields(row: RowDefinition, units: Units): LayoutFields {
  const n = (mm: number) => exactText(mm, units);
  const measured = placesText(
    holesInPlan(row.holes).flatMap((h) => (h.at ? [h.at] : [])),
    units,
  );
  const typed = row.laid?.typed;
  if (typed) {
    const { units: from, secondRowId: _, ...fields } = typed;
    return { ...(from === units ? fields : carriedFields(fields, from)), measured };
  }
  return {
    path: row.laid ? pathText(row.laid.path, units) : '',
    by: 'pitch',
    maxPitch: row.pitch ? typedText(row.pitch, units) : '',
    count: String(row.holes.filter((h) => !h.out).length),
    startEdge: row.laid ? n(row.laid.startEdgeMm) : row.edge ? typedText(row.edge, units) : '',
    endEdge: row.laid ? n(row.laid.endEdgeMm) : row.edge ? typedText(row.edge, units) : '',
    second: 'none',
    lapWidth: '',
    keepClear: '',
    measured,
  };
}

/** The same fields after the page leads with the other unit: what was typed without one keeps that it was typed in. */
export function carriedFields<F extends Omit<LayoutFields, 'measured'>>(fields: F, from: Units): F {
  const t = (text: string) => carryUnit(text, from);
  return {
    ...fields,
    path: t(fields.path),
    maxPitch: t(fields.maxPitch),
    startEdge: t(fields.startEdge),
    endEdge: t(fields.endEdge),
    lapWidth: t(fields.lapWidth),
    keepClear: t(fields.keepClear),
    ...('measured' in fields ? { measured: t(fields.measured as string) } : {}),
  };
}

/** A straight row from the origin by its length alone, else its corners. */
function pathText(path: readonly Place[], units: Units): string {
  const [first, end] = path;
  const isStraight = path.length === 2 && first?.x === 0 && path.every((p) => p.y === 0);
  return isStraight ? exactText(end?.x ?? 0, units) : placesText(path, units);
}

/** Every place against every part of the stack that is drawn. */
export function offEdges(places: readonly Place[], outlines: LayerOutlines, rule: SpacingRule): Finding[] {
  return outlines.flatMap((corners, i) => {
    const edge = corners && rowEdge(places, corners);
    return edge ? outlineFindings(edge, rule, i) : [];
  });
}

const isWhole = (text: string): boolean => /^\s*\d{1,4}\s*$/.test(text);

/** Works a layout out from what is typed. */
export function readLayout(f: LayoutFields, around: LayoutAround): ReadLayout {
  if (f.path.trim() === '') return { ok: false, problems: [] };
  const problems: LayoutProblem[] = [];
  const reading = <T>(path: keyof LayoutFields, read: Result<T>): T | undefined => {
    if (read.ok) return read.value;
    problems.push({ ...read.problem, path });
    return undefined;
  };
  const { units } = around;
  const length = (path: 'maxPitch' | 'startEdge' | 'endEdge' | 'lapWidth'): Mm | undefined =>
    f[path].trim() === '' ? undefined : reading(path, parseDimension(f[path], { units }))?.length;
  const corners = reading('path', parsePlaces(f.path, units)) ?? [];
  const path = corners.length === 1 ? [{ x: 0, y: 0 }, ...corners] : corners;
  const [maxPitch, startEdge = 0 as Mm, endEdge = 0 as Mm] = [length('maxPitch'), length('startEdge'), length('endEdge')];
  const lapWidth = f.second === 'none' ? undefined : length('lapWidth');
  const count = isWhole(f.count) ? Number(f.count) : NaN;
  if (f.by === 'count' && !(count >= 2 && count <= HOLES_MOST))
    problems.push({ code: 'layout-count', data: { max: HOLES_MOST }, path: 'count' });
  if (f.by === 'pitch' && f.maxPitch.trim() === '') problems.push({ code: 'layout-pitch-missing', path: 'maxPitch' });
  if (f.by === 'pitch' && maxPitch !== undefined && path.length > 1 && pathLength(path) / maxPitch > HOLES_MOST)
    problems.push({ code: 'layout-too-many', data: { max: HOLES_MOST }, path: 'maxPitch' });
  const spots = reading('keepClear', parsePlaces(f.keepClear, units)) ?? [];
  const measured = reading('measured', parsePlaces(f.measured, units)) ?? [];
  if (problems.length > 0) return { ok: false, problems };
  const keepClear = spots.map((s): KeepClear => ({ at: s.x as Mm, clearance: Math.abs(s.y) as Mm }));
  const spacing = f.by === 'count' ? { count } : { maxPitch: maxPitch as Mm };
  const first = layoutAlong(path, { spacing, startEdge, endEdge, keepClear });
  if (!first) return { ok: false, problems: [{ code: 'layout-no-room', path: startEdge > endEdge ? 'startEdge' : 'endEdge' }] };

  const lap = lapWidth === undefined ? null : lapRows(lapWidth);
  const rowDistance = f.second === 'none' ? null : ((lap ? lap[1] - lap[0] : SECOND_ROW * first.pitch) as Mm);
  const second = rowDistance === null ? [] : rowBeside(path, first, rowDistance, f.second === 'staggered');
  const laid: LaidRows = { path, first, second, rowDistance, lapWidth: lapWidth ?? null };
  return {
    ok: true,
    laid: {
      ...laid,
      rowDistance,
      findings: layoutFindings(laid, { startEdge, endEdge, fromLapEdge: lap?.[0] ?? null }, around),
      fit: measured.length === first.count ? fitRow(first.places, measured) : null,
      measured,
    },
  };
}

interface TypedEdges {
  readonly startEdge: Mm;
  readonly endEdge: Mm;
  /** Of the first row in its lap. */
  readonly fromLapEdge: Mm | null;
}

/** What edges, the holes among themselves and the rows around say of a layout. */
function layoutFindings(
  { first, second }: LaidRows,
  { startEdge, endEdge, fromLapEdge }: TypedEdges,
  { stack, outlines, others }: LayoutAround,
): Finding[] {
  const rule = { diameter: stack.size.diameter, flush: stack.head === 'flush-100', limits: stack.limits };
  const mine: LaidRow = { name: 'this row', places: first.places, diameter: stack.size.diameter };
  const beside: LaidRow[] = second.length > 0 ? [{ ...mine, name: 'the second row', places: second.map((h) => h.place) }] : [];
  return [
    ...(startEdge > 0 ? edgeFindings(startEdge, rule) : []),
    ...(endEdge > 0 ? edgeFindings(endEdge, rule) : []),
    ...(fromLapEdge === null ? [] : edgeFindings(fromLapEdge, rule)),
    /* Where a sheet is drawn its own edge decides, else what was typed. */
    ...stack.layers.flatMap((l, i) => (l.edge === undefined || outlines[i] ? [] : edgeFindings(l.edge, rule, i))),
    ...offEdges([...first.places, ...second.map((h) => h.place)], outlines, rule),
    ...trueSpacingFindings(trueSpacing(mine, [...others, ...beside]), rule),
    /* The second row's own holes, and those of the rows around it; what lies between the two is said once. */
    ...beside.flatMap((b) => trueSpacingFindings(trueSpacing(b, others), rule)),
  ];
}
