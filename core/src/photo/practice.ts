import { boundsOf } from '../layout/bounds';
import { edgeDistance } from '../layout/outline';
import type { Place } from '../layout/path';
import type { PlanePoint } from './camera';
import { chance } from './chance';
import type { Frame } from './frame';
import { onPrint, placed, type Placing } from './placing';
import type { LaidSheet, Shot } from './simulate';

/** Final sizes of drills #40 to #11, mm. */
const SIZES = [2.489, 3.264, 4.04, 4.851];

/** A made-up sheet on the frame: five rows of holes a little off their pitch, four sizes. The same for the same seed. */
export function practiceSheet({ field }: Frame, seed: number, thickness: number): LaidSheet {
  const { between, next } = chance(seed);
  const { left, top, right, bottom } = field;
  const inset = () => between(4, 8);
  const [rows, columns] = [5, 12];
  const holes = Array.from({ length: rows * columns }, (_, i) => ({
    at: {
      x: left + 18 + ((right - left - 36) * (i % columns)) / (columns - 1) + between(-1.5, 1.5),
      y: top + 16 + ((bottom - top - 32) * Math.floor(i / columns)) / (rows - 1) + between(-1.5, 1.5),
    },
    diameter: SIZES[Math.floor(next() * SIZES.length)] as number,
  }));
  const outline = [
    { x: left + inset(), y: top + inset() },
    { x: right - inset(), y: top + inset() },
    { x: right - inset(), y: bottom - inset() },
    { x: left + inset(), y: bottom - inset() },
  ];
  return { outline, thickness, holes };
}

/** A hole of a part as planned, with the diameter it has by now, mm. */
export interface PracticeHole {
  readonly place: Place;
  readonly diameter: number;
}

/** A part laid on the frame: as much of it as the field takes, its edge with it where it is drawn. */
export interface PracticePart {
  readonly sheet: LaidSheet;
  /** Where it was laid. */
  readonly placing: Placing;
  /** Which of its holes were spoiled, and how: indices in what was asked for. */
  readonly faults: { readonly missing: number; readonly off: number; readonly wide: number; readonly extraAfter: number } | null;
}

/** From the field's rim to what is laid in it, mm. */
const RIM = 5;
const RIMS = [5, 7, 9, 11, 13, 15, 17];
/** A size up, and how far a spoiled hole lies off, mm. */
const [SIZE_UP, OFF] = [0.79, 1];
/** A part turned a little takes so much more room, mm. */
const MOST_TURN_ROOM = 8;
/** Faults are made among so many holes at least. */
export const FAULTS_FROM = 8;

/** A part of the kit on the frame, turned by chance; with faults one hole each is missing, extra, out of place and a size up. Null: no hole fits. */
export function practicePart(
  { field }: Frame,
  holes: readonly PracticeHole[],
  outline: readonly Place[] | null,
  thickness: number,
  { seed, withFaults }: { readonly seed: number; readonly withFaults: boolean },
): PracticePart | null {
  const { next, between } = chance(seed);
  if (holes.length === 0) return null;
  const [long, high] = [field.right - field.left - 2 * RIM, field.bottom - field.top - 2 * RIM];
  /* Along or across, where most of its holes are on the page. */
  const whole = boundsOf(holes.map((h) => h.place));
  const centres = [{ x: (whole.minX + whole.maxX) / 2, y: (whole.minY + whole.maxY) / 2 }, ...middles(holes)];
  const room = MOST_TURN_ROOM + 2 * RIM;
  const { centre, isUpright } = centres
    .flatMap((centre) => [false, true].map((isUpright) => ({ centre, isUpright })))
    .map((way) => ({ ...way, holds: holdsOf(holes, way.centre, way.isUpright ? [high - room, long - room] : [long - room, high - room]) }))
    .reduce((best, way) => (way.holds > best.holds ? way : best));
  const angle = ((isUpright ? 90 : 0) + (next() < 0.5 ? 180 : 0) + between(-2, 2)) * (Math.PI / 180);
  const turned: Placing = { cos: Math.cos(angle), sin: Math.sin(angle), x: 0, y: 0, isTurnedOver: false };
  const middle = placed(turned, { x: (field.left + field.right) / 2, y: (field.top + field.bottom) / 2 });
  const placing: Placing = { ...turned, x: centre.x - middle.x, y: centre.y - middle.y };
  const lying = holes.map((h, index) => ({ at: onPrint(placing, h.place), diameter: h.diameter, index }));
  /* Cut to the page where no hole is in the way. */
  const cuts = RIMS.map((by) => ({ left: field.left + by, top: field.top + by, right: field.right - by, bottom: field.bottom - by }));
  const box = cuts.find((cut) => lying.every((h) => Math.abs(insetOf(h.at, cut)) > h.diameter / 2 + 2)) ?? (cuts[0] as Box);
  const laid = lying.filter((h) => insetOf(h.at, box) > h.diameter / 2 + 0.5);
  if (laid.length === 0) return null;
  const edge =
    outline === null
      ? corners(box)
      : clipped(
          outline.map((p) => onPrint(placing, p)),
          box,
        );
  const sheet = { outline: edge.length < 3 ? corners(box) : edge, thickness };
  if (!withFaults || laid.length < FAULTS_FROM) return { sheet: { ...sheet, holes: laid }, placing, faults: null };
  const { holes: spoiled, faults } = spoil(laid, sheet.outline, chance(seed * 17 + 3));
  return { sheet: { ...sheet, holes: spoiled }, placing, faults };
}

interface LaidHole {
  readonly at: PlanePoint;
  readonly diameter: number;
  /** In what was asked for. */
  readonly index: number;
}

/** One hole each missing, out of place, a size up, and one too many. */
export function spoil(
  laid: readonly LaidHole[],
  outline: readonly PlanePoint[],
  { next, between }: ReturnType<typeof chance>,
): { readonly holes: { readonly at: PlanePoint; readonly diameter: number }[]; readonly faults: NonNullable<PracticePart['faults']> } {
  const [a, b, c, d] = fourOf(laid.length, next);
  const spoiled = laid.flatMap((h, i) => {
    const turn = between(0, 2 * Math.PI);
    if (i === a) return [];
    if (i === b) return [{ ...h, at: { x: h.at.x + OFF * Math.cos(turn), y: h.at.y + OFF * Math.sin(turn) } }];
    if (i === c) return [{ ...h, diameter: h.diameter + SIZE_UP }];
    return [h];
  });
  const beside = laid[d] as LaidHole;
  const extra = {
    at: roomBeside(
      beside.at,
      laid.map((h) => h.at),
      outline,
    ),
    diameter: beside.diameter,
  };
  const indexOf = (i: number) => (laid[i] as LaidHole).index;
  return {
    holes: [...spoiled, extra],
    faults: { missing: indexOf(a), off: indexOf(b), wide: indexOf(c), extraAfter: indexOf(d) },
  };
}

/** Places to lay the page on: every hole, and half way to every other one of a few. */
function middles(holes: readonly PracticeHole[]): Place[] {
  const few = holes.filter((_, i) => i % Math.ceil(holes.length / 40) === 0).map((h) => h.place);
  return few.flatMap((p, i) => few.slice(i).map((q) => ({ x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 })));
}

/** How many holes lie within a window about a place, mm. */
function holdsOf(holes: readonly PracticeHole[], { x, y }: Place, [wide, tall]: readonly [number, number]): number {
  return holes.filter((h) => Math.abs(h.place.x - x) < wide / 2 && Math.abs(h.place.y - y) < tall / 2).length;
}

function fourOf(n: number, next: () => number): [number, number, number, number] {
  const order = Array.from({ length: n }, (_, i) => ({ i, by: next() })).sort((a, b) => a.by - b.by);
  return [0, 1, 2, 3].map((k) => (order[k] as { i: number }).i) as [number, number, number, number];
}

/** A spot on the sheet near a hole, as far from all holes as can be. */
function roomBeside(at: PlanePoint, all: readonly PlanePoint[], outline: readonly PlanePoint[]): PlanePoint {
  const ring = [9, 7, 5].flatMap((far) =>
    Array.from({ length: 24 }, (_, i) => ({
      x: at.x + far * Math.cos((2 * Math.PI * i) / 24),
      y: at.y + far * Math.sin((2 * Math.PI * i) / 24),
    })),
  );
  /* Its own edge counts as a hole's would. */
  const room = (p: PlanePoint) => Math.min(edgeDistance(p, outline), ...all.map((q) => Math.hypot(p.x - q.x, p.y - q.y)));
  return ring.reduce((best, p) => (room(p) > room(best) ? p : best));
}

interface Box {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** How far within a box a point lies, mm; below zero outside. */
const insetOf = (p: PlanePoint, { left, top, right, bottom }: Box) => Math.min(p.x - left, right - p.x, p.y - top, bottom - p.y);

const corners = ({ left, top, right, bottom }: Box): PlanePoint[] => [
  { x: left, y: top },
  { x: right, y: top },
  { x: right, y: bottom },
  { x: left, y: bottom },
];

/** What of a polygon lies within a box (Sutherland and Hodgman's way). */
function clipped(polygon: readonly PlanePoint[], box: Box): PlanePoint[] {
  const sides: readonly ((p: PlanePoint) => number)[] = [
    (p) => p.x - box.left,
    (p) => box.right - p.x,
    (p) => p.y - box.top,
    (p) => box.bottom - p.y,
  ];
  return sides.reduce<PlanePoint[]>(
    (left, room) =>
      left.flatMap((p, i) => {
        const q = left[(i + 1) % left.length] as PlanePoint;
        const [a, b] = [room(p), room(q)];
        const cut = { x: p.x + ((q.x - p.x) * a) / (a - b), y: p.y + ((q.y - p.y) * a) / (a - b) };
        return [...(a >= 0 ? [p] : []), ...(a >= 0 !== b >= 0 ? [cut] : [])];
      }),
    [...polygon],
  );
}

interface Asked {
  readonly width: number;
  readonly height: number;
  /** From and to, degrees. */
  readonly tilt: readonly [number, number];
}

/** Several pictures by one hand with one telephone: the lens is the same. */
export function practiceShots(seed: number, count: number, asked: Asked): Shot[] {
  const { focal, k1, k2 } = practiceShot(seed, asked);
  return Array.from({ length: count }, (_, i) =>
    i === 0 ? practiceShot(seed, asked) : { ...practiceShot(seed * 31 + i, asked), focal, k1, k2 },
  );
}

/** How a hand with a telephone takes a picture: lens, lean, blur, noise and light of chance. The same for the same seed. */
export function practiceShot(seed: number, { width, height, tilt }: Asked): Shot {
  const { between } = chance(seed * 7919 + 1);
  return {
    width,
    height,
    tiltDeg: between(...tilt),
    turnDeg: between(0, 360),
    rollDeg: between(-8, 8),
    focal: between(0.68, 0.92),
    k1: between(-0.1, 0.04),
    k2: between(-0.02, 0.03),
    blur: between(0.8, 1.8) * Math.max(0.6, width / 4000),
    noise: between(1.5, 5),
    light: between(-0.25, 0.25),
    wall: between(0.3, 0.85),
    seed,
  };
}
