import type Joi from 'joi';
import { longer, mm, inches, type Mm, type Units } from '../units/length';
import { parseDimension, sheetThicknessFits } from '../typed/dimension';
import { parseCallout, type Callout } from '../rivet/callout';
import { bad, good, type Result } from '../units/result';

/** A length in a document: a number in the document's units, or a text the dimension parser takes. */
export type LengthText = number | string;

const LONGEST = mm(100_000);

/** Path as people write it: `stack[1].thickness`. */
export function pathText(path: readonly (string | number)[]): string {
  return path.reduce<string>((text, step) => (typeof step === 'number' ? `${text}[${step}]` : text === '' ? step : `${text}.${step}`), '');
}

/** Checks a document's shape: unknown keys, missing keys and wrong types are problems with their path. */
export function checkShape<T>(schema: Joi.Schema, value: unknown): Result<T> {
  const checked = schema.validate(value, { abortEarly: true, convert: false, errors: { wrap: { label: '"' } } });
  const detail = checked.error?.details[0];
  if (!detail) return good(checked.value as T);
  const path = pathText(detail.path);
  const code = detail.type === 'object.unknown' ? 'key-unknown' : detail.type === 'any.required' ? 'key-missing' : 'document-invalid';
  return bad({ code, path, data: { detail: detail.message, path } });
}

/** Reads one length of a document; more than zero unless `zero`, a sheet's thickness within its ends with `sheet`. */
export function readLength(value: LengthText, units: Units, path: string, options: { sheet?: boolean; zero?: boolean } = {}): Result<Mm> {
  if (typeof value === 'string') {
    if (options.zero && /^\s*\.?0+(\.0*)?\s*$/.test(value)) return good(mm(0));
    const parsed = parseDimension(value, { units, sheet: options.sheet ?? false });
    return parsed.ok ? good(parsed.value.length) : bad({ ...parsed.problem, path });
  }
  const fail = (code: string) => bad({ code, path, data: { text: String(value) } });
  if (!Number.isFinite(value)) return fail('dimension-unreadable');
  if (options.zero ? value < 0 : value <= 0) return fail('dimension-not-positive');
  const factor = units === 'in' ? inches(1) : 1;
  if (value * factor > LONGEST) return fail('dimension-too-large');
  const length = mm(value * factor);
  if (options.sheet && !sheetThicknessFits(length)) return fail('sheet-out-of-range');
  if (!options.zero && !longer(length, 0)) return fail('dimension-not-positive');
  return good(length);
}

/** A call-out with its length, as a key of a document. */
export function readCallout(text: string): Result<Callout & { lengthDash: number }> {
  const parsed = parseCallout(text);
  if (!parsed.ok) return bad({ ...parsed.problem, path: 'callout' });
  const { lengthDash } = parsed.value;
  return lengthDash === null
    ? bad({ code: 'callout-length-missing', path: 'callout', data: { text } })
    : good({ ...parsed.value, lengthDash });
}
