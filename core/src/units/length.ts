/**
 * The one length unit inside core is the millimetre, held as a binary double and branded so that a
 * plain number cannot slip in. 1 in = 25.4 mm exactly (international inch, 1959).
 */
declare const mmBrand: unique symbol;
export type Mm = number & { readonly [mmBrand]: 'mm' };

/** The two units a document or a screen may speak. */
export type Units = 'in' | 'mm';

export const MM_PER_INCH = 25.4;

/**
 * How far two lengths may lie apart and still count as the same when a limit is tested: 1e-9 mm.
 * It absorbs the rounding of the inch conversion and nothing a tool could measure.
 */
export const SAME_LENGTH_MM = 1e-9;

/** A length of `value` millimetres. Throws on NaN or Infinity: that is a bug in the caller, not an answer. */
export function mm(value: number): Mm {
  if (!Number.isFinite(value)) throw new RangeError(`not a length: ${value}`);
  return value as Mm;
}

/** A length of `value` inches. `inches(1)` is 25.4 mm. */
export function inches(value: number): Mm {
  return mm(value * MM_PER_INCH);
}

/** Rounds to 12 significant digits, so that .025 in comes back as .025 after its way through millimetres. */
export function round12(value: number): number {
  return value === 0 ? 0 : Number(value.toPrecision(12));
}

/** The length as a number of `units`, to 12 significant digits. For output only, never to compute on. */
export function lengthIn(length: Mm, units: Units): number {
  return round12(units === 'in' ? length / MM_PER_INCH : length);
}

/** a > b beyond SAME_LENGTH_MM. */
export function longer(a: number, b: number): boolean {
  return a > b + SAME_LENGTH_MM;
}

/** a < b beyond SAME_LENGTH_MM. */
export function shorter(a: number, b: number): boolean {
  return a < b - SAME_LENGTH_MM;
}
