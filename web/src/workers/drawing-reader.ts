import { DXF_MAX_CHARS, readDxf, type Drawing } from '#core/formats/dxf-in';
import { groupIntoRows } from '#core/layout/group-rows';
import type { Place } from '#core/layout/path';
import { decodeText } from './table-reader';

/** What a drawing holds, for the page: small, whatever the file's size. Lengths in the drawing's own unit. */
export interface DrawingSummary {
  readonly mmPerUnit: number | null;
  readonly layers: readonly { readonly name: string; readonly holes: number; readonly outlines: number }[];
  readonly holes: number;
  readonly unreadable: number;
  /** The middle one of all diameters; null where there are only points. */
  readonly middleDiameter: number | null;
  readonly outlines: readonly { readonly layer: string; readonly corners: readonly Place[] }[];
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
  | { readonly kind: 'group'; readonly layers: readonly string[]; readonly mmPerUnit: number };

export type DrawingAnswer =
  | { readonly kind: 'read'; readonly summary: DrawingSummary }
  | { readonly kind: 'group'; readonly rows: DrawnRows }
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
    unreadable: d.unreadable,
    middleDiameter: diameters[Math.floor(diameters.length / 2)] ?? null,
    outlines: d.outlines,
  };
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
