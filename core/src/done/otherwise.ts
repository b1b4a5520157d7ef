import { parseCallout } from '../rivet/callout';
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

/** Another diameter, head, alloy or kind, or flush on the far side where the other is not. */
export function isOtherwise(there: FastenerDone, planned: FastenerDone): boolean {
  if (there.kind !== planned.kind || there.head !== planned.head || there.far !== planned.far) return true;
  if (there.kind !== 'solid') return there.name !== planned.name || there.dash !== planned.dash;
  if (there.dash !== planned.dash || there.alloy !== planned.alloy) return true;
  /* A rivet of another head is one of the kit's own: its name without the length. */
  return nameOf(there) !== nameOf(planned) && (isOwn(there) || isOwn(planned));
}

/** A rivet of the kit's own is called by its entry's name, one of the tables by a call-out. */
const isOwn = ({ name }: FastenerDone): boolean => !parseCallout(name).ok;
const nameOf = ({ name }: FastenerDone): string => name.replace(/-[\d.]+$/, '');
