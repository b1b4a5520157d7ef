import type { PlanePoint } from './camera';
import type { Frame } from './frame';

/** Marks of known places on one piece of paper. */
export type Marks = Pick<Frame, 'markers' | 'dots' | 'dotDiameter'>;

/** A strip of marks to lay round a part that no page takes: mm, its upper left corner at (0, 0). */
export const STRIP_LENGTH = 250;
export const STRIP_WIDTH = 24;
/** On one page, and at most. */
export const STRIPS_A_PAGE = 6;
export const MOST_STRIPS = 24;

const MARKER = 16;
const INSET = 4;
const DOT = 2.8;
const QUIET = 6;
/** Codes of the page frame come before. */
const FIRST_ID = 8;
const CODES = 3;

/** A strip by its number, from 0: three codes, 72 dots in two rows. */
export function strip(index: number): Marks {
  const lefts = [INSET, (STRIP_LENGTH - MARKER) / 2, STRIP_LENGTH - INSET - MARKER];
  const rows = [INSET + 3, STRIP_WIDTH - INSET - 3];
  const between = (from: number, to: number) => Array.from({ length: 18 }, (_, i) => from + ((to - from) * (i + 0.5)) / 18);
  const across = [0, 1].flatMap((i) => between((lefts[i] as number) + MARKER + QUIET, (lefts[i + 1] as number) - QUIET));
  return {
    markers: lefts.map((x, k) => ({ id: FIRST_ID + CODES * index + k, x, y: INSET, side: MARKER })),
    dots: across.flatMap((x) => rows.map((y) => ({ x, y }))),
    dotDiameter: DOT,
  };
}

/** Which strip a code is on, and which of its three; null: it is on none. */
export function stripOfCode(id: number): { readonly strip: number; readonly code: number } | null {
  const at = id - FIRST_ID;
  return at < 0 || at >= CODES * MOST_STRIPS ? null : { strip: Math.floor(at / CODES), code: at % CODES };
}

/** Where a strip lies: its corner, and how it is turned (clockwise as seen, y down), radians. */
export interface StripPose {
  readonly x: number;
  readonly y: number;
  readonly angle: number;
}

export function fromStrip({ x, y, angle }: StripPose, p: PlanePoint): PlanePoint {
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  return { x: x + c * p.x - s * p.y, y: y + s * p.x + c * p.y };
}

export function intoStrip({ x, y, angle }: StripPose, p: PlanePoint): PlanePoint {
  const [c, s, dx, dy] = [Math.cos(angle), Math.sin(angle), p.x - x, p.y - y];
  return { x: c * dx + s * dy, y: -s * dx + c * dy };
}
