import type { Place } from '../layout/path';
import { arcOfBulge, type Arc } from './arcs';
import { numberAt, numberOf, type Entity } from './groups';
import { placed, planeOf, turned, upOf } from './placing';

export interface Vertex extends Place {
  readonly bulge: number;
}

export interface DrawnVertices {
  readonly vertices: readonly Vertex[];
  readonly isClosed: boolean;
  /** It has a width: where its edge runs is not where its vertices lie. */
  readonly isWide: boolean;
}

/** Vertices of a polyline of the newer kind, in their order. */
export function lightVertices(entity: Entity): DrawnVertices | null {
  const vertices: { x: number; y: number; bulge: number }[] = [];
  let isWide = false;
  for (const [i, code] of entity.codes.entries()) {
    const value = entity.values[i] as string;
    const last = vertices.at(-1);
    if (code === 10) vertices.push({ x: numberOf(value), y: NaN, bulge: 0 });
    else if (code === 20 && last) last.y = numberOf(value);
    else if (code === 42 && last) last.bulge = numberOf(value);
    else if ((code === 40 || code === 41 || code === 43) && numberOf(value) !== 0) isWide = true;
  }
  return readable({ vertices, isClosed: (numberAt(entity, 70, 0) & 1) === 1, isWide });
}

/** Vertices of an old polyline; null for meshes and for one that leaves its plane. */
export function heavyVertices(entity: Entity): DrawnVertices | null {
  const flags = numberAt(entity, 70, 0);
  if ((flags & (16 | 64)) !== 0) return null;
  /* The frame of a spline is not on the curve. */
  const on = (entity.vertices ?? []).filter((v) => (numberAt(v, 70, 0) & 16) === 0);
  if (new Set(on.map((v) => numberAt(v, 30, 0))).size > 1) return null;
  const wide = [entity, ...on].some((e) => numberAt(e, 40, 0) !== 0 || numberAt(e, 41, 0) !== 0);
  return readable({
    vertices: on.map((v) => ({ ...placeAt(v, 10), bulge: numberAt(v, 42, 0) })),
    isClosed: (flags & 1) === 1,
    isWide: wide,
  });
}

function readable(drawn: DrawnVertices): DrawnVertices | null {
  return drawn.vertices.every((v) => Number.isFinite(v.x) && Number.isFinite(v.y) && Number.isFinite(v.bulge)) ? drawn : null;
}

export interface Round {
  readonly centre: Place;
  /** Half axes; an angle a lies at centre + u cos a + v sin a. */
  readonly u: Place;
  readonly v: Place;
  readonly from: number;
  readonly to: number;
}

/** A circle or an arc as its entity says it; null where it does not read or is tilted. */
export function circleOf(entity: Entity): Round | null {
  const plane = planeOf(entity);
  const radius = numberAt(entity, 40);
  if (!plane || !(radius > 0)) return null;
  const isArc = entity.type === 'ARC';
  const from = isArc ? (numberAt(entity, 50) * Math.PI) / 180 : 0;
  const end = isArc ? (numberAt(entity, 51) * Math.PI) / 180 : 2 * Math.PI;
  const to = end < from ? end + 2 * Math.PI : end;
  return {
    centre: placed(placeAt(entity, 10), plane),
    u: turned({ x: radius, y: 0 }, plane),
    v: turned({ x: 0, y: radius }, plane),
    from,
    to,
  };
}

/** An ellipse stands in the drawing's own coordinates; which way round it goes is told by the way it faces. */
export function ellipseOf(entity: Entity): Round | null {
  const up = upOf(entity);
  const u = placeAt(entity, 11);
  const ratio = numberAt(entity, 40);
  if (up === null || !(ratio > 0) || numberAt(entity, 31, 0) !== 0 || !Number.isFinite(u.x + u.y)) return null;
  const [from, end] = [numberAt(entity, 41, 0), numberAt(entity, 42, 2 * Math.PI)];
  return {
    centre: placeAt(entity, 10),
    u,
    v: { x: -u.y * ratio * up, y: u.x * ratio * up },
    from,
    to: end < from ? end + 2 * Math.PI : end,
  };
}

/** A closed polyline whose bulges all lie on one circle and go round it once. */
export function circleOfBulges(vertices: readonly Vertex[]): { centre: Place; radius: number } | null {
  if (vertices.length < 2 || vertices.some((v) => Math.abs(v.bulge) < 1e-6)) return null;
  const arcs = vertices.map((v, i) => arcOfBulge(v, vertices[(i + 1) % vertices.length] as Vertex, v.bulge));
  const { centre, radius } = arcs[0] as Arc;
  const isSame = arcs.every(
    (a) => Math.abs(a.radius - radius) <= 1e-5 * radius && Math.hypot(a.centre.x - centre.x, a.centre.y - centre.y) <= 1e-5 * radius,
  );
  const round = arcs.reduce((sum, a) => sum + a.sweep, 0);
  return radius > 0 && isSame && Math.abs(Math.abs(round) - 2 * Math.PI) < 1e-5 ? { centre, radius } : null;
}

/** The place under a code and the one ten above it. */
export function placeAt(entity: Entity, code: number): Place {
  return { x: numberAt(entity, code), y: numberAt(entity, code + 10) };
}
