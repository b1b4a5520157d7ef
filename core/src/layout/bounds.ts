import type { Place } from './path';

/** The box around places; without any, ends that no place lies between. */
export interface Bounds {
  readonly minX: number;
  readonly maxX: number;
  readonly minY: number;
  readonly maxY: number;
}

export function boundsOf(places: readonly Place[]): Bounds {
  let [minX, maxX, minY, maxY] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const p of places) {
    minX = Math.min(minX, p.x);
    maxX = Math.max(maxX, p.x);
    minY = Math.min(minY, p.y);
    maxY = Math.max(maxY, p.y);
  }
  return { minX, maxX, minY, maxY };
}

/** The box around boxes; without any, ends that no place lies between. */
export function boundsAround(boxes: readonly Bounds[]): Bounds {
  let [minX, maxX, minY, maxY] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const b of boxes) {
    minX = Math.min(minX, b.minX);
    maxX = Math.max(maxX, b.maxX);
    minY = Math.min(minY, b.minY);
    maxY = Math.max(maxY, b.maxY);
  }
  return { minX, maxX, minY, maxY };
}

/** Whether two boxes overlap once one of them is so much wider all round. */
export function areNear(a: Bounds, b: Bounds, far: number): boolean {
  return b.minX <= a.maxX + far && b.maxX >= a.minX - far && b.minY <= a.maxY + far && b.maxY >= a.minY - far;
}
