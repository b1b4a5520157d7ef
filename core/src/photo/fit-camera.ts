import { project, rotation, rotationVector, type Camera, type Pixel, type PlanePoint } from './camera';
import { fit, solve } from './least-squares';

export interface SeenPoint {
  readonly at: PlanePoint;
  readonly seen: Pixel;
}

/** A camera as fitted: how far marks lie off, root mean square, pixels. */
export interface FittedCamera {
  readonly camera: Camera;
  readonly rms: number;
  /** What was made as small as it gets: of two fits of the same marks the lower one is better. */
  readonly cost: number;
  /** What the focal length is known to, one standard deviation, as a share of it. */
  readonly focalSpread: number;
}

/** A telephone's or tablet's lens, where nothing else is known: focal length over the picture's longer side, and how far that may be off. */
const FOCAL = 0.8;
const FOCAL_SPREAD = 0.15;
const CENTRE_SPREAD = 0.006;
const DISTORTION_SPREAD = 0.15;
const STEPS = [1e-2, 1e-2, 1e-2, 1e-5, 1e-5, 1e-6, 1e-6, 1e-6, 1e-3, 1e-3, 1e-3];

/** The eight numbers that carry the print onto the picture, from four points or more; null where they lie in one line. */
function homography(points: readonly SeenPoint[]): number[] | null {
  const a = Array.from({ length: 8 }, () => new Array<number>(8).fill(0));
  const b = new Array<number>(8).fill(0);
  const add = (row: readonly number[], value: number) => {
    for (let i = 0; i < 8; i++) {
      for (let k = 0; k < 8; k++) (a[i] as number[])[k] = ((a[i] as number[])[k] as number) + (row[i] as number) * (row[k] as number);
      b[i] = (b[i] as number) + (row[i] as number) * value;
    }
  };
  for (const { at, seen } of points) {
    add([at.x, at.y, 1, 0, 0, 0, -seen.x * at.x, -seen.x * at.y], seen.x);
    add([0, 0, 0, at.x, at.y, 1, -seen.y * at.x, -seen.y * at.y], seen.y);
  }
  const h = solve(a, b);
  return h && h.every(Number.isFinite) ? [...h, 1] : null;
}

/** A first guess: a lens without distortion, the usual focal length. */
export function guessCamera(points: readonly SeenPoint[], width: number, height: number, focal = FOCAL): Camera | null {
  const [cx, cy] = [(width - 1) / 2, (height - 1) / 2];
  const scale = Math.max(width, height);
  const near = points.map(({ at, seen }) => ({
    at: { x: at.x / 100, y: at.y / 100 },
    seen: { x: (seen.x - cx) / scale, y: (seen.y - cy) / scale },
  }));
  const h = homography(near);
  if (!h) return null;
  const f = focal;
  const column = (i: number) => [(h[i] as number) / f, (h[i + 3] as number) / f, h[i + 6] as number] as const;
  const [a, b, c] = [column(0), column(1), column(2)];
  const size = (Math.hypot(...a) + Math.hypot(...b)) / 2;
  const sign = c[2] > 0 ? 1 : -1;
  const unit = (v: readonly number[]) => v.map((x) => (sign * x) / Math.hypot(...v));
  const x = unit(a) as [number, number, number];
  const rawY = unit(b);
  const dot = x.reduce((s, v, i) => s + v * (rawY[i] as number), 0);
  const bent = rawY.map((v, i) => v - dot * (x[i] as number));
  const y = bent.map((v) => v / Math.hypot(...bent)) as [number, number, number];
  const z = [x[1] * y[2] - x[2] * y[1], x[2] * y[0] - x[0] * y[2], x[0] * y[1] - x[1] * y[0]] as const;
  const t = c.map((v) => ((sign * v) / size) * 100) as [number, number, number];
  return { f: f * scale, cx, cy, k1: 0, k2: 0, r: [x[0], y[0], z[0], x[1], y[1], z[1], x[2], y[2], z[2]], t };
}

/** Focal length, centre, distortion and where it stands, from marks of known places; what is not told by them stays near what lenses are. */
export function fitCamera(points: readonly SeenPoint[], start: Camera, width: number, height: number, pixelSpread: number): FittedCamera {
  const scale = Math.max(width, height);
  const [cx, cy] = [(width - 1) / 2, (height - 1) / 2];
  const unpack = (p: readonly number[]): Camera => ({
    f: p[0] as number,
    cx: p[1] as number,
    cy: p[2] as number,
    k1: p[3] as number,
    k2: p[4] as number,
    r: rotation(p[5] as number, p[6] as number, p[7] as number),
    t: [p[8] as number, p[9] as number, p[10] as number],
  });
  const residuals = (p: readonly number[]) => {
    const camera = unpack(p);
    const out = new Float64Array(points.length * 2 + 5);
    points.forEach(({ at, seen }, i) => {
      const where = project(camera, at);
      out[2 * i] = (where.x - seen.x) / pixelSpread;
      out[2 * i + 1] = (where.y - seen.y) / pixelSpread;
    });
    const n = points.length * 2;
    out[n] = Math.log(Math.max(1, camera.f) / (FOCAL * scale)) / FOCAL_SPREAD;
    out[n + 1] = (camera.cx - cx) / (CENTRE_SPREAD * scale);
    out[n + 2] = (camera.cy - cy) / (CENTRE_SPREAD * scale);
    out[n + 3] = camera.k1 / DISTORTION_SPREAD;
    out[n + 4] = camera.k2 / DISTORTION_SPREAD;
    return out;
  };
  const first = [start.f, start.cx, start.cy, start.k1, start.k2, ...rotationVector(start.r), ...start.t];
  const { p, normal, cost } = fit(residuals, first, STEPS);
  const camera = unpack(p);
  const squares = points.reduce((s, { at, seen }) => {
    const where = project(camera, at);
    return s + (where.x - seen.x) ** 2 + (where.y - seen.y) ** 2;
  }, 0);
  const unitVector = p.map((_, i) => (i === 0 ? 1 : 0));
  const variance = solve(normal, unitVector)?.[0] ?? (FOCAL_SPREAD * camera.f) ** 2;
  return { camera, cost, rms: Math.sqrt(squares / points.length), focalSpread: Math.sqrt(Math.max(0, variance)) / camera.f };
}
