import { isSameAngle } from '../metal/sheet-hole';
import { parseCallout } from '../rivet/callout';
import type { FastenerDone } from '../record/mark-work';

/** Figures of a fastener that differ by no more than this are the same, mm. */
const SAME_FIGURE_MM = 0.005;

/**
 * Whether what is in a hole does not serve as what is wanted: another kind, head, diameter, head diameter or angle, grip range or alloy, or flush
 * on the far side where the other is not. Its name is no part of it. Source: docs/rules.md, "Fit, not sameness".
 */
export function isOtherwise(there: FastenerDone, planned: FastenerDone): boolean {
  if (there.kind !== planned.kind || there.head !== planned.head || there.far !== planned.far) return true;
  if (differs(there.diameterMm, planned.diameterMm) || differs(there.headDiameterMm, planned.headDiameterMm)) return true;
  if (there.headAngleDeg !== undefined && planned.headAngleDeg !== undefined && !isSameAngle(there.headAngleDeg, planned.headAngleDeg))
    return true;
  /* A mark of before kept fewer figures: the size, and of a fastener of the kit its name, are then all there is. */
  const isKnown = there.diameterMm !== undefined && planned.diameterMm !== undefined;
  if (!isKnown && there.dash !== planned.dash) return true;
  if (there.kind === 'solid') {
    if (there.alloy !== planned.alloy) return true;
    const hasFigures = there.headDiameterMm !== undefined && planned.headDiameterMm !== undefined;
    return !hasFigures && nameOf(there) !== nameOf(planned) && (isOwn(there) || isOwn(planned));
  }
  if (!isKnown) return there.name !== planned.name;
  return differs(there.gripFromMm, planned.gripFromMm) || differs(there.gripToMm, planned.gripToMm);
}

/** Only figures that both of them say can differ. */
function differs(a: number | undefined, b: number | undefined): boolean {
  return a !== undefined && b !== undefined && Math.abs(a - b) > SAME_FIGURE_MM;
}

/** A rivet of the kit's own is called by its entry's name, one of the tables by a call-out. */
const isOwn = ({ name }: FastenerDone): boolean => !parseCallout(name).ok;
const nameOf = ({ name }: FastenerDone): string => name.replace(/-[\d.]+$/, '');
