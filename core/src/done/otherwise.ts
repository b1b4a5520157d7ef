import { coneOf, surfaceOfDepth } from '../rivet/cone';
import type { PlannedLayer } from '../prep/walk';
import type { CutWork, FastenerDone } from '../record/mark-work';
import type { Mm } from '../units/length';

/** How much wider a countersink is than planned, in travel of the cutter, mm; narrower below zero; null: nothing is planned to compare. */
export function tooWide(made: CutWork, planned: Pick<PlannedLayer, 'surfaceDiameter'>, cutterAngleDeg: number): number | null {
  if (planned.surfaceDiameter === undefined) return null;
  const cone = coneOf(cutterAngleDeg);
  const surface = surfaceOfDepth(coneOf(made.angleDeg), made.depthMm as Mm, made.holeMm as Mm);
  return (surface - planned.surfaceDiameter) / (2 * cone.tan);
}

/** Another diameter, head, alloy or kind. */
export function isOtherwise(there: FastenerDone, planned: FastenerDone): boolean {
  if (there.kind !== planned.kind || there.head !== planned.head) return true;
  if (there.kind !== 'solid') return there.name !== planned.name || there.dash !== planned.dash;
  return there.dash !== planned.dash || there.alloy !== planned.alloy;
}
