import type { Place } from '../layout/path';
import type { PlanePoint } from './camera';
import type { MeasuredHole } from './holes-at';
import type { Measured } from './measure';
import { onPrint, placed, type Placing } from './placing';

/** A hole the plan wants in the sheet. */
export interface WantedHole {
  readonly rowId: string;
  readonly holeId: string;
  /** Counted from 1 along its row. */
  readonly number: number;
  readonly place: Place;
}

/** What is not as planned, graver things first. Lengths mm. */
export type PhotoFinding =
  | { readonly kind: 'missing'; readonly wanted: WantedHole }
  /** Not seen, but where the light hides it. */
  | { readonly kind: 'hidden'; readonly wanted: WantedHole }
  | { readonly kind: 'extra'; readonly found: MeasuredHole; readonly place: Place }
  | { readonly kind: 'off'; readonly wanted: WantedHole; readonly found: MeasuredHole; readonly place: Place; readonly by: number }
  /** Wider or narrower than the others of its row. */
  | {
      readonly kind: 'wide' | 'narrow';
      readonly wanted: WantedHole;
      readonly found: MeasuredHole;
      readonly others: number;
    };

export interface Comparison {
  readonly findings: readonly PhotoFinding[];
  /** Every hole that is where one is wanted. */
  readonly matched: readonly { readonly wanted: WantedHole; readonly found: MeasuredHole; readonly place: Place; readonly off: number }[];
  /** Of those as many as are neither off nor of another size. */
  readonly asPlanned: number;
  /** Wanted where the picture shows something; and outside of that. */
  readonly inSight: number;
  readonly beyond: number;
  /** Diameters of each row's holes in the middle, by row; empty where they do not count. */
  readonly sizes: ReadonlyMap<string, number>;
}

/** Farther than this a hole is another one, mm; of holes close together less. */
const MOST_OFF = 4;
const SHARE_OF_PITCH = 0.45;
/** A hole differs from its row by so much at least, mm: half the step from one rivet's hole to the next is some .4. */
const SIZE_STEP = 0.25;
const ORDER: readonly PhotoFinding['kind'][] = ['missing', 'hidden', 'off', 'wide', 'narrow', 'extra'];

export interface ComparisonQuestion {
  readonly measured: Pick<Measured, 'holes' | 'isSquare' | 'blinded'>;
  /** What the picture shows: a polygon on the print. */
  readonly shows: (p: PlanePoint) => boolean;
  readonly wanted: readonly WantedHole[];
  readonly placing: Placing;
  /** A hole farther off than this is said, mm. */
  readonly tolerance: number;
}

/** The holes of a picture against those of the plan. */
export function comparePhoto({ measured, shows, wanted, placing, tolerance }: ComparisonQuestion): Comparison {
  const inSight = wanted.filter((w) => shows(onPrint(placing, w.place)));
  const found = measured.holes.map((hole) => ({ hole, place: placed(placing, hole.at) }));
  const reach = Math.min(MOST_OFF, SHARE_OF_PITCH * leastApart(inSight.map((w) => w.place)));
  const pairs = inSight
    .flatMap((w, i) =>
      found.flatMap((f, k) => {
        const off = Math.hypot(f.place.x - w.place.x, f.place.y - w.place.y);
        return off <= reach ? [{ i, k, off }] : [];
      }),
    )
    .sort((a, b) => a.off - b.off);
  const [usedWanted, usedFound] = [new Set<number>(), new Set<number>()];
  const matched: { wanted: WantedHole; found: MeasuredHole; place: Place; off: number }[] = [];
  for (const { i, k, off } of pairs) {
    if (usedWanted.has(i) || usedFound.has(k)) continue;
    usedWanted.add(i);
    usedFound.add(k);
    const { hole, place } = found[k] as (typeof found)[number];
    matched.push({ wanted: inSight[i] as WantedHole, found: hole, place, off });
  }
  const sizes = measured.isSquare ? rowSizes(matched) : new Map<string, number>();
  const isHidden = (p: PlanePoint) => measured.blinded.some((b) => Math.hypot(b.at.x - p.x, b.at.y - p.y) <= b.radius);
  const findings: PhotoFinding[] = [
    ...inSight
      .filter((_, i) => !usedWanted.has(i))
      .map((w): PhotoFinding => ({ kind: isHidden(onPrint(placing, w.place)) ? 'hidden' : 'missing', wanted: w })),
    ...found.filter((_, k) => !usedFound.has(k)).map((f): PhotoFinding => ({ kind: 'extra', found: f.hole, place: f.place })),
    ...matched.flatMap((m): PhotoFinding[] => {
      const own: PhotoFinding[] = [];
      if (m.off > tolerance) own.push({ kind: 'off', wanted: m.wanted, found: m.found, place: m.place, by: m.off });
      const others = sizes.get(m.wanted.rowId);
      if (others !== undefined && Math.abs(m.found.diameter - others) > SIZE_STEP)
        own.push({ kind: m.found.diameter > others ? 'wide' : 'narrow', wanted: m.wanted, found: m.found, others });
      return own;
    }),
  ];
  const byNumber = (f: PhotoFinding) => ('wanted' in f ? f.wanted.number : 0);
  return {
    findings: findings.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind) || byNumber(a) - byNumber(b)),
    matched,
    asPlanned: matched.length - new Set(findings.flatMap((f) => ('found' in f && 'wanted' in f ? [f.wanted.holeId] : []))).size,
    inSight: inSight.length,
    beyond: wanted.length - inSight.length,
    sizes,
  };
}

/** The diameter in the middle of each row's holes; of fewer than three nothing is said. */
function rowSizes(matched: readonly { readonly wanted: WantedHole; readonly found: MeasuredHole }[]): Map<string, number> {
  const rows = new Map<string, number[]>();
  for (const { wanted, found } of matched) rows.set(wanted.rowId, [...(rows.get(wanted.rowId) ?? []), found.diameter]);
  return new Map(
    [...rows].flatMap(([id, all]) => (all.length < 3 ? [] : [[id, all.sort((a, b) => a - b)[Math.floor(all.length / 2)] as number]])),
  );
}

/** The least distance between two of them, mm; one alone has all the room there is. */
function leastApart(places: readonly Place[]): number {
  const order = [...places].sort((a, b) => a.x - b.x);
  let least = Infinity;
  order.forEach((p, i) => {
    for (let j = i + 1; j < order.length && (order[j] as Place).x - p.x < least; j++)
      least = Math.min(least, Math.hypot((order[j] as Place).x - p.x, (order[j] as Place).y - p.y));
  });
  return least;
}
