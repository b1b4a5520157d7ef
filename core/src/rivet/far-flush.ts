import { inches, type Mm } from '../units/length';
import type { Cone } from './cone';

/*
 * A solid rivet whose driven head fills a countersink on the far side too. Volumes in units of pi/4. Source: flush on both sides, docs/rules.md.
 */

/** A driven head is flush within so much above or below the surface. This project's own default. */
export const FAR_FLUSH_WITHIN: Mm = inches(0.005);

/** What the length of such a rivet depends on. Lengths Mm. */
export interface FarFlushQuestion {
  readonly grip: Mm;
  readonly diameter: Mm;
  readonly hole: Mm;
  /** Surface diameter A of the head, and of the cavity's mouth at the far surface. */
  readonly head: Mm;
  readonly cone: Cone;
  /** Every dimpled sheet, from either side. */
  readonly dimpled: readonly Mm[];
}

/**
 * What a cone of mouth A holds beyond a shank of width x: K(x) = (A^3 - x^3) / (6 tan a) - x^2 (A - x) / (2 tan a).
 * Worked: dash 3 of 100 degrees, x = D: .00024 cubic inches over pi/4.
 */
export function coneBeyond(cone: Cone, head: Mm, shank: Mm): number {
  return (head ** 3 - shank ** 3) / (6 * cone.tan) - (shank ** 2 * (head - shank)) / (2 * cone.tan);
}

/** The ring that a dimple's square-cut lip leaves under it: R(t) = 2 t^2 cot a (Dh + 2/3 t cos a). */
export function ringUnder(cone: Cone, thickness: Mm, hole: Mm): number {
  return ((2 * thickness ** 2) / cone.tan) * (hole + (2 / 3) * thickness * cone.cos);
}

/** What the rivet has to fill beside its own head, over pi/4. */
function wanted(q: FarFlushQuestion): number {
  const rings = q.dimpled.reduce((sum, t) => sum + ringUnder(q.cone, t, q.hole), 0);
  return q.grip * q.hole ** 2 + 2 * coneBeyond(q.cone, q.head, q.hole) + rings - coneBeyond(q.cone, q.head, q.diameter);
}

/**
 * How far the driven head stands above the far surface (below: negative): p = (L D^2 + K(D) - G Dh^2 - 2 K(Dh) - sum R) / A^2.
 * Worked: .025 / .090 / .025 in, dash 3-3: -.0075 in.
 */
export function farProud(length: Mm, q: FarFlushQuestion): Mm {
  return ((length * q.diameter ** 2 - wanted(q)) / q.head ** 2) as Mm;
}

/** The length with which it ends flush. */
export function farIdealLength(q: FarFlushQuestion): Mm {
  return (wanted(q) / q.diameter ** 2) as Mm;
}

/** Both of these for many lengths in one stack, what is to be filled worked out once. */
export function farLengths(q: FarFlushQuestion): { readonly ideal: Mm; readonly proudOf: (length: Mm) => Mm } {
  const full = wanted(q);
  const [shank, mouth] = [q.diameter ** 2, q.head ** 2];
  return { ideal: (full / shank) as Mm, proudOf: (length) => ((length * shank - full) / mouth) as Mm };
}
