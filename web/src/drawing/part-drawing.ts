import type { Hand, Orientation } from '#core/record/definitions';

/** A shape as the left hand has it, within the square of side 2 around its middle. */
export interface PartShape {
  readonly outline: readonly Place[];
  readonly holes: readonly Place[];
}

/** A place on the square of side 2 around the part's middle: right and down are positive. */
interface Place {
  readonly x: number;
  readonly y: number;
}

/* A stand-in outline that looks like itself in one position only: a taper, a clipped corner and two tooling holes. */
const OUTLINE: readonly Place[] = [
  { x: -0.62, y: -0.3 },
  { x: 0.4, y: -0.42 },
  { x: 0.62, y: -0.2 },
  { x: 0.62, y: 0.42 },
  { x: -0.62, y: 0.26 },
];
const HOLES: readonly Place[] = [
  { x: -0.45, y: -0.02 },
  { x: -0.28, y: -0.02 },
];

export interface PartMarks {
  readonly outline: string;
  readonly holes: readonly Place[];
  /** Where the part's own "up as made" arrow runs, after turning and flipping. */
  readonly arrow: { readonly from: Place; readonly to: Place };
}

const STAND_IN: PartShape = { outline: OUTLINE, holes: HOLES };
/** How much of the square a drawn outline fills. */
const FILL = 0.74;

/** A part's own outline (up is up) fitted into the square and turned to the left hand; a stand-in where it has none. */
export function shapeOf(corners: readonly { x: number; y: number }[] | undefined, hand: Hand | null): PartShape {
  if (!corners || corners.length < 3) return STAND_IN;
  const xs = corners.map((c) => c.x);
  const ys = corners.map((c) => c.y);
  const [minX, maxX, minY, maxY] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = (2 * FILL) / Math.max(maxX - minX, maxY - minY, 1e-9);
  const side = hand === 'R' ? -1 : 1;
  return {
    outline: corners.map((c) => ({ x: side * (c.x - (minX + maxX) / 2) * scale, y: -(c.y - (minY + maxY) / 2) * scale })),
    holes: [],
  };
}

/** The part as it lies: its own hand's shape, flipped over where it is, then turned clockwise. */
export function drawPart(shape: PartShape, hand: Hand | null, orientation: Orientation, halfPx: number): PartMarks {
  const mirror = (hand === 'R' ? -1 : 1) * (orientation.flipped ? -1 : 1);
  const angle = (orientation.turnDeg * Math.PI) / 180;
  const [sin, cos] = [Math.round(Math.sin(angle)), Math.round(Math.cos(angle))];
  const place = ({ x, y }: Place): Place => {
    const mx = x * mirror;
    return { x: halfPx * (1 + mx * cos - y * sin), y: halfPx * (1 + mx * sin + y * cos) };
  };
  return {
    outline: `M${shape.outline
      .map(place)
      .map((p) => `${p.x.toFixed(1)} ${p.y.toFixed(1)}`)
      .join('L')}Z`,
    holes: shape.holes.map(place),
    arrow: { from: place({ x: 0.12, y: 0.2 }), to: place({ x: 0.12, y: -0.24 }) },
  };
}
