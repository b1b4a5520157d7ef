import type { Place } from '../layout/path';
import { numberAt, type Entity } from './groups';

/** How coordinates come to lie in the drawing: x' = a x + c y + e, y' = b x + d y + f. */
export interface Placing {
  readonly a: number;
  readonly b: number;
  readonly c: number;
  readonly d: number;
  readonly e: number;
  readonly f: number;
}

export const AS_DRAWN: Placing = { a: 1, b: 0, c: 0, d: 1, e: 0, f: 0 };
/** Seen from behind: left and right change sides. */
const FROM_BEHIND: Placing = { ...AS_DRAWN, a: -1 };

/** First the inner placing, then the outer. */
export function within(outer: Placing, inner: Placing): Placing {
  return {
    a: outer.a * inner.a + outer.c * inner.b,
    b: outer.b * inner.a + outer.d * inner.b,
    c: outer.a * inner.c + outer.c * inner.d,
    d: outer.b * inner.c + outer.d * inner.d,
    ...movedBy(outer, inner.e, inner.f),
  };
}

function movedBy(outer: Placing, x: number, y: number) {
  return { e: outer.a * x + outer.c * y + outer.e, f: outer.b * x + outer.d * y + outer.f };
}

export function placed(p: Place, t: Placing): Place {
  return { x: t.a * p.x + t.c * p.y + t.e, y: t.b * p.x + t.d * p.y + t.f };
}

/** A direction with its length, without where it stands. */
export function turned(p: Place, t: Placing): Place {
  return { x: t.a * p.x + t.c * p.y, y: t.b * p.x + t.d * p.y };
}

/** Whether left and right change sides. */
export function isMirrored(t: Placing): boolean {
  return t.a * t.d - t.b * t.c < 0;
}

/** Whether circles stay circles. */
export function keepsCircles(t: Placing): boolean {
  return isRound({ x: t.a, y: t.b }, { x: t.c, y: t.d });
}

/** Two half axes of the same length, square to each other. */
export function isRound(u: Place, v: Place): boolean {
  const [lu, lv] = [Math.hypot(u.x, u.y), Math.hypot(v.x, v.y)];
  return Math.abs(lu - lv) <= 1e-6 * lu && Math.abs(u.x * v.x + u.y * v.y) <= 1e-6 * lu * lv;
}

/**
 * How an entity with coordinates of its own plane lies in the drawing's: flat, or flat and seen from behind
 * (extrusion direction down). Null where its plane is tilted out of the drawing's.
 */
export function planeOf(entity: Entity): Placing | null {
  const z = upOf(entity);
  return z === null ? null : z > 0 ? AS_DRAWN : FROM_BEHIND;
}

/** 1 where the entity's plane faces up, -1 where it faces down, null where it is tilted. */
export function upOf(entity: Entity): 1 | -1 | null {
  const [x, y, z] = [numberAt(entity, 210, 0), numberAt(entity, 220, 0), numberAt(entity, 230, 1)];
  const long = Math.hypot(x, y, z);
  if (!(long > 0) || Math.hypot(x, y) > 1e-6 * long) return null;
  return z > 0 ? 1 : -1;
}

/** Turned by an angle, degrees, counter-clockwise. */
export function turn(degrees: number): Placing {
  const angle = (degrees * Math.PI) / 180;
  /* Quarter turns are exact, so that what is square stays square. */
  const quarter = degrees / 90;
  const [cos, sin] = Number.isInteger(quarter)
    ? ([
        [1, 0],
        [0, 1],
        [-1, 0],
        [0, -1],
      ][((quarter % 4) + 4) % 4] as [number, number])
    : [Math.cos(angle), Math.sin(angle)];
  return { a: cos, b: sin, c: -sin, d: cos, e: 0, f: 0 };
}

export function moved(by: Place): Placing {
  return { ...AS_DRAWN, e: by.x, f: by.y };
}

export function scaled(x: number, y: number): Placing {
  return { ...AS_DRAWN, a: x, d: y };
}
