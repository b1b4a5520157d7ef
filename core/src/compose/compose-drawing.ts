import type { Place } from '../layout/path';
import { pathLength } from '../layout/path';
import type { Units } from '../units/length';
import { exactText } from '../units/show';
import { bad, good, type Result } from '../units/result';
import { composeRow, readRowLine, type ComposeContext } from './compose';
import type { Edit, Entity, HoleDefinition, RowDefinition, TypedLength } from '../record/definitions';
import { holePlaces } from '../record/hole-places';
import { holesInPlan, resizeHoles } from '../record/holes';

/** A line of holes from a drawing, mm, as it is to be kept. */
export interface DrawnLine {
  readonly name: string;
  readonly places: readonly Place[];
  /** The row that these holes belong to; null: a new one. */
  readonly rowId: string | null;
}

/** A pitch that wanders by less than this counts as even, mm. */
const EVEN_MM = 0.15;

/** A length as if it had been typed, to 12 digits, in the kit's units. */
export function typedMm(mm: number, units: Units): TypedLength {
  return { mm, text: exactText(mm, units).slice(0, 20), units };
}

/** The row with its holes where a drawing or a measurement puts them; as many holes as there are places. */
export function placeHoles(row: RowDefinition, places: readonly Place[], newId: () => string): RowDefinition {
  let next = 0;
  const holes = resizeHoles(row.holes, places.length, newId).map((hole) => {
    if (hole.out) return hole;
    const { x, y } = places[next++] as Place;
    return { ...hole, at: { x, y } };
  });
  return { ...row, holes };
}

/** A hole within so much of a place is the one that lies there, mm. */
const SAME_HOLE_MM = 0.5;

/**
 * The row with its holes at these places, old ones among new: a hole that lies at one of them stays itself, with what was marked at it;
 * holes that lie at none are out of the plan. Holes without a place of their own are taken in order where they would be even.
 */
export function weaveHoles(row: RowDefinition, places: readonly Place[], newId: () => string): RowDefinition {
  const known = holePlaces(row) ?? [];
  const left = new Set(known);
  const holes = places.map(({ x, y }): HoleDefinition => {
    const same = [...left].find((k) => Math.hypot(k.place.x - x, k.place.y - y) <= SAME_HOLE_MM);
    if (!same) return { id: newId(), out: false, at: { x, y } };
    left.delete(same);
    return { ...same.hole, at: { x, y } };
  });
  const kept = new Set(holes.map((h) => h.id));
  return { ...row, holes: [...holes, ...row.holes.filter((h) => !kept.has(h.id)).map((h) => ({ ...h, out: true }))] };
}

/** From each place to the next one, mm. */
function gapsOf(places: readonly Place[]): number[] {
  return places.slice(1).map((p, i) => Math.hypot(p.x - (places[i] as Place).x, p.y - (places[i] as Place).y));
}

/** The same for every gap, or null where the gaps differ. */
export function evenPitch(places: readonly Place[]): number | null {
  const gaps = gapsOf(places);
  if (gaps.length === 0 || Math.max(...gaps) - Math.min(...gaps) > EVEN_MM) return null;
  return pathLength(places) / gaps.length;
}

/** The least gap between neighbours, mm; null with fewer than two. */
export function leastGap(places: readonly Place[]): number | null {
  const gaps = gapsOf(places);
  return gaps.length === 0 ? null : Math.min(...gaps);
}

/**
 * Edits that keep lines of a drawing: new rows of one stack and rivet, typed like the middle of a row line
 * (`skin .025 / rib .032 : 426AD3`), and existing rows that get their places. A problem of the line comes with its character.
 */
export function editsOfDrawing(
  lines: readonly DrawnLine[],
  stackText: string,
  rows: readonly Entity<'row'>[],
  context: ComposeContext,
  nextOrder: number,
): Result<Edit[]> {
  const edits: Edit[] = [];
  const parts = [...context.parts];
  const isNeeded = lines.some((l) => l.rowId === null);
  const parsed = isNeeded ? readRowLine(`${stackText.trim()} x1`, context) : null;
  if (parsed && !parsed.ok) return parsed;
  let order = nextOrder;
  for (const line of lines) {
    if (line.rowId !== null) {
      const row = rows.find((r) => r.id === line.rowId);
      const count = row ? holesInPlan(row.definition.holes).length : 0;
      if (!row || count !== line.places.length) return bad({ code: 'holes-differ', data: { row: count, drawn: line.places.length } });
      edits.push({
        kind: 'row',
        id: row.id,
        expectedVersion: row.version,
        definition: placeHoles(row.definition, line.places, context.newId),
      });
      continue;
    }
    if (!parsed?.ok) continue;
    const made = composeRow({ ...parsed.value, count: line.places.length, name: line.name }, { ...context, parts }, order++);
    if (!made.ok) return made;
    for (const part of made.value.newParts) {
      parts.push(part);
      edits.push({ kind: 'part', id: part.id, expectedVersion: 0, definition: part.definition });
    }
    const least = leastGap(line.places);
    const row: RowDefinition = {
      ...made.value.row,
      pitch: least === null ? null : typedMm(evenPitch(line.places) ?? least, context.units),
    };
    edits.push({ kind: 'row', id: context.newId(), expectedVersion: 0, definition: placeHoles(row, line.places, context.newId) });
  }
  return good(edits);
}
