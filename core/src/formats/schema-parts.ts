import Joi from 'joi';
import type { TypedLength } from '../record/definitions';
import { isLengthDash as isDashOfLength } from '../rivet/callout';
import { exactly, number, oneOf, ruled, said, shape, type Is } from '../shapes/shape';

/* What the shapes of definitions and marks are made of: the schemas, and the same as shapes that carry their type. */
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

/** A day as a calendar has it, one that exists. */
export const isDay: Is<string> = said<string>(
  Joi.string()
    .pattern(/^\d{4}-\d\d-\d\d$/)
    .custom((value: string, helpers) => (isDate(`${value}T00:00:00Z`) ? value : helpers.error('string.isoDate'))),
);
export const isId: Is<string> = said<string>(id);
export const isTime: Is<string> = said<string>(time);
export const isUnits = oneOf('in', 'mm');
/** Text as it stands, blanks and all; not empty. */
export const rawText = (max: number): Is<string> => said<string>(Joi.string().max(max));

export const typedLength = (min: number, max: number): Is<TypedLength> =>
  exactly<TypedLength>()(shape({ mm: number(min, max), text: rawText(40), units: isUnits }));
export const isLength: Is<TypedLength> = typedLength(0.000001, 100_000);

/** A length in sixteenths as rivets have it: whole or half. */
export const isLengthDash: Is<number> = ruled(said<number>(Joi.number()), (joi) =>
  joi.custom((value: number, helpers) => (isDashOfLength(value) ? value : helpers.error('any.invalid'))),
);

/** Who wrote a record, on which device, when. */
export const WHO_AND_WHEN = {
  person: id.required(),
  device: id.required(),
  recordedAt: time.required(),
};
