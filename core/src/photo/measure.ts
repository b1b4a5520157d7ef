import { project, tiltDeg, type Camera, type PlanePoint } from './camera';
import { seeDots } from './dots';
import { fitCamera, guessCamera, type FittedCamera, type SeenPoint } from './fit-camera';
import type { Frame } from './frame';
import type { Grey } from './grey';
import { holesAt, type MeasuredHole } from './holes-at';
import { seeMarkers } from './markers';
import { seeOutline } from './sheet-outline';

export interface Measured {
  readonly holes: readonly MeasuredHole[];
  readonly camera: Camera;
  readonly dots: number;
  /** How far the marks lie from where they should, root mean square, pixels. */
  readonly rms: number;
  readonly tiltDeg: number;
  /** Whether the picture was taken square enough on for diameters. */
  readonly isSquare: boolean;
  /** Round spots where the light hides what may be there, mm. */
  readonly blinded: readonly { readonly at: PlanePoint; readonly radius: number }[];
  /** The sheet's edge, corners in order, mm; null where it is not plain, or reaches beyond the dark field. */
  readonly outline: readonly PlanePoint[] | null;
}

/** Why a picture is refused. */
export type PhotoProblem = 'no-marks' | 'few-dots' | 'not-sharp' | 'too-tilted';

export interface PhotoQuestion {
  readonly image: Grey;
  readonly frame: Frame;
  /** How far the sheet's upper face lies above the print, mm. */
  readonly thickness: number;
  /** Diameters that may be holes, mm. */
  readonly diameters?: readonly [number, number];
  readonly onProgress?: (share: number) => void;
}

export type PhotoAnswer = { readonly ok: true; readonly value: Measured } | { readonly ok: false; readonly problem: PhotoProblem };

const LEAST_MARKERS = 3;
const LEAST_DOTS = 60;
const MOST_RMS = 0.8;
const MOST_TILT = 38;
/** Up to so far from straight down diameters are judged. */
const SQUARE_TILT = 6;
const DIAMETERS = [1.2, 14] as const;
/** A photograph of a sheet on a printed frame, measured. Source of the numbers: what the simulated camera gives, see docs/photo.md. */
export function measurePhoto({ image, frame, thickness, diameters = DIAMETERS, onProgress }: PhotoQuestion): PhotoAnswer {
  const fitted = findCamera(image, frame);
  onProgress?.(0.4);
  if (!fitted.ok) return fitted;
  const { camera, rms, focalSpread, dots } = fitted.value;
  const tilt = tiltDeg(camera);
  if (tilt > MOST_TILT) return { ok: false, problem: 'too-tilted' };
  const middle = { x: frame.width / 2, y: frame.height / 2 };
  const { left, top, right, bottom } = frame.field;
  const region = [
    { x: left, y: top },
    { x: right, y: top },
    { x: right, y: bottom },
    { x: left, y: bottom },
  ].map((p) => project(camera, p));
  const { holes, blinded } = holesAt({ image, camera, region, thickness, diameters, rms, focalSpread, middle });
  onProgress?.(0.9);
  const outline = seeOutline(image, frame, camera, thickness);
  onProgress?.(1);
  return {
    ok: true,
    value: {
      holes: holes.sort((a, b) => a.at.y - b.at.y || a.at.x - b.at.x),
      camera,
      dots,
      rms,
      tiltDeg: tilt,
      isSquare: tilt <= SQUARE_TILT,
      blinded,
      outline,
    },
  };
}

type Found =
  { readonly ok: true; readonly value: FittedCamera & { readonly dots: number } } | { readonly ok: false; readonly problem: PhotoProblem };

/** Codes say roughly where the frame lies; its dots then exactly. */
function findCamera(image: Grey, frame: Frame): Found {
  const seen = seeMarkers(image).flatMap((m) => {
    const known = frame.markers.find((k) => k.id === m.id);
    return known ? [{ known, corners: m.corners }] : [];
  });
  const points = seen.map(({ known: { x, y, side }, corners }) =>
    [
      { x, y },
      { x: x + side, y },
      { x: x + side, y: y + side },
      { x, y: y + side },
    ].map((at, i): SeenPoint => ({ at, seen: corners[i] as { x: number; y: number } })),
  );
  if (new Set(seen.map((s) => s.known.id)).size < LEAST_MARKERS) return { ok: false, problem: 'no-marks' };
  const rough = agreeing(points, image);
  if (!rough) return { ok: false, problem: 'no-marks' };
  let fitted = fitCamera(rough.points, rough.camera, image.width, image.height, 2);
  let dots: SeenPoint[] = [];
  for (let round = 0; round < 3; round++) {
    dots = seeDots(image, frame, fitted.camera);
    if (dots.length < LEAST_DOTS) return { ok: false, problem: 'few-dots' };
    const { camera, rms } = best(dots, image, round === 0 ? 0.3 : 0.1, fitted.camera);
    const plain = dots.filter(({ at, seen: s }) => {
      const p = project(camera, at);
      return Math.hypot(p.x - s.x, p.y - s.y) <= Math.max(3 * rms, 0.15);
    });
    if (plain.length < LEAST_DOTS) return { ok: false, problem: 'few-dots' };
    fitted = fitCamera(plain, camera, image.width, image.height, Math.max(0.03, rms / Math.SQRT2));
    dots = plain;
  }
  if (fitted.rms > MOST_RMS) return { ok: false, problem: 'not-sharp' };
  return { ok: true, value: { ...fitted, dots: dots.length } };
}

/** Focal lengths a fit is begun from, over the picture's longer side: begun far off, it ends in a wrong valley. */
const FOCALS = [0.55, 0.75, 1, 1.4];

function best(points: readonly SeenPoint[], { width, height }: Grey, pixelSpread: number, known: Camera): FittedCamera {
  const starts = [known, ...FOCALS.flatMap((f) => guessCamera(points, width, height, f) ?? [])];
  const all = starts.map((start) => fitCamera(points, start, width, height, pixelSpread));
  return all.reduce((a, b) => (b.cost < a.cost ? b : a));
}

/** A false code now and then: the codes that agree with one another, by leaving out the one that is worst until they do. */
function agreeing(markers: readonly (readonly SeenPoint[])[], { width, height }: Grey): { points: SeenPoint[]; camera: Camera } | null {
  let left = [...markers];
  while (left.length >= LEAST_MARKERS) {
    const points = left.flat();
    const guess = guessCamera(points, width, height);
    if (!guess) return null;
    const { camera } = fitCamera(points, guess, width, height, 2);
    const off = left.map((m) =>
      Math.max(...m.map(({ at, seen }) => Math.hypot(project(camera, at).x - seen.x, project(camera, at).y - seen.y))),
    );
    const worst = Math.max(...off);
    if (worst < width / 150) return { points, camera };
    left = left.filter((_, i) => off[i] !== worst);
  }
  return null;
}
