import { inches, longer, type Mm } from '../units/length';
import { RIVET_SIZES, rivetOfDiameter, SCREW_CLEARANCE, type RivetSize } from './fasteners';

/** Hole max where nobody has said it: hole + .005 in. This project's own default. */
export const HOLE_SLACK = inches(0.005);

/** Half a thousandth: a typed diameter that far off one of a table is that one. */
const SAME_DIAMETER = inches(0.0005);

/** The standard's row of a screw of that shank; undefined: it has none. Source: `SCREW_CLEARANCE`. */
export function screwOf(shank: Mm): (typeof SCREW_CLEARANCE)[number] | undefined {
  return SCREW_CLEARANCE.find((s) => !longer(Math.abs(s.shank - shank), SAME_DIAMETER));
}

/** The hole where none is given: of a solid rivet the tables', of a screw its clearance hole; undefined: it is the maker's to say. */
export function usualHole(kind: string, diameter: Mm): Mm | undefined {
  if (kind === 'solid') return rivetOfDiameter(diameter)?.hole;
  return kind === 'screw' ? screwOf(diameter)?.hole : undefined;
}

/** The table size whose diameter is nearest. */
export function nearestSize(diameter: Mm): RivetSize {
  return RIVET_SIZES.reduce((a, b) => (Math.abs(b.diameter - diameter) < Math.abs(a.diameter - diameter) ? b : a));
}

/** What a fastener's own sheet says of it; undefined: not known. Lengths Mm. */
export interface FastenerFigures {
  readonly diameter: Mm;
  readonly hole: Mm;
  readonly holeMax: Mm;
  readonly headDiameter: Mm | undefined;
  readonly headHeight: Mm | undefined;
}

/** A size of its own figures; its dash is that of the rivet it is nearest to, and what is not known of its head is that rivet's, for the drawing alone. */
export function sizeOfFigures({ diameter, hole, holeMax, headDiameter, headHeight }: FastenerFigures): RivetSize {
  const nearest = nearestSize(diameter);
  return {
    dash: nearest.dash,
    drill: '',
    diameter,
    hole,
    holeMax,
    flushHead: headDiameter ?? nearest.flushHead,
    flushHeadHeight: headHeight ?? nearest.flushHeadHeight,
    protrudingHead: headDiameter ?? nearest.protrudingHead,
    protrudingHeadHeight: headHeight ?? nearest.protrudingHeadHeight,
  };
}
