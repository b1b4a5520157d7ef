import { PAPERS, type PaperName } from '../layout/paper';
import type { PlanePoint } from './camera';

/** Marks of known places round a field in which the sheet lies; printed at true size. */
export interface Frame {
  /** The page, mm. */
  readonly width: number;
  readonly height: number;
  /** Square codes: id, upper left corner, side, mm. */
  readonly markers: readonly { readonly id: number; readonly x: number; readonly y: number; readonly side: number }[];
  /** Dots between them: where, and how wide, mm. */
  readonly dots: readonly PlanePoint[];
  readonly dotDiameter: number;
  /** The dark field inside, mm: what is seen through a hole. */
  readonly field: { readonly left: number; readonly top: number; readonly right: number; readonly bottom: number };
}

const INSET = 8;
const MARKER = 16;
const DOT = 2.8;
/** White left round a code and a dot, mm. */
const QUIET = 4;
const FIELD_INSET = INSET + MARKER + QUIET;

/**
 * The frame of one page: a code at every corner and in the middle of every side, 124 dots between them, a dark field inside.
 * Codes are of the 5 by 5 dictionary, ids 0 to 7 from the upper left corner round.
 */
export function pageFrame(paper: PaperName): Frame {
  /* The page lies. */
  const { width: height, height: width } = PAPERS[paper];
  const far = { x: width - INSET - MARKER, y: height - INSET - MARKER };
  const mid = { x: (width - MARKER) / 2, y: (height - MARKER) / 2 };
  const corners: readonly (readonly [number, number])[] = [
    [INSET, INSET],
    [mid.x, INSET],
    [far.x, INSET],
    [far.x, mid.y],
    [far.x, far.y],
    [mid.x, far.y],
    [INSET, far.y],
    [INSET, mid.y],
  ];
  const between = (from: number, to: number, count: number) =>
    Array.from({ length: count }, (_, i) => from + ((to - from) * (i + 0.5)) / count);
  const [across, down] = [
    [...between(INSET + MARKER + QUIET, mid.x - QUIET, 18), ...between(mid.x + MARKER + QUIET, far.x - QUIET, 18)],
    [...between(INSET + MARKER + QUIET, mid.y - QUIET, 13), ...between(mid.y + MARKER + QUIET, far.y - QUIET, 13)],
  ];
  const middle = INSET + MARKER / 2;
  return {
    width,
    height,
    markers: corners.map(([x, y], id) => ({ id, x, y, side: MARKER })),
    dots: [
      ...across.flatMap((x) => [
        { x, y: middle },
        { x, y: height - middle },
      ]),
      ...down.flatMap((y) => [
        { x: middle, y },
        { x: width - middle, y },
      ]),
    ],
    dotDiameter: DOT,
    field: { left: FIELD_INSET, top: FIELD_INSET, right: width - FIELD_INSET, bottom: height - FIELD_INSET },
  };
}
