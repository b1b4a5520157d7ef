import type { Units } from '../units/length';
import { showNumber } from '../units/show';
import type { Place } from './path';

/*
 * A drilling strip: a row as it lies, drawn 1:1 to be printed, cut out and taped to the sheet. Everything here is in
 * millimetres on the paper, x to the right and y downwards; the writers (SVG, PDF) only translate.
 */
export interface PaperLine {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
  /** Width of the stroke, mm. */
  readonly weight: number;
  readonly dash?: readonly [number, number] | undefined;
}

export interface PaperText {
  readonly x: number;
  readonly y: number;
  /** Height of the letters, mm. */
  readonly size: number;
  readonly text: string;
  readonly anchor: 'start' | 'middle' | 'end';
}

export interface PaperMarks {
  readonly lines: readonly PaperLine[];
  readonly circles: readonly { readonly x: number; readonly y: number; readonly r: number }[];
  readonly texts: readonly PaperText[];
}

/** The whole strip on paper of its own size. */
export interface Strip extends PaperMarks {
  readonly title: string;
  readonly width: number;
  readonly height: number;
}

export interface StripQuestion {
  readonly title: string;
  readonly places: readonly Place[];
  readonly path: readonly Place[];
  readonly outlines: readonly (readonly Place[])[];
  readonly holeMm: number;
  readonly units: Units;
  /** What is written under each hole, mm, and from where it counts; absent: straight from the first hole. */
  readonly running?: { readonly distances: readonly number[]; readonly zero: string } | undefined;
}

const MARGIN_MM = 14;
const CROSS_MM = 5;
const NAME_MM = 3;
const DISTANCE_MM = 2.2;
const FINE = 0.1;
const THIN = 0.2;
/** Draws a row turned so that it runs level: centre crosses, the hole's own size, numbers, distances from the zero it names. */
export function stripOf(q: StripQuestion): Strip {
  const level = levelled(q.places);
  const places = q.places.map(level);
  const [left, right] = [Math.min(...places.map((p) => p.x)), Math.max(...places.map((p) => p.x))];
  const [low, high] = [Math.min(...places.map((p) => p.y)), Math.max(...places.map((p) => p.y))];
  const toX = (x: number) => x - left + MARGIN_MM;
  const toY = (y: number) => high - y + MARGIN_MM;
  const frame = { left: left - MARGIN_MM, right: right + MARGIN_MM, low: low - MARGIN_MM, high: high + MARGIN_MM };

  const lines: PaperLine[] = [];
  const texts: PaperText[] = [];
  const polyline = (points: readonly Place[], weight: number, dash?: readonly [number, number]) => {
    for (let i = 1; i < points.length; i++) {
      const cut = clip(points[i - 1] as Place, points[i] as Place, frame);
      if (cut) lines.push({ x1: toX(cut[0].x), y1: toY(cut[0].y), x2: toX(cut[1].x), y2: toY(cut[1].y), weight, dash });
    }
  };
  polyline(q.path.map(level), FINE, [4, 2]);
  for (const outline of q.outlines) {
    const corners = outline.map(level);
    polyline([...corners, corners[0] as Place], THIN);
  }
  const first = q.places[0] as Place;
  const { distances, zero } = q.running ?? {
    distances: q.places.map((p) => Math.hypot(p.x - first.x, p.y - first.y)),
    zero: 'the centre of hole 1',
  };
  let named = -Infinity;
  let measured = -Infinity;
  places.forEach((p, i) => {
    const [x, y] = [toX(p.x), toY(p.y)];
    lines.push(
      { x1: x - CROSS_MM, y1: y, x2: x + CROSS_MM, y2: y, weight: FINE },
      { x1: x, y1: y - CROSS_MM, x2: x, y2: y + CROSS_MM, weight: FINE },
    );
    if (x - named >= NAME_MM * 2.2) {
      texts.push({ x, y: y - CROSS_MM - 0.6, size: NAME_MM, text: String(i + 1), anchor: 'middle' });
      named = x;
    }
    if (x - measured >= DISTANCE_MM * 5) {
      const distance = showNumber(distances[i] as number, q.units);
      texts.push({ x, y: y + CROSS_MM + DISTANCE_MM + 0.4, size: DISTANCE_MM, text: distance, anchor: 'middle' });
      measured = x;
    }
  });
  texts.push({ x: 2, y: 3, size: DISTANCE_MM, text: `Distances from ${zero}`, anchor: 'start' });
  return {
    title: q.title,
    width: right - left + 2 * MARGIN_MM,
    height: high - low + 2 * MARGIN_MM + DISTANCE_MM,
    lines,
    circles: places.map((p) => ({ x: toX(p.x), y: toY(p.y), r: q.holeMm / 2 })),
    texts,
  };
}

/** Turns the plane so that the line from the first hole to the last one runs level to the right. */
function levelled(places: readonly Place[]): (p: Place) => Place {
  const [a, b] = [places[0] as Place, places.at(-1) as Place];
  const long = Math.hypot(b.x - a.x, b.y - a.y);
  if (long === 0) return (p) => ({ x: p.x - a.x, y: p.y - a.y });
  const [cos, sin] = [(b.x - a.x) / long, (b.y - a.y) / long];
  return (p) => ({ x: (p.x - a.x) * cos + (p.y - a.y) * sin, y: -(p.x - a.x) * sin + (p.y - a.y) * cos });
}

interface Frame {
  readonly left: number;
  readonly right: number;
  readonly low: number;
  readonly high: number;
}

/** The piece of a line within a frame (Liang and Barsky's parametric clipping); null where none is. */
function clip(a: Place, b: Place, f: Frame): [Place, Place] | null {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  let [from, to] = [0, 1];
  for (const [p, q] of [
    [-dx, a.x - f.left],
    [dx, f.right - a.x],
    [-dy, a.y - f.low],
    [dy, f.high - a.y],
  ] as const) {
    if (p === 0) {
      if (q < 0) return null;
    } else if (p < 0) from = Math.max(from, q / p);
    else to = Math.min(to, q / p);
  }
  if (from > to) return null;
  const at = (t: number) => ({ x: a.x + t * dx, y: a.y + t * dy });
  return [at(from), at(to)];
}

/** A bar to check a print with: 100 mm, and 4 in beside it where the kit is in inches. From its left end. */
export function scaleBar(x: number, y: number, units: Units): PaperMarks {
  const lines: PaperLine[] = [];
  const texts: PaperText[] = [];
  const bar = (long: number, at: number, name: string, ticks: number) => {
    lines.push({ x1: x, y1: at, x2: x + long, y2: at, weight: 0.35 });
    for (let i = 0; i <= ticks; i++) {
      const isEnd = i === 0 || i === ticks;
      lines.push({ x1: x + (long * i) / ticks, y1: at - (isEnd ? 2 : 1), x2: x + (long * i) / ticks, y2: at, weight: isEnd ? 0.35 : THIN });
    }
    texts.push({ x: x + long + 2, y: at, size: 3, text: name, anchor: 'start' });
  };
  bar(100, y, '100 mm', 10);
  if (units === 'in') bar(101.6, y + 5, '4 in', 4);
  return { lines, circles: [], texts };
}
