import type { ReachingKind } from '#core/reach/reach';

/** A tool from the side as a plain outline, with the places of its measures; pixels in a box of 220 by 130. */
export interface Silhouette {
  readonly outline: string;
  readonly throat: { readonly x1: number; readonly x2: number; readonly y: number };
  readonly noseHeight: { readonly x: number; readonly y1: number; readonly y2: number };
  readonly noseHalfWidth: { readonly x1: number; readonly x2: number; readonly y: number };
}

const JAWS: Readonly<Record<ReachingKind, { readonly deep: number; readonly gap: number; readonly nose: number }>> = {
  frame: { deep: 170, gap: 46, nose: 34 },
  squeezer: { deep: 110, gap: 40, nose: 28 },
  'close-quarters': { deep: 60, gap: 26, nose: 16 },
  'pull-through': { deep: 30, gap: 22, nose: 12 },
};

/** Two jaws around the sheet, the nose standing on it from below. */
export function toolSilhouette(kind: ReachingKind): Silhouette {
  const { deep, gap, nose } = JAWS[kind];
  const [left, middle] = [20, 65];
  const right = left + deep;
  const [top, bottom] = [middle - gap / 2, middle + gap / 2];
  return {
    outline: `M${left} ${top}H${right}V${bottom}H${left + 14}V${bottom - nose / 2}H${left}V${bottom + 22}H${right + 24}V${top - 22}H${left}Z`,
    throat: { x1: left + 7, x2: right, y: middle },
    noseHeight: { x: left - 8, y1: bottom - nose / 2, y2: bottom + 22 },
    noseHalfWidth: { x1: left, x2: left + 7, y: bottom - nose / 2 - 6 },
  };
}
