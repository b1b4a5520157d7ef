import { isInside } from './outline';
import type { Place } from './path';

/** One side of an outline, called by where it lies. Lengths mm. */
export interface OutlineSide {
  readonly index: number;
  readonly lies: 'lower' | 'right' | 'upper' | 'left';
  readonly length: number;
  readonly from: Place;
  readonly to: Place;
}

/** Shorter sides are corners, nothing to measure from, mm. */
const LEAST_SIDE = 5;

/** The sides of a closed outline that one can measure from, the longest first; each runs left to right, or upwards. */
export function sidesOf(corners: readonly Place[]): OutlineSide[] {
  return corners
    .map((a, index): OutlineSide => {
      const b = corners[(index + 1) % corners.length] as Place;
      const n = inwards(a, b, corners);
      const lies = Math.abs(n.y) >= Math.abs(n.x) ? (n.y > 0 ? 'lower' : 'upper') : n.x > 0 ? 'left' : 'right';
      const isBackward = Math.abs(b.x - a.x) >= Math.abs(b.y - a.y) ? b.x < a.x : b.y < a.y;
      const [from, to] = isBackward ? [b, a] : [a, b];
      return { index, lies, length: Math.hypot(b.x - a.x, b.y - a.y), from, to };
    })
    .filter((s) => s.length >= LEAST_SIDE)
    .sort((p, q) => q.length - p.length);
}

/** The unit length square to a side that points into the outline. */
function inwards(a: Place, b: Place, corners: readonly Place[]): Place {
  const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  const n = { x: -(b.y - a.y) / long, y: (b.x - a.x) / long };
  const middle = { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 };
  const probe = Math.min(0.01, long / 1000);
  return isInside({ x: middle.x + probe * n.x, y: middle.y + probe * n.y }, corners) ? n : { x: -n.x, y: -n.y };
}

/** The line so far inside a side, from edge to edge of the sheet; null: it lies nowhere on the sheet. */
export function lineFromSide(corners: readonly Place[], side: OutlineSide, distance: number): readonly [Place, Place] | null {
  const n = inwards(side.from, side.to, corners);
  const [ux, uy] = [(side.to.x - side.from.x) / side.length, (side.to.y - side.from.y) / side.length];
  const base = { x: side.from.x + distance * n.x, y: side.from.y + distance * n.y };
  /* Where the whole line meets the outline, counted along it. */
  const crossings = corners
    .flatMap((p, i) => {
      const q = corners[(i + 1) % corners.length] as Place;
      const [dp, dq] = [p, q].map((c) => (c.x - base.x) * -uy + (c.y - base.y) * ux) as [number, number];
      if (dp > 0 === dq > 0) return [];
      const t = dp / (dp - dq);
      return [(p.x + t * (q.x - p.x) - base.x) * ux + (p.y + t * (q.y - p.y) - base.y) * uy];
    })
    .sort((a, b) => a - b);
  let best: [number, number] | null = null;
  for (let i = 0; i + 1 < crossings.length; i += 2) {
    const piece: [number, number] = [crossings[i] as number, crossings[i + 1] as number];
    if (!best || piece[1] - piece[0] > best[1] - best[0]) best = piece;
  }
  if (!best || best[1] - best[0] < 1e-6) return null;
  const at = (s: number): Place => ({ x: base.x + s * ux, y: base.y + s * uy });
  return [at(best[0]), at(best[1])];
}

/** The line half way between a side and the one across from it, as measured, not counted; null where no side lies across. */
export function centreLine(corners: readonly Place[], side: OutlineSide): readonly [Place, Place] | null {
  const across = { lower: 'upper', upper: 'lower', left: 'right', right: 'left' } as const;
  const other = sidesOf(corners).find((s) => s.lies === across[side.lies]);
  if (!other) return null;
  const half = (p: Place, q: Place): Place => ({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 });
  return [half(side.from, other.from), half(side.to, other.to)];
}

/** The line so far beside a row, on its left as it runs, or on its right (below zero); round a corner by the bisector. */
export function lineBeside(places: readonly Place[], distance: number): Place[] {
  if (places.length < 2) return [];
  const normals = places.slice(1).map((q, i) => {
    const p = places[i] as Place;
    const long = Math.hypot(q.x - p.x, q.y - p.y) || 1;
    return { x: -(q.y - p.y) / long, y: (q.x - p.x) / long };
  });
  return places.map((p, i) => {
    const [a, b] = [normals[Math.max(0, i - 1)] as Place, normals[Math.min(normals.length - 1, i)] as Place];
    const sum = { x: a.x + b.x, y: a.y + b.y };
    /* The bisector, as long as both pieces are so far off. */
    const scale = (2 * distance) / Math.max(0.2, sum.x * sum.x + sum.y * sum.y);
    return { x: p.x + sum.x * scale, y: p.y + sum.y * scale };
  });
}

/** Old holes with new ones between: each new one where the gap is widest, even within a gap. The old stay where they are. */
export function withBetween(old: readonly Place[], count: number): { readonly places: Place[]; readonly isOld: boolean[] } {
  const gaps = old.slice(1).map((q, i) => Math.hypot(q.x - (old[i] as Place).x, q.y - (old[i] as Place).y));
  const extra = gaps.map(() => 0);
  if (gaps.length > 0)
    for (let n = 0; n < count; n++) {
      const wide = (i: number) => (gaps[i] as number) / ((extra[i] as number) + 1);
      const at = gaps.reduce((best, _, i) => (wide(i) > wide(best) + 1e-9 ? i : best), 0);
      extra[at] = (extra[at] as number) + 1;
    }
  const places: Place[] = [];
  const isOld: boolean[] = [];
  old.forEach((p, i) => {
    places.push(p);
    isOld.push(true);
    const q = old[i + 1];
    const n = extra[i] ?? 0;
    if (!q) return;
    for (let k = 1; k <= n; k++) {
      places.push({ x: p.x + ((q.x - p.x) * k) / (n + 1), y: p.y + ((q.y - p.y) * k) / (n + 1) });
      isOld.push(false);
    }
  });
  return { places, isOld };
}
