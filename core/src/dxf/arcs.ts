import type { Place } from '../layout/path';

/** An arc as it lies in the drawing: from an angle, by an angle (above zero counter-clockwise), radians. */
export interface Arc {
  readonly centre: Place;
  readonly radius: number;
  readonly from: number;
  readonly sweep: number;
}

/** An arc is cut into at most so many pieces; one that would need more is left out and counted. */
const MAX_PIECES = 20_000;

/**
 * Places on an arc, its ends among them, so close that no chord lies further from it than `sagitta`
 * (at most six degrees apart). Null where that would take too many.
 */
export function arcPlaces({ centre, radius, from, sweep }: Arc, sagitta: number): Place[] | null {
  const apart = Math.min(Math.PI / 30, 2 * Math.acos(Math.max(-1, 1 - sagitta / radius)));
  const pieces = Math.max(1, Math.ceil(Math.abs(sweep) / Math.max(apart, 1e-12)));
  if (!(pieces <= MAX_PIECES)) return null;
  return Array.from({ length: pieces + 1 }, (_, i) => onArc(centre, radius, from + (sweep * i) / pieces));
}

export function onArc(centre: Place, radius: number, angle: number): Place {
  return { x: centre.x + radius * Math.cos(angle), y: centre.y + radius * Math.sin(angle) };
}

/** The arc from one vertex of a polyline to the next; the bulge is the tangent of a quarter of its angle, not 0. */
export function arcOfBulge(from: Place, to: Place, bulge: number): Arc {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  /* The centre lies off the chord's middle by the chord times (1 - b^2) / 4 b, to its left. */
  const off = (1 - bulge * bulge) / (4 * bulge);
  const centre = { x: (from.x + to.x) / 2 - dy * off, y: (from.y + to.y) / 2 + dx * off };
  return {
    centre,
    radius: Math.hypot(from.x - centre.x, from.y - centre.y),
    from: Math.atan2(from.y - centre.y, from.x - centre.x),
    sweep: 4 * Math.atan(bulge),
  };
}

/** Whether arcs about one centre leave no gap all round; a gap under a millionth of a turn is none. */
export function goAllRound(arcs: readonly Pick<Arc, 'from' | 'sweep'>[]): boolean {
  const whole = 2 * Math.PI;
  const gap = whole * 1e-6;
  const spans = arcs
    .map(({ from, sweep }) => {
      const start = sweep >= 0 ? from : from + sweep;
      return { start: ((start % whole) + whole) % whole, long: Math.abs(sweep) };
    })
    .sort((a, b) => a.start - b.start);
  const first = spans[0];
  if (!first) return false;
  let reached = first.start;
  for (const s of spans) {
    if (s.start > reached + gap) return false;
    reached = Math.max(reached, s.start + s.long);
  }
  return reached >= first.start + whole - gap;
}
