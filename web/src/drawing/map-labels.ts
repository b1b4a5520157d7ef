import type { Place } from '#core/layout/path';
import { toScreen, type MapLook, type Size } from './map-drawing';

/** A row whose name is written beside it, with what may not be written over. */
export interface NamedRow {
  readonly id: string;
  readonly title: string;
  readonly path: readonly Place[];
  readonly holes: readonly { readonly place: Place; readonly isShown: boolean }[];
  /** Not where it lies: drawn only to be seen and chosen. */
  readonly isSchematic?: boolean;
}

export interface NamedOutline {
  readonly id: string;
  readonly name: string;
  readonly corners: readonly Place[];
  /** A frame for rows without a place, no part's edge. */
  readonly isSchematic?: boolean;
}

/** A name on the map; x and y are where its line of text begins, or ends where it is right-aligned. Pixels. */
export interface MapLabel {
  readonly id: string;
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly align: 'left' | 'right';
}

export interface MapLabels {
  readonly rows: readonly MapLabel[];
  readonly outlines: readonly MapLabel[];
}

/** Of the condensed face at 14 pixels: a letter's usual width and a line's height above and below its foot. */
const LETTER_PX = 6.4;
const [ABOVE_PX, BELOW_PX] = [12, 4];
/** Holes are looked up in squares of this size. */
const CELL_PX = 16;
/** A name may run over the edge of the screen by so much; holes as far off count too. */
const SPARE_PX = 600;
/** Where rows are drawn smaller than this, only the chosen one is named, pixels a millimetre. */
const NAMED_FROM_SCALE = 0.5;

/** Names avoid lines where these are not more. */
const EDGES_MOST = 400;

const keyOf = (i: number, k: number) => i * 65_536 + k;

interface Box {
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

function boxOf({ text, x, y, align }: MapLabel, letterPx: number): Box {
  const width = text.length * letterPx;
  const x1 = align === 'left' ? x : x - width;
  return { x1, y1: y - ABOVE_PX, x2: x1 + width, y2: y + BELOW_PX };
}

/** How the map is drawn where names are written. */
export interface LabelOptions {
  readonly look: MapLook;
  /** Of the picture, and of what is seen of it, in its middle; the same where nothing is said. */
  readonly size: Size;
  readonly seen?: Size;
  readonly selectedId: string | null;
  readonly holePx: number;
  /** A letter's usual width, in another face than the screen's. */
  readonly letterPx?: number;
  /** Whether a row is named even where no place is free. */
  readonly isEachNamed?: boolean;
}

/**
 * Where the names of rows and parts are written: none over a hole or another name. A row is named above or below one of its ends, or beside
 * it where it runs up and down; a part inside one of its corners, else just outside. What has no free place is not written, but for the chosen row.
 */
export function mapLabels(
  rows: readonly NamedRow[],
  outlines: readonly NamedOutline[],
  { look, size, seen = size, selectedId, holePx, letterPx = LETTER_PX, isEachNamed = false }: LabelOptions,
): MapLabels {
  const named = rows.filter((r) => r.id === selectedId || look.scale > NAMED_FROM_SCALE);
  if (named.length === 0 && outlines.length === 0) return { rows: [], outlines: [] };
  const holes = new Map<number, Place[]>();
  const cell = (n: number) => Math.floor(n / CELL_PX);
  const near = ({ x1, y1, x2, y2 }: Box, spare = 0) => x2 > -spare && y2 > -spare && x1 < size.width + spare && y1 < size.height + spare;
  for (const row of rows)
    for (const hole of row.holes) {
      const at = toScreen(hole.place, look, size);
      if (!hole.isShown || !near({ x1: at.x, y1: at.y, x2: at.x, y2: at.y }, SPARE_PX)) continue;
      const key = keyOf(cell(at.x), cell(at.y));
      const known = holes.get(key);
      if (known) known.push(at);
      else holes.set(key, [at]);
    }
  const taken: Box[] = [];
  const isOnHole = ({ x1, y1, x2, y2 }: Box) => {
    for (let i = cell(x1 - holePx); i <= cell(x2 + holePx); i++)
      for (let k = cell(y1 - holePx); k <= cell(y2 + holePx); k++)
        for (const { x, y } of holes.get(keyOf(i, k)) ?? [])
          if (x > x1 - holePx && x < x2 + holePx && y > y1 - holePx && y < y2 + holePx) return true;
    return false;
  };
  const edges = edgesInView(rows, outlines, look, size);
  const isFree = (box: Box) => !taken.some((t) => t.x1 < box.x2 && box.x1 < t.x2 && t.y1 < box.y2 && box.y1 < t.y2) && !isOnHole(box);
  const [edgeX, edgeY] = [(size.width - seen.width) / 2, (size.height - seen.height) / 2];
  const isOnScreen = ({ x1, y1, x2, y2 }: Box) => x1 >= edgeX && y1 >= edgeY && x2 <= size.width - edgeX && y2 <= size.height - edgeY;
  /* Best wholly in what is seen and over no line, then wholly in what is seen, at least somewhere in the picture. */
  const wishes: readonly ((box: Box) => boolean)[] = [
    (box) => isOnScreen(box) && !edges.some((e) => crosses(e, box)),
    isOnScreen,
    (box) => near(box),
  ];
  const box = (c: MapLabel) => boxOf(c, letterPx);
  const place = (candidates: readonly MapLabel[], isWanted: boolean): MapLabel[] => {
    const free = candidates.filter((c) => isFree(box(c)));
    const wish = wishes.find((w) => free.some((c) => w(box(c))));
    const found = (wish && free.find((c) => wish(box(c)))) ?? (isWanted ? candidates[0] : undefined);
    if (!found) return [];
    taken.push(box(found));
    return [found];
  };
  const [chosen, others] = [named.filter((r) => r.id === selectedId), named.filter((r) => r.id !== selectedId)];
  const rowLabels = (list: readonly NamedRow[], isWanted: boolean) =>
    list.flatMap((r) => place(besideRow(r, look, size, holePx), isWanted));
  /* Who is placed first has the choice: the chosen row, then the parts, then the other rows. */
  const first = rowLabels(chosen, true);
  const parts = outlines.flatMap((o) => place(inCorners(o, look, size), isEachNamed));
  return { outlines: parts, rows: [...first, ...rowLabels(others, isEachNamed)] };
}

/** The lines that are drawn, as far as they are in view; none where they are too many to look at for every name. */
function edgesInView(rows: readonly NamedRow[], outlines: readonly NamedOutline[], look: MapLook, size: Size): Box[] {
  const lines = [...rows.map((r) => r.path), ...outlines.map((o) => [...o.corners, ...o.corners.slice(0, 1)])];
  const edges = lines.flatMap((line) => {
    const on = line.map((p) => toScreen(p, look, size));
    return on.slice(1).map((p, i): Box => ({ x1: on[i]?.x ?? 0, y1: on[i]?.y ?? 0, x2: p.x, y2: p.y }));
  });
  const screen = { x1: 0, y1: 0, x2: size.width, y2: size.height };
  const seen = edges.filter((e) => crosses(e, screen));
  return seen.length > EDGES_MOST ? [] : seen;
}

/** Whether a line, from its first place to its second, meets a box: what is left of it after cutting it at each side. */
function crosses(line: Box, box: Box): boolean {
  let [from, to] = [0, 1];
  const cut = (start: number, way: number, least: number, most: number): void => {
    if (way === 0) {
      if (start < least || start > most) to = -1;
      return;
    }
    const [a, b] = [(least - start) / way, (most - start) / way];
    from = Math.max(from, Math.min(a, b));
    to = Math.min(to, Math.max(a, b));
  };
  cut(line.x1, line.x2 - line.x1, box.x1, box.x2);
  cut(line.y1, line.y2 - line.y1, box.y1, box.y2);
  return from <= to;
}

/** Places for a row's name, the best first: above its ends, below them, farther off, beside them. */
function besideRow({ id, title, path }: NamedRow, look: MapLook, size: Size, holePx: number): MapLabel[] {
  const [start, end] = [path[0], path.at(-1)];
  if (!start || !end) return [];
  const [first, last] = [toScreen(start, look, size), toScreen(end, look, size)];
  const label = (x: number, y: number, align: MapLabel['align']): MapLabel => ({ id, text: title, x, y, align });
  const off = holePx + 8;
  const isUpright = Math.abs(last.y - first.y) > Math.abs(last.x - first.x);
  const beside = [first, last, { x: (first.x + last.x) / 2, y: (first.y + last.y) / 2 }].flatMap((p) => [
    label(p.x + off, p.y + 5, 'left'),
    label(p.x - off, p.y + 5, 'right'),
  ]);
  const [left, right] = first.x <= last.x ? [first, last] : [last, first];
  /* Where a part's edge runs close by, a little farther off. */
  const along = [off, off + 9, off + 18].flatMap((away) => [
    label(left.x, left.y - away, 'left'),
    label(right.x, right.y - away, 'right'),
    label(left.x, left.y + away + ABOVE_PX, 'left'),
    label(right.x, right.y + away + ABOVE_PX, 'right'),
  ]);
  return isUpright ? [...beside, ...along] : [...along, ...beside];
}

/** Places for a part's name inside its corners, the upper right one first: rows, which are named at their left, seldom begin there. */
function inCorners({ id, name, corners }: NamedOutline, look: MapLook, size: Size): MapLabel[] {
  const on = corners.map((p) => toScreen(p, look, size));
  if (on.length === 0) return [];
  const most = (of: (p: Place) => number) => on.reduce((a, b) => (of(b) > of(a) ? b : a));
  const label = (p: Place, align: MapLabel['align'], dy: number): MapLabel => ({
    id,
    text: name,
    x: p.x + (align === 'left' ? 5 : -5),
    y: p.y + dy,
    align,
  });
  const [upperRight, upperLeft, lowerRight, lowerLeft] = [
    most((p) => p.x - p.y),
    most((p) => -p.x - p.y),
    most((p) => p.x + p.y),
    most((p) => -p.x + p.y),
  ];
  return [
    ...[15, 31, 47].filter((dy) => dy + BELOW_PX < lowerRight.y - upperRight.y).map((dy) => label(upperRight, 'right', dy)),
    label(upperRight, 'right', -6),
    label(lowerRight, 'right', -6),
    label(upperLeft, 'left', 15),
    label(lowerLeft, 'left', -6),
    label(lowerRight, 'right', 6 + ABOVE_PX),
  ];
}
