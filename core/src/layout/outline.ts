import { SAME_LENGTH_MM, type Mm } from '../units/length';
import type { Place } from './path';

/** The corners of a rectangle from its lower left one, mm. */
export function rectangle(at: Place, length: Mm, height: Mm): Place[] {
  return taper(at, length, height, height);
}

/** The corners of a part with a straight lower edge whose height runs from one at its start to another at its end, mm. */
export function taper(at: Place, length: Mm, startHeight: Mm, endHeight: Mm): Place[] {
  return [
    { x: at.x, y: at.y },
    { x: at.x + length, y: at.y },
    { x: at.x + length, y: at.y + endHeight },
    { x: at.x, y: at.y + startHeight },
  ];
}

/** Distance from a place to a straight piece between two others. */
export function distanceToPiece(p: Place, a: Place, b: Place): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const long = dx * dx + dy * dy;
  const t = long === 0 ? 0 : Math.min(1, Math.max(0, ((p.x - a.x) * dx + (p.y - a.y) * dy) / long));
  return Math.hypot(p.x - a.x - t * dx, p.y - a.y - t * dy);
}

/** Whether a place lies within a closed polygon (even-odd rule). On its edge either answer may come. */
export function isInside(p: Place, corners: readonly Place[]): boolean {
  let inside = false;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++) {
    const a = corners[i] as Place;
    const b = corners[j] as Place;
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/** Distance from a place to the nearest edge of an outline, mm; below zero where the place lies outside it. */
export function edgeDistance(p: Place, corners: readonly Place[]): number {
  let least = Infinity;
  for (let i = 0, j = corners.length - 1; i < corners.length; j = i++)
    least = Math.min(least, distanceToPiece(p, corners[j] as Place, corners[i] as Place));
  return least <= SAME_LENGTH_MM ? 0 : isInside(p, corners) ? least : -least;
}

/** The hole of a row that comes nearest an outline's edge (zero-based), its distance, and the holes that lie outside. */
export interface RowEdge {
  readonly least: Mm;
  readonly hole: number;
  readonly outside: readonly number[];
}

/** Judges every hole of a row against one part's outline. Null without holes. */
export function rowEdge(places: readonly Place[], corners: readonly Place[]): RowEdge | null {
  let best: { least: number; hole: number } | null = null;
  const outside: number[] = [];
  places.forEach((p, hole) => {
    const distance = edgeDistance(p, corners);
    if (distance < 0) outside.push(hole);
    else if (!best || distance < best.least) best = { least: distance, hole };
  });
  const found = best as { least: number; hole: number } | null;
  if (!found) return outside.length > 0 ? { least: 0 as Mm, hole: outside[0] as number, outside } : null;
  return { least: found.least as Mm, hole: found.hole, outside };
}
