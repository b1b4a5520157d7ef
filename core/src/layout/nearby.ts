import { boundsOf } from './bounds';
import type { Place } from './path';

/** How many rings of cells are looked through at most. */
const MOST_RINGS = 48;

/** Places in a grid of cells, so that the nearest ones are found without looking at all of them. */
export class Nearby {
  private readonly xs: Float64Array;
  private readonly ys: Float64Array;
  private readonly cellMm: number;
  private readonly rings: number;
  private readonly minX: number;
  private readonly minY: number;
  private readonly columns: number;
  private readonly rows: number;
  /** Places cell by cell; a cell's places stand from its start to the next cell's. */
  private readonly starts: Int32Array;
  private readonly inCells: Int32Array;
  /** How many in a cell are still there. */
  private readonly counts: Int32Array;

  /** Nothing farther than `reachMm` is ever found. */
  constructor(
    places: readonly Place[],
    private readonly reachMm: number,
  ) {
    const n = places.length;
    this.xs = Float64Array.from(places, (p) => p.x);
    this.ys = Float64Array.from(places, (p) => p.y);
    const { minX, maxX, minY, maxY } = boundsOf(places);
    this.minX = minX;
    this.minY = minY;
    const [wide, high] = n === 0 ? [1, 1] : [maxX - minX, maxY - minY];
    /* About two places a cell; a single line of holes makes a single line of cells. */
    this.cellMm = Math.max(Math.sqrt((2 * wide * high) / Math.max(1, n)), (2 * Math.max(wide, high)) / Math.max(1, n), 1e-4);
    this.columns = Math.floor(wide / this.cellMm) + 1;
    this.rows = Math.floor(high / this.cellMm) + 1;
    this.rings = Math.min(MOST_RINGS, Math.ceil(reachMm / this.cellMm));
    this.starts = new Int32Array(this.columns * this.rows + 1);
    for (let i = 0; i < n; i++) (this.starts[this.cellOf(i) + 1] as number)++;
    for (let c = 0; c < this.columns * this.rows; c++) this.starts[c + 1] = (this.starts[c + 1] as number) + (this.starts[c] as number);
    this.inCells = new Int32Array(n);
    this.counts = new Int32Array(this.columns * this.rows);
    for (let i = 0; i < n; i++) {
      const c = this.cellOf(i);
      this.inCells[(this.starts[c] as number) + (this.counts[c] as number)] = i;
      (this.counts[c] as number)++;
    }
  }

  private cellOf(i: number): number {
    const column = Math.min(this.columns - 1, Math.floor(((this.xs[i] as number) - this.minX) / this.cellMm));
    const row = Math.min(this.rows - 1, Math.floor(((this.ys[i] as number) - this.minY) / this.cellMm));
    return row * this.columns + column;
  }

  /** Up to `count` nearest places that pass, nearest first, itself left out; ring after ring of cells. */
  nearest(index: number, count: number, passes: (i: number) => boolean): { index: number; distance: number }[] {
    const [x, y] = [this.xs[index] as number, this.ys[index] as number];
    const own = this.cellOf(index);
    const [c, r] = [own % this.columns, Math.floor(own / this.columns)];
    const found: { index: number; distance: number }[] = [];
    for (let ring = 0; ring <= this.rings; ring++) {
      for (let row = Math.max(0, r - ring); row <= Math.min(this.rows - 1, r + ring); row++) {
        const isWhole = row === r - ring || row === r + ring;
        const step = isWhole || ring === 0 ? 1 : 2 * ring;
        for (let column = c - ring; column <= c + ring; column += step) {
          if (column < 0 || column >= this.columns) continue;
          const cell = row * this.columns + column;
          const start = this.starts[cell] as number;
          const end = start + (this.counts[cell] as number);
          for (let k = start; k < end; k++) {
            const i = this.inCells[k] as number;
            if (i === index) continue;
            const distance = Math.hypot((this.xs[i] as number) - x, (this.ys[i] as number) - y);
            const last = found[count - 1];
            if (distance > this.reachMm || (last && distance >= last.distance) || !passes(i)) continue;
            if (found.length === count) found.pop();
            let at = found.length;
            while (at > 0 && (found[at - 1] as { distance: number }).distance > distance) at--;
            found.splice(at, 0, { index: i, distance });
          }
        }
      }
      /* Whatever lies in farther rings is at least this far away. */
      if (found.length === count && (found[count - 1] as { distance: number }).distance <= ring * this.cellMm) break;
    }
    return found;
  }

  /** Takes a place out of the grid. */
  remove(index: number): void {
    const cell = this.cellOf(index);
    const start = this.starts[cell] as number;
    const last = start + (this.counts[cell] as number) - 1;
    for (let k = start; k <= last; k++) {
      if (this.inCells[k] !== index) continue;
      this.inCells[k] = this.inCells[last] as number;
      this.inCells[last] = index;
      (this.counts[cell] as number)--;
      return;
    }
  }
}
