import type { PartDefinition, RowDefinition } from './definitions';
import { holesInPlan } from './holes';
import type { Stack } from '../prep/stack';
import type { Units } from '../units/length';
import { evenLayoutOf, holePlaces, rowPath } from './hole-places';
import { pathLength, type Place } from '../layout/path';
import { stripOf, type Strip } from '../layout/strip';

/** Most pages' worth of strip that is drawn, mm. */
const LONGEST_MM = 12_000;

/**
 * The drilling strip of a row: where its holes lie, or, for a row that is not placed, straight at its pitch.
 * Null where neither is known, or the strip would be longer than any part.
 */
export function rowStrip(
  row: RowDefinition,
  q: {
    readonly title: string;
    /** Which end the distances count from; absent: the start. */
    readonly from?: 'start' | 'end' | undefined;
    readonly stack: Stack;
    readonly parts: ReadonlyMap<string, PartDefinition>;
    readonly units: Units;
  },
): Strip | null {
  const placed = holePlaces(row);
  const count = holesInPlan(row.holes).length;
  const pitch = row.pitch?.mm;
  const places =
    placed?.map((p) => p.place) ??
    (pitch === undefined || count === 0 ? null : Array.from({ length: count }, (_, i) => ({ x: i * pitch, y: 0 })));
  if (!places) return null;
  const outlines = placed ? row.layers.flatMap((l) => outlineOf(q.parts.get(l.partId))) : [];
  const strip = stripOf({
    title: q.title,
    places,
    path: placed ? rowPath(row, placed) : places,
    outlines,
    holeMm: q.stack.hole,
    running: runningDistances(row, places, q.from ?? 'start'),
    units: q.units,
  });
  return strip.width > LONGEST_MM || strip.height > LONGEST_MM ? null : strip;
}

/**
 * Distances as the marks table counts them: along the laid-out line from its end where the row is even on one, else straight from the
 * first hole or the last.
 */
function runningDistances(row: RowDefinition, places: readonly Place[], from: 'start' | 'end') {
  const even = holesInPlan(row.holes).some((h) => h.at) ? null : evenLayoutOf(row, places.length);
  if (even && row.laid) {
    const total = pathLength(row.laid.path);
    return { distances: even.distances.map((d) => (from === 'start' ? d : total - d)), zero: `the ${from} of the row's line` };
  }
  const zero = (from === 'start' ? places[0] : places.at(-1)) as Place;
  const name = from === 'start' ? 'hole 1' : `the last hole, ${places.length}`;
  return { distances: places.map((p) => Math.hypot(p.x - zero.x, p.y - zero.y)), zero: `the centre of ${name}` };
}

function outlineOf(part: PartDefinition | undefined): (readonly Place[])[] {
  return part?.outline ? [part.outline.corners] : [];
}
