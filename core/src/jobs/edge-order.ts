import { MM_PER_INCH } from '../units/length';
import type { RowDefinition } from '../record/definitions';
import { holePlaces } from '../record/hole-places';
import { holesInPlan } from '../record/holes';

/** A clamp on the bar every so far, mm. A default of this program: 8 in. */
export const CLAMP_EVERY = 8 * MM_PER_INCH;

/** Holes of a row along a backing bar, counted from 1: those drilled while the clamps are on, in their order, and the rest. */
export interface EdgeOrder {
  readonly clamped: readonly number[];
  readonly rest: readonly number[];
}

/**
 * The order in which holes along a clamped edge keep it straight: between two clamps the middle, the ends, the halves; clamps off, the rest.
 * `along`: where each hole lies along the edge, mm, rising. The first clamp stands at the first hole.
 */
export function edgeOrder(along: readonly number[], every: number = CLAMP_EVERY): EdgeOrder {
  const start = along[0] ?? 0;
  const bays = new Map<number, number[]>();
  along.forEach((s, i) => {
    /* A hole at a clamp ends the bay before it. */
    const bay = Math.max(0, Math.ceil((s - start) / every - 1e-9) - 1);
    bays.set(bay, [...(bays.get(bay) ?? []), i]);
  });
  const clamped: number[] = [];
  for (const holes of bays.values()) {
    const last = holes.length - 1;
    const at = (share: number) => holes[Math.round(last * share)] as number;
    for (const i of [at(0.5), at(0), at(1), at(0.25), at(0.75)]) if (!clamped.includes(i)) clamped.push(i);
  }
  const rest = along.map((_, i) => i).filter((i) => !clamped.includes(i));
  return { clamped: clamped.map((i) => i + 1), rest: rest.map((i) => i + 1) };
}

/** Where the holes of a row lie along it, mm; null: neither places nor a pitch say. */
export function alongRow(row: RowDefinition): number[] | null {
  const placed = holePlaces(row);
  if (placed) {
    let s = 0;
    return placed.map(({ place }, i) => {
      const before = placed[i - 1]?.place;
      if (before) s += Math.hypot(place.x - before.x, place.y - before.y);
      return s;
    });
  }
  const { pitch } = row;
  return pitch ? holesInPlan(row.holes).map((_, i) => i * pitch.mm) : null;
}
