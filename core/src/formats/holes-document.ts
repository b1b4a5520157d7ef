import Joi from 'joi';
import { bad, good, type Result } from '../units/result';
import type { Units } from '../units/length';
import { checkShape } from './document';
import { DXF_MAX_CHARS, readDxf, type Counted, type DrawnHole, type Drawing } from '../dxf/drawing';

const HOLES_SCHEMA = Joi.object({
  dxf: Joi.string().allow('').max(DXF_MAX_CHARS).required(),
  units: Joi.valid('in', 'mm'),
})
  .required()
  .label('document');

interface HolesAnswer {
  readonly units: Units;
  readonly holes: readonly { readonly x: number; readonly y: number; readonly diameter: number; readonly layer: string }[];
  readonly unread: readonly Counted[];
}

/**
 * The verb `holes`: every full circle of a drawing's model space, in the units asked for, else in the drawing's own
 * (inches for foot and mil, millimetres for centimetre and metre). Points and edges are no circles and are counted.
 */
export function answerHoles(value: unknown): Result<HolesAnswer> {
  const shape = checkShape<{ dxf: string; units?: Units }>(HOLES_SCHEMA, value);
  if (!shape.ok) return shape;
  const read = readDxf(shape.value.dxf);
  if (!read.ok) return bad({ ...read.problem, path: 'dxf' });
  const drawing = read.value;
  const { mmPerUnit } = drawing;
  const units = shape.value.units ?? (mmPerUnit === null ? null : isInchUnit(mmPerUnit) ? 'in' : 'mm');
  if (units === null) return bad({ code: 'drawing-unit-missing', path: 'units' });
  const unitMm = units === 'in' ? 25.4 : 1;
  /* Without a unit of its own the drawing is taken to be in the one asked for. */
  const by = mmPerUnit === null || mmPerUnit === unitMm ? 1 : mmPerUnit / unitMm;
  return good({
    units,
    holes: drawing.holes.filter(isCircle).map((h) => ({ x: h.x * by, y: h.y * by, diameter: h.diameter * by, layer: h.layer })),
    unread: notCircles(drawing),
  });
}

function isInchUnit(mmPerUnit: number): boolean {
  return mmPerUnit === 25.4 || mmPerUnit === 304.8 || mmPerUnit === 0.0254;
}

function isCircle(h: DrawnHole): h is DrawnHole & { readonly diameter: number } {
  return h.diameter !== null;
}

function notCircles(drawing: Drawing): Counted[] {
  const by = new Map(drawing.unread.map((u) => [u.what, u.count]));
  const add = (what: string, count: number) => by.set(what, (by.get(what) ?? 0) + count);
  for (const o of drawing.outlines) for (const d of o.drawnAs) add(d.what, d.count);
  const points = drawing.holes.filter((h) => h.diameter === null).length;
  if (points > 0) add('POINT', points);
  return [...by].map(([what, count]) => ({ what, count })).sort((a, b) => (a.what < b.what ? -1 : 1));
}
