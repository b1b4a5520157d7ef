import { DXF_MAX_CHARS, readDxf, type Counted, type Drawing } from '#core/dxf/drawing';
import { OUTLINE_MAX_CORNERS } from '#core/record/definitions';
import { groupIntoRows } from '#core/layout/group-rows';
import type { Place } from '#core/layout/path';
import { decodeText } from './table-reader';

/** What a drawing holds, for the page: small, whatever the file's size. Lengths in the drawing's own unit. */
export interface DrawingSummary {
  readonly mmPerUnit: number | null;
  readonly layers: readonly { readonly name: string; readonly holes: number; readonly outlines: number }[];
  readonly holes: number;
  /** What looks like geometry and was not taken. */
  readonly unread: readonly Counted[];
  /** The middle one of all diameters; null where there are only points. */
  readonly middleDiameter: number | null;
  /** Closed edges; their corners are asked for one at a time. */
  readonly outlines: readonly { readonly layer: string; readonly corners: number; readonly wide: number; readonly high: number }[];
}

/** Rows found in a drawing, mm; the holes of row i stand from starts[i] to starts[i + 1]. */
export interface DrawnRows {
  readonly names: readonly string[];
  /** 0 where the row is of points. */
  readonly diameters: Float64Array;
  readonly starts: Int32Array;
  readonly xs: Float64Array;
  readonly ys: Float64Array;
}

export type DrawingAsk =
  | { readonly kind: 'read'; readonly data: ArrayBuffer }
  | { readonly kind: 'group'; readonly layers: readonly string[]; readonly mmPerUnit: number }
  | { readonly kind: 'outline'; readonly index: number; readonly mmPerUnit: number };

export type DrawingAnswer =
  | { readonly kind: 'read'; readonly summary: DrawingSummary }
  | { readonly kind: 'group'; readonly rows: DrawnRows }
  | { readonly kind: 'outline'; readonly corners: readonly Place[] }
  | { readonly kind: 'problem'; readonly code: string; readonly data?: Record<string, number> };

/** Largest file that is opened at all, bytes. */
export const DRAWING_MAX_BYTES = DXF_MAX_CHARS;
/** Layers beyond these are left out of the list. */
const MAX_LAYERS = 500;

/** Reads drawings and answers about the last one; lives in a worker. */
export function drawingReader(): (ask: DrawingAsk) => DrawingAnswer {
  let drawing: Drawing | null = null;
  return (ask) => {
    if (ask.kind === 'read') {
      drawing = null;
      const read = readDxf(decodeText(ask.data));
      if (!read.ok) return { kind: 'problem', code: read.problem.code, data: (read.problem.data ?? {}) as Record<string, number> };
      if (read.value.holes.length === 0 && read.value.outlines.length === 0) return { kind: 'problem', code: 'drawing-empty' };
      drawing = read.value;
      return { kind: 'read', summary: summaryOf(drawing) };
    }
    if (ask.kind === 'outline') {
      const corners = drawing?.outlines[ask.index]?.corners;
      if (!corners) return { kind: 'problem', code: 'drawing-empty' };
      if (corners.length > OUTLINE_MAX_CORNERS)
        return { kind: 'problem', code: 'outline-too-fine', data: { max: OUTLINE_MAX_CORNERS, corners: corners.length } };
      return { kind: 'outline', corners: corners.map((c) => ({ x: c.x * ask.mmPerUnit, y: c.y * ask.mmPerUnit })) };
    }
    return drawing ? { kind: 'group', rows: rowsOf(drawing, ask.layers, ask.mmPerUnit) } : { kind: 'problem', code: 'drawing-empty' };
  };
}

function summaryOf(d: Drawing): DrawingSummary {
  const layers = new Map<string, { holes: number; outlines: number }>();
  const of = (name: string) => {
    let known = layers.get(name);
    if (!known) layers.set(name, (known = { holes: 0, outlines: 0 }));
    return known;
  };
  for (const h of d.holes) of(h.layer).holes++;
  for (const o of d.outlines) of(o.layer).outlines++;
  const diameters = Float64Array.from(d.holes.flatMap((h) => (h.diameter === null ? [] : [h.diameter]))).sort();
  return {
    mmPerUnit: d.mmPerUnit,
    layers: [...layers].slice(0, MAX_LAYERS).map(([name, counts]) => ({ name, ...counts })),
    holes: d.holes.length,
    unread: d.unread,
    middleDiameter: diameters[Math.floor(diameters.length / 2)] ?? null,
    outlines: d.outlines.map((o) => ({ layer: o.layer, corners: o.corners.length, ...sizeOf(o.corners) })),
  };
}

function sizeOf(corners: readonly Place[]): { wide: number; high: number } {
  let [left, right, low, high] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const c of corners) {
    left = Math.min(left, c.x);
    right = Math.max(right, c.x);
    low = Math.min(low, c.y);
    high = Math.max(high, c.y);
  }
  return { wide: right - left, high: high - low };
}

function rowsOf(d: Drawing, layers: readonly string[], mmPerUnit: number): DrawnRows {
  const wanted = new Set(layers);
  const byLayer = new Map<string, { x: number; y: number; diameter: number | null }[]>();
  for (const h of d.holes) {
    if (!wanted.has(h.layer)) continue;
    const hole = { x: h.x * mmPerUnit, y: h.y * mmPerUnit, diameter: h.diameter === null ? null : h.diameter * mmPerUnit };
    const known = byLayer.get(h.layer);
    if (known) known.push(hole);
    else byLayer.set(h.layer, [hole]);
  }
  const names: string[] = [];
  const diameters: number[] = [];
  const starts = [0];
  const xs: number[] = [];
  const ys: number[] = [];
  for (const [layer, holes] of byLayer) {
    const groups = groupIntoRows(holes);
    groups.forEach((group, i) => {
      names.push(groups.length === 1 ? layer : `${layer} ${i + 1}`);
      diameters.push(group.diameter ?? 0);
      for (const k of group.holes) {
        const hole = holes[k] as { x: number; y: number };
        xs.push(hole.x);
        ys.push(hole.y);
      }
      starts.push(xs.length);
    });
  }
  return {
    names,
    diameters: Float64Array.from(diameters),
    starts: Int32Array.from(starts),
    xs: Float64Array.from(xs),
    ys: Float64Array.from(ys),
  };
}
