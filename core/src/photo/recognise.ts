import { groupIntoRows } from '../layout/group-rows';
import { edgeDistance } from '../layout/outline';
import type { Place } from '../layout/path';
import type { MeasuredHole } from './holes-at';
import { placed, type Placing } from './placing';

/** Holes in one line, as measured. Lengths mm. */
export interface SeenRow {
  readonly holes: readonly MeasuredHole[];
  readonly places: readonly Place[];
  /** From hole to hole: in the middle of all, the least and the widest; null of one hole. */
  readonly pitch: { readonly middle: number; readonly least: number; readonly widest: number } | null;
  /** The farthest a hole lies from the straight line through all of them. */
  readonly bow: number;
  /** The least distance of a hole's middle to the sheet's edge; null where the edge is not plain. */
  readonly edge: number | null;
  /** Diameters in classes, the commonest first; empty where they do not count. */
  readonly sizes: readonly { readonly diameter: number; readonly count: number }[];
}

/** Diameters are of one class while the next is no farther than this, mm. */
const SAME_SIZE = 0.15;

/** Rows among measured holes, the longest first. `outline`: the sheet's edge, placed likewise. */
export function recogniseRows(
  holes: readonly MeasuredHole[],
  placing: Placing,
  outline: readonly Place[] | null,
  diametersCount: boolean,
): SeenRow[] {
  const places = holes.map((h) => placed(placing, h.at));
  /* By line alone: a hole opened up stays in its row. */
  return groupIntoRows(places.map((p) => ({ ...p, diameter: null })))
    .map((group): SeenRow => {
      const own = group.holes.map((i) => places[i] as Place);
      const of = group.holes.map((i) => holes[i] as MeasuredHole);
      const gaps = own
        .slice(1)
        .map((p, i) => Math.hypot(p.x - (own[i] as Place).x, p.y - (own[i] as Place).y))
        .sort((a, b) => a - b);
      return {
        holes: of,
        places: own,
        pitch:
          gaps.length === 0
            ? null
            : { middle: gaps[Math.floor(gaps.length / 2)] as number, least: gaps[0] as number, widest: gaps.at(-1) as number },
        bow: bowOf(own),
        edge: outline === null ? null : Math.min(...own.map((p) => edgeDistance(p, outline))),
        sizes: diametersCount ? classesOf(of.map((h) => h.diameter)) : [],
      };
    })
    .sort((a, b) => b.places.length - a.places.length);
}

/** The farthest of the points from the line of least squares through them. */
function bowOf(points: readonly Place[]): number {
  const n = points.length;
  const [mx, my] = [points.reduce((s, p) => s + p.x, 0) / n, points.reduce((s, p) => s + p.y, 0) / n];
  let [xx, xy, yy] = [0, 0, 0];
  for (const p of points) {
    xx += (p.x - mx) ** 2;
    xy += (p.x - mx) * (p.y - my);
    yy += (p.y - my) ** 2;
  }
  const angle = Math.atan2(2 * xy, xx - yy) / 2;
  return Math.max(...points.map((p) => Math.abs((p.y - my) * Math.cos(angle) - (p.x - mx) * Math.sin(angle))));
}

function classesOf(diameters: readonly number[]): { diameter: number; count: number }[] {
  const classes: number[][] = [];
  for (const d of [...diameters].sort((a, b) => a - b)) {
    const last = classes.at(-1);
    if (last && d - (last.at(-1) as number) <= SAME_SIZE) last.push(d);
    else classes.push([d]);
  }
  return classes.map((c) => ({ diameter: c[Math.floor(c.length / 2)] as number, count: c.length })).sort((a, b) => b.count - a.count);
}
