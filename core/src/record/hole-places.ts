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
