import type { Mm } from '../units/length';

/** How many holes an even row gets: by the largest pitch allowed, or by their number. */
export type Spacing = { readonly maxPitch: Mm } | { readonly count: number };

export interface LaidHole {
  /** Zero-based row. */
  readonly row: number;
  /** From the first hole's centre along the row, and across it. */
  readonly x: Mm;
  readonly y: Mm;
}

export interface EvenLayout {
  /** Holes of the first row. */
  readonly count: number;
  readonly pitch: Mm;
  /** Null with one row. */
  readonly rowDistance: Mm | null;
  readonly holes: readonly LaidHole[];
}

/** An exact multiple of the pitch is not rounded up: slack of the division, without a unit. */
const SAME_RATIO = 1e-9;

/** n = ceil(span / pitch limit) + 1, both ends holes. */
export function holeCount(span: Mm, maxPitch: Mm): number {
  return Math.max(1, Math.ceil(span / maxPitch - SAME_RATIO)) + 1;
}

/**
 * Even holes over a span from the first centre to the last, in one row or two. A staggered second row is shifted
 * half a pitch and has one hole fewer. The row distance is three quarters of the pitch where none is given.
 */
export function evenLayout(q: {
  readonly span: Mm;
  readonly spacing: Spacing;
  readonly rows: 1 | 2;
  readonly rowDistance?: Mm | undefined;
  readonly stagger: boolean;
}): EvenLayout {
  const count = 'count' in q.spacing ? q.spacing.count : holeCount(q.span, q.spacing.maxPitch);
  const pitch = (q.span / (count - 1)) as Mm;
  const holes: LaidHole[] = [];
  for (let i = 0; i < count; i++) holes.push({ row: 0, x: (i === count - 1 ? q.span : i * pitch) as Mm, y: 0 as Mm });
  if (q.rows === 1) return { count, pitch, rowDistance: null, holes };
  const rowDistance = q.rowDistance ?? ((0.75 * pitch) as Mm);
  const shift = q.stagger ? 0.5 : 0;
  for (let i = 0; i < count - (q.stagger ? 1 : 0); i++) holes.push({ row: 1, x: ((i + shift) * pitch) as Mm, y: rowDistance });
  return { count, pitch, rowDistance, holes };
}

/** Where two rows go in a lap of width w: w/4 and 3w/4. */
export function lapRows(width: Mm): readonly [Mm, Mm] {
  return [(width / 4) as Mm, ((3 * width) / 4) as Mm];
}
