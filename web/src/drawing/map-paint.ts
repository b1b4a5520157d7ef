import { boundsAround, boundsOf, type Bounds } from '#core/layout/bounds';
import type { Place } from '#core/layout/path';
import type { ReachingKind } from '#core/reach/reach';
import type { Stage } from '#core/record/stage';
import { toScreen, type MapLook, type Size } from './map-drawing';
import { mapLabels, type MapLabel, type NamedOutline, type NamedRow } from './map-labels';

export interface MapRow extends NamedRow {
  readonly holes: readonly (NamedRow['holes'][number] & {
    readonly stage: Stage;
    /** Where tools are asked for: what reaches it; null: nothing to reach. */
    readonly reach?: ReachingKind | 'none' | null;
    readonly sign?: 'held' | 'deviation' | null;
  })[];
}

export type MapOutline = NamedOutline;

/** What a dead end makes of a row or part: shut off, or what shuts it off. */
export type AccessFlag = 'shut' | 'closes';

export interface MapScene {
  readonly rows: readonly MapRow[];
  readonly outlines: readonly MapOutline[];
  readonly flags: ReadonlyMap<string, AccessFlag>;
  readonly selectedId: string | null;
}

const ROW_BOUNDS = new WeakMap<MapRow, Bounds>();

/** The box around all there is of a row; of one row once. */
function rowBounds(row: MapRow): Bounds {
  let bounds = ROW_BOUNDS.get(row);
  if (!bounds) ROW_BOUNDS.set(row, (bounds = boundsAround([boundsOf(row.path), boundsOf(row.holes.map((h) => h.place))])));
  return bounds;
}

/** The box around rows and outlines. */
export function sceneBounds(rows: readonly MapRow[], outlines: readonly MapOutline[]): Bounds {
  return boundsAround([...rows.map(rowBounds), ...outlines.map((o) => boundsOf(o.corners))]);
}

/** So many holes are painted at a time. */
const HOLES_AT_A_TIME = 2500;

/** Whether a scene is painted at once: more keep the page from answering for too long. */
export function isPaintedAtOnce({ rows }: MapScene): boolean {
  let holes = 0;
  for (const row of rows) holes += row.holes.length;
  return holes <= HOLES_AT_A_TIME;
}

/** Paints all that is in view, as {@link paintingOf}, at once. */
export function paintMap(...about: Parameters<typeof paintingOf>): void {
  const painting = paintingOf(...about);
  while (!painting.next().done);
}

/**
 * Paints all that is in view, some thousand holes at a time; between, the page may answer. `seen`: the middle of the picture, where names are
 * best.
 */
export function* paintingOf(
  c: CanvasRenderingContext2D,
  { rows, outlines, flags, selectedId }: MapScene,
  look: MapLook,
  size: Size,
  seen: Size = size,
): Generator<void> {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  const [ink, ink2, done, dye, paper] = ['--ink', '--ink2', '--done', '--dye', '--paper'].map(colour) as [
    string,
    string,
    string,
    string,
    string,
  ];
  const [stop, caution] = [colour('--stop'), colour('--caution')];
  c.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0);
  c.clearRect(0, 0, size.width, size.height);
  for (const outline of outlines) paintOutline(c, outline, look, size, flags.has(outline.id) ? stop : ink2, flags.has(outline.id) ? 3 : 1);
  const r = Math.min(9, Math.max(2.5, 2.4 * look.scale));
  for (const row of rows) {
    const flag = flags.get(row.id);
    c.strokeStyle = flag ? stop : row.id === selectedId ? dye : ink2;
    c.lineWidth = flag ? 4 : row.id === selectedId ? 3 : 1;
    c.setLineDash(row.isSchematic ? [2, 4] : flag || row.id === selectedId ? [] : [8, 5]);
    c.beginPath();
    row.path.forEach((p, i) => {
      const s = toScreen(p, look, size);
      if (i === 0) c.moveTo(s.x, s.y);
      else c.lineTo(s.x, s.y);
    });
    c.stroke();
    c.setLineDash([]);
  }
  yield;
  const isReach = rows.some((row) => row.holes[0]?.reach !== undefined);
  let painted = 0;
  for (const row of rows) {
    if (isReach) paintReach(c, row, look, size, r, { ink, dye, paper, stop });
    else paintHoles(c, row, look, size, r, { ink, done, paper });
    painted += row.holes.length;
    if (painted < HOLES_AT_A_TIME) continue;
    painted = 0;
    yield;
  }
  for (const row of rows) if (flags.get(row.id) === 'shut') paintShut(c, row, look, size, r, stop);
  paintSigns(c, rows, look, size, r, caution);
  const labels = mapLabels(rows, outlines, { look, size, seen, selectedId, holePx: r });
  paintLabels(c, labels.outlines, '600 13px "Barlow Condensed", sans-serif', (id) => (flags.has(id) ? stop : ink2));
  paintLabels(c, labels.rows, '600 14px "Barlow Condensed", sans-serif', (id) => (id === selectedId ? dye : ink));
}

/** Names beside what they name. */
function paintLabels(c: CanvasRenderingContext2D, labels: readonly MapLabel[], font: string, colourOf: (id: string) => string): void {
  c.font = font;
  for (const { id, text, x, y, align } of labels) {
    c.fillStyle = colourOf(id);
    c.textAlign = align;
    c.fillText(text, x, y);
  }
  c.textAlign = 'left';
}

/** A row that is shut off: a cross over each end of it. */
function paintShut(c: CanvasRenderingContext2D, row: MapRow, look: MapLook, size: Size, r: number, colour: string): void {
  c.strokeStyle = colour;
  c.lineWidth = 4;
  for (const p of [row.path[0], row.path.at(-1)]) {
    if (!p) continue;
    const { x, y } = toScreen(p, look, size);
    const arm = 2.2 * r;
    c.beginPath();
    c.moveTo(x - arm, y - arm);
    c.lineTo(x + arm, y + arm);
    c.moveTo(x + arm, y - arm);
    c.lineTo(x - arm, y + arm);
    c.stroke();
  }
}

/** A part's edge, thin and grey; heavy where it shuts something off. */
function paintOutline(c: CanvasRenderingContext2D, outline: MapOutline, look: MapLook, size: Size, colour: string, width: number): void {
  c.strokeStyle = colour;
  c.lineWidth = width;
  c.setLineDash(outline.isSchematic ? [3, 5] : []);
  c.beginPath();
  outline.corners.forEach((p, i) => {
    const s = toScreen(p, look, size);
    if (i === 0) c.moveTo(s.x, s.y);
    else c.lineTo(s.x, s.y);
  });
  c.closePath();
  c.stroke();
  c.setLineDash([]);
}

/** Held back: a stroke across. A deviation: a triangle above. */
function paintSigns(c: CanvasRenderingContext2D, rows: readonly MapRow[], look: MapLook, size: Size, r: number, colour: string): void {
  c.strokeStyle = c.fillStyle = colour;
  c.lineWidth = 2;
  for (const row of rows)
    for (const hole of row.holes) {
      if (!hole.sign || !hole.isShown) continue;
      const { x, y } = toScreen(hole.place, look, size);
      c.beginPath();
      if (hole.sign === 'held') {
        c.moveTo(x - 1.6 * r, y + 1.6 * r);
        c.lineTo(x + 1.6 * r, y - 1.6 * r);
        c.stroke();
      } else {
        c.moveTo(x, y - 2.8 * r);
        c.lineTo(x - r, y - 1.4 * r);
        c.lineTo(x + r, y - 1.4 * r);
        c.fill();
      }
    }
}

/** Tool by shape. Frame: a ring. Squeezer: a square. Close-quarters dies: a triangle. Pull-through dies: a diamond. None: a cross. */
function paintReach(
  c: CanvasRenderingContext2D,
  row: MapRow,
  look: MapLook,
  size: Size,
  r: number,
  colours: { ink: string; dye: string; paper: string; stop: string },
): void {
  for (const { place, reach, isShown } of row.holes) {
    if (!isShown) continue;
    const { x, y } = toScreen(place, look, size);
    if (x < -10 || y < -10 || x > size.width + 10 || y > size.height + 10) continue;
    c.strokeStyle = reach === 'none' ? colours.stop : reach ? colours.dye : colours.ink;
    c.fillStyle = reach ? colours.paper : colours.ink;
    c.lineWidth = reach === 'none' ? 3 : 1.8;
    c.beginPath();
    reachPath(c, x, y, r, reach ?? null);
    if (reach !== 'none') c.fill();
    c.stroke();
  }
}

function reachPath(c: CanvasRenderingContext2D, x: number, y: number, r: number, reach: ReachingKind | 'none' | null): void {
  const corners = (points: readonly (readonly [number, number])[]) => {
    points.forEach(([dx, dy], i) => (i === 0 ? c.moveTo(x + dx * r, y + dy * r) : c.lineTo(x + dx * r, y + dy * r)));
    c.closePath();
  };
  switch (reach) {
    case 'frame':
      return c.arc(x, y, r, 0, 2 * Math.PI);
    case 'squeezer':
      return corners([[-1, -1], [1, -1], [1, 1], [-1, 1]]); // prettier-ignore
    case 'close-quarters':
      return corners([[0, -1.2], [1.2, 1], [-1.2, 1]]); // prettier-ignore
    case 'pull-through':
      return corners([[0, -1.4], [1.4, 0], [0, 1.4], [-1.4, 0]]); // prettier-ignore
    case 'none':
      c.moveTo(x - 1.3 * r, y - 1.3 * r);
      c.lineTo(x + 1.3 * r, y + 1.3 * r);
      c.moveTo(x + 1.3 * r, y - 1.3 * r);
      return c.lineTo(x - 1.3 * r, y + 1.3 * r);
    case null:
      return c.arc(x, y, r * 0.3, 0, 2 * Math.PI);
  }
}

/** The places on the screen of a row's holes in view, stage by stage. */
function holesInView(row: MapRow, look: MapLook, size: Size): Map<Stage, Place[]> {
  const found = new Map<Stage, Place[]>();
  for (const { isShown, place, stage } of row.holes) {
    if (!isShown) continue;
    const at = toScreen(place, look, size);
    if (at.x < -10 || at.y < -10 || at.x > size.width + 10 || at.y > size.height + 10) continue;
    const known = found.get(stage);
    if (known) known.push(at);
    else found.set(stage, [at]);
  }
  return found;
}

/**
 * Stage by shape, each of a row in one stroke: thousands of rings in one path are painted five times as slowly. Open: a small cross. Laid
 * out: a dot. Piloted: a small ring. Drilled: a ring. Deburred: a ring with a bar. Prepared: a filled disc. Set: a square. Inspected: a filled
 * square.
 */
function paintHoles(
  c: CanvasRenderingContext2D,
  row: MapRow,
  look: MapLook,
  size: Size,
  r: number,
  colours: { ink: string; done: string; paper: string },
): void {
  c.lineWidth = 1.6;
  for (const [stage, places] of holesInView(row, look, size)) {
    const colour = stage === 'open' || stage === 'laid-out' ? colours.ink : colours.done;
    c.strokeStyle = colour;
    c.fillStyle = stage === 'prepared' || stage === 'inspected' || stage === 'laid-out' ? colour : colours.paper;
    c.beginPath();
    for (const p of places) holePath(c, p, r, stage);
    if (stage !== 'open') c.fill();
    if (stage === 'deburred')
      for (const { x, y } of places) {
        c.moveTo(x - r, y);
        c.lineTo(x + r, y);
      }
    c.stroke();
  }
}

function holePath(c: CanvasRenderingContext2D, { x, y }: Place, r: number, stage: Stage): void {
  if (stage === 'open') {
    c.moveTo(x - r * 0.7, y);
    c.lineTo(x + r * 0.7, y);
    c.moveTo(x, y - r * 0.7);
    c.lineTo(x, y + r * 0.7);
    return;
  }
  if (stage === 'set' || stage === 'inspected') {
    c.rect(x - r, y - r, 2 * r, 2 * r);
    return;
  }
  const radius = stage === 'laid-out' ? r * 0.3 : stage === 'piloted' ? r * 0.6 : r;
  c.moveTo(x + radius, y);
  c.arc(x, y, radius, 0, 2 * Math.PI);
}
