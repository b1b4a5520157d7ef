import type { Place } from '#core/layout/path';

export interface LayoutMarks {
  readonly width: number;
  readonly height: number;
  readonly path: string;
  readonly holes: readonly {
    readonly x: number;
    readonly y: number;
    readonly row: number;
    readonly name: string;
    readonly isClash: boolean;
    readonly showName: boolean;
  }[];
  /** Running dimensions, to be written upright from their lower end. */
  readonly running: readonly { readonly x: number; readonly y: number; readonly text: string }[];
  /** Residuals of a picked-up row: from where the fit puts a hole to where it was measured, drawn larger. */
  readonly residuals: readonly {
    readonly x1: number;
    readonly y1: number;
    readonly x2: number;
    readonly y2: number;
    readonly isOutlier: boolean;
  }[];
}

const MARGIN = 34;
const NAME_PX = 24;
/** Running dimensions stand at least so far apart, and so far below their hole. */
const RUNNING_PX = 15;
const BELOW_PX = 12;
const RUNNING_LONG_PX = 52;
/** Residuals are small: they are drawn so many times larger, which the caption says. */
export const RESIDUAL_TIMES = 10;

/** Fits a path with its holes into a frame; up on the part is up on the page. */
export function drawLayout(q: {
  path: readonly Place[];
  holes: readonly (Place & { row: number; isClash: boolean })[];
  /** What is written below each hole of the first row. */
  running?: readonly string[];
  residuals?: readonly { from: Place; to: Place; isOutlier: boolean }[];
  width: number;
  maxHeight: number;
}): LayoutMarks {
  const all = [...q.path, ...q.holes];
  const xs = all.map((p) => p.x);
  const ys = all.map((p) => p.y);
  const [minX, maxX, minY, maxY] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((q.width - 2 * MARGIN) / Math.max(maxX - minX, 1), (q.maxHeight - 2 * MARGIN) / Math.max(maxY - minY, 1));
  const below = q.running ? RUNNING_LONG_PX : 0;
  const drawn = Math.max(90, (maxY - minY) * scale + 2 * MARGIN);
  const toX = (x: number) => MARGIN + (x - minX) * scale;
  const toY = (y: number) => drawn / 2 - (y - (minY + maxY) / 2) * scale;
  const counters = [0, 0];
  let lastNamed: { x: number; y: number } | null = null;
  const holes = q.holes.map((h) => {
    counters[h.row] = (counters[h.row] ?? 0) + 1;
    const [x, y] = [toX(h.x), toY(h.y)];
    const showName: boolean = h.row === 0 && (lastNamed === null || Math.hypot(x - lastNamed.x, y - lastNamed.y) >= NAME_PX);
    if (showName) lastNamed = { x, y };
    return { x, y, row: h.row, name: String(counters[h.row]), isClash: h.isClash, showName };
  });
  let lastRunning = -Infinity;
  const running = (q.running ?? []).flatMap((text, i) => {
    const hole = holes[i];
    if (!hole || Math.abs(hole.x - lastRunning) < RUNNING_PX) return [];
    lastRunning = hole.x;
    return [{ x: hole.x, y: drawn - MARGIN + BELOW_PX, text }];
  });
  return {
    width: q.width,
    height: drawn + below,
    running,
    path: `M${q.path.map((p) => `${toX(p.x).toFixed(1)} ${toY(p.y).toFixed(1)}`).join('L')}`,
    holes,
    residuals: (q.residuals ?? []).map((r) => ({
      x1: toX(r.from.x),
      y1: toY(r.from.y),
      x2: toX(r.from.x) + (r.to.x - r.from.x) * scale * RESIDUAL_TIMES,
      y2: toY(r.from.y) - (r.to.y - r.from.y) * scale * RESIDUAL_TIMES,
      isOutlier: r.isOutlier,
    })),
  };
}
