import Joi from 'joi';
import { isLengthDash } from '../rivet/callout';

/* What the shapes of definitions and marks are made of. */
export const id = Joi.string().guid({ separator: '-' }).lowercase();
function isDate(text: string): boolean {
  const read = new Date(text);
  return !Number.isNaN(read.getTime()) && read.toISOString().slice(0, 19) === text.slice(0, 19);
}

export const time = Joi.string()
  .isoDate()
  .pattern(/^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{1,3})?Z$/)
  .max(24)
  /* A date that does not exist (30 February, 25 o'clock) reads as another one, or not at all. */
  .custom((value: string, helpers) => (isDate(value) ? value : helpers.error('string.isoDate')));
export const units = Joi.valid('in', 'mm').required();

export const typed = (min: number, max: number) =>
  Joi.object({ mm: Joi.number().min(min).max(max).required(), text: Joi.string().max(40).required(), units });
export const length = typed(0.000001, 100_000);

export const lengthDash = Joi.number().custom((value: number, helpers) => (isLengthDash(value) ? value : helpers.error('any.invalid')));

/** Who wrote a record, on which device, when. */
export const WHO_AND_WHEN = {
  person: id.required(),
  device: id.required(),
  recordedAt: time.required(),
};
