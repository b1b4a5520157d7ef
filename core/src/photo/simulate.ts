import { eye, project, rotation, type Camera, type PlanePoint } from './camera';
import { chance } from './chance';
import type { Frame } from './frame';
import type { Grey } from './grey';
import { markerCells } from './markers';
import { strip, STRIP_LENGTH, STRIP_WIDTH, type Marks, type StripPose } from './strips';

/** A sheet that lies on the print. */
export interface LaidSheet {
  /** Its outline, mm on the print. */
  readonly outline: readonly PlanePoint[];
  readonly thickness: number;
  readonly holes: readonly { readonly at: PlanePoint; readonly diameter: number }[];
}

/** What lies on the table: the shade at every place, and what of it a picture is to show, mm. */
export interface Scene {
  readonly shade: (x: number, y: number) => number;
  readonly view: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** How a simulated photograph is taken. */
export interface Shot {
  readonly width: number;
  readonly height: number;
  /** Of the line of sight from straight down, and which way it leans, degrees. */
  readonly tiltDeg: number;
  readonly turnDeg: number;
  /** The camera's own turn about its line of sight, degrees. */
  readonly rollDeg: number;
  /** Focal length over the picture's longer side. */
  readonly focal: number;
  readonly k1: number;
  readonly k2: number;
  /** Spread of the blur, pixels; of the noise, shades. */
  readonly blur: number;
  readonly noise: number;
  /** How much brighter one side is than the other, and the wall of a hole against the sheet: shares. */
  readonly light: number;
  readonly wall: number;
  /** A spot of glare, mm; absent: none. */
  readonly glare?: { readonly at: PlanePoint; readonly radius: number };
  readonly seed: number;
}

/** Shades of the print's white, its black, and of bare sheet. */
const [WHITE, BLACK, SHEET] = [222, 26, 176];
const SUB = 3;
/** Corners of a pixel so many shades apart see different things. */
const DIFFERENT = 6;
/** Spread of the fine stripes that rolling leaves, shades. */
const STRIPES = 2.5;

/** The camera of a shot: as near as the whole view still fits in. */
export function cameraOf(view: Scene['view'], shot: Shot): Camera {
  const rad = Math.PI / 180;
  const [lean, turn, roll] = [shot.tiltDeg * rad, shot.turnDeg * rad, shot.rollDeg * rad];
  const tilted = rotation(Math.cos(turn) * lean, Math.sin(turn) * lean, 0);
  const rolled = rotation(0, 0, roll);
  const r = [0, 1, 2].flatMap((i) =>
    [0, 1, 2].map((k) => [0, 1, 2].reduce((s, j) => s + (rolled[3 * i + j] as number) * (tilted[3 * j + k] as number), 0)),
  );
  const f = shot.focal * Math.max(shot.width, shot.height);
  const [mx, my] = [view.x + view.width / 2, view.y + view.height / 2];
  const corners = [
    { x: view.x, y: view.y },
    { x: view.x + view.width, y: view.y },
    { x: view.x + view.width, y: view.y + view.height },
    { x: view.x, y: view.y + view.height },
  ];
  const at = (distance: number): Camera => {
    const t = [0, 1, 2].map((i) => -((r[3 * i] as number) * mx + (r[3 * i + 1] as number) * my) + (i === 2 ? distance : 0));
    return { f, cx: (shot.width - 1) / 2, cy: (shot.height - 1) / 2, k1: shot.k1, k2: shot.k2, r, t: t as [number, number, number] };
  };
  let [near, far] = [100, 6000];
  for (let i = 0; i < 40; i++) {
    const d = (near + far) / 2;
    const camera = at(d);
    const fits = corners.every((c) => {
      const p = project(camera, c);
      return p.x > 0.01 * shot.width && p.x < 0.99 * shot.width && p.y > 0.01 * shot.height && p.y < 0.99 * shot.height;
    });
    if (fits) far = d;
    else near = d;
  }
  return at(far);
}

/** A photograph of a sheet on its frame, as a camera would take it: perspective, lens, walls of holes, blur, light, noise. */
export function takePhoto(scene: Scene, sheet: LaidSheet, shot: Shot, onProgress?: (share: number) => void): Grey {
  const camera = cameraOf(scene.view, shot);
  const { width, height } = shot;
  const shade = shader(scene, sheet, shot);
  const sight = sightOf(camera, sheet.thickness);
  const of = (x: number, y: number) => {
    const met = sight(x, y);
    return shade(met[0] as number, met[1] as number, met[2] as number, met[3] as number);
  };
  const picture = new Float32Array(width * height);
  const row = new Float32Array(width + 1);
  let above = new Float32Array(width + 1);
  /* What is seen at the corners of a pixel; where they differ, it is looked at more closely. */
  for (let x = 0; x <= width; x++) above[x] = of(x - 0.5, -0.5);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x <= width; x++) row[x] = of(x - 0.5, y + 0.5);
    for (let x = 0; x < width; x++) {
      const a = above[x] as number;
      const b = above[x + 1] as number;
      const c = row[x] as number;
      const d = row[x + 1] as number;
      if (Math.max(a, b, c, d) - Math.min(a, b, c, d) < DIFFERENT) {
        picture[y * width + x] = (a + b + c + d) / 4;
        continue;
      }
      let sum = 0;
      for (let j = 0; j < SUB; j++) for (let i = 0; i < SUB; i++) sum += of(x - 0.5 + (i + 0.5) / SUB, y - 0.5 + (j + 0.5) / SUB);
      picture[y * width + x] = sum / (SUB * SUB);
    }
    above = row.slice();
    if (y % 200 === 0) onProgress?.((0.8 * y) / height);
  }
  const soft = shot.blur > 0 ? blurred(picture, width, height, shot.blur) : picture;
  const { normal } = chance(shot.seed);
  const stripes = Float32Array.from({ length: height }, () => STRIPES * normal());
  const data = new Uint8Array(width * height);
  for (let i = 0; i < data.length; i++)
    data[i] = Math.min(
      255,
      Math.max(0, Math.round((soft[i] as number) + (stripes[Math.floor(i / width)] as number) + shot.noise * normal())),
    );
  return { width, height, data };
}

/** The page frame on a table. */
export function frameScene(frame: Frame): Scene {
  const marks = marksShade(frame);
  const { field } = frame;
  return {
    view: { x: 0, y: 0, width: frame.width, height: frame.height },
    shade: (x, y) => {
      if (x < 0 || y < 0 || x > frame.width || y > frame.height) return 120;
      if (x > field.left && x < field.right && y > field.top && y < field.bottom) return BLACK;
      return marks(x, y);
    },
  };
}

/** Strips on a dark ground, each where it lies; `view`: what a picture is to show. */
export function stripsScene(strips: ReadonlyMap<number, StripPose>, view: Scene['view']): Scene {
  /* As `intoStrip` does, its sine and cosine taken once for twelve million places. */
  const all = [...strips].map(([k, { x, y, angle }]) => ({ x, y, c: Math.cos(angle), s: Math.sin(angle), shade: marksShade(strip(k)) }));
  return {
    view,
    shade: (x, y) => {
      for (const lies of all) {
        const dx = x - lies.x;
        const dy = y - lies.y;
        const along = lies.c * dx + lies.s * dy;
        const across = -lies.s * dx + lies.c * dy;
        if (along >= 0 && across >= 0 && along <= STRIP_LENGTH && across <= STRIP_WIDTH) return lies.shade(along, across);
      }
      return BLACK;
    },
  };
}

/** Codes and dots on white. */
function marksShade(marks: Marks): (x: number, y: number) => number {
  const cells = new Map(marks.markers.map((m) => [m.id, markerCells(m.id)]));
  const dots = new Map<number, PlanePoint[]>();
  for (const d of marks.dots)
    for (const k of new Set([-2, 0, 2].flatMap((dx) => [-2, 0, 2].map((dy) => key(d.x + dx, d.y + dy)))))
      dots.set(k, [...(dots.get(k) ?? []), d]);
  const r2 = (marks.dotDiameter / 2) ** 2;
  return (x, y) => {
    for (const m of marks.markers) {
      const i = Math.floor(((x - m.x) / m.side) * 7);
      const j = Math.floor(((y - m.y) / m.side) * 7);
      if (i >= 0 && j >= 0 && i < 7 && j < 7) return cells.get(m.id)?.[j]?.[i] ? BLACK : WHITE;
    }
    for (const d of dots.get(key(x, y)) ?? NO_POINTS) if ((x - d.x) ** 2 + (y - d.y) ** 2 < r2) return BLACK;
    return WHITE;
  };
}

/** Places are looked up by squares so wide, mm. */
const CELL = 20;
const key = (x: number, y: number) => Math.floor(x / CELL) * 4096 + Math.floor(y / CELL);

/** The shade where a line of sight meets the sheet's face and, through a hole or beside it, what lies below. */
function shader(scene: Scene, sheet: LaidSheet, shot: Shot): (faceX: number, faceY: number, printX: number, printY: number) => number {
  const near = new Map<number, number[]>();
  sheet.holes.forEach((h, i) => {
    const r = h.diameter / 2;
    const keys = new Set([-r, 0, r].flatMap((dx) => [-r, 0, r].map((dy) => key(h.at.x + dx, h.at.y + dy))));
    for (const k of keys) near.set(k, [...(near.get(k) ?? []), i]);
  });
  const isOnSheet = within(sheet.outline);
  const printed = scene.shade;
  const { view } = scene;
  const { glare: spot } = shot;
  return (faceX, faceY, printX, printY) => {
    const even = 1 + shot.light * (((faceX - view.x) / view.width - 0.5) * 0.8 + ((faceY - view.y) / view.height - 0.5) * 0.6);
    if (!isOnSheet(faceX, faceY)) return printed(printX, printY) * even;
    const glare = spot ? 400 * Math.exp((-2 * ((faceX - spot.at.x) ** 2 + (faceY - spot.at.y) ** 2)) / spot.radius ** 2) : 0;
    for (const i of near.get(key(faceX, faceY)) ?? NO_HOLES) {
      const h = sheet.holes[i] as LaidSheet['holes'][number];
      const q = (h.diameter / 2) ** 2;
      if ((faceX - h.at.x) ** 2 + (faceY - h.at.y) ** 2 >= q) continue;
      return (printX - h.at.x) ** 2 + (printY - h.at.y) ** 2 < q
        ? printed(printX, printY) * even + 0.3 * glare
        : SHEET * shot.wall * even + 0.5 * glare;
    }
    return SHEET * even + glare;
  };
}

const NO_POINTS: readonly PlanePoint[] = [];
const NO_HOLES: readonly number[] = [];

/** Where a pixel's line of sight meets the sheet's face and the print: x and y of either, in the same four numbers for each of twelve million. */
function sightOf(camera: Camera, thickness: number): (px: number, py: number) => Float64Array {
  const { r, f, cx, cy, k1, k2 } = camera;
  const [r0, r1, r2, r3, r4, r5, r6, r7, r8] = r as [number, number, number, number, number, number, number, number, number];
  const [ex, ey, ez] = eye(camera);
  const met = new Float64Array(4);
  return (px, py) => {
    const x = (px - cx) / f;
    const y = (py - cy) / f;
    let u = x;
    let v = y;
    /* Four rounds are right to a thousandth of a pixel for the lenses there are. */
    for (let i = 0; i < 4; i++) {
      const q = u * u + v * v;
      const d = 1 + q * (k1 + k2 * q);
      u = x / d;
      v = y / d;
    }
    const dx = r0 * u + r3 * v + r6;
    const dy = r1 * u + r4 * v + r7;
    const dz = r2 * u + r5 * v + r8;
    const toFace = (-thickness - ez) / dz;
    const toPrint = -ez / dz;
    met[0] = ex + toFace * dx;
    met[1] = ey + toFace * dy;
    met[2] = ex + toPrint * dx;
    met[3] = ey + toPrint * dy;
    return met;
  };
}

function within(outline: readonly PlanePoint[]): (x: number, y: number) => boolean {
  return (x, y) => {
    let isIn = false;
    for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
      const a = outline[i] as PlanePoint;
      const b = outline[j] as PlanePoint;
      if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) isIn = !isIn;
    }
    return isIn;
  };
}

/** Gaussian, first along, then across. */
function blurred(from: Float32Array, width: number, height: number, spread: number): Float32Array {
  const reach = Math.ceil(3 * spread);
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * spread * spread)));
  const total = weights.reduce((s, w) => s + w, 0);
  const kernel = Float32Array.from(weights, (w) => w / total);
  const along = new Float32Array(from.length);
  const out = new Float32Array(from.length);
  /* With its edges gone on, so that no place asks whether it is one. */
  const line = new Float32Array(width + 2 * reach);
  for (let y = 0; y < height; y++) {
    line.set(from.subarray(y * width, (y + 1) * width), reach);
    line.fill(line[reach] as number, 0, reach);
    line.fill(line[width + reach - 1] as number, width + reach);
    for (let x = 0; x < width; x++) {
      let s = 0;
      for (let k = 0; k <= 2 * reach; k++) s += (kernel[k] as number) * (line[x + k] as number);
      along[y * width + x] = s;
    }
  }
  for (let y = 0; y < height; y++)
    for (let k = -reach; k <= reach; k++) {
      const w = kernel[k + reach] as number;
      const at = Math.min(height - 1, Math.max(0, y + k)) * width;
      for (let x = 0; x < width; x++) out[y * width + x] = (out[y * width + x] as number) + w * (along[at + x] as number);
    }
  return out;
}
