import { coneOf } from '../rivet/cone';
import type { Mm } from '../units/length';
import { flushHeadOf, type Stack } from './stack';

/**
 * How far a flush head stands proud of a countersink of another angle than its own: max(0, (A - Dh)/2 (1/tan(head/2) - 1/tan(cutter/2))).
 * Worked: a dash 3 of 100 degrees in a 120-degree cutter: .0106 in.
 */
export function mismatchProud(stack: Pick<Stack, 'size' | 'fastener' | 'hole' | 'headAngleDeg' | 'cutterAngleDeg'>): Mm {
  const head = flushHeadOf(stack) ?? stack.size.flushHead;
  const apart = 1 / coneOf(stack.headAngleDeg).tan - 1 / coneOf(stack.cutterAngleDeg).tan;
  return Math.max(0, ((head - stack.hole) / 2) * apart) as Mm;
}
