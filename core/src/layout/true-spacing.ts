import { SAME_LENGTH_MM, type Mm } from '../units/length';
import { areNear, boundsOf } from './bounds';
import { isOnePlace } from './one-place';
import { distanceToPiece } from './outline';
import type { Place } from './path';

/** A row where it lies, for measuring to others: its holes in their order, the rivet's diameter, and what it is called. */
export interface LaidRow {
  readonly name: string;
  readonly places: readonly Place[];
  readonly diameter: Mm;
  /** Its holes are the centres of groups, whose small holes lie so far from them, mm. */
  readonly groupReach?: number | undefined;
  /** Its holes are the small ones of groups. */
  readonly isSmall?: boolean | undefined;
  /** Of which hole each place is, where it matters. */
  readonly holeIds?: readonly string[] | undefined;
  /** Holes of other rows that some of its holes are one with: `own other`, by id. */
  readonly oneWith?: ReadonlySet<string> | undefined;
}

/** Two holes and how far their centres are apart, mm. Holes count from 0. */
export interface HolePair {
  readonly distance: Mm;
  readonly hole: number;
  readonly other: number;
}

/** A hole of this row and one of another row. */
export interface PairAcross extends HolePair {
  readonly row: string;
  /** The larger of the two rivets. */
  readonly diameter: Mm;
}

/** What is truly between a row's holes, and between them and the holes of other rows. Straight distances, also round a corner. */
export interface TrueSpacing {
  /** The two holes of the row that are nearest to each other; null with fewer than two. */
  readonly least: HolePair | null;
  /** The largest gap between one hole and the next. */
  readonly widest: HolePair | null;
  /** The nearest row side by side with this one, and how far across. */
  readonly beside: { readonly row: string; readonly distance: Mm; readonly diameter: Mm } | null;
  /** The worst pair with a hole of another row: a staggered neighbour, and any other. */
  readonly staggered: PairAcross | null;
  readonly near: PairAcross | null;
}

/** Rows lie side by side where they run within so many degrees of each other. Source: rules of hole preparation, `row-distance-low`. */
export const SIDE_BY_SIDE_DEG = 30;

/** Holes of other rows farther than so many diameters, of the larger rivet, say nothing. */
export const FAR_D = 6;

/** A hole of the row beside counts as staggered from this share of the pitch along the row on. */
const STAGGER_SHARE = 0.25;

/** Nearer to the row's own line than this share of a diameter a hole lies in the row, not beside it. */
const SAME_LINE_D = 0.5;

/**
 * Measures one row against itself and the others. Distances are straight ones between centres; what runs round a bend of a part
 * is right where the part is drawn developed.
 *
 * Example: ten holes at 1.5 in with a square second row .25 in beside them: least 1.5, beside .25, near .25.
 */
export function trueSpacing(row: LaidRow, others: readonly LaidRow[]): TrueSpacing {
  const near: { staggered: PairAcross | null; near: PairAcross | null } = { staggered: null, near: null };
  let beside: TrueSpacing['beside'] = null;
  const box = row.places.length > 0 ? boundsOf(row.places) : null;
  for (const other of others) {
    const diameter = Math.max(row.diameter, other.diameter) as Mm;
    const far = FAR_D * diameter;
    const its = other.places.length > 0 ? boundsOf(other.places) : null;
    if (!box || !its || !areNear(box, its, far)) continue;
    const reach = reachBetween(row, other);
    const across = reach !== null && isSameGroup(row.places, other.places, reach) ? null : acrossOf(row.places, other.places, diameter);
    if (across !== null && (!beside || across / diameter < beside.distance / beside.diameter))
      beside = { row: other.name, distance: across as Mm, diameter };
    for (let i = 0; i < row.places.length; i++)
      for (let j = 0; j < other.places.length; j++) {
        const [a, b] = [row.places[i] as Place, other.places[j] as Place];
        /* Most holes of two long rows are far apart: seen without a root. */
        if (Math.abs(a.x - b.x) > far || Math.abs(a.y - b.y) > far) continue;
        const distance = between(a, b);
        if (distance > far || (reach !== null && Math.abs(distance - reach) < SAME_REACH_MM)) continue;
        /* One hole has no distance to itself; laid out apart since, they are two again. */
        if (row.oneWith?.has(`${row.holeIds?.[i]} ${other.holeIds?.[j]}`) && isOnePlace(a, b, diameter)) continue;
        const kind = across !== null && isStaggered(row.places, i, other.places[j] as Place) ? 'staggered' : 'near';
        const worst = near[kind];
        if (!worst || distance / diameter < worst.distance / worst.diameter)
          near[kind] = { distance: distance as Mm, hole: i, other: j, row: other.name, diameter };
      }
  }
  /* From one group to the next is no pitch of its small holes. */
  return { least: leastPair(row.places), widest: row.isSmall ? null : widestGap(row.places), beside, ...near };
}

/** Within one group the distance from the centre to its small holes is the fastener's own, and no question of the plan. */
const SAME_REACH_MM = 1e-6;

/** The reach of a group where one of two rows holds centres and the other small holes; null: they are no such two. */
function reachBetween(a: LaidRow, b: LaidRow): number | null {
  if (a.groupReach !== undefined && b.isSmall) return a.groupReach;
  return b.groupReach !== undefined && a.isSmall ? b.groupReach : null;
}

function isSameGroup(a: readonly Place[], b: readonly Place[], reach: number): boolean {
  const first = b[0];
  return first !== undefined && a.some((p) => Math.abs(between(p, first) - reach) < SAME_REACH_MM);
}

function between(a: Place, b: Place): number {
  return Math.hypot(a.x - b.x, a.y - b.y);
}

/** The nearest two of a row's holes: a sweep from left to right, which looks no farther than the best found so far. */
function leastPair(places: readonly Place[]): HolePair | null {
  const order = places.map((p, index) => ({ p, index })).sort((a, b) => a.p.x - b.p.x);
  let best: { distance: number; hole: number; other: number } | null = null;
  for (let i = 0; i < order.length; i++)
    for (let j = i + 1; j < order.length; j++) {
      const [a, b] = [order[i] as (typeof order)[number], order[j] as (typeof order)[number]];
      if (best && b.p.x - a.p.x > best.distance) break;
      const distance = between(a.p, b.p);
      if (!best || distance < best.distance - SAME_LENGTH_MM)
        best = { distance, hole: Math.min(a.index, b.index), other: Math.max(a.index, b.index) };
    }
  return best && { ...best, distance: best.distance as Mm };
}

function widestGap(places: readonly Place[]): HolePair | null {
  let best: HolePair | null = null;
  for (let i = 1; i < places.length; i++) {
    const distance = between(places[i - 1] as Place, places[i] as Place) as Mm;
    if (!best || distance > best.distance + SAME_LENGTH_MM) best = { distance, hole: i - 1, other: i };
  }
  return best;
}

/** How far across two rows lie from each other where they run side by side and overlap; null where they do not. */
function acrossOf(row: readonly Place[], other: readonly Place[], diameter: number): number | null {
  let least: number | null = null;
  const far = FAR_D * diameter;
  const reach = far + SAME_LENGTH_MM;
  const pieces = row.slice(1).flatMap((b, i) => {
    const a = row[i] as Place;
    const long = between(a, b);
    return long === 0 ? [] : [{ a, b, long, ux: (b.x - a.x) / long, uy: (b.y - a.y) / long }];
  });
  for (let j = 0; j < other.length; j++) {
    const p = other[j] as Place;
    const direction = directionAt(other, j);
    if (!direction) continue;
    for (const { a, b, long, ux, uy } of pieces) {
      if (Math.abs(p.x - a.x) > reach + long || Math.abs(p.y - a.y) > reach + long) continue;
      const along = (p.x - a.x) * ux + (p.y - a.y) * uy;
      if (along < -SAME_LENGTH_MM || along > long + SAME_LENGTH_MM) continue;
      if (Math.abs(ux * direction.x + uy * direction.y) < Math.cos((SIDE_BY_SIDE_DEG * Math.PI) / 180) - 1e-12) continue;
      const distance = distanceToPiece(p, a, b);
      if (distance < SAME_LINE_D * diameter || distance > far) continue;
      if (least === null || distance < least) least = distance;
    }
  }
  return least;
}

/** Which way a row runs at one of its holes, as a unit length; null for a single hole. */
function directionAt(places: readonly Place[], i: number): Place | null {
  const [a, b] = [places[Math.max(0, i - 1)] as Place, places[Math.min(places.length - 1, i + 1)] as Place];
  const long = between(a, b);
  return long === 0 ? null : { x: (b.x - a.x) / long, y: (b.y - a.y) / long };
}

/** Whether a hole beside the row lies between hole `i` and its neighbour, by at least a quarter of the pitch from either. */
function isStaggered(row: readonly Place[], i: number, p: Place): boolean {
  const here = row[i] as Place;
  return [row[i - 1], row[i + 1]].some((next) => {
    if (!next) return false;
    const long = between(here, next);
    if (long === 0) return false;
    const along = ((p.x - here.x) * (next.x - here.x) + (p.y - here.y) * (next.y - here.y)) / long;
    return along >= STAGGER_SHARE * long && along <= (1 - STAGGER_SHARE) * long;
  });
}
