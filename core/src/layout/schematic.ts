import type { Mm } from '../units/length';
import type { Place } from './path';

/** A row that was not told where it lies. */
export interface UnplacedRow {
  readonly id: string;
  /** The sheet on its head side, which it is drawn on. */
  readonly partId: string;
  readonly partName: string;
  readonly hand: 'L' | 'R' | null;
  readonly holes: number;
  /** Hole to hole; null: not said. */
  readonly pitch: Mm | null;
}

export interface Schematic {
  /** The places of each row's holes by its id, mm: in their order and at their pitch, nothing else of it is true. */
  readonly rows: ReadonlyMap<string, readonly Place[]>;
  /** A frame for every part, with its rows in it. */
  readonly frames: readonly { readonly id: string; readonly name: string; readonly corners: readonly Place[] }[];
}

/** Where no pitch is said. This project's own. */
const USUAL_PITCH_MM = 25.4;
/** Row to row, and from a row to the frame. */
const LANE_MM = 30;
/** Between frames, and to what lies where it is. */
const GAP_MM = 40;

/**
 * Rows without a place, drawn so that they can be seen and chosen: a frame for each part, its rows in it one under the other, holes in their order
 * at their pitch. Frames stand under what has a place, left-hand parts left of the middle, right-hand ones facing them, the others below.
 * `under`: the lower left and right ends of what has a place; null: nothing has.
 */
export function schematicOf(
  rows: readonly UnplacedRow[],
  under: { readonly minX: number; readonly maxX: number; readonly minY: number } | null,
): Schematic {
  const parts = new Map<string, UnplacedRow[]>();
  for (const row of rows) parts.set(row.partId, [...(parts.get(row.partId) ?? []), row]);
  const middle = under ? (under.minX + under.maxX) / 2 : 0;
  const top = under ? under.minY - GAP_MM : 0;
  const placed = new Map<string, Place[]>();
  const frames: { id: string; name: string; corners: Place[] }[] = [];
  const down = { L: top, R: top };
  const put = (own: readonly UnplacedRow[], left: number, y: number, width: number): number => {
    const height = LANE_MM * (own.length + 1);
    own.forEach((row, i) => {
      const pitch = row.pitch ?? USUAL_PITCH_MM;
      const start = left + (width - pitch * (row.holes - 1)) / 2;
      placed.set(
        row.id,
        Array.from({ length: row.holes }, (_, k) => ({ x: start + k * pitch, y: y - LANE_MM * (i + 1) })),
      );
    });
    const [first] = own;
    if (first)
      frames.push({
        id: first.partId,
        name: first.partName,
        corners: [
          { x: left, y },
          { x: left + width, y },
          { x: left + width, y: y - height },
          { x: left, y: y - height },
        ],
      });
    return y - height - GAP_MM;
  };
  const widthOf = (own: readonly UnplacedRow[]) =>
    Math.max(...own.map((r) => (r.pitch ?? USUAL_PITCH_MM) * Math.max(r.holes - 1, 1))) + 2 * LANE_MM;
  const groups = [...parts.values()];
  for (const own of groups) {
    const hand = own[0]?.hand ?? null;
    if (hand === null) continue;
    const width = widthOf(own);
    down[hand] = put(own, hand === 'L' ? middle - GAP_MM / 2 - width : middle + GAP_MM / 2, down[hand], width);
  }
  let y = Math.min(down.L, down.R);
  for (const own of groups) {
    if ((own[0]?.hand ?? null) !== null) continue;
    const width = widthOf(own);
    y = put(own, middle - width / 2, y, width);
  }
  return { rows: placed, frames };
}
