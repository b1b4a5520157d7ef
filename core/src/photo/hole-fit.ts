import { eye, onPlane, type Camera, type PlanePoint } from './camera';
import type { Blob } from './blobs';
import { shadeAt, type Grey } from './grey';

/** A hole on the sheet's upper face: where, how wide, how far its rim lies from a circle (one standard deviation), mm. */
export interface FittedHole {
  readonly at: PlanePoint;
  readonly diameter: number;
  readonly spread: number;
  /** Points of the rim that were used. */
  readonly points: number;
  /** Only the side away from the wall that shows. */
  readonly isHalf: boolean;
}

const RAYS = 72;
const STEP = 0.5;
/** Where the wall shows for more than this, its side is left out, mm. */
const WALL_SHOWS = 0.02;
/** Left out: directions nearer than this to where the wall shows (cosine). */
const WALL_SIDE = -0.15;
/** Shades between hole and sheet, least. */
const LEAST_CONTRAST = 18;

/** The rim of something dark, ray by ray where the shade is half way, on the sheet's upper face, and the circle through it; null: no hole. */
export function fitHole(image: Grey, blob: Blob, camera: Camera, thickness: number): FittedHole | null {
  const radius = Math.sqrt(blob.area / Math.PI);
  const middle = onPlane(camera, blob.at, thickness);
  const [ex, ey, ez] = eye(camera);
  const away = { x: middle.x - ex, y: middle.y - ey };
  const distance = Math.hypot(away.x, away.y);
  const isWallSeen = (thickness * distance) / -ez > WALL_SHOWS;
  const inner = levelInside(image, blob, radius);
  const rim: PlanePoint[] = [];
  for (let i = 0; i < RAYS; i++) {
    const a = (2 * Math.PI * i) / RAYS;
    const [dx, dy] = [Math.cos(a), Math.sin(a)];
    let outer = 0;
    let n = 0;
    for (let s = radius * 1.3 + 2; s <= radius * 1.6 + 4; s += 1) {
      outer += shadeAt(image, blob.at.x + s * dx, blob.at.y + s * dy);
      n++;
    }
    outer /= n;
    if (outer - inner < LEAST_CONTRAST) continue;
    const half = (outer + inner) / 2;
    let before = outer;
    for (let s = radius * 1.3 + 2; s > radius * 0.4; s -= STEP) {
      const g = shadeAt(image, blob.at.x + s * dx, blob.at.y + s * dy);
      if (g < half) {
        const at = s + (STEP * (half - g)) / Math.max(1e-6, before - g);
        const p = onPlane(camera, { x: blob.at.x + at * dx, y: blob.at.y + at * dy }, thickness);
        const side =
          ((p.x - middle.x) * away.x + (p.y - middle.y) * away.y) / (distance * Math.hypot(p.x - middle.x, p.y - middle.y) + 1e-9);
        if (!isWallSeen || side < WALL_SIDE) rim.push(p);
        break;
      }
      before = g;
    }
  }
  const found = circle(rim);
  return found && { ...found, isHalf: isWallSeen };
}

/** The dark of the hole, by the lower fifth of what is well inside it. */
function levelInside(image: Grey, { at }: Blob, radius: number): number {
  const seen: number[] = [];
  const reach = radius * 0.55;
  for (let y = -reach; y <= reach; y += 1)
    for (let x = -reach; x <= reach; x += 1) if (x * x + y * y <= reach * reach) seen.push(shadeAt(image, at.x + x, at.y + y));
  seen.sort((p, q) => p - q);
  return seen[Math.floor(seen.length / 5)] ?? 0;
}

/** The circle through points, those that lie far off left out (Kasa's start, then least squares of distances). */
function circle(points: readonly PlanePoint[]): Omit<FittedHole, 'isHalf'> | null {
  let kept = points;
  for (let round = 0; round < 4; round++) {
    if (kept.length < 20) return null;
    const fitted = through(kept);
    if (!fitted) return null;
    const off = (p: PlanePoint) => Math.hypot(p.x - fitted.x, p.y - fitted.y) - fitted.r;
    const spread = Math.sqrt(kept.reduce((s, p) => s + off(p) ** 2, 0) / Math.max(1, kept.length - 3));
    const next = points.filter((p) => Math.abs(off(p)) <= 2.5 * spread + 1e-4);
    if (next.length === kept.length || round === 3) {
      /* A scratch, a shadow or a letter is no circle. */
      if (spread > 0.12 * fitted.r || next.length < 0.6 * points.length) return null;
      return { at: { x: fitted.x, y: fitted.y }, diameter: 2 * fitted.r, spread, points: kept.length };
    }
    kept = next;
  }
  return null;
}

function through(points: readonly PlanePoint[]): { x: number; y: number; r: number } | null {
  const n = points.length;
  const [mx, my] = [points.reduce((s, p) => s + p.x, 0) / n, points.reduce((s, p) => s + p.y, 0) / n];
  let [suu, svv, suv, suz, svz] = [0, 0, 0, 0, 0];
  for (const p of points) {
    const [u, v] = [p.x - mx, p.y - my];
    const z = u * u + v * v;
    suu += u * u;
    svv += v * v;
    suv += u * v;
    suz += u * z;
    svz += v * z;
  }
  const d = 2 * (suu * svv - suv * suv);
  if (Math.abs(d) < 1e-12) return null;
  let [x, y] = [(suz * svv - svz * suv) / d, (svz * suu - suz * suv) / d];
  let r = Math.sqrt(x * x + y * y + (suu + svv) / n);
  /* Distances to the rim, not their squares: what is only half a circle is not drawn small. */
  for (let round = 0; round < 8; round++) {
    let [a, b, c, e, f, g, h, i, sr] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
    for (const p of points) {
      const [u, v] = [p.x - mx - x, p.y - my - y];
      const l = Math.hypot(u, v) || 1e-9;
      const [ux, uy, res] = [u / l, v / l, l - r];
      a += ux * ux;
      b += ux * uy;
      c += ux;
      e += uy * uy;
      f += uy;
      g += ux * res;
      h += uy * res;
      i += res;
      sr += 1;
    }
    /* Solves the three by three system of the step. */
    const det = a * (e * sr - f * f) - b * (b * sr - f * c) + c * (b * f - e * c);
    if (Math.abs(det) < 1e-9) break;
    const dx = (g * (e * sr - f * f) - b * (h * sr - f * i) + c * (h * f - e * i)) / det;
    const dy = (a * (h * sr - i * f) - g * (b * sr - f * c) + c * (b * i - h * c)) / det;
    const dr = (a * (e * i - f * h) - b * (b * i - h * c) + g * (b * f - e * c)) / det;
    x += dx;
    y += dy;
    r += dr;
    if (Math.hypot(dx, dy, dr) < 1e-7) break;
  }
  return { x: x + mx, y: y + my, r };
}
