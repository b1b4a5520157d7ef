import { fitRow } from '../layout/fit';
import type { Place } from '../layout/path';
import type { PlanePoint } from './camera';
import { chance } from './chance';

/** How a sheet on the print lies in the plan: turned and moved; turned over where its other face is up. Plan: mm, y upwards. */
export interface Placing {
  readonly cos: number;
  readonly sin: number;
  readonly x: number;
  readonly y: number;
  readonly isTurnedOver: boolean;
}

/** As the print shows it, y upwards. */
export const AS_IT_LIES: Placing = { cos: 1, sin: 0, x: 0, y: 0, isTurnedOver: false };

/** Where in the plan a point of the print lies. */
export function placed({ cos, sin, x, y, isTurnedOver }: Placing, p: PlanePoint): Place {
  const [u, v] = [isTurnedOver ? -p.x : p.x, -p.y];
  return { x: x + cos * u - sin * v, y: y + sin * u + cos * v };
}

/** Where on the print a place of the plan lies. */
export function onPrint({ cos, sin, x, y, isTurnedOver }: Placing, p: Place): PlanePoint {
  const [dx, dy] = [p.x - x, p.y - y];
  const [u, v] = [cos * dx + sin * dy, -sin * dx + cos * dy];
  return { x: isTurnedOver ? -u : u, y: -v };
}

/** Ways a sheet may lie, the likeliest first; more than one where the holes look the same turned round or over. */
export interface Placings {
  readonly ways: readonly Placing[];
  /** Holes of the picture that lie on one of the plan, of the likeliest. */
  readonly agreeing: number;
}

/** A hole belongs to one of the plan, to begin with, within so far, mm. */
const NEAR = 1.6;
/** Two holes are as far apart as two of the plan to so much, mm. */
const SAME_DISTANCE = 0.9;
/** Pairs of the plan that are tried. */
const TRIES = 80;
const MOST_WAYS = 4;
/** Least holes that have to agree, and of what is seen. */
const LEAST = 3;
const LEAST_SHARE = 0.5;
/** A second way counts where it agrees in nearly as many holes. */
const NEARLY = 0.9;
/** Two ways are one where they put every hole within so far, mm. */
const SAME_WAY = 2.5;

interface Way {
  readonly placing: Placing;
  readonly agreeing: number;
  readonly off: number;
}

/**
 * How the holes of a picture lie on those of the plan: pairs equally far apart are laid on one another, and the way in which most
 * holes agree is taken. Null where too few do. Some holes may be missing, extra or out of place.
 */
export function findPlacings(seen: readonly PlanePoint[], plan: readonly Place[], fieldMiddle: PlanePoint): Placings | null {
  if (seen.length < 2 || plan.length < 2) return null;
  const near = grid(plan);
  const pairs = pairsOf(seen);
  const ways: Way[] = [];
  let best = 0;
  for (const [a, b] of basePairs(plan)) {
    const [p, q] = [plan[a] as Place, plan[b] as Place];
    const distance = Math.hypot(q.x - p.x, q.y - p.y);
    for (let k = firstFrom(pairs, distance - SAME_DISTANCE); k < pairs.length; k++) {
      const pair = pairs[k] as Pair;
      if (pair.distance > distance + SAME_DISTANCE) break;
      for (const [i, j] of [
        [pair.i, pair.j],
        [pair.j, pair.i],
      ] as const)
        for (const isTurnedOver of [false, true]) {
          const placing = through(seen[i] as PlanePoint, seen[j] as PlanePoint, p, q, isTurnedOver);
          const agreeing = agree(placing, seen, near, best * NEARLY);
          if (agreeing < Math.max(LEAST, best * NEARLY)) continue;
          const refined = refine(placing, seen, near);
          const counted = agree(refined, seen, near, 0);
          best = Math.max(best, counted);
          ways.push({ placing: refined, agreeing: counted, off: offOf(refined, seen, near) });
        }
    }
  }
  if (best < Math.max(LEAST, LEAST_SHARE * Math.min(seen.length, plan.length))) return null;
  const kept: Way[] = [];
  for (const way of ways.filter((w) => w.agreeing >= best * NEARLY).sort((a, b) => b.agreeing - a.agreeing || a.off - b.off)) {
    if (kept.length === MOST_WAYS) break;
    if (!kept.some((k) => isSame(k.placing, way.placing, seen, fieldMiddle))) kept.push(way);
  }
  /* Of two that agree alike the one with its face up comes first. */
  const top = kept[0] as Way;
  const alike = kept.filter((k) => k.agreeing === top.agreeing && k.off < 2 * top.off + 0.01);
  const first = alike.find((k) => !k.placing.isTurnedOver) ?? top;
  return { ways: [first, ...kept.filter((k) => k !== first)].map((k) => k.placing), agreeing: first.agreeing };
}

interface Pair {
  readonly i: number;
  readonly j: number;
  readonly distance: number;
}

/** All pairs, the nearest first; of very many points those of some. */
function pairsOf(points: readonly PlanePoint[]): Pair[] {
  const step = Math.max(1, Math.ceil(points.length / 250));
  const pairs: Pair[] = [];
  for (let i = 0; i < points.length; i += step)
    for (let j = i + 1; j < points.length; j++) {
      const [p, q] = [points[i] as PlanePoint, points[j] as PlanePoint];
      pairs.push({ i, j, distance: Math.hypot(q.x - p.x, q.y - p.y) });
    }
  return pairs.sort((a, b) => a.distance - b.distance);
}

function firstFrom(pairs: readonly Pair[], distance: number): number {
  let [low, high] = [0, pairs.length];
  while (low < high) {
    const mid = (low + high) >> 1;
    if ((pairs[mid] as Pair).distance < distance) low = mid + 1;
    else high = mid;
  }
  return low;
}

/** Pairs of the plan to lay the picture on: far apart, of many holes, so that a missing one spoils few. The same every time. */
function basePairs(plan: readonly Place[]): [number, number][] {
  const { next } = chance(1);
  const n = plan.length;
  if ((n * (n - 1)) / 2 <= TRIES) return plan.flatMap((_, i) => plan.slice(i + 1).map((_p, k): [number, number] => [i, i + 1 + k]));
  const pairs: [number, number][] = [];
  while (pairs.length < TRIES) {
    /* The farther of three from a hole by chance, within what one page shows. */
    const a = Math.floor(next() * n);
    let [b, far] = [-1, 0];
    for (let k = 0; k < 3; k++) {
      const c = Math.floor(next() * n);
      const d = Math.hypot((plan[c] as Place).x - (plan[a] as Place).x, (plan[c] as Place).y - (plan[a] as Place).y);
      if (c !== a && d > far && (d < 280 || b < 0)) [b, far] = [c, d];
    }
    if (b >= 0) pairs.push([a, b]);
  }
  return pairs;
}

/** The way that lays one pair on another, middle on middle. */
function through(a: PlanePoint, b: PlanePoint, p: Place, q: Place, isTurnedOver: boolean): Placing {
  const k = isTurnedOver ? -1 : 1;
  const angle = Math.atan2(q.y - p.y, q.x - p.x) - Math.atan2(-(b.y - a.y), k * (b.x - a.x));
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [u, v] = [(k * (a.x + b.x)) / 2, -(a.y + b.y) / 2];
  return { cos, sin, x: (p.x + q.x) / 2 - cos * u + sin * v, y: (p.y + q.y) / 2 - sin * u - cos * v, isTurnedOver };
}

type Near = (p: Place) => Place | null;

/** The nearest place of the plan within reach. */
function grid(plan: readonly Place[]): Near {
  const cells = new Map<string, Place[]>();
  const key = (i: number, j: number) => `${i},${j}`;
  for (const p of plan) {
    const at = key(Math.floor(p.x / NEAR), Math.floor(p.y / NEAR));
    cells.set(at, [...(cells.get(at) ?? []), p]);
  }
  return (p) => {
    const [i, j] = [Math.floor(p.x / NEAR), Math.floor(p.y / NEAR)];
    let best: Place | null = null;
    let least = NEAR;
    for (let di = -1; di <= 1; di++)
      for (let dj = -1; dj <= 1; dj++)
        for (const q of cells.get(key(i + di, j + dj)) ?? []) {
          const d = Math.hypot(q.x - p.x, q.y - p.y);
          if (d < least) [best, least] = [q, d];
        }
    return best;
  };
}

function agree(placing: Placing, seen: readonly PlanePoint[], near: Near, wanted: number): number {
  let n = 0;
  for (let i = 0; i < seen.length; i++) {
    if (near(placed(placing, seen[i] as PlanePoint))) n++;
    if (n + seen.length - i - 1 < wanted) return n;
  }
  return n;
}

/** Root mean square of what the agreeing holes lie off, mm; the worst tenth left out. */
function offOf(placing: Placing, seen: readonly PlanePoint[], near: Near): number {
  const off = seen
    .flatMap((s) => {
      const at = placed(placing, s);
      const q = near(at);
      return q ? [Math.hypot(q.x - at.x, q.y - at.y)] : [];
    })
    .sort((a, b) => a - b);
  const kept = off.slice(0, Math.ceil(off.length * 0.9));
  return Math.sqrt(kept.reduce((s, d) => s + d * d, 0) / Math.max(1, kept.length));
}

/** Turned and moved to where the squares of what is off are least; what lies far off beside the others is left out. */
function refine(first: Placing, seen: readonly PlanePoint[], near: Near): Placing {
  let placing = first;
  for (let round = 0; round < 5; round++) {
    const found = seen.flatMap((s) => {
      const at = placed(placing, s);
      const q = near(at);
      return q ? [{ s, q, off: Math.hypot(q.x - at.x, q.y - at.y) }] : [];
    });
    const middle = found.map((f) => f.off).sort((a, b) => a - b)[Math.floor(found.length / 2)] ?? 0;
    const kept = found.filter((f) => f.off <= Math.max(3 * middle, 0.05));
    if (kept.length < 2) return placing;
    placing = leastSquares(kept, placing.isTurnedOver) ?? placing;
  }
  return placing;
}

function leastSquares(pairs: readonly { readonly s: PlanePoint; readonly q: Place }[], isTurnedOver: boolean): Placing | null {
  const fit = fitRow(
    pairs.map(({ s }) => ({ x: isTurnedOver ? -s.x : s.x, y: -s.y })),
    pairs.map(({ q }) => q),
  );
  return fit && { cos: Math.cos(fit.angleRad), sin: Math.sin(fit.angleRad), x: fit.dx, y: fit.dy, isTurnedOver };
}

function isSame(a: Placing, b: Placing, seen: readonly PlanePoint[], middle: PlanePoint): boolean {
  return [middle, ...seen].every((s) => {
    const [p, q] = [placed(a, s), placed(b, s)];
    return Math.hypot(p.x - q.x, p.y - q.y) < SAME_WAY;
  });
}
