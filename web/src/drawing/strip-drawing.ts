/** Places of holes and sheets on a strip, pixels. The strip is the row seen from the side: a band for each sheet. */
export interface StripFrame {
  readonly holes: number;
  readonly layers: number;
  /** Room for the sheets' names at the left. */
  readonly nameWidth: number;
  /** Lines of tool ranges below the sheets. */
  readonly lines?: number;
}

export const HOLE_PX = 30;
export const BAND_PX = 40;
export const LINE_PX = 20;
const NUMBER_PX = 20;

export interface StripPlaces {
  readonly width: number;
  readonly height: number;
  readonly holeX: (index: number) => number;
  readonly bandY: (layer: number) => number;
  /** Top of a line of tool ranges. */
  readonly lineY: (line: number) => number;
  readonly numberY: number;
  /** Zero-based hole under a place; the nearest one beyond the ends. */
  readonly holeAt: (x: number) => number;
}

export function stripPlaces({ holes, layers, nameWidth, lines = 0 }: StripFrame): StripPlaces {
  return {
    width: nameWidth + holes * HOLE_PX + 8,
    height: NUMBER_PX + layers * BAND_PX + lines * LINE_PX + 6,
    holeX: (i) => nameWidth + (i + 0.5) * HOLE_PX,
    bandY: (l) => NUMBER_PX + l * BAND_PX,
    lineY: (i) => NUMBER_PX + layers * BAND_PX + i * LINE_PX,
    numberY: NUMBER_PX - 6,
    holeAt: (x) => Math.min(holes - 1, Math.max(0, Math.floor((x - nameWidth) / HOLE_PX))),
  };
}
