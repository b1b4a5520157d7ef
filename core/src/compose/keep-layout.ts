import { cutText } from '../typed/whole-text';
import { edgeDistance } from '../layout/outline';
import { pathLength, type PathHole, type PathLayout, type Place } from '../layout/path';
import { SAME_LENGTH_MM, type Units } from '../units/length';
import { evenPitch, leastGap, placeHoles, typedMm } from './compose-drawing';
import { duplicateRow } from './compose';
import type { Edit, Entity, LayerDefinition, LayoutTyped, PartDefinition, RowDefinition, TypedLength } from '../record/definitions';
import { holesInPlan, resizeHoles } from '../record/holes';

/** Even holes along a path, and the row beside them. */
export interface LaidRows {
  readonly path: readonly Place[];
  readonly first: PathLayout;
  readonly second: readonly PathHole[];
  readonly rowDistance: number | null;
  /** Width of the lap both stand in, mm; null: not given. */
  readonly lapWidth: number | null;
}

export interface KeepLayoutQuestion {
  readonly row: Entity<'row'>;
  readonly laid: LaidRows;
  readonly typed: LayoutTyped;
  readonly parts: ReadonlyMap<string, PartDefinition>;
  /** All rows of the assembly. */
  readonly rows: readonly Entity<'row'>[];
  readonly units: Units;
  readonly newId: () => string;
}

/** The row that was made as this one's second row, as long as it is there. */
export function secondRowOf(row: RowDefinition, rows: readonly Entity<'row'>[]): Entity<'row'> | null {
  const id = row.laid?.typed?.secondRowId;
  return (id !== undefined && rows.find((r) => r.id === id)) || null;
}

/** Each sheet with its true nearest edge, where its part is drawn and the holes lie on it; what was typed stays elsewhere. */
function layersAt(
  layers: readonly LayerDefinition[],
  places: readonly Place[],
  parts: ReadonlyMap<string, PartDefinition>,
  units: Units,
): LayerDefinition[] {
  return layers.map((layer) => {
    const corners = parts.get(layer.partId)?.outline?.corners;
    if (!corners) return layer;
    const least = places.reduce((d, p) => Math.min(d, edgeDistance(p, corners)), Infinity);
    if (!(least > SAME_LENGTH_MM && Number.isFinite(least))) return layer;
    return { ...layer, edge: sameOr(layer.edge, least, units) };
  });
}

/** A length as it was typed where it still is that length. */
function sameOr(known: TypedLength | null, mm: number, units: Units): TypedLength {
  return known && Math.abs(known.mm - mm) <= SAME_LENGTH_MM ? known : typedMm(mm, units);
}

/**
 * The edits that keep a layout: the row with its holes along the path, its sheets' true edges and all that was typed, and the
 * second row with its places; a second row that was made before is the one that is changed.
 */
export function editsOfLayout(q: KeepLayoutQuestion): Edit[] {
  const { row, laid, parts, rows, units, newId } = q;
  const was = row.definition;
  const startEdge = laid.first.distances[0] as number;
  const endEdge = Math.max(0, pathLength(laid.path) - (laid.first.distances.at(-1) as number));
  const known = secondRowOf(was, rows);
  const secondId = laid.second.length === 0 ? undefined : (known?.id ?? newId());
  const rowDistance = laid.rowDistance === null ? (known ? null : was.rowDistance) : typedMm(laid.rowDistance, units);
  const next: RowDefinition = {
    ...was,
    layers: layersAt(was.layers, laid.first.places, parts, units),
    pitch: sameOr(was.pitch, laid.first.pitch, units),
    edge: nearestEdge(was, [startEdge, endEdge], laid.lapWidth, units),
    rowDistance,
    /* A new layout takes the place of places that were measured before. */
    holes: resizeHoles(was.holes, laid.first.count, newId).map(({ at: _, ...hole }) => hole),
    laid: {
      path: laid.path.map(({ x, y }) => ({ x, y })),
      startEdgeMm: startEdge,
      endEdgeMm: endEdge,
      typed: { ...q.typed, secondRowId: secondId },
    },
  };
  const edits: Edit[] = [{ kind: 'row', id: row.id, expectedVersion: row.version, definition: next }];
  if (secondId === undefined) return edits;
  const order = Math.max(0, ...rows.map((r) => r.definition.order)) + 1;
  const base = known?.definition ?? { ...duplicateRow(next, order, newId), name: freeName(was.name, rows), holes: [] };
  const places = laid.second.map((h) => h.place);
  const placed = placeHoles(base, places, newId);
  const gap = evenPitch(places) ?? leastGap(places);
  edits.push({
    kind: 'row',
    id: secondId,
    expectedVersion: known?.version ?? 0,
    definition: {
      ...placed,
      layers: layersAt(base.layers, places, parts, units),
      pitch: gap === null ? base.pitch : sameOr(base.pitch, gap, units),
      rowDistance,
      laid: null,
    },
  });
  return edits;
}

/**
 * The nearest edge of the row: that at its ends, across in a lap a quarter of its width, and what was typed of the row before, unless that
 * was only the earlier layout's own end.
 */
function nearestEdge(was: RowDefinition, ends: readonly number[], lapWidth: number | null, units: Units): TypedLength | null {
  const before = was.laid ? [was.laid.startEdgeMm, was.laid.endEdgeMm].filter((e) => e > 0) : [];
  const isOldEnd = was.edge !== null && before.some((e) => Math.abs(e - (was.edge as TypedLength).mm) <= SAME_LENGTH_MM);
  const typed = was.edge !== null && !isOldEnd ? [was.edge.mm] : [];
  const all = [...ends, ...typed, ...(lapWidth === null ? [] : [lapWidth / 4])].filter((e) => e > SAME_LENGTH_MM);
  return all.length === 0 ? was.edge : sameOr(was.edge, Math.min(...all), units);
}

/** A name for the second row that no other row has. */
function freeName(name: string, rows: readonly Entity<'row'>[]): string {
  const taken = new Set(rows.map((r) => r.definition.name.toLowerCase()));
  const stem = `${name || 'Row'}, second row`;
  for (let n = 1; ; n++) {
    const tried = n === 1 ? cutText(stem, 120) : `${cutText(stem, 112)} (${n})`;
    if (!taken.has(tried.toLowerCase())) return tried;
  }
}

/** One thing that keeping changes in a row; `from` null: it is new, or was not known. Lengths mm. */
export interface LayoutChange {
  readonly row: string;
  readonly isNew: boolean;
  readonly what: 'holes' | 'pitch' | 'edge' | 'sheet-edge' | 'row-distance' | 'places' | 'stays';
  readonly sheet?: string;
  readonly from: number | null;
  readonly to: number | null;
}

/** What the edits of a layout change, row by row, so that it can be read before it is kept. */
export function layoutChanges(edits: readonly Edit[], q: Pick<KeepLayoutQuestion, 'rows' | 'row' | 'parts' | 'typed'>): LayoutChange[] {
  const changes: LayoutChange[] = [];
  for (const edit of edits) {
    if (edit.kind !== 'row' || !edit.definition) continue;
    const next = edit.definition;
    const was = q.rows.find((r) => r.id === edit.id)?.definition;
    const say = (what: LayoutChange['what'], from: number | null, to: number | null, sheet?: string) =>
      changes.push({ row: next.name, isNew: !was, what, from, to, ...(sheet === undefined ? {} : { sheet }) });
    const count = (r: RowDefinition) => holesInPlan(r.holes).length;
    if (!was || count(was) !== count(next)) say('holes', was ? count(was) : null, count(next));
    const lengths = (key: 'pitch' | 'edge' | 'rowDistance', what: LayoutChange['what']) => {
      const [from, to] = [was?.[key]?.mm ?? null, next[key]?.mm ?? null];
      if (from === null ? to !== null : to === null || Math.abs(from - to) > SAME_LENGTH_MM) say(what, from, to);
    };
    lengths('pitch', 'pitch');
    lengths('edge', 'edge');
    lengths('rowDistance', 'row-distance');
    next.layers.forEach((layer, i) => {
      const [from, to] = [was?.layers[i]?.edge?.mm ?? null, layer.edge?.mm ?? null];
      if (to !== null && (from === null || Math.abs(from - to) > SAME_LENGTH_MM))
        say('sheet-edge', from, to, q.parts.get(layer.partId)?.name ?? '?');
    });
    const measured = was ? holesInPlan(was.holes).filter((h) => h.at).length : 0;
    if (edit.id === q.row.id && measured > 0) say('places', measured, null);
  }
  const left = q.typed.second === 'none' ? secondRowOf(q.row.definition, q.rows) : null;
  if (left) changes.push({ row: left.definition.name, isNew: false, what: 'stays', from: null, to: null });
  return changes;
}
