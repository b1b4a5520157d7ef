import { Nearby } from './nearby';
import type { Place } from './path';

/** A hole to be grouped, mm; null: its diameter is not known. */
export interface LooseHole extends Place {
  readonly diameter: number | null;
}

/** Holes that lie in one line and have one diameter, in the order they come along it. */
export interface HoleGroup {
  readonly diameter: number | null;
  /** Places of the holes in the list they came from. */
  readonly holes: readonly number[];
}

/** Holes of one diameter differ by less than this, mm. */
const SAME_DIAMETER_MM = 0.02;
/** Holes closer than this are one hole drawn twice, mm. */
const SAME_PLACE_MM = 0.01;
/** Farther apart than this two holes are not neighbours in a row, mm. */
const FARTHEST_MM = 130;
/** The next hole of a row lies this many times the last gap on. */
const GAP_LEAST = 0.45;
const GAP_MOST = 1.75;
/** How far a row may turn from one hole to the next (tangent of about 8 degrees). */
const TURN = 0.14;
const NEIGHBOURS = 8;
/** A run this long through a near neighbour is a row: no farther neighbour is tried. */
const LONG_RUN = 10;

/**
 * Groups holes into rows: by diameter, then by line. From each hole that is left the longest run through one of its
 * nearest neighbours is taken; a run goes on while the next hole lies about one gap ahead. Single holes stay groups of one.
 */
export function groupIntoRows(holes: readonly LooseHole[]): HoleGroup[] {
  const groups: HoleGroup[] = [];
  for (const indices of byDiameter(holes)) {
    const places = indices.map((i) => holes[i] as LooseHole);
    for (const run of runsOf(places))
      groups.push({
        diameter: (holes[indices[run[0] as number] as number] as LooseHole).diameter,
        holes: run.map((i) => indices[i] as number),
      });
  }
  return groups;
}

/** Indices with one diameter, smallest first; those without one last. */
function byDiameter(holes: readonly LooseHole[]): number[][] {
  const order = holes.map((_, i) => i).sort((a, b) => size(holes[a]) - size(holes[b]) || a - b);
  const classes: number[][] = [];
  let first = NaN;
  for (const i of order) {
    const d = size(holes[i]);
    const current = classes.at(-1);
    if (current && (d === first || d - first < SAME_DIAMETER_MM)) current.push(i);
    else {
      classes.push([i]);
      first = d;
    }
  }
  return classes;
}

function size(hole: LooseHole | undefined): number {
  return hole?.diameter ?? Infinity;
}

function runsOf(places: readonly Place[]): number[][] {
  const grid = new Nearby(places, FARTHEST_MM);
  const seeds = places
    .map((_, i) => i)
    .sort((a, b) => (places[a] as Place).x - (places[b] as Place).x || (places[a] as Place).y - (places[b] as Place).y);
  const taken = new Uint8Array(places.length);
  const runs: number[][] = [];
  for (let i = 0; i < places.length; i++) {
    const [twin] = taken[i] ? [] : grid.nearest(i, 1, (k) => k > i);
    if (!twin || twin.distance > SAME_PLACE_MM) continue;
    taken[twin.index] = 1;
    grid.remove(twin.index);
  }
  for (const seed of seeds) {
    if (taken[seed]) continue;
    taken[seed] = 1;
    const run = longestRun(seed, places, grid, taken);
    for (const i of run) {
      taken[i] = 1;
      grid.remove(i);
    }
    runs.push(inReadingOrder(run, places));
  }
  return runs.sort((a, b) => {
    const [p, q] = [places[a[0] as number] as Place, places[b[0] as number] as Place];
    return q.y - p.y || p.x - q.x;
  });
}

function longestRun(seed: number, places: readonly Place[], grid: Nearby, taken: Uint8Array): number[] {
  let best: number[] = [seed];
  let bestGap = Infinity;
  for (const near of grid.nearest(seed, NEIGHBOURS, (i) => !taken[i])) {
    const ahead = extend(seed, near.index, places, grid, taken);
    const behind = extend(near.index, seed, places, grid, taken, ahead);
    const run = [...behind.reverse(), seed, near.index, ...ahead];
    if (run.length >= LONG_RUN) return run;
    if (run.length > best.length || (run.length === best.length && near.distance < bestGap)) {
      best = run;
      bestGap = near.distance;
    }
  }
  return best;
}

/** The holes that follow after two, while each lies about one gap further along the same line. */
function extend(
  before: number,
  from: number,
  places: readonly Place[],
  grid: Nearby,
  taken: Uint8Array,
  alsoTaken: readonly number[] = [],
): number[] {
  const run: number[] = [];
  const used = new Set(alsoTaken).add(before).add(from);
  let [last, current] = [before, from];
  for (;;) {
    const next = follower(last, current, places, grid, (i) => !taken[i] && !used.has(i));
    if (next === null) return run;
    run.push(next);
    used.add(next);
    [last, current] = [current, next];
  }
}

function follower(last: number, current: number, places: readonly Place[], grid: Nearby, isFree: (i: number) => boolean): number | null {
  const [a, b] = [places[last] as Place, places[current] as Place];
  const gap = Math.hypot(b.x - a.x, b.y - a.y);
  if (gap === 0) return null;
  const [ux, uy] = [(b.x - a.x) / gap, (b.y - a.y) / gap];
  let best: number | null = null;
  let bestOff = Infinity;
  for (const { index } of grid.nearest(current, NEIGHBOURS, isFree)) {
    const q = places[index] as Place;
    const along = (q.x - b.x) * ux + (q.y - b.y) * uy;
    const across = Math.abs((q.x - b.x) * uy - (q.y - b.y) * ux);
    if (along < GAP_LEAST * gap || along > GAP_MOST * gap || across > TURN * along) continue;
    const off = 3 * across + Math.abs(along - gap);
    if (off < bestOff) [best, bestOff] = [index, off];
  }
  return best;
}

/** Left to right, or upwards where the run is steep. */
function inReadingOrder(run: readonly number[], places: readonly Place[]): number[] {
  const [p, q] = [places[run[0] as number] as Place, places[run.at(-1) as number] as Place];
  const isSteep = Math.abs(q.y - p.y) > Math.abs(q.x - p.x);
  return (isSteep ? q.y < p.y : q.x < p.x) ? [...run].reverse() : [...run];
}

/** Joins runs end to end into one row: each next one by the end that is nearer. */
export function joinRuns(runs: readonly (readonly Place[])[]): Place[] {
  const left = runs.filter((r) => r.length > 0).map((r) => [...r]);
  let joined = left.shift() ?? [];
  while (left.length > 0) {
    let best = { at: 0, distance: Infinity, atStart: false, reversed: false };
    left.forEach((run, at) => {
      for (const atStart of [false, true])
        for (const reversed of [false, true]) {
          const end = (atStart ? joined[0] : joined.at(-1)) as Place;
          const near = (atStart === reversed ? run[0] : run.at(-1)) as Place;
          const distance = Math.hypot(end.x - near.x, end.y - near.y);
          if (distance < best.distance) best = { at, distance, atStart, reversed };
        }
    });
    const [run] = left.splice(best.at, 1) as [Place[]];
    if (best.reversed) run.reverse();
    joined = best.atStart ? [...run, ...joined] : [...joined, ...run];
  }
  return joined;
}
