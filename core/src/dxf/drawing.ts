import type { Place } from '../layout/path';
import { bad, good, type Result } from '../units/result';
import { arcOfBulge, arcPlaces, goAllRound, type Arc } from './arcs';
import { NotDxf, numberAt, sectionsOf, textOf, TooMany, type Entity, type Sections } from './groups';
import { circleOf, circleOfBulges, ellipseOf, heavyVertices, lightVertices, placeAt, type Vertex } from './shapes';
import { loopsOf, MeetingPlaces, type Piece } from './meeting';
import { AS_DRAWN, isMirrored, isRound, keepsCircles, moved, placed, planeOf, scaled, turn, turned, within, type Placing } from './placing';

/** A circle or a point of a drawing, in the drawing's own unit; a point has no diameter. */
export interface DrawnHole {
  readonly x: number;
  readonly y: number;
  readonly diameter: number | null;
  readonly layer: string;
}

/** How many entities of a kind, by the name the file gives them. */
export interface Counted {
  readonly what: string;
  readonly count: number;
}

/** A closed edge, its corners in order; arcs are cut so short that no chord leaves them by a thousandth of an inch. */
export interface DrawnOutline {
  readonly layer: string;
  readonly corners: readonly Place[];
  /** The entities it is made of. */
  readonly drawnAs: readonly Counted[];
}

/** What a drawing's model space holds that matters here, in the drawing's own unit. */
export interface Drawing {
  /** Millimetres a drawing unit, where the file says so. */
  readonly mmPerUnit: number | null;
  readonly holes: readonly DrawnHole[];
  readonly outlines: readonly DrawnOutline[];
  /** What looks like geometry and was not taken. */
  readonly unread: readonly Counted[];
}

/** Millimetres by the drawing's unit code ($INSUNITS of the DXF reference): inch, foot, mm, cm, m, mil. */
const MM_BY_CODE: Readonly<Record<string, number>> = { 1: 25.4, 2: 304.8, 4: 1, 5: 10, 6: 1000, 9: 0.0254 };

/** Most circles and points one drawing may hold, and the longest text, characters. */
export const DXF_MAX_HOLES = 250_000;
export const DXF_MAX_CHARS = 64_000_000;
const MAX_OUTLINES = 500;
const MAX_CORNERS = 1_000_000;
/** Blocks within blocks, and entities looked at through all inserts. */
const MAX_DEPTH = 16;
const MAX_LOOKED_AT = 600_000;

/** Farthest a chord may leave its arc, and the gap over which ends still meet, mm. */
const SAGITTA_MM = 0.0008 * 25.4;
const MEET_MM = 0.0005 * 25.4;

/** Entities that are words, measures or views, no geometry of the part. */
const NO_GEOMETRY = new Set(
  'TEXT MTEXT ATTDEF ATTRIB DIMENSION ARC_DIMENSION LARGE_RADIAL_DIMENSION LEADER MULTILEADER MLEADER TOLERANCE VIEWPORT SEQEND IMAGE WIPEOUT OLEFRAME OLE2FRAME ACAD_TABLE LIGHT'.split(
    ' ',
  ),
);

/**
 * Reads a DXF text: circles (also such as are drawn of arcs, as a full ellipse or as a polyline), points and closed
 * edges of lines, arcs and polylines, through blocks, with the unit the file names.
 * Problems: not a DXF text, too long, too many circles, too much altogether.
 */
export function readDxf(text: string): Result<Drawing> {
  if (text.length > DXF_MAX_CHARS) return bad({ code: 'drawing-too-long', data: { max: DXF_MAX_CHARS / 1e6 } });
  try {
    const sections = sectionsOf(text);
    const mmPerUnit = (sections.unitCode === null ? undefined : MM_BY_CODE[String(sections.unitCode)]) ?? null;
    const collected = new Collected(sections, mmPerUnit ?? 25.4);
    collected.takeAll();
    return good({
      mmPerUnit,
      holes: collected.holes,
      outlines: collected.outlines,
      unread: counted(collected.unread),
    });
  } catch (e) {
    if (e instanceof NotDxf) return bad({ code: 'drawing-unreadable' });
    if (e instanceof TooManyHoles) return bad({ code: 'drawing-too-many', data: { max: DXF_MAX_HOLES } });
    if (e instanceof TooMany) return bad({ code: 'drawing-too-much' });
    throw e;
  }
}

class TooManyHoles extends Error {}

/** Where an entity stands: how it is placed, the layer of its insert, the blocks around it. */
interface Around {
  readonly placing: Placing;
  readonly layer: string | null;
  readonly blocks: readonly string[];
}

interface LaidArc extends Piece {
  readonly arc: Arc;
}

/** Walks the entities and the blocks they insert. */
class Collected {
  readonly holes: DrawnHole[] = [];
  readonly outlines: DrawnOutline[] = [];
  readonly unread = new Map<string, number>();
  private readonly pieces = new Map<string, (Piece | LaidArc)[]>();
  private readonly sagitta: number;
  private readonly reach: number;
  private lookedAt = 0;
  private corners = 0;

  constructor(
    private readonly sections: Sections,
    mmPerUnit: number,
  ) {
    this.sagitta = SAGITTA_MM / mmPerUnit;
    this.reach = MEET_MM / mmPerUnit;
  }

  takeAll(): void {
    for (const entity of this.sections.entities()) this.take(entity, { placing: AS_DRAWN, layer: null, blocks: [] });
    for (const [layer, pieces] of this.pieces) this.join(layer, pieces);
  }

  private take(entity: Entity, around: Around): void {
    if (++this.lookedAt > MAX_LOOKED_AT) throw new TooMany();
    const { type } = entity;
    if (NO_GEOMETRY.has(type) || numberAt(entity, 67, 0) === 1) return;
    const isTaken =
      type === 'INSERT'
        ? this.insert(entity, around)
        : type === 'POINT'
          ? this.point(entity, around)
          : type === 'CIRCLE' || type === 'ARC' || type === 'ELLIPSE'
            ? this.round(entity, around)
            : type === 'LINE'
              ? this.line(entity, around)
              : type === 'LWPOLYLINE' || type === 'POLYLINE'
                ? this.polyline(entity, around)
                : false;
    if (!isTaken) this.leave(type);
  }

  private leave(type: string, count = 1): void {
    const what = /^[A-Z0-9_]{1,40}$/.test(type) && (this.unread.has(type) || this.unread.size < 40) ? type : 'OTHER';
    this.unread.set(what, (this.unread.get(what) ?? 0) + count);
  }

  private hole(at: Place, diameter: number | null, layer: string): boolean {
    if (!isPlace(at) || (diameter !== null && !(diameter > 0 && diameter < 1e9))) return false;
    if (this.holes.length >= DXF_MAX_HOLES) throw new TooManyHoles();
    this.holes.push({ ...at, diameter, layer });
    return true;
  }

  private point(entity: Entity, { placing, layer }: Around): boolean {
    return this.hole(placed(placeAt(entity, 10), placing), null, layerOf(entity, layer));
  }

  /** Circle, arc and ellipse: two half axes, and from which angle to which. */
  private round(entity: Entity, around: Around): boolean {
    const shape = entity.type === 'ELLIPSE' ? ellipseOf(entity) : circleOf(entity);
    if (!shape) return false;
    const { placing } = around;
    const [u, v] = [turned(shape.u, placing), turned(shape.v, placing)];
    const centre = placed(shape.centre, placing);
    const radius = Math.hypot(u.x, u.y);
    if (!(radius > 0) || !isPlace(centre) || !isRound(u, v)) return false;
    const layer = layerOf(entity, around.layer);
    const whole = 2 * Math.PI;
    const by = shape.to - shape.from;
    if (!(by > 0)) return false;
    if (by >= whole * (1 - 1e-7)) return this.hole(centre, 2 * radius, layer);
    const side = u.x * v.y - u.y * v.x > 0 ? 1 : -1;
    return this.lay(entity.type, layer, { centre, radius, from: Math.atan2(u.y, u.x) + side * shape.from, sweep: side * by });
  }

  private lay(type: string, layer: string, arc: Arc): boolean {
    const places = arcPlaces(arc, this.sagitta);
    if (!places) return false;
    /* The places between are made again for the one loop they belong to. */
    this.piece(layer, { type, arc, places: [places[0] as Place, places.at(-1) as Place] } as LaidArc);
    return true;
  }

  private piece(layer: string, piece: Piece): void {
    const known = this.pieces.get(layer);
    if (known) known.push(piece);
    else this.pieces.set(layer, [piece]);
  }

  private line(entity: Entity, around: Around): boolean {
    const places = [placed(placeAt(entity, 10), around.placing), placed(placeAt(entity, 11), around.placing)];
    if (!places.every(isPlace) || numberAt(entity, 30, 0) !== numberAt(entity, 31, 0)) return false;
    this.piece(layerOf(entity, around.layer), { type: 'LINE', places });
    return true;
  }

  private polyline(entity: Entity, around: Around): boolean {
    const drawn = entity.type === 'LWPOLYLINE' ? lightVertices(entity) : heavyVertices(entity);
    const plane = planeOf(entity);
    if (!drawn || !plane || drawn.vertices.length < 2) return false;
    const placing = within(around.placing, plane);
    const side = isMirrored(placing) ? -1 : 1;
    const vertices = drawn.vertices.map((v) => ({ ...placed(v, placing), bulge: v.bulge * side }));
    if (!vertices.every(isPlace) || (vertices.some((v) => v.bulge !== 0) && !keepsCircles(placing))) return false;
    const layer = layerOf(entity, around.layer);
    const [first, last] = [vertices[0] as Place, vertices.at(-1) as Place];
    const meets = vertices.length > 2 && Math.hypot(first.x - last.x, first.y - last.y) <= this.reach;
    const isClosed = drawn.isClosed || meets;
    const used = isClosed && meets ? vertices.slice(0, -1) : vertices;
    const circle = isClosed ? circleOfBulges(used) : null;
    if (circle) return !drawn.isWide && this.hole(circle.centre, 2 * circle.radius, layer);
    const places = this.cut(used, isClosed);
    if (!places) return false;
    if (isClosed) return this.outline(layer, places, [{ what: entity.type, count: 1 }]);
    this.piece(layer, { type: entity.type, places });
    return true;
  }

  /** The corners of a polyline, its arcs cut; closed without the first again. */
  private cut(vertices: readonly Vertex[], isClosed: boolean): Place[] | null {
    const corners: Place[] = [];
    for (const [i, v] of vertices.entries()) {
      corners.push({ x: v.x, y: v.y });
      const next = vertices[i + 1] ?? (isClosed ? vertices[0] : undefined);
      if (!next || Math.abs(v.bulge) < 1e-6 || (next.x === v.x && next.y === v.y)) continue;
      const arc = arcPlaces(arcOfBulge(v, next, v.bulge), this.sagitta);
      if (!arc) return null;
      for (const p of arc.slice(1, -1)) corners.push(p);
    }
    return corners;
  }

  private outline(layer: string, corners: readonly Place[], drawnAs: readonly Counted[]): boolean {
    if (corners.length < 3 || this.outlines.length >= MAX_OUTLINES || this.corners + corners.length > MAX_CORNERS) return false;
    this.corners += corners.length;
    this.outlines.push({ layer, corners, drawnAs });
    return true;
  }

  private insert(entity: Entity, around: Around): boolean {
    const name = textOf(entity, 2) ?? '';
    const block = this.sections.blocks.get(name);
    const plane = planeOf(entity);
    /* A block of another file (bit 4) has nothing here. */
    if (!block || !plane || around.blocks.length >= MAX_DEPTH || around.blocks.includes(name)) return false;
    if ((numberAt(block.base, 70, 0) & 4) !== 0) return false;
    const at = placeAt(entity, 10);
    const [sx, sy, angle] = [numberAt(entity, 41, 1), numberAt(entity, 42, 1), numberAt(entity, 50, 0)];
    const [columns, rows] = [numberAt(entity, 70, 1), numberAt(entity, 71, 1)].map((n) => Math.max(1, n)) as [number, number];
    const [acrossBy, upBy] = [numberAt(entity, 44, 0), numberAt(entity, 45, 0)];
    const base = { x: numberAt(block.base, 10, 0), y: numberAt(block.base, 20, 0) };
    if (![at.x, at.y, sx, sy, angle, acrossBy, upBy, base.x, base.y].every(Number.isFinite)) return false;
    if (!Number.isInteger(columns) || !Number.isInteger(rows) || sx === 0 || sy === 0) return false;
    const own = within(turn(angle), within(scaled(sx, sy), moved({ x: -base.x, y: -base.y })));
    const blocks = [...around.blocks, name];
    const layer = layerOf(entity, around.layer);
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++) {
        if (++this.lookedAt > MAX_LOOKED_AT) throw new TooMany();
        const step = turned({ x: column * acrossBy, y: row * upBy }, turn(angle));
        const stands = within(moved({ x: at.x + step.x, y: at.y + step.y }), own);
        const placing = within(around.placing, within(plane, stands));
        for (const inner of block.entities) this.take(inner, { placing, layer, blocks });
      }
    return true;
  }

  /** Lines, arcs and open polylines of one layer: circles drawn of arcs, closed edges, and what is left over. */
  private join(layer: string, pieces: readonly (Piece | LaidArc)[]): void {
    const arcs = pieces.filter((p): p is LaidArc => 'arc' in p);
    const gone = new Set<Piece>();
    for (const group of sameCircle(arcs, this.reach)) {
      const [first] = group;
      if (!first || !goAllRound(group.map((g) => g.arc)) || !this.hole(first.arc.centre, 2 * first.arc.radius, layer)) continue;
      for (const g of group) gone.add(g);
    }
    const { loops, left } = loopsOf(
      pieces.filter((p) => !gone.has(p)),
      this.reach,
    );
    for (const loop of loops) {
      const corners: Place[] = [];
      for (const { piece, isTurned } of loop) {
        const places = 'arc' in piece ? (arcPlaces(piece.arc, this.sagitta) as Place[]) : piece.places;
        for (const p of (isTurned ? [...places].reverse() : places).slice(0, -1)) corners.push(p);
      }
      const count = new Map<string, number>();
      for (const { piece } of loop) count.set(piece.type, (count.get(piece.type) ?? 0) + 1);
      if (!this.outline(layer, corners, counted(count))) for (const [what, n] of count) this.leave(what, n);
    }
    for (const piece of left) this.leave(piece.type);
  }
}

/** Arcs with one centre and one radius. */
function sameCircle(arcs: readonly LaidArc[], reach: number): LaidArc[][] {
  const centres = new MeetingPlaces(reach);
  const byCentre = new Map<number, LaidArc[]>();
  for (const a of arcs) {
    const id = centres.idOf(a.arc.centre);
    const known = byCentre.get(id);
    if (known) known.push(a);
    else byCentre.set(id, [a]);
  }
  return [...byCentre.values()].flatMap((group) => {
    const sorted = [...group].sort((a, b) => a.arc.radius - b.arc.radius);
    const out: LaidArc[][] = [];
    for (const a of sorted) {
      const open = out.at(-1);
      if (open && a.arc.radius - (open[0] as LaidArc).arc.radius <= reach) open.push(a);
      else out.push([a]);
    }
    return out;
  });
}

function layerOf(entity: Entity, insertLayer: string | null): string {
  const own = textOf(entity, 8) ?? '0';
  return own === '0' && insertLayer !== null ? insertLayer : own;
}

function isPlace(p: Place): boolean {
  return Math.abs(p.x) < 1e9 && Math.abs(p.y) < 1e9;
}

function counted(by: ReadonlyMap<string, number>): Counted[] {
  return [...by].map(([what, count]) => ({ what, count })).sort((a, b) => (a.what < b.what ? -1 : 1));
}
