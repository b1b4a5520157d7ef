import type { HoleDefinition, RowDefinition } from './definitions';
import { holesInPlan } from './holes';
import type { Mm } from '../units/length';
import { layoutAlong, type PathLayout, type Place } from '../layout/path';

/** A hole of a row where it lies on the assembly, mm. */
export interface PlacedHole {
  readonly hole: HoleDefinition;
  readonly place: Place;
}

/**
 * Where a row's holes lie: each at its own measured place where it has one, else even along the row's laid-out path.
 * Null where a hole has neither, or the edges leave no room.
 */
export function holePlaces(row: RowDefinition): readonly PlacedHole[] | null {
  let known = PLACED.get(row);
  if (known === undefined) PLACED.set(row, (known = findPlaces(row)));
  return known;
}

/** Worked out once for each definition, which is never changed. */
const PLACED = new WeakMap<RowDefinition, readonly PlacedHole[] | null>();

function findPlaces(row: RowDefinition): readonly PlacedHole[] | null {
  const holes = holesInPlan(row.holes);
  if (holes.length === 0) return null;
  const even = evenPlaces(row, holes.length);
  const placed: PlacedHole[] = [];
  for (const [i, hole] of holes.entries()) {
    const place = hole.at ?? even?.[i];
    if (!place) return null;
    placed.push({ hole, place });
  }
  return placed;
}

/** Where a hole is wanted: on the assembly, or along its row from hole 1 where the row has a pitch and is laid out nowhere. mm. */
export interface WantedPlace {
  readonly x: number;
  readonly y: number;
  readonly isAlongRow: boolean;
}

const WANTED = new WeakMap<RowDefinition, ReadonlyMap<string, WantedPlace>>();

/** Where each hole of a row is wanted, by hole; worked out once for each definition. Example: pitch 1 in: hole 3 at 50.8 mm along the row. */
export function wantedPlaces(row: RowDefinition): ReadonlyMap<string, WantedPlace> {
  let places = WANTED.get(row);
  if (!places) WANTED.set(row, (places = findWanted(row)));
  return places;
}

function findWanted(row: RowDefinition): ReadonlyMap<string, WantedPlace> {
  const placed = holePlaces(row);
  if (placed) return new Map(placed.map((p) => [p.hole.id, { x: p.place.x, y: p.place.y, isAlongRow: false }]));
  const { pitch } = row;
  if (!pitch) return new Map();
  return new Map(holesInPlan(row.holes).map((h, i) => [h.id, { x: i * pitch.mm, y: 0, isAlongRow: true }]));
}

/** The nominal places of a laid-out row with so many holes, even along its path. */
export function evenPlaces(row: RowDefinition, count: number): readonly Place[] | null {
  return evenLayoutOf(row, count)?.places ?? null;
}

/** The same with distances along the path. */
export function evenLayoutOf(row: RowDefinition, count: number): PathLayout | null {
  if (!row.laid || count < 2) return null;
  return layoutAlong(row.laid.path, {
    spacing: { count },
    startEdge: row.laid.startEdgeMm as Mm,
    endEdge: row.laid.endEdgeMm as Mm,
  });
}

/** The line a row is drawn along: its laid-out path, else through its holes. */
export function rowPath(row: RowDefinition, placed: readonly PlacedHole[]): readonly Place[] {
  return row.laid && !placed.some((p) => p.hole.at) ? row.laid.path : placed.map((p) => p.place);
}
