import { SAME_LENGTH_MM, type Mm } from '../units/length';
import { holeCount, type Spacing } from './even';

/** A place on a part, mm. */
export interface Place {
  readonly x: number;
  readonly y: number;
}

/** Length along a polyline. */
export function pathLength(path: readonly Place[]): Mm {
  return path.slice(1).reduce((sum, p, i) => sum + Math.hypot(p.x - (path[i] as Place).x, p.y - (path[i] as Place).y), 0) as Mm;
}

/** The place at a distance along a polyline; beyond its ends the ends themselves. */
export function placeAt(path: readonly Place[], distance: Mm): Place {
  let left = distance as number;
  for (let i = 1; i < path.length; i++) {
    const from = path[i - 1] as Place;
    const to = path[i] as Place;
    const piece = Math.hypot(to.x - from.x, to.y - from.y);
    if (left <= piece + SAME_LENGTH_MM && piece > 0) {
      const t = Math.min(1, Math.max(0, left / piece));
      return { x: from.x + t * (to.x - from.x), y: from.y + t * (to.y - from.y) };
    }
    left -= piece;
  }
  return path.at(-1) as Place;
}

/** A spot along the row that no hole may come near: its middle from the path's start, and how far to stay off. */
export interface KeepClear {
  readonly at: Mm;
  readonly clearance: Mm;
}

export interface PathLayout {
  readonly count: number;
  readonly pitch: Mm;
  /** From the path's start, along it. */
  readonly distances: readonly Mm[];
  readonly places: readonly Place[];
  /** Holes that still come too near a spot to keep clear, zero-based. */
  readonly clashes: readonly number[];
}

/** How many more holes are tried to get clear of every spot. */
const MORE_HOLES = 12;

/**
 * Even holes along a polyline, from the edge distance at its start to that at its end. Where a hole comes too near a
 * spot to keep clear, more holes are tried; where none of these layouts is clear, the first one is given with its
 * clashes. Null where the edges leave no room.
 */
export function layoutAlong(
  path: readonly Place[],
  q: { readonly spacing: Spacing; readonly startEdge: Mm; readonly endEdge: Mm; readonly keepClear?: readonly KeepClear[] },
): PathLayout | null {
  const span = (pathLength(path) - q.startEdge - q.endEdge) as Mm;
  if (path.length < 2 || span <= SAME_LENGTH_MM) return null;
  const fixed = 'count' in q.spacing;
  const least = 'count' in q.spacing ? q.spacing.count : holeCount(span, q.spacing.maxPitch);
  const made = (count: number): PathLayout => {
    const pitch = (span / (count - 1)) as Mm;
    const distances = Array.from({ length: count }, (_, i) => (q.startEdge + (i === count - 1 ? span : i * pitch)) as Mm);
    const clashes = distances.flatMap((d, i) =>
      (q.keepClear ?? []).some((k) => Math.abs(d - k.at) < k.clearance - SAME_LENGTH_MM) ? [i] : [],
    );
    return { count, pitch, distances, places: distances.map((d) => placeAt(path, d)), clashes };
  };
  const first = made(least);
  for (let more = 0; more <= (fixed ? 0 : MORE_HOLES); more++) {
    const tried = more === 0 ? first : made(least + more);
    if (tried.clashes.length === 0) return tried;
  }
  return first;
}

/** A hole by its distance along a path, and where it lies. */
export interface PathHole {
  readonly distance: Mm;
  readonly place: Place;
}

/** How far either side of a place the path's direction is taken, mm. */
const DIRECTION_MM = 0.01;

/** A second row beside a first one, square to the path, to its left as one walks it; staggered: half a pitch back, one hole fewer. */
export function rowBeside(path: readonly Place[], first: PathLayout, rowDistance: Mm, isStaggered: boolean): PathHole[] {
  const distances = isStaggered ? first.distances.slice(1).map((d) => (d - first.pitch / 2) as Mm) : first.distances;
  const end = pathLength(path);
  return distances.map((distance) => {
    const at = placeAt(path, distance);
    const ahead = placeAt(path, Math.min(distance + DIRECTION_MM, end) as Mm);
    const behind = placeAt(path, Math.max(distance - DIRECTION_MM, 0) as Mm);
    const long = Math.hypot(ahead.x - behind.x, ahead.y - behind.y) || 1;
    const place = { x: at.x - ((ahead.y - behind.y) / long) * rowDistance, y: at.y + ((ahead.x - behind.x) / long) * rowDistance };
    return { distance, place };
  });
}
