import Joi from 'joi';
import { dashLength, formatCallout, parseCallout } from '../rivet/callout';
import { parseDimension, type DimensionKind } from '../typed/dimension';
import { lengthIn, type Units } from '../units/length';
import { bad, good, type Result } from '../units/result';
import { checkShape } from './document';
import { parseRowLine } from '../typed/row-line';

const DIMENSION_SCHEMA = Joi.object({
  text: Joi.string().allow('').required(),
  units: Joi.valid('in', 'mm'),
  sheet: Joi.boolean(),
})
  .required()
  .label('document');

const CALLOUT_SCHEMA = Joi.object({
  text: Joi.string().allow('').required(),
  units: Joi.valid('in', 'mm'),
})
  .required()
  .label('document');

const ROW_SCHEMA = CALLOUT_SCHEMA;

/** The verb `row`: one typed line taken apart, lengths as numbers of the document's units. */
export function answerRow(value: unknown) {
  const shape = checkShape<{ text: string; units?: Units }>(ROW_SCHEMA, value);
  if (!shape.ok) return shape;
  const { text, units = 'in' } = shape.value;
  const parsed = parseRowLine(text, units);
  if (!parsed.ok) return bad({ ...parsed.problem, path: 'text' });
  const line = parsed.value;
  const { fastener } = line;
  return good({
    ...(line.name === null ? {} : { name: line.name }),
    layers: line.layers.map((l) => ({
      part: l.name,
      thickness: lengthIn(l.thickness.length, units),
      ...(l.plans === undefined ? {} : { plans: l.plans }),
    })),
    fastener:
      fastener.kind === 'callout'
        ? { callout: formatCallout(fastener.callout) }
        : fastener.kind === 'name'
          ? { name: fastener.name }
          : null,
    ...(line.count === null ? {} : { count: line.count }),
    ...(line.pitch === null ? {} : { pitch: lengthIn(line.pitch.length, units) }),
    ...(line.edge === null ? {} : { edge: lengthIn(line.edge.length, units) }),
    ...(line.hand === null ? {} : { hand: line.hand }),
    ...(line.page === null ? {} : { page: line.page }),
    ...(line.far === null ? {} : { far: line.far.is }),
  });
}

/** The verb `dimension`: a text to a number of the document's units. */
export function answerDimension(value: unknown): Result<{ value: number; kind: DimensionKind }> {
  const shape = checkShape<{ text: string; units?: Units; sheet?: boolean }>(DIMENSION_SCHEMA, value);
  if (!shape.ok) return shape;
  const { text, units = 'in', sheet = false } = shape.value;
  const parsed = parseDimension(text, { units, sheet });
  if (!parsed.ok) return bad({ ...parsed.problem, path: 'text' });
  return good({ value: lengthIn(parsed.value.length, units), kind: parsed.value.kind });
}

/** The verb `callout`: a solid rivet's call-out taken apart. */
export function answerCallout(value: unknown) {
  const shape = checkShape<{ text: string; units?: Units }>(CALLOUT_SCHEMA, value);
  if (!shape.ok) return shape;
  const { text, units = 'in' } = shape.value;
  const parsed = parseCallout(text);
  if (!parsed.ok) return bad({ ...parsed.problem, path: 'text' });
  const callout = parsed.value;
  if (callout.lengthDash === null) return bad({ code: 'callout-length-missing', path: 'text', data: { text } });
  return good({
    callout: formatCallout(callout),
    head: callout.head,
    diameter: lengthIn(callout.size.diameter, units),
    length: lengthIn(dashLength(callout.lengthDash), units),
    alloy: callout.alloy,
    dash: { diameter: callout.size.dash, length: callout.lengthDash },
  });
}
