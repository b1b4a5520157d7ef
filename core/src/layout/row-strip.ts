import type { PartDefinition, RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import type { Stack } from '../prep/stack';
import type { Units } from '../units/length';
import { holePlaces, rowPath } from './hole-places';
import type { Place } from './path';
import { stripOf, type Strip } from './strip';

/** Most pages' worth of strip that is drawn, mm. */
const LONGEST_MM = 12_000;

/**
 * The drilling strip of a row: where its holes lie, or, for a row that is not placed, straight at its pitch.
 * Null where neither is known, or the strip would be longer than any part.
 */
export function rowStrip(
  row: RowDefinition,
  q: { readonly title: string; readonly stack: Stack; readonly parts: ReadonlyMap<string, PartDefinition>; readonly units: Units },
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
    units: q.units,
  });
  return strip.width > LONGEST_MM || strip.height > LONGEST_MM ? null : strip;
}

function outlineOf(part: PartDefinition | undefined): (readonly Place[])[] {
  return part?.outline ? [part.outline.corners] : [];
}
