import Joi from 'joi';
import { depthAdvice } from '../depth/advice';
import { inches, lengthIn, mm, type Mm, type Units } from '../units/length';
import { good, type Result } from '../units/result';
import { checkShape, readLength, type LengthText } from './document';

interface DepthDocument {
  units?: Units;
  target: LengthText;
  click?: LengthText;
  readings: LengthText[];
  gaugeSd?: LengthText;
}

/** Most readings one document may hold. */
const MAX_READINGS = 100_000;

const length = Joi.alternatives().try(Joi.number().unsafe(), Joi.string().allow(''));

const DEPTH_SCHEMA = Joi.object({
  units: Joi.valid('in', 'mm'),
  target: length.required(),
  click: length,
  readings: Joi.array().items(length).max(MAX_READINGS).required(),
  gaugeSd: length,
})
  .required()
  .label('document');

/** The verb `depth`: readings of one setting to an advice. */
export function answerDepth(value: unknown): Result<unknown> {
  const shape = checkShape<DepthDocument>(DEPTH_SCHEMA, value);
  if (!shape.ok) return shape;
  const doc = shape.value;
  const units = doc.units ?? 'in';
  const target = readLength(doc.target, units, 'target');
  if (!target.ok) return target;
  const click = doc.click === undefined ? good(inches(0.001)) : readLength(doc.click, units, 'click');
  if (!click.ok) return click;
  const readings: Mm[] = [];
  for (const [i, reading] of doc.readings.entries()) {
    const read = readLength(reading, units, `readings[${i}]`);
    if (!read.ok) return read;
    readings.push(read.value);
  }
  /* A gauge without scatter of its own may be stated as 0, which is no length. */
  const gaugeSd = doc.gaugeSd === undefined || doc.gaugeSd === 0 ? good(mm(0)) : readLength(doc.gaugeSd, units, 'gaugeSd');
  if (!gaugeSd.ok) return gaugeSd;
  const answer = depthAdvice({ target: target.value, click: click.value, readings, gaugeSd: gaugeSd.value });
  const out = (l: Mm | null) => (l === null ? null : lengthIn(l, units));
  return good({
    n: answer.n,
    mean: out(answer.mean),
    sd: out(answer.sd),
    standardError: out(answer.standardError),
    advice: answer.advice,
    clicks: answer.clicks,
    trend: answer.trend && { perReading: lengthIn(answer.trend.perReading, units), t: answer.trend.t, walking: answer.trend.walking },
  });
}
