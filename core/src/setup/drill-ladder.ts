import { allDrills, drillOfDiameter } from '../tables/drills';
import { inches, MM_PER_INCH, SAME_LENGTH_MM, type Mm } from '../units/length';

/** One bit takes at most so much more than the one before: a bigger bite grabs. This project's own default. */
const STEP_MM = MM_PER_INCH / 16;
/** From here up a step drill or a reamer in steps is the quieter way in thin sheet. */
export const STEP_DRILL_FROM: Mm = inches(0.25);

export interface Rung {
  readonly diameter: Mm;
  /** As a builder names it; null: the final size is no drill of the tables, so a reamer or a step drill makes it. */
  readonly drill: string | null;
}

/** The bits from a hole that is there (0: none) to its final size, each of the tables, the last one the final size itself. */
export function drillLadder(from: Mm, to: Mm): Rung[] {
  const rungs: Rung[] = [];
  const sizes = drillSizes();
  let at = from as number;
  if (from === 0) at = to > STEP_MM * 2 ? (sizes.find((d) => d >= inches(3 / 32)) ?? to) : to;
  if (from === 0 && at < to - SAME_LENGTH_MM) rungs.push(rung(at));
  while (to - at > STEP_MM + SAME_LENGTH_MM) {
    const next = sizes.filter((d) => d > at + SAME_LENGTH_MM && d <= at + STEP_MM + SAME_LENGTH_MM).at(-1);
    if (next === undefined) break;
    rungs.push(rung(next));
    at = next;
  }
  if (to > at + SAME_LENGTH_MM || rungs.length === 0) rungs.push(rung(to));
  return rungs;
}

function rung(diameter: number): Rung {
  return { diameter: diameter as Mm, drill: drillOfDiameter(diameter as Mm) };
}

/** Every drill by size: numbers and letters, and 64ths up to an inch. */
function drillSizes(): number[] {
  const fractions = Array.from({ length: 64 }, (_, i) => ((i + 1) * MM_PER_INCH) / 64);
  return [...allDrills().map((d) => d.diameter as number), ...fractions].sort((a, b) => a - b);
}
