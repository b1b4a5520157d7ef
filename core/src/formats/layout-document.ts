import Joi from 'joi';
import { evenLayout, holeCount } from '../layout/even';
import type { Finding } from '../prep/findings';
import { edgeFindings, trueSpacingFindings } from '../prep/spacing';
import { trueSpacing } from '../layout/true-spacing';
import type { Head } from '../tables/fasteners';
import { DEFAULT_LIMITS } from '../tables/limits';
import { lengthIn, shorter, type Mm, type Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
import { findingMessage } from '../wording/findings';
import { checkShape, readLength, type LengthText } from './document';

interface LayoutDocument {
  units?: Units;
  span: LengthText;
  maxPitch?: LengthText;
  count?: number;
  startEdge?: LengthText;
  endEdge?: LengthText;
  rows?: 1 | 2;
  rowDistance?: LengthText;
  stagger?: boolean;
  diameter: LengthText;
  head: Head;
  thinnest?: LengthText;
}

/** Most holes one layout may have. */
const MAX_HOLES = 10_000;

const length = Joi.alternatives().try(Joi.number().unsafe(), Joi.string().allow(''));

const LAYOUT_SCHEMA = Joi.object({
  units: Joi.valid('in', 'mm'),
  span: length.required(),
  maxPitch: length,
  count: Joi.number().integer().min(2).max(MAX_HOLES),
  startEdge: length,
  endEdge: length,
  rows: Joi.valid(1, 2),
  rowDistance: length,
  stagger: Joi.boolean(),
  diameter: length.required(),
  head: Joi.valid('flush-100', 'protruding').required(),
  thinnest: length,
})
  .required()
  .label('document');

const LENGTHS = ['span', 'maxPitch', 'startEdge', 'endEdge', 'rowDistance', 'diameter', 'thinnest'] as const;
type LengthKey = (typeof LENGTHS)[number];

/** The verb `layout`: even spacing between two ends, with what the spacing rules find. */
export function answerLayout(value: unknown) {
  const shape = checkShape<LayoutDocument>(LAYOUT_SCHEMA, value);
  if (!shape.ok) return shape;
  const doc = shape.value;
  const units = doc.units ?? 'in';
  const read = readAll(doc, units);
  if (!read.ok) return read;
  const { span, maxPitch, startEdge, endEdge, rowDistance, diameter, thinnest } = read.value;
  if ((maxPitch === undefined) === (doc.count === undefined))
    return bad({ code: 'layout-spacing', path: maxPitch === undefined ? 'maxPitch' : 'count' });
  if (maxPitch !== undefined && holeCount(span as Mm, maxPitch) > MAX_HOLES)
    return bad({ code: 'layout-too-many', path: 'maxPitch', data: { max: MAX_HOLES } });

  const by = maxPitch === undefined ? { count: doc.count as number } : { maxPitch };
  const laid = evenLayout({ span: span as Mm, spacing: by, rows: doc.rows ?? 1, rowDistance, stagger: doc.stagger ?? true });
  const rule = { diameter: diameter as Mm, flush: doc.head === 'flush-100', limits: DEFAULT_LIMITS };
  const places = (row: number) => laid.holes.filter((h) => h.row === row).map(({ x, y }) => ({ x, y }));
  const laidRow = (row: number) => ({
    name: row === 0 ? 'the first row' : 'the second row',
    places: places(row),
    diameter: diameter as Mm,
  });
  const spacing = trueSpacing(laidRow(0), laid.rowDistance === null ? [] : [laidRow(1)]);
  const findings: Finding[] = [
    ...(startEdge === undefined ? [] : edgeFindings(startEdge, rule)),
    ...(endEdge === undefined ? [] : edgeFindings(endEdge, rule)),
    ...trueSpacingFindings(spacing, rule),
  ];
  if (thinnest !== undefined && shorter(rule.diameter, thinnest))
    findings.push({ code: 'rivet-small-for-sheet', severity: 'note', data: { diameter: rule.diameter, thickness: thinnest } });
  return good({
    count: laid.count,
    pitch: lengthIn(laid.pitch, units),
    ...(laid.rowDistance === null ? {} : { rowDistance: lengthIn(laid.rowDistance, units) }),
    holes: laid.holes.map((h) => ({ row: h.row, x: lengthIn(h.x, units), y: lengthIn(h.y, units) })),
    findings: findings.map((f) => ({ code: f.code, severity: f.severity, message: findingMessage(f, units, []) })),
  });
}

function readAll(doc: LayoutDocument, units: Units): Result<Partial<Record<LengthKey, Mm>>> {
  const lengths: Partial<Record<LengthKey, Mm>> = {};
  for (const key of LENGTHS) {
    const value = doc[key];
    if (value === undefined) continue;
    const read = readLength(value, units, key, { sheet: key === 'thinnest' });
    if (!read.ok) return read;
    lengths[key] = read.value;
  }
  return good(lengths);
}
