import type { HeadDefect } from '#core/record/marks';

/** A set rivet from the side as plain outlines, in a box of 64 by 56; the shop head is below. */
export interface DefectDrawing {
  readonly sheets: readonly string[];
  readonly rivet: readonly string[];
  /** What is wrong, drawn over the rest. */
  readonly sign: readonly string[];
}

interface Shape {
  readonly up?: number;
  readonly headLift?: number;
  readonly wide?: number;
  readonly high?: number;
  readonly lean?: number;
  readonly bend?: number;
  readonly gap?: number;
  readonly hole?: number;
  readonly dip?: number;
  readonly stem?: number;
}

/** Each defect as the good rivet with one thing changed, and a sign where the eye has to go. */
const SHAPES: Readonly<Record<HeadDefect, { readonly shape: Shape; readonly sign: readonly string[] }>> = {
  'under-driven': { shape: { wide: 8, high: 16 }, sign: ['M50 38V52m-4 -4l4 4l4 -4'] },
  'over-driven': { shape: { wide: 17, high: 4 }, sign: ['M10 50h8m-3 -3l3 3l-3 3M54 50h-8m3 -3l-3 3l3 3'] },
  tipped: { shape: { lean: 7 }, sign: ['M14 42L50 50'] },
  clinched: { shape: { bend: 8, lean: 3 }, sign: ['M32 30q2 8 10 12'] },
  'open-head': { shape: { headLift: 5 }, sign: ['M12 12h10M42 12h10'] },
  proud: { shape: { up: 4 }, sign: ['M8 10h48'] },
  sunken: { shape: { up: -4 }, sign: ['M18 14h28'] },
  'cut-head': { shape: {}, sign: ['M24 10l6 6l-3 2l5 4'] },
  crack: { shape: {}, sign: ['M32 40l-3 4l5 3l-2 4'] },
  gap: { shape: { gap: 5 }, sign: ['M6 27h14M44 27h14'] },
  elongated: { shape: { hole: 4 }, sign: ['M40 18v18m3 -18v18'] },
  dent: { shape: { dip: 4 }, sign: ['M6 12q6 6 12 2'] },
  stem: { shape: { stem: 6 }, sign: ['M36 4h8'] },
  'far-proud': { shape: { wide: 13, high: 5 }, sign: ['M10 46h44'] },
  'far-sunken': { shape: { wide: 10, high: 2 }, sign: ['M18 36h28'] },
  'stem-early': { shape: { stem: 3, high: 5 }, sign: ['M28 6l8 6M36 6l-8 6'] },
  spins: { shape: {}, sign: ['M20 8a14 6 0 1 1 6 5m-1 -4l1 4l4 0'] },
  'far-end': { shape: { wide: 7, high: 14 }, sign: ['M18 44l8 8M26 44l-8 8'] },
  'wrong-grip': { shape: { gap: 3 }, sign: ['M8 12v26m-3 -3l3 3l3 -3m-6 -20l3 -3l3 3'] },
  'does-not-run': { shape: {}, sign: ['M22 6h20m-4 -3l4 3l-4 3M26 46l12 8'] },
  'nut-stuck': { shape: { wide: 16, high: 7 }, sign: ['M12 48h40M16 44v8M48 44v8'] },
  loose: { shape: { hole: 5 }, sign: ['M20 10q-6 4 0 8M44 10q6 4 0 8'] },
  'wrong-rivet': { shape: { wide: 14 }, sign: ['M20 20l24 24M44 20l-24 24'] },
};

export function defectDrawing(defect: HeadDefect): DefectDrawing {
  const { shape, sign } = SHAPES[defect];
  const { up = 0, headLift = 0, wide = 12, high = 9, lean = 0, bend = 0, gap = 0, hole = 0, dip = 0, stem = 0 } = shape;
  const [top, split, bottom] = [12, 24, 38 + gap];
  const side = (s: 1 | -1, y: number, height: number, isTop: boolean) => {
    const inner = 32 + s * (6 + (s > 0 ? hole : 0));
    const edge = 32 + s * 28;
    const cone = isTop ? 32 + s * 14 : inner;
    return `M${edge} ${y}H${cone}${isTop && dip > 0 && s < 0 ? `q-4 ${dip} 0 ${0}` : ''}L${inner} ${y + (isTop ? 8 : 0)}V${y + height}H${edge}Z`;
  };
  const head = top - up - headLift;
  return {
    sheets: [
      side(1, top, split - top, true),
      side(-1, top, split - top, true),
      side(1, split + gap, 14, false),
      side(-1, split + gap, 14, false),
    ],
    rivet: [
      `M${32 - 14} ${head}H${32 + 14}L38 ${head + 8}H26Z`,
      `M26 ${head + 8}H38L${38 + bend} ${bottom}H${26 + bend}Z`,
      `M${32 + bend - wide} ${bottom}L${32 + bend + wide} ${bottom}L${32 + bend + wide - 1} ${bottom + high + lean}L${32 + bend - wide + 1} ${bottom + high - lean}Z`,
      ...(stem > 0 ? [`M30 ${head}V${head - stem}h4V${head}Z`] : []),
    ],
    sign,
  };
}
