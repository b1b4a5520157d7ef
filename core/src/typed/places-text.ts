import { parseDimension } from './dimension';
import type { Units } from '../units/length';
import { exactText } from '../units/show';
import { bad, good, type Result } from '../units/result';
import type { Place } from '../layout/path';

/** Most places one text may name. */
const MAX_PLACES = 500;

/** A coordinate: a dimension that may be zero or negative. */
function coordinate(text: string, units: Units): number | null {
  const clean = text.trim();
  if (/^[-\u2212+]?0*[.,]?0+$/.test(clean)) return 0;
  const negative = /^[-\u2212]/.test(clean);
  const parsed = parseDimension(clean.replace(/^[-\u2212+]/, ''), { units });
  if (!parsed.ok) return null;
  return negative ? -parsed.value.length : parsed.value.length;
}

/**
 * Places, one a line: across and up, parted by a semicolon, a tab, or a comma with a blank (`0 ; 12 1/2`). A single
 * number on a line is a distance along a straight row.
 */
export function parsePlaces(text: string, units: Units): Result<Place[]> {
  const places: Place[] = [];
  const lines = text.split(/\r\n|\r|\n/);
  for (const [i, line] of lines.entries()) {
    if (line.trim() === '') continue;
    const cells = line
      .split(/\s*[;\t]\s*|,\s+/)
      .map((c) => c.trim())
      .filter((c) => c !== '');
    const [x, y] = cells.map((c) => coordinate(c, units));
    if (cells.length > 2 || x === undefined || x === null || y === null)
      return bad({ code: 'place-unreadable', data: { line: i + 1, text: line.trim().slice(0, 30) } });
    places.push({ x, y: y ?? 0 });
    if (places.length > MAX_PLACES) return bad({ code: 'places-too-many', data: { max: MAX_PLACES } });
  }
  return good(places);
}

/** Places as such a text; `parsePlaces` reads them back. */
export function placesText(places: readonly Place[], units: Units): string {
  return places.map((p) => `${exactText(p.x, units)} ; ${exactText(p.y, units)}`).join('\n');
}
