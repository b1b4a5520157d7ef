import type { RowDefinition } from './definitions';
import { isOnePlace, onePlaceWithin } from '../layout/one-place';
import { wantedPlaces, type WantedPlace } from './hole-places';

/** A row with the diameter of its fastener, mm. */
export interface MeetingRow {
  readonly id: string;
  readonly row: RowDefinition;
  readonly diameter: number;
}

/** Two rows of which holes lie on one another in a part they share: each pair is a hole of the first and one of the second. */
export interface RowsMeet {
  readonly rowIds: readonly [string, string];
  readonly partId: string;
  readonly pairs: readonly (readonly [string, string])[];
}

interface Spread {
  readonly row: MeetingRow;
  readonly places: readonly (readonly [string, WantedPlace])[];
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
}

/**
 * Rows whose holes lie within half a diameter of one another in a part they share, of those nobody has said of whether they are one hole. Rows
 * that are laid out nowhere meet no other. Example: a rib's row and a spar's row that end in the same corner hole of a skin.
 */
export function rowsThatMeet(rows: readonly MeetingRow[]): RowsMeet[] {
  const spreads = rows.flatMap(spreadOf).sort((a, b) => a.minX - b.minX);
  const farthest = onePlaceWithin(Math.max(0, ...rows.map((r) => r.diameter)));
  const found: RowsMeet[] = [];
  for (const [i, a] of spreads.entries())
    for (let k = i + 1; k < spreads.length; k++) {
      const b = spreads[k] as Spread;
      if (b.minX - a.maxX > farthest) break;
      if (b.minY - a.maxY > farthest || a.minY - b.maxY > farthest) continue;
      const partId = sharedPart(a.row.row, b.row.row);
      const pairs = partId === undefined ? [] : pairsOf(a, b);
      if (partId !== undefined && pairs.length > 0) found.push({ rowIds: [a.row.id, b.row.id], partId, pairs });
    }
  return found;
}

function spreadOf(row: MeetingRow): Spread[] {
  const places = [...wantedPlaces(row.row)].filter(([, p]) => !p.isAlongRow);
  if (places.length === 0) return [];
  const xs = places.map(([, p]) => p.x);
  const ys = places.map(([, p]) => p.y);
  return [{ row, places, minX: Math.min(...xs), maxX: Math.max(...xs), minY: Math.min(...ys), maxY: Math.max(...ys) }];
}

function sharedPart(a: RowDefinition, b: RowDefinition): string | undefined {
  return a.layers.find((l) => b.layers.some((other) => other.partId === l.partId))?.partId;
}

function pairsOf(a: Spread, b: Spread): [string, string][] {
  const answered = new Set((a.row.row.meets ?? []).filter((m) => m.rowId === b.row.id).map((m) => `${m.holeId} ${m.otherId}`));
  const diameter = Math.max(a.row.diameter, b.row.diameter);
  return a.places.flatMap(([holeId, p]) =>
    b.places.flatMap(([otherId, q]): [string, string][] =>
      isOnePlace(p, q, diameter) && !answered.has(`${holeId} ${otherId}`) ? [[holeId, otherId]] : [],
    ),
  );
}

/** Both rows with the answer on record, to be kept together. */
export function withMeeting(
  first: RowDefinition,
  second: RowDefinition,
  { rowIds: [a, b], pairs }: RowsMeet,
  isOne: boolean,
): readonly [RowDefinition, RowDefinition] {
  return [
    { ...first, meets: [...(first.meets ?? []), ...pairs.map(([holeId, otherId]) => ({ holeId, rowId: b, otherId, isOne }))] },
    { ...second, meets: [...(second.meets ?? []), ...pairs.map(([otherId, holeId]) => ({ holeId, rowId: a, otherId, isOne }))] },
  ];
}

/**
 * Holes of a row that are one with a hole of another: the one hole, and its one rivet, is counted there. `ids`: the rows that are counted
 * together; a row without an id shares none.
 */
export function countedElsewhere(
  { id, row: { meets = [] } }: { readonly id?: string | undefined; readonly row: RowDefinition },
  ids: ReadonlySet<string | undefined>,
): ReadonlySet<string> {
  return new Set(id === undefined ? [] : meets.flatMap((m) => (m.isOne && ids.has(m.rowId) && m.rowId < id ? [m.holeId] : [])));
}
