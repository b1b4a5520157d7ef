import DxfParser, { type IDxf, type IEntity } from 'dxf-parser';
import type { Place } from '../layout/path';
import { bad, good, type Result } from '../units/result';

/** A circle or a point of a drawing, in the drawing's own unit; a point has no diameter. */
export interface DrawnHole {
  readonly x: number;
  readonly y: number;
  readonly diameter: number | null;
  readonly layer: string;
}

/** What a drawing holds that matters here, in the drawing's own unit. */
export interface Drawing {
  /** Millimetres a drawing unit, where the file says so. */
  readonly mmPerUnit: number | null;
  readonly holes: readonly DrawnHole[];
  /** Closed polylines, arcs cut into short pieces. */
  readonly outlines: readonly { readonly layer: string; readonly corners: readonly Place[] }[];
  /** Circles and points left out because a number in them does not read or a block squeezes them. */
  readonly unreadable: number;
}

/** Millimetres by the drawing's unit code ($INSUNITS of the DXF reference): inch, foot, mm, cm, m, mil. */
const MM_BY_CODE: Readonly<Record<number, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000, 9: 0.0254 };

/** Most circles and points one drawing may hold, and the longest text, characters. */
export const DXF_MAX_HOLES = 250_000;
export const DXF_MAX_CHARS = 64_000_000;
const MAX_OUTLINES = 500;
const MAX_DEPTH = 4;
/** Arcs are cut at least every so many degrees. */
const ARC_STEP_DEG = 6;

/** How an entity's own coordinates come to lie in the drawing: turned, scaled, moved. */
interface Placing {
  readonly scaleX: number;
  readonly scaleY: number;
  readonly cos: number;
  readonly sin: number;
  readonly dx: number;
  readonly dy: number;
}

const AS_DRAWN: Placing = { scaleX: 1, scaleY: 1, cos: 1, sin: 0, dx: 0, dy: 0 };

/**
 * Reads a DXF text: circles, points and closed polylines, through blocks, with the unit the file names.
 * Problems: not a DXF text, too long, too many circles.
 */
export function readDxf(text: string): Result<Drawing> {
  if (text.length > DXF_MAX_CHARS) return bad({ code: 'drawing-too-long', data: { max: DXF_MAX_CHARS / 1e6 } });
  let dxf: IDxf | null;
  try {
    dxf = new DxfParser().parseSync(text);
  } catch {
    return bad({ code: 'drawing-unreadable' });
  }
  if (!dxf || !Array.isArray(dxf.entities)) return bad({ code: 'drawing-unreadable' });
  const collected = new Collected(dxf);
  if (!collected.take(dxf.entities, AS_DRAWN, 0)) return bad({ code: 'drawing-too-many', data: { max: DXF_MAX_HOLES } });
  const code: unknown = dxf.header?.$INSUNITS;
  return good({
    mmPerUnit: (typeof code === 'number' ? MM_BY_CODE[code] : undefined) ?? null,
    holes: collected.holes,
    outlines: collected.outlines,
    unreadable: collected.unreadable,
  });
}

type Loose = IEntity & Record<string, unknown>;

/** Walks entities and the blocks they insert. */
class Collected {
  readonly holes: DrawnHole[] = [];
  readonly outlines: { layer: string; corners: readonly Place[] }[] = [];
  unreadable = 0;

  constructor(private readonly dxf: IDxf) {}

  /** False where there are too many holes to go on. */
  take(entities: readonly IEntity[], placing: Placing, depth: number): boolean {
    for (const entity of entities as readonly Loose[]) {
      if (entity.type === 'CIRCLE') this.hole(entity, entity.center, entity.radius, placing);
      else if (entity.type === 'POINT') this.hole(entity, entity.position, null, placing);
      else if (entity.type === 'LWPOLYLINE' || entity.type === 'POLYLINE') this.outline(entity, placing);
      else if (entity.type === 'INSERT' && depth < MAX_DEPTH && !this.insert(entity, placing, depth)) return false;
      if (this.holes.length > DXF_MAX_HOLES) return false;
    }
    return true;
  }

  private hole(entity: Loose, at: unknown, radius: unknown, placing: Placing): void {
    const place = placeOf(at, entity, placing);
    const diameter = radius === null ? null : finite(radius) ? 2 * radius * Math.abs(placing.scaleX) : NaN;
    const isSqueezed = Math.abs(Math.abs(placing.scaleX) - Math.abs(placing.scaleY)) > 1e-9 * Math.abs(placing.scaleX);
    if (!place || (diameter !== null && !(diameter > 0)) || (diameter !== null && isSqueezed)) {
      this.unreadable++;
      return;
    }
    this.holes.push({ ...place, diameter, layer: entity.layer ?? '0' });
  }

  private outline(entity: Loose, placing: Placing): void {
    if (this.outlines.length >= MAX_OUTLINES || !Array.isArray(entity.vertices)) return;
    const vertices = entity.vertices as readonly { x?: number; y?: number; bulge?: number }[];
    const first = vertices[0];
    const last = vertices.at(-1);
    const meets = vertices.length > 3 && first?.x === last?.x && first?.y === last?.y;
    if (!(entity.shape === true || meets)) return;
    const used = meets ? vertices.slice(0, -1) : vertices;
    const corners: Place[] = [];
    for (const [i, v] of used.entries()) {
      const next = used[(i + 1) % used.length] as { x?: number; y?: number };
      const own = [{ x: v.x, y: v.y }, ...arcBetween(v, next, v.bulge ?? 0)].map((p) => placeOf(p, entity, placing));
      if (own.some((p) => p === null)) return;
      corners.push(...(own as Place[]));
    }
    if (corners.length >= 3) this.outlines.push({ layer: entity.layer ?? '0', corners });
  }

  private insert(entity: Loose, outer: Placing, depth: number): boolean {
    const block = this.dxf.blocks?.[String(entity.name)];
    if (!block?.entities) return true;
    const number = (value: unknown, otherwise: number) => (finite(value) ? value : otherwise);
    const turn = (number(entity.rotation, 0) * Math.PI) / 180;
    const at = placeOf(entity.position, entity, outer);
    if (!at) return true;
    const [sx, sy] = [number(entity.xScale, 1), number(entity.yScale, 1)];
    const base = block.position as { x?: number; y?: number } | undefined;
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    /* Blocks within blocks are placed one after the other; a squeezed block around a turned one is left out. */
    const isPlain = Math.abs(outer.scaleX - outer.scaleY) < 1e-12;
    if (!isPlain && turn !== 0) {
      this.unreadable++;
      return true;
    }
    const placing: Placing = {
      scaleX: sx * outer.scaleX,
      scaleY: sy * outer.scaleY,
      cos: cos * outer.cos - sin * outer.sin,
      sin: sin * outer.cos + cos * outer.sin,
      dx: 0,
      dy: 0,
    };
    const shift = apply({ x: number(base?.x, 0), y: number(base?.y, 0) }, placing);
    return this.take(block.entities, { ...placing, dx: at.x - shift.x, dy: at.y - shift.y }, depth + 1);
  }
}

function finite(value: unknown): value is number {
  return typeof value === 'number' && Number.isFinite(value);
}

function apply(p: Place, t: Placing): Place {
  const [x, y] = [p.x * t.scaleX, p.y * t.scaleY];
  return { x: x * t.cos - y * t.sin + t.dx, y: x * t.sin + y * t.cos + t.dy };
}

/** A place as the drawing shows it; seen from behind (extrusion -1) left and right change sides. */
function placeOf(at: unknown, entity: Loose, placing: Placing): Place | null {
  const p = at as { x?: unknown; y?: unknown } | undefined;
  if (!p || !finite(p.x) || !finite(p.y)) return null;
  const behind = entity.extrusionDirectionZ === -1 || (entity.extrusionDirection as { z?: number } | undefined)?.z === -1;
  const placed = apply({ x: behind ? -p.x : p.x, y: p.y }, placing);
  return Math.abs(placed.x) < 1e9 && Math.abs(placed.y) < 1e9 ? placed : null;
}

/** Places on the arc from one vertex to the next, without its ends; bulge is the tangent of a quarter of its angle. */
function arcBetween(from: { x?: number; y?: number }, to: { x?: number; y?: number }, bulge: number): Place[] {
  if (!finite(bulge) || Math.abs(bulge) < 1e-6 || !finite(from.x) || !finite(from.y) || !finite(to.x) || !finite(to.y)) return [];
  const angle = 4 * Math.atan(bulge);
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  /* The centre lies off the chord's middle by the chord times (1 - b^2) / 4 b, to its left. */
  const off = (1 - bulge * bulge) / (4 * bulge);
  const centre = { x: (from.x + to.x) / 2 - dy * off, y: (from.y + to.y) / 2 + dx * off };
  const start = Math.atan2(from.y - centre.y, from.x - centre.x);
  const radius = Math.hypot(from.x - centre.x, from.y - centre.y);
  const steps = Math.max(1, Math.ceil(Math.abs((angle * 180) / Math.PI) / ARC_STEP_DEG));
  return Array.from({ length: steps - 1 }, (_, i) => {
    const a = start + (angle * (i + 1)) / steps;
    return { x: centre.x + radius * Math.cos(a), y: centre.y + radius * Math.sin(a) };
  });
}
