import { fitRow } from '../layout/fit';
import type { Region } from './blobs';
import { onPlane, project, rotation, rotationVector, tiltDeg, type Camera, type PlanePoint } from './camera';
import { seeDots } from './dots';
import { fitCamera, guessCamera, type SeenPoint } from './fit-camera';
import type { Grey } from './grey';
import { holesAt, type MeasuredHole } from './holes-at';
import { fit } from './least-squares';
import { seeMarkers } from './markers';
import type { PhotoProblem } from './measure';
import { fromStrip, intoStrip, strip, STRIP_LENGTH, STRIP_WIDTH, stripOfCode, type StripPose } from './strips';

/** Several photographs of one part, joined by the strips they share. Lengths mm; the first strip that was placed lies along x. */
export interface Joined {
  readonly holes: readonly MeasuredHole[];
  readonly strips: ReadonlyMap<number, StripPose>;
  readonly photos: readonly { readonly camera: Camera; readonly rms: number; readonly tiltDeg: number; readonly dots: number }[];
  /** Every picture was taken square enough on for diameters. */
  readonly isSquare: boolean;
  readonly blinded: readonly { readonly at: PlanePoint; readonly radius: number }[];
  /** What lies between the strips: a convex polygon. */
  readonly region: readonly PlanePoint[];
}

export interface JoinedQuestion {
  readonly images: readonly Grey[];
  /** How far the sheet's upper face lies above the strips, mm. */
  readonly thickness: number;
  readonly diameters?: readonly [number, number];
  readonly onProgress?: (share: number) => void;
}

export type JoinedProblem = PhotoProblem | 'not-joined' | 'sizes-differ';
export type JoinedAnswer =
  | { readonly ok: true; readonly value: Joined }
  /** `photo`: which one, from 0. */
  | { readonly ok: false; readonly problem: JoinedProblem; readonly photo: number };

const DIAMETERS = [1.2, 14] as const;
const MOST_RMS = 0.8;
const MOST_TILT = 38;
const SQUARE_TILT = 6;
const LEAST_DOTS = 60;
/** Two of a hole's places in two pictures are one hole within so much, mm. */
const SAME_HOLE = 1.2;
/** What two strips may be off each other over the length of a part beside the fit itself, one standard deviation: paper is not quite flat. */
const JOIN_SPREAD = 0.02;

/** Corners of the codes of one picture, by strip, in the strip's own millimetres. */
type SeenStrips = ReadonlyMap<number, readonly SeenPoint[]>;

/**
 * Measures a part that no page takes: strips of marks lie round it on the table, anyhow; each picture shows some of them. Where the strips
 * lie, where each picture was taken from and the lens come out of one fit over all pictures (bundle adjustment); then holes as on the frame.
 */
export function measureJoined({ images, thickness, diameters = DIAMETERS, onProgress }: JoinedQuestion): JoinedAnswer {
  const [first] = images;
  if (!first) return { ok: false, problem: 'no-marks', photo: 0 };
  const odd = images.findIndex((i) => i.width !== first.width || i.height !== first.height);
  if (odd >= 0) return { ok: false, problem: 'sizes-differ', photo: odd };
  const seen = images.map(stripsIn);
  const bare = seen.findIndex((s) => s.size === 0);
  if (bare >= 0) return { ok: false, problem: 'no-marks', photo: bare };
  const rough = join(seen, first);
  if (typeof rough === 'number') return { ok: false, problem: 'not-joined', photo: rough };
  onProgress?.(0.3);
  let scene = bundle(rough, seen, first, 2);
  let dots: SeenStrips[] = seen;
  for (let round = 0; round < 3; round++) {
    const { cameras, poses } = scene;
    dots = images.map((image, i) => dotsIn(image, cameras[i] as Camera, poses, seen[i] as SeenStrips));
    const poor = dots.findIndex((d) => [...d.values()].reduce((n, p) => n + p.length, 0) < LEAST_DOTS);
    if (poor >= 0) return { ok: false, problem: 'few-dots', photo: poor };
    scene = bundle(scene, dots, first, round === 0 ? 0.3 : 0.1);
    onProgress?.(0.4 + 0.1 * round);
  }
  const { cameras, poses, rms } = scene;
  const blurred = rms.findIndex((r) => r > MOST_RMS);
  if (blurred >= 0) return { ok: false, problem: 'not-sharp', photo: blurred };
  const tilted = cameras.findIndex((c) => tiltDeg(c) > MOST_TILT);
  if (tilted >= 0) return { ok: false, problem: 'too-tilted', photo: tilted };
  const found: MeasuredHole[] = [];
  const blinded: { at: PlanePoint; radius: number }[] = [];
  images.forEach((image, i) => {
    const camera = cameras[i] as Camera;
    const own = [...(seen[i] as SeenStrips).keys()].flatMap((k) => poses.get(k) ?? []);
    const region = hull(own.flatMap((pose) => CORNERS.map((c) => fromStrip(pose, c)))).map((p) => project(camera, p)) satisfies Region;
    const isOnStrip = (p: PlanePoint) =>
      [...poses.values()].some((pose) => {
        const q = intoStrip(pose, p);
        return q.x > -RIM && q.y > -RIM && q.x < STRIP_LENGTH + RIM && q.y < STRIP_WIDTH + RIM;
      });
    const middle = onPlane(camera, { x: image.width / 2, y: image.height / 2 });
    const here = holesAt({ image, camera, region, thickness, diameters, rms: rms[i] as number, focalSpread: FOCAL_SPREAD, middle });
    for (const h of here.holes) if (!isOnStrip(h.at)) found.push({ ...h, within: Math.hypot(h.within, 2.45 * JOIN_SPREAD) });
    blinded.push(...here.blinded.filter((b) => !isOnStrip(b.at)));
    onProgress?.(0.7 + (0.3 * (i + 1)) / images.length);
  });
  return {
    ok: true,
    value: {
      holes: merged(found),
      strips: poses,
      photos: cameras.map((camera, i) => ({
        camera,
        rms: rms[i] as number,
        tiltDeg: tiltDeg(camera),
        dots: [...(dots[i] as SeenStrips).values()].reduce((n, p) => n + p.length, 0),
      })),
      isSquare: cameras.every((c) => tiltDeg(c) <= SQUARE_TILT),
      blinded,
      region: hull([...poses.values()].flatMap((pose) => CORNERS.map((c) => fromStrip(pose, c)))),
    },
  };
}

/** What the focal length is known to over many strips, as a share of it. */
const FOCAL_SPREAD = 0.01;
const RIM = 1.5;
const CORNERS: readonly PlanePoint[] = [
  { x: 0, y: 0 },
  { x: STRIP_LENGTH, y: 0 },
  { x: STRIP_LENGTH, y: STRIP_WIDTH },
  { x: 0, y: STRIP_WIDTH },
];

/** Strips of which two codes or more are seen. */
function stripsIn(image: Grey): SeenStrips {
  const found = new Map<number, SeenPoint[]>();
  const codes = new Map<number, Set<number>>();
  for (const m of seeMarkers(image)) {
    const of = stripOfCode(m.id);
    if (!of) continue;
    const { x, y, side } = strip(of.strip).markers[of.code] as { x: number; y: number; side: number };
    const at = [
      { x, y },
      { x: x + side, y },
      { x: x + side, y: y + side },
      { x, y: y + side },
    ];
    const points = at.map((p, i): SeenPoint => ({ at: p, seen: m.corners[i] as { x: number; y: number } }));
    found.set(of.strip, [...(found.get(of.strip) ?? []), ...points]);
    codes.set(of.strip, (codes.get(of.strip) ?? new Set()).add(of.code));
  }
  return new Map([...found].filter(([k, points]) => (codes.get(k)?.size ?? 0) >= 2 && points.length <= 12));
}

interface Scene {
  readonly cameras: readonly Camera[];
  readonly poses: ReadonlyMap<number, StripPose>;
}

const placedPoints = (seen: SeenStrips, poses: ReadonlyMap<number, StripPose>): SeenPoint[] =>
  [...seen].flatMap(([k, points]) => {
    const pose = poses.get(k);
    return pose ? points.map((p) => ({ at: fromStrip(pose, p.at), seen: p.seen })) : [];
  });

/** Roughly where everything is: picture after picture, each by the strips that are placed already. The picture that shares none: its number. */
function join(seen: readonly SeenStrips[], { width, height }: Grey): Scene | number {
  const long = (points: readonly SeenPoint[]) =>
    Math.max(...points.map((p) => p.seen.x)) -
    Math.min(...points.map((p) => p.seen.x)) +
    Math.max(...points.map((p) => p.seen.y)) -
    Math.min(...points.map((p) => p.seen.y));
  const start = [...(seen[0] as SeenStrips)].reduce((a, b) => (long(b[1]) > long(a[1]) ? b : a))[0];
  const poses = new Map<number, StripPose>([[start, { x: 0, y: 0, angle: 0 }]]);
  const cameras = new Map<number, Camera>();
  while (cameras.size < seen.length) {
    /* The picture that shows most of what is placed. */
    const [next, shared] = seen
      .map((s, i) => [i, cameras.has(i) ? 0 : [...s.keys()].filter((k) => poses.has(k)).length] as const)
      .reduce((a, b) => (b[1] > a[1] ? b : a));
    if (shared === 0) return seen.findIndex((_, i) => !cameras.has(i));
    const own = seen[next] as SeenStrips;
    const points = placedPoints(own, poses);
    const guess = guessCamera(points, width, height);
    if (!guess) return next;
    let { camera } = fitCamera(points, guess, width, height, 2);
    /* Its other strips, where this camera sees them; then all of them together. */
    const fresh = [...own].filter(([k]) => !poses.has(k));
    for (const [k, seenPoints] of fresh) {
      const placed = fitRow(
        seenPoints.map((p) => p.at),
        seenPoints.map((p) => onPlane(camera, p.seen)),
      );
      if (placed) poses.set(k, { x: placed.dx, y: placed.dy, angle: placed.angleRad });
    }
    cameras.set(next, camera);
    const so = [...cameras.keys()];
    const scene = bundle(
      { cameras: so.map((i) => cameras.get(i) as Camera), poses },
      so.map((i) => seen[i] as SeenStrips),
      { width, height },
      2,
    );
    so.forEach((i, k) => cameras.set(i, scene.cameras[k] as Camera));
    for (const [k, pose] of scene.poses) poses.set(k, pose);
    camera = cameras.get(next) as Camera;
  }
  return { cameras: seen.map((_, i) => cameras.get(i) as Camera), poses };
}

/** The dots of the strips in a picture, in each strip's own millimetres; a dot far off what fits is left out later by its weight. */
function dotsIn(image: Grey, camera: Camera, poses: ReadonlyMap<number, StripPose>, seen: SeenStrips): SeenStrips {
  return new Map(
    [...seen.keys()].map((k) => {
      const pose = poses.get(k) as StripPose;
      const marks = strip(k);
      const own = new Map(marks.dots.map((d) => [d, fromStrip(pose, d)] as const));
      const at = new Map([...own].map(([d, g]) => [g, d] as const));
      const found = seeDots(image, { ...marks, dots: [...own.values()] }, camera);
      const off = found.map((p) => {
        const q = project(camera, p.at);
        return Math.hypot(q.x - p.seen.x, q.y - p.seen.y);
      });
      const middle = [...off].sort((a, b) => a - b)[Math.floor(off.length / 2)] ?? 0;
      return [
        k,
        found.flatMap((p, i) =>
          (off[i] as number) <= Math.max(4 * middle, 0.3) ? [{ at: at.get(p.at) as PlanePoint, seen: p.seen }] : [],
        ),
      ] as const;
    }),
  );
}

const FOCAL = 0.8;
const PRIORS = { focal: 0.15, centre: 0.006, distortion: 0.15 } as const;

/** Everything at once: the lens, where each picture was taken from, where each strip lies; the first strip stays. */
function bundle(
  { cameras, poses }: Scene,
  seen: readonly SeenStrips[],
  { width, height }: Pick<Grey, 'width' | 'height'>,
  pixelSpread: number,
): Scene & { readonly rms: readonly number[] } {
  const scale = Math.max(width, height);
  const [cx, cy] = [(width - 1) / 2, (height - 1) / 2];
  const ids = [...poses.keys()];
  const loose = ids.slice(1);
  const lens = cameras[0] as Camera;
  const start = [
    lens.f,
    lens.cx,
    lens.cy,
    lens.k1,
    lens.k2,
    ...cameras.flatMap((c) => [...rotationVector(c.r), ...c.t]),
    ...loose.flatMap((k) => {
      const { x, y, angle } = poses.get(k) as StripPose;
      return [x, y, angle];
    }),
  ];
  const steps = [
    1e-2,
    1e-2,
    1e-2,
    1e-5,
    1e-5,
    ...cameras.flatMap(() => [1e-6, 1e-6, 1e-6, 1e-3, 1e-3, 1e-3]),
    ...loose.flatMap(() => [1e-3, 1e-3, 1e-6]),
  ];
  const unpack = (p: readonly number[]): Scene => {
    const at = (i: number) => p[i] as number;
    return {
      cameras: cameras.map((_, i) => {
        const o = 5 + 6 * i;
        return {
          f: at(0),
          cx: at(1),
          cy: at(2),
          k1: at(3),
          k2: at(4),
          r: rotation(at(o), at(o + 1), at(o + 2)),
          t: [at(o + 3), at(o + 4), at(o + 5)],
        };
      }),
      poses: new Map([
        [ids[0] as number, poses.get(ids[0] as number) as StripPose],
        ...loose.map((k, i): [number, StripPose] => {
          const o = 5 + 6 * cameras.length + 3 * i;
          return [k, { x: at(o), y: at(o + 1), angle: at(o + 2) }];
        }),
      ]),
    };
  };
  const points = seen.flatMap((s, i) => [...s].flatMap(([k, list]) => list.map((p) => ({ i, k, p }))));
  const residuals = (q: readonly number[]) => {
    const scene = unpack(q);
    const out = new Float64Array(points.length * 2 + 5);
    points.forEach(({ i, k, p }, n) => {
      const where = project(scene.cameras[i] as Camera, fromStrip(scene.poses.get(k) as StripPose, p.at));
      out[2 * n] = (where.x - p.seen.x) / pixelSpread;
      out[2 * n + 1] = (where.y - p.seen.y) / pixelSpread;
    });
    const n = points.length * 2;
    out[n] = Math.log(Math.max(1, q[0] as number) / (FOCAL * scale)) / PRIORS.focal;
    out[n + 1] = ((q[1] as number) - cx) / (PRIORS.centre * scale);
    out[n + 2] = ((q[2] as number) - cy) / (PRIORS.centre * scale);
    out[n + 3] = (q[3] as number) / PRIORS.distortion;
    out[n + 4] = (q[4] as number) / PRIORS.distortion;
    return out;
  };
  const scene = unpack(fit(residuals, start, steps).p);
  const rms = scene.cameras.map((camera, i) => {
    const own = placedPoints(seen[i] as SeenStrips, scene.poses);
    const squares = own.reduce((s, { at, seen: px }) => {
      const q = project(camera, at);
      return s + (q.x - px.x) ** 2 + (q.y - px.y) ** 2;
    }, 0);
    return Math.sqrt(squares / Math.max(1, own.length));
  });
  return { ...scene, rms };
}

/** The corners round a set of points (Andrew's way). */
function hull(points: readonly PlanePoint[]): PlanePoint[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const cross = (o: PlanePoint, a: PlanePoint, b: PlanePoint) => (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
  const half = (list: readonly PlanePoint[]) => {
    const chain: PlanePoint[] = [];
    for (const p of list) {
      while (chain.length >= 2 && cross(chain.at(-2) as PlanePoint, chain.at(-1) as PlanePoint, p) <= 0) chain.pop();
      chain.push(p);
    }
    return chain.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}

/** A hole seen in several pictures is one: its places weighed by how well each is known. */
function merged(found: readonly MeasuredHole[]): MeasuredHole[] {
  const groups: MeasuredHole[][] = [];
  for (const h of found) {
    const own = groups.find((g) => Math.hypot((g[0] as MeasuredHole).at.x - h.at.x, (g[0] as MeasuredHole).at.y - h.at.y) < SAME_HOLE);
    if (own) own.push(h);
    else groups.push([h]);
  }
  return groups
    .map((g): MeasuredHole => {
      const weights = g.map((h) => 1 / h.within ** 2);
      const all = weights.reduce((s, w) => s + w, 0);
      const mean = (of: (h: MeasuredHole) => number) => g.reduce((s, h, i) => s + of(h) * (weights[i] as number), 0) / all;
      /* Taken from nearly the same places they share what they are off by: no better than the best of them. */
      return {
        at: { x: mean((h) => h.at.x), y: mean((h) => h.at.y) },
        diameter: mean((h) => h.diameter),
        within: Math.min(...g.map((h) => h.within)),
      };
    })
    .sort((a, b) => a.at.y - b.at.y || a.at.x - b.at.x);
}
