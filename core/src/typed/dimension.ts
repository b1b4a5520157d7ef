import { letterDrill, numberDrill } from '../tables/drills';
import { SHEET_MAX, SHEET_MIN } from '../tables/sheets';
import { inches, longer, mm, shorter, type Mm, type Units } from '../units/length';
import { own } from '../units/own';
import { bad, good, type Result } from '../units/result';

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

type Unit = 'in' | 'mm' | 'thou' | 'cm' | 'ft' | 'mil' | 'gauge';

const UNIT_WORDS: Readonly<Record<string, Unit>> = {
  '"': 'in',
  in: 'in',
  'in.': 'in',
  inch: 'in',
  inches: 'in',
  zoll: 'in',
  mm: 'mm',
  'mm.': 'mm',
  millimetre: 'mm',
  millimetres: 'mm',
  millimeter: 'mm',
  millimeters: 'mm',
  cm: 'cm',
  'cm.': 'cm',
  thou: 'thou',
  thousandth: 'thou',
  thousandths: 'thou',
  "'": 'ft',
  ft: 'ft',
  'ft.': 'ft',
  foot: 'ft',
  feet: 'ft',
  mil: 'mil',
  mils: 'mil',
  ga: 'gauge',
  'ga.': 'gauge',
  gauge: 'gauge',
};

/** Whether a word by itself is a unit (`mm`, `thou`, `"`), in either case. */
export function isUnitWord(word: string): boolean {
  return own(UNIT_WORDS, word.toLowerCase()) !== undefined;
}

/** Fractions that have a character of their own. */
const VULGAR: Readonly<Record<string, string>> = {
  '\u00bd': '1/2',
  '\u00bc': '1/4',
  '\u00be': '3/4',
  '\u215b': '1/8',
  '\u215c': '3/8',
  '\u215d': '5/8',
  '\u215e': '7/8',
  '\u2153': '1/3',
  '\u2154': '2/3',
};

const DRILL_NUMBER = /^(?:drill\s+)?(?:#|no\.?|\u2116)\s*(\d{1,3})(?:\s+drill)?$/i;
const DRILL_LETTER = /^(?:(?:letter|drill)\s+)?([a-z])(?:\s+drill)?$/i;
/** What is a fastener's size, never a length: M4, M4x10, #8 screw, No. 10 bolt. */
const FASTENER_SIZE = /^m\d|^(?:#|no\.?|\u2116)\s*\d+\s+(?:screws?|bolts?|nuts?)$/i;
const FEET_AND_INCHES = /^(\d{1,3})\s*(?:'|ft\.?)\s*(\S.*?)\s*(?:"|in\.?|inch|inches)?$/i;
const NUMBER_AND_UNIT = /^([\d.,/\s-]*\d[.,]?)\s*("|'|[a-z]+\.?)?$/i;
const FRACTION = /^(?:(\d{1,4})(?:\s+|\s*-\s*|\.))?(\d{1,4})\s*\/\s*(\d{1,4})$/;
const FRACTION_ENDING = /^(?:nds?|ths?|rds?)$/i;
const DECIMAL = /^(\d{0,6})(?:([.,])(\d{0,20}))?$/;

/** The text with one spelling for every quote, dash, blank, slash and fraction. */
function oneSpelling(text: string): string {
  return text
    .replace(/[\u00bc-\u00be\u2153\u2154\u215b-\u215e]/g, (c) => ` ${own(VULGAR, c) as string}`)
    .replace(/[\u2018\u2019\u2032]/g, "'")
    .replace(/[\u2033\u201c\u201d]|''/g, '"')
    .replace(/\u2044/g, '/')
    .replace(/(?<=\S)\s*[\u2010\u2011\u2013]\s*(?=\S)/g, '-')
    .replace(/[\u00a0\u202f\u2009]/g, ' ')
    .trim();
}

/**
 * Reads a length the way builders write it: `.025`, `0,6 mm`, `25 thou`, `025`, `3/32`, `1 1/2 in`, `1-1/2"`, `1.1/2`,
 * `\u00bd`, `3/32nds`, `#40`, `No. 30`, `#30 drill`, `E`, `letter F`, `4 cm`, `1 ft`, `2' 6"`, `25 mil` of a sheet. Zero, negative, ambiguous and nonsensical text is a problem that says what would be
 * understood; nothing is guessed. Fractions are always inches.
 *
 * Example: `parseDimension('25 thou', { units: 'mm' })` is 0.635 mm, kind `thousandths`.
 */
export function parseDimension(text: string, options: DimensionOptions): Result<Dimension> {
  const shown = text.length > DIMENSION_MAX_CHARS ? `${text.slice(0, 20)}...` : text;
  const fail = (code: string, data: Record<string, string | number> = {}) => bad({ code, data: { text: shown, ...data } });
  if (text.length > DIMENSION_MAX_CHARS) return fail('dimension-too-long', { max: DIMENSION_MAX_CHARS, length: text.length });
  const clean = oneSpelling(text);
  if (clean === '') return fail('dimension-empty');
  if (/^[-\u2212\u2013]/.test(clean)) return fail('dimension-not-positive');

  if (FASTENER_SIZE.test(clean)) return fail('fastener-not-length');
  const found = readDrill(clean, options, fail) ?? readFeet(clean, fail) ?? readNumber(clean, options, fail);
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
  const letter = DRILL_LETTER.exec(clean);
  if (!number && !letter) return null;
  if (options.sheet) return fail('sheet-by-drill');
  if (number) {
    const length = numberDrill(Number(number[1]));
    return length === null ? fail('drill-unknown') : good({ length, kind: 'drill-number' });
  }
  return good({ length: letterDrill((letter as RegExpExecArray)[1] as string) as Mm, kind: 'drill-letter' });
}

/** `2' 6"`, `2' 6 1/2"`: feet, then less than twelve inches. */
function readFeet(clean: string, fail: Fail): Read | null {
  const split = FEET_AND_INCHES.exec(clean);
  if (!split) return null;
  const rest = split[2] as string;
  const more = rest.includes('/') ? readFraction(rest, 'in', fail) : readDecimal(rest, 'in', { units: 'in' }, fail);
  if (!more.ok) return fail('dimension-unreadable');
  if (!shorter(more.value.length, inches(12))) return fail('dimension-unreadable');
  return good({ length: mm(inches(12 * Number(split[1])) + more.value.length), kind: more.value.kind });
}

function readNumber(clean: string, options: DimensionOptions, fail: Fail): Read {
  const split = NUMBER_AND_UNIT.exec(clean);
  if (!split) return fail('dimension-unreadable');
  const number = (split[1] as string).trim();
  const word = split[2]?.toLowerCase();
  const isFraction = number.includes('/');
  const unit = word === undefined || (isFraction && FRACTION_ENDING.test(word)) ? undefined : own(UNIT_WORDS, word);
  if (word !== undefined && unit === undefined && !(isFraction && FRACTION_ENDING.test(word))) return fail('unit-unknown', { unit: word });
  if (unit === 'gauge') return fail('gauge-number');
  if (unit === 'mil' && !options.sheet) return fail('mil-ambiguous');
  return isFraction ? readFraction(number, unit, fail) : readDecimal(number, unit, options, fail);
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
  if (unit !== undefined && unit !== 'in') return fail('fraction-not-inches');
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
    case 'mil':
      return good({ length: inches(value / 1000), kind: 'thousandths' });
    case 'mm':
      return good({ length: mm(value), kind: 'decimal' });
    case 'cm':
      return good({ length: mm(value * 10), kind: 'decimal' });
    case 'ft':
      return good({ length: inches(value * 12), kind: 'decimal' });
    case 'in':
      return good({ length: inches(value), kind: 'decimal' });
    case 'gauge':
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
