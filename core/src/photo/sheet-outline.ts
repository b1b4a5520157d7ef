import { project, type Camera, type PlanePoint } from './camera';
import type { Frame } from './frame';
import { shadeAt, type Grey } from './grey';

/** Looked at every so many millimetres. */
const STEP = 1;
/** Corners nearer to the straight line than this are none, mm. */
const STRAIGHT = 1.2;
/** An edge is looked for so far to either side, mm, and left alone so near its ends. */
const REACH = 2;
const END = 3;
const SCAN = 0.05;
/** Where the edge wanders by more from its line (root mean square, mm), it is no plain one. */
const PLAIN = 0.25;
/** A smaller bright spot is no sheet, mm2. */
const LEAST_AREA = 400;
/** Least shades between the print's dark and the sheet. */
const LEAST_CONTRAST = 40;

/** The sheet's edge on its upper face, corners in order, mm on the print; null where it is not plain, or reaches beyond the dark field. */
export function seeOutline(image: Grey, frame: Frame, camera: Camera, thickness: number): PlanePoint[] | null {
  const { left, top, right, bottom } = frame.field;
  const [w, h] = [Math.floor((right - left) / STEP), Math.floor((bottom - top) / STEP)];
  const at = (i: number, j: number): PlanePoint => ({ x: left + (i + 0.5) * STEP, y: top + (j + 0.5) * STEP });
  const shade = (p: PlanePoint) => {
    const q = project(camera, p, thickness);
    return shadeAt(image, q.x, q.y);
  };
  const shades = new Uint8Array(w * h);
  for (let j = 0; j < h; j++) for (let i = 0; i < w; i++) shades[j * w + i] = shade(at(i, j));
  const [dark, bright] = [rank(shades, 0.01), rank(shades, 0.8)];
  if (bright - dark < LEAST_CONTRAST) return null;
  const half = (dark + bright) / 2;
  const own = largest(shades, w, h, half);
  if (!own || own.touches || own.area * STEP * STEP < LEAST_AREA) return null;
  const rough = simplified(
    boundary(own.label, w, h).map(([i, j]) => at(i, j)),
    STRAIGHT,
  );
  return rough.length < 3 ? null : fitted(rough, shade, half);
}

/** The shade that so many of all lie below. */
function rank(shades: Uint8Array, share: number): number {
  const of = new Uint32Array(256);
  for (const g of shades) of[g] = (of[g] as number) + 1;
  let left = shades.length * share;
  for (let g = 0; g < 256; g++) {
    left -= of[g] as number;
    if (left < 0) return g;
  }
  return 255;
}

/** The largest joined bright spot, and whether it reaches the rim. */
function largest(shades: Uint8Array, w: number, h: number, half: number): { label: Uint8Array; area: number; touches: boolean } | null {
  const label = new Int32Array(w * h);
  const stack = new Int32Array(w * h);
  let [best, bestArea, bestTouches, next] = [0, 0, false, 0];
  for (let start = 0; start < w * h; start++) {
    if (label[start] !== 0 || (shades[start] as number) < half) continue;
    next++;
    let [n, area] = [0, 0];
    let touches = false;
    stack[n++] = start;
    label[start] = next;
    while (n > 0) {
      const k = stack[--n] as number;
      const [i, j] = [k % w, Math.floor(k / w)];
      area++;
      if (i === 0 || j === 0 || i === w - 1 || j === h - 1) touches = true;
      for (const to of [i > 0 ? k - 1 : -1, i < w - 1 ? k + 1 : -1, k - w, k + w])
        if (to >= 0 && to < w * h && label[to] === 0 && (shades[to] as number) >= half) {
          label[to] = next;
          stack[n++] = to;
        }
    }
    if (area > bestArea) [best, bestArea, bestTouches] = [next, area, touches];
  }
  return best === 0 ? null : { label: Uint8Array.from(label, (v) => (v === best ? 1 : 0)), area: bestArea, touches: bestTouches };
}

const ROUND = [
  [1, 0],
  [1, 1],
  [0, 1],
  [-1, 1],
  [-1, 0],
  [-1, -1],
  [0, -1],
  [1, -1],
] as const;

/** The outer cells of a spot in order, from its first one round (Moore's neighbours). */
function boundary(label: Uint8Array, w: number, h: number): [number, number][] {
  const start = label.indexOf(1);
  const isOn = (i: number, j: number) => i >= 0 && j >= 0 && i < w && j < h && label[j * w + i] === 1;
  const first: [number, number] = [start % w, Math.floor(start / w)];
  const cells: [number, number][] = [first];
  let [[i, j], from] = [first, 4];
  for (let guard = 0; guard < 8 * w * h; guard++) {
    const turn = ROUND.findIndex((_, k) => {
      const [di, dj] = ROUND[(from + 1 + k) % 8] as readonly [number, number];
      return isOn(i + di, j + dj);
    });
    if (turn < 0) break;
    const to = (from + 1 + turn) % 8;
    const [di, dj] = ROUND[to] as readonly [number, number];
    [i, j] = [i + di, j + dj];
    if (i === first[0] && j === first[1]) break;
    cells.push([i, j]);
    from = (to + 4) % 8;
  }
  return cells;
}

/** A closed line with fewer corners (Douglas and Peucker's way), from the two corners farthest apart. */
function simplified(points: readonly PlanePoint[], tolerance: number): PlanePoint[] {
  if (points.length < 4) return [...points];
  const far = farthestFrom(points, points[0] as PlanePoint);
  const other = farthestFrom(points, points[far] as PlanePoint);
  const [a, b] = [Math.min(far, other), Math.max(far, other)];
  const one = between(points.slice(a, b + 1), tolerance);
  const two = between([...points.slice(b), ...points.slice(0, a + 1)], tolerance);
  return [...one.slice(0, -1), ...two.slice(0, -1)];
}

function farthestFrom(points: readonly PlanePoint[], p: PlanePoint): number {
  return points.reduce((best, q, i) => {
    const b = points[best] as PlanePoint;
    return Math.hypot(q.x - p.x, q.y - p.y) > Math.hypot(b.x - p.x, b.y - p.y) ? i : best;
  }, 0);
}

function between(points: readonly PlanePoint[], tolerance: number): PlanePoint[] {
  const [a, b] = [points[0] as PlanePoint, points.at(-1) as PlanePoint];
  const long = Math.hypot(b.x - a.x, b.y - a.y) || 1;
  let [worst, far] = [0, tolerance];
  points.forEach((p, i) => {
    const off = Math.abs((p.x - a.x) * (b.y - a.y) - (p.y - a.y) * (b.x - a.x)) / long;
    if (off > far) [worst, far] = [i, off];
  });
  if (worst === 0) return [a, b];
  return [...between(points.slice(0, worst + 1), tolerance).slice(0, -1), ...between(points.slice(worst), tolerance)];
}

interface Line {
  /** A point on it, and its direction. */
  readonly x: number;
  readonly y: number;
  readonly ux: number;
  readonly uy: number;
}

/** Every side laid through where the shade is half way; corners where the sides meet. Null where a side wanders. */
function fitted(rough: readonly PlanePoint[], shade: (p: PlanePoint) => number, half: number): PlanePoint[] | null {
  const sides: Line[] = [];
  for (const [i, a] of rough.entries()) {
    const b = rough[(i + 1) % rough.length] as PlanePoint;
    const long = Math.hypot(b.x - a.x, b.y - a.y);
    const [ux, uy] = [(b.x - a.x) / long, (b.y - a.y) / long];
    const seen: PlanePoint[] = [];
    for (let s = END; s <= long - END; s += 1) {
      const p = crossing({ x: a.x + s * ux, y: a.y + s * uy }, { x: -uy, y: ux }, shade, half);
      if (p) seen.push(p);
    }
    const line = seen.length < 4 ? { x: a.x, y: a.y, ux, uy } : lineThrough(seen);
    if (line === null) return null;
    sides.push(line);
  }
  return sides.map((line, i) => {
    const before = sides[(i + sides.length - 1) % sides.length] as Line;
    return meeting(before, line) ?? (rough[i] as PlanePoint);
  });
}

/** Where along a direction the shade is half way, next to a point. */
function crossing(p: PlanePoint, n: PlanePoint, shade: (p: PlanePoint) => number, half: number): PlanePoint | null {
  let best: number | null = null;
  let before = shade({ x: p.x - REACH * n.x, y: p.y - REACH * n.y });
  for (let s = -REACH + SCAN; s <= REACH; s += SCAN) {
    const now = shade({ x: p.x + s * n.x, y: p.y + s * n.y });
    if (before < half !== now < half) {
      const at = s - SCAN + (SCAN * (half - before)) / (now - before);
      if (best === null || Math.abs(at) < Math.abs(best)) best = at;
    }
    before = now;
  }
  return best === null ? null : { x: p.x + best * n.x, y: p.y + best * n.y };
}

/** The line of least squares, those far off left out; null where they wander. */
function lineThrough(points: readonly PlanePoint[]): Line | null {
  let kept = points;
  for (let round = 0; ; round++) {
    const n = kept.length;
    const [x, y] = [kept.reduce((s, p) => s + p.x, 0) / n, kept.reduce((s, p) => s + p.y, 0) / n];
    let [xx, xy, yy] = [0, 0, 0];
    for (const p of kept) {
      xx += (p.x - x) ** 2;
      xy += (p.x - x) * (p.y - y);
      yy += (p.y - y) ** 2;
    }
    const angle = Math.atan2(2 * xy, xx - yy) / 2;
    const [ux, uy] = [Math.cos(angle), Math.sin(angle)];
    const off = (p: PlanePoint) => Math.abs((p.y - y) * ux - (p.x - x) * uy);
    const spread = Math.sqrt(kept.reduce((s, p) => s + off(p) ** 2, 0) / n);
    const plain = kept.filter((p) => off(p) <= Math.max(0.05, 2.5 * spread));
    if (plain.length === n || round === 3 || plain.length < 4) return spread <= PLAIN ? { x, y, ux, uy } : null;
    kept = plain;
  }
}

/** Null where they run nearly alike. */
function meeting(a: Line, b: Line): PlanePoint | null {
  const cross = a.ux * b.uy - a.uy * b.ux;
  if (Math.abs(cross) < 0.05) return null;
  const s = ((b.x - a.x) * b.uy - (b.y - a.y) * b.ux) / cross;
  return { x: a.x + s * a.ux, y: a.y + s * a.uy };
}
