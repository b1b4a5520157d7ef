import { letterDrill, numberDrill } from '../tables/drills';
import { SHEET_MAX, SHEET_MIN } from '../tables/sheets';
import { inches, longer, mm, shorter, type Mm, type Units } from './length';
import { bad, good, type Result } from './result';

export type DimensionKind = 'decimal' | 'fraction' | 'thousandths' | 'drill-number' | 'drill-letter';

/** A length as somebody wrote it: what it is, how it was written, and the text itself to show again. */
export interface Dimension {
  readonly length: Mm;
  readonly kind: DimensionKind;
  readonly text: string;
}

export interface DimensionOptions {
  /** What a bare number means. */
  readonly units: Units;
  /** The text marks a sheet's thickness: `25` is thousandths in an inch document, and .010 to .500 in are its ends. */
  readonly sheet?: boolean;
}

/** Longer text than this is refused unread. */
export const DIMENSION_MAX_CHARS = 40;

/** Nothing on an aircraft kit is longer: 100 m. */
const LONGEST = mm(100_000);

type Unit = 'in' | 'mm' | 'thou';

const UNIT_WORDS: Readonly<Record<string, Unit>> = {
  '"': 'in',
  in: 'in',
  'in.': 'in',
  inch: 'in',
  inches: 'in',
  mm: 'mm',
  'mm.': 'mm',
  millimetre: 'mm',
  millimetres: 'mm',
  millimeter: 'mm',
  millimeters: 'mm',
  thou: 'thou',
  thousandth: 'thou',
  thousandths: 'thou',
};

const DRILL_NUMBER = /^(?:#|no\.?)\s*(\d{1,3})$/i;
const DRILL_LETTER = /^[a-z]$/i;
const NUMBER_AND_UNIT = /^([\d.,/\s-]*\d[.,]?)\s*("|[a-z]+\.?)?$/i;
const FRACTION = /^(?:(\d{1,4})(?:\s+|\s*-\s*))?(\d{1,4})\s*\/\s*(\d{1,4})$/;
const DECIMAL = /^(\d{0,6})(?:([.,])(\d{0,20}))?$/;

/**
 * Reads a length the way builders write it: `.025`, `0,6 mm`, `25 thou`, `025`, `3/32`, `1 1/2 in`, `1-1/2"`,
 * `#40`, `No. 30`, `E`. Zero, negative, ambiguous and nonsensical text is a problem that says what would be
 * understood; nothing is guessed. Fractions are always inches.
 *
 * Example: `parseDimension('25 thou', { units: 'mm' })` is 0.635 mm, kind `thousandths`.
 */
export function parseDimension(text: string, options: DimensionOptions): Result<Dimension> {
  const shown = text.length > DIMENSION_MAX_CHARS ? `${text.slice(0, 20)}...` : text;
  const fail = (code: string, data: Record<string, string | number> = {}) => bad({ code, data: { text: shown, ...data } });
  if (text.length > DIMENSION_MAX_CHARS) return fail('dimension-too-long', { max: DIMENSION_MAX_CHARS, length: text.length });
  const clean = text
    .replace(/[\u2033\u201d]|''/g, '"')
    .replace(/\u2044/g, '/')
    .replace(/[\u00a0\u202f]/g, ' ')
    .trim();
  if (clean === '') return fail('dimension-empty');
  if (/^[-\u2212]/.test(clean)) return fail('dimension-not-positive');

  const found = readDrill(clean, options, fail) ?? readNumber(clean, options, fail);
  if (!found.ok) return found;
  const { length, kind } = found.value;
  if (!longer(length, 0)) return fail('dimension-not-positive');
  if (longer(length, LONGEST)) return fail('dimension-too-large');
  if (options.sheet && !sheetThicknessFits(length)) return fail('sheet-out-of-range', { lengthMm: length });
  return good({ length, kind, text: text.trim() });
}

/** Whether a thickness lies between .010 and .500 in, ends included. */
export function sheetThicknessFits(length: Mm): boolean {
  return !shorter(length, SHEET_MIN) && !longer(length, SHEET_MAX);
}

type Read = Result<{ length: Mm; kind: DimensionKind }>;
type Fail = (code: string, data?: Record<string, string | number>) => Read & { ok: false };

function readDrill(clean: string, options: DimensionOptions, fail: Fail): Read | null {
  const number = DRILL_NUMBER.exec(clean);
  const isLetter = DRILL_LETTER.test(clean);
  if (!number && !isLetter) return null;
  if (options.sheet) return fail('sheet-by-drill');
  if (number) {
    const length = numberDrill(Number(number[1]));
    return length === null ? fail('drill-unknown') : good({ length, kind: 'drill-number' });
  }
  return good({ length: letterDrill(clean) as Mm, kind: 'drill-letter' });
}

function readNumber(clean: string, options: DimensionOptions, fail: Fail): Read {
  const split = NUMBER_AND_UNIT.exec(clean);
  if (!split) return fail('dimension-unreadable');
  const number = (split[1] as string).trim();
  const word = split[2]?.toLowerCase();
  const unit = word === undefined ? undefined : UNIT_WORDS[word];
  if (word !== undefined && unit === undefined) return fail('unit-unknown', { unit: word });
  return number.includes('/') ? readFraction(number, unit, fail) : readDecimal(number, unit, options, fail);
}

/** `3/32`, `1 1/2`, `1-1/2`: the denominators of a ruler, 2 to 128. */
function readFraction(number: string, unit: Unit | undefined, fail: Fail): Read {
  const parts = FRACTION.exec(number);
  if (!parts) return fail('dimension-unreadable');
  const whole = Number(parts[1] ?? 0);
  const top = Number(parts[2]);
  const bottom = Number(parts[3]);
  if (bottom === 0) return fail('fraction-zero');
  if (parts[1] !== undefined && whole === 0) return fail('dimension-unreadable');
  if (unit === 'mm' || unit === 'thou') return fail('fraction-not-inches');
  if (bottom < 2 || bottom > 128 || (bottom & (bottom - 1)) !== 0) return fail('fraction-odd', { bottom });
  if (parts[1] !== undefined && top >= bottom) return fail('fraction-improper');
  return good({ length: inches(whole + top / bottom), kind: 'fraction' });
}

function readDecimal(number: string, unit: Unit | undefined, options: DimensionOptions, fail: Fail): Read {
  const parts = DECIMAL.exec(number);
  if (!parts) return fail('dimension-unreadable');
  const whole = parts[1] as string;
  const mark = parts[2];
  const places = parts[3] ?? '';
  if (mark === ',' && places.length === 3 && Number(whole) > 0) return fail('comma-ambiguous');
  const value = Number(`${whole || '0'}.${places || '0'}`);
  const bare = mark === undefined && unit === undefined;
  switch (unit ?? (bare ? bareUnit(whole, options) : options.units)) {
    case 'thou':
      return good({ length: inches(value / 1000), kind: 'thousandths' });
    case 'mm':
      return good({ length: mm(value), kind: 'decimal' });
    case 'in':
      return good({ length: inches(value), kind: 'decimal' });
    case 'unclear':
      return fail('bare-number-ambiguous');
  }
}

/** What a number without point and unit means. Four digits and more in an inch document are left unread. */
function bareUnit(digits: string, options: DimensionOptions): Unit | 'unclear' {
  if (options.units === 'mm') return 'mm';
  if (digits.length === 3) return 'thou';
  if (digits.length === 2 && options.sheet) return 'thou';
  return digits.length > 3 ? 'unclear' : 'in';
}
