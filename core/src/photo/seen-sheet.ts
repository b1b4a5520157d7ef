import { isInside } from '../layout/outline';
import type { PlanePoint } from './camera';
import type { Frame } from './frame';
import type { MeasuredHole } from './holes-at';
import type { Joined } from './joined';
import type { Measured } from './measure';
import type { View } from './straighten';

/** A sheet as measured, on a page or between strips: what a page shows of it. Lengths mm. */
export interface SeenSheet {
  readonly holes: readonly MeasuredHole[];
  readonly isSquare: boolean;
  readonly blinded: readonly { readonly at: PlanePoint; readonly radius: number }[];
  readonly outline: readonly PlanePoint[] | null;
  readonly dots: number;
  /** The most of all pictures. */
  readonly tiltDeg: number;
  readonly pictures: number;
  readonly view: View;
  /** Where holes were looked for: a convex polygon. */
  readonly region: readonly PlanePoint[];
}

/** Of the dark field so much at its rim does not count, mm. */
const RIM = 2;
/** Shown beyond the strips, mm. */
const MARGIN = 6;

export function sheetOnPage(measured: Measured, { width, height, field }: Frame): SeenSheet {
  const { left, top, right, bottom } = field;
  return {
    ...measured,
    pictures: 1,
    view: { x: 0, y: 0, width, height },
    region: [
      { x: left + RIM, y: top + RIM },
      { x: right - RIM, y: top + RIM },
      { x: right - RIM, y: bottom - RIM },
      { x: left + RIM, y: bottom - RIM },
    ],
  };
}

export function sheetBetweenStrips({ holes, isSquare, blinded, photos, region }: Joined): SeenSheet {
  const [xs, ys] = [region.map((p) => p.x), region.map((p) => p.y)];
  const [left, top] = [Math.min(...xs) - MARGIN, Math.min(...ys) - MARGIN];
  return {
    holes,
    isSquare,
    blinded,
    outline: null,
    dots: photos.reduce((n, p) => n + p.dots, 0),
    tiltDeg: Math.max(...photos.map((p) => p.tiltDeg)),
    pictures: photos.length,
    view: { x: left, y: top, width: Math.max(...xs) + MARGIN - left, height: Math.max(...ys) + MARGIN - top },
    region,
  };
}

/** Whether the pictures show what lies at a point: as far as the sheet is seen; where its edge is not plain, as far as holes were looked for. */
export const shows = (sheet: SeenSheet, p: PlanePoint): boolean => isInside(p, sheet.outline ?? sheet.region);
