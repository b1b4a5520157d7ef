import { inches, type Mm } from '../units/length';

/**
 * Exact countersink geometry. `halfAngleDeg` is half the cutter's angle: 50 for a 100-degree cutter.
 * The underside of a dimple is the head's cone moved out by n along its normal; everything follows from that.
 */
export interface Cone {
  readonly sin: number;
  readonly cos: number;
  readonly tan: number;
  /** (1 - sin a) / cos a: half of what one unit of nest adds to the surface diameter. */
  readonly widen: number;
  /** 1 / sin a - 1: what one unit of nest adds to the depth (0.3054 at 100 degrees). */
  readonly deepen: number;
}

const CONES = new Map<number, Cone>();

/** The constants of a cutter of `angleDeg` (included angle, over 0 and under 180). */
export function coneOf(angleDeg: number): Cone {
  const known = CONES.get(angleDeg);
  if (known) return known;
  const a = ((angleDeg / 2) * Math.PI) / 180;
  const sin = Math.sin(a);
  const cos = Math.cos(a);
  const cone = { sin, cos, tan: sin / cos, widen: (1 - sin) / cos, deepen: 1 / sin - 1 };
  if (CONES.size < 64) CONES.set(angleDeg, cone);
  return cone;
}

/** C = A + 2 n (1 - sin a) / cos a. `head` is the rivet head's surface diameter A, `nest` is n (0: the head itself). */
export function surfaceDiameter(cone: Cone, head: Mm, nest: Mm): Mm {
  return (head + 2 * nest * cone.widen) as Mm;
}

/**
 * d = (C - Dh) / (2 tan a), from the surface to where the cone meets the hole. Where the hole is wider than
 * the cone there is nothing to cut: 0. Worked: dash 3 in #40, no nest: .0340 in.
 */
export function coneDepth(cone: Cone, surface: Mm, hole: Mm): Mm {
  return Math.max(0, (surface - hole) / (2 * cone.tan)) as Mm;
}

/** C of a cone of a given depth: Dh + 2 d tan a. The inverse of `coneDepth`. */
export function surfaceOfDepth(cone: Cone, depth: Mm, hole: Mm): Mm {
  return (hole + 2 * depth * cone.tan) as Mm;
}

/** Extra depth against a flush rivet: n (1 / sin a - 1). Worked: .025 in at 100 degrees: .0076 in. */
export function nestDepth(cone: Cone, nest: Mm): Mm {
  return (nest * cone.deepen) as Mm;
}

/** Hole left where the cone has gone through a sheet of thickness t: Dh' = C - 2 t tan a, never under Dh. */
export function holeLeft(cone: Cone, surface: Mm, thickness: Mm, hole: Mm): Mm {
  return Math.max(hole, surface - 2 * thickness * cone.tan) as Mm;
}

/**
 * Waist where two countersinks from both faces of one strip meet: (C1 + C2) / 2 - t tan a, with both equal
 * C - t tan a. Null while they do not meet, and where one cone swallows the other the larger one's own exit.
 */
export function waist(cone: Cone, surface1: Mm, surface2: Mm, thickness: Mm, hole: Mm): Mm | null {
  if (coneDepth(cone, surface1, hole) + coneDepth(cone, surface2, hole) <= thickness) return null;
  const apart = Math.abs(surface1 - surface2);
  if (apart >= 2 * thickness * cone.tan) return (Math.max(surface1, surface2) - 2 * thickness * cone.tan) as Mm;
  return ((surface1 + surface2) / 2 - thickness * cone.tan) as Mm;
}

/** One click of the cage: .001 in. */
export const CLICK = inches(0.001);

/** An extra depth in clicks of the cage. */
export function clicksOf(extraDepth: Mm): number {
  return extraDepth / CLICK;
}
