import { MM_PER_INCH, round12, type Mm, type Units } from './length';

/**
 * Rounds for show. Inches the way the trade writes them: no leading zero, four decimals, the last dropped
 * where it is zero (`.025`, `.0416`, `1.250`). Millimetres with two decimals (`1.06`). No unit sign.
 */
export function showNumber(length: Mm | number, units: Units): string {
  /* 12 digits first, so that 3/32 (.09375) rounds as it would on paper: .0938. */
  if (units === 'mm') return stripMinusZero(round12(length).toFixed(2));
  const fixed = stripMinusZero(round12(length / MM_PER_INCH).toFixed(4)).replace(/0$/, '');
  return fixed.replace(/^(-?)0\./, '$1.');
}

/** The number as it is, to 12 digits, written so that a bare number means the unit and never thousandths: `10.0`, `.4375`. */
export function exactText(length: Mm | number, units: Units): string {
  const value = round12(units === 'in' ? length / MM_PER_INCH : length);
  /* Small residues of a computation would be written with an exponent, which no builder types. */
  const text = Math.abs(value) < 1e-6 ? '0' : String(value);
  return text.includes('.') ? text : `${text}.0`;
}

/** The same with its unit: `.0416 in`, `1.06 mm`. */
export function showLength(length: Mm | number, units: Units): string {
  return `${showNumber(length, units)} ${units}`;
}

/** The other unit, so that both are always readable. */
export function otherUnits(units: Units): Units {
  return units === 'in' ? 'mm' : 'in';
}

/** Both units, the first one leading: `.0416 in (1.06 mm)`. */
export function showBoth(length: Mm | number, units: Units): string {
  return `${showLength(length, units)} (${showLength(length, otherUnits(units))})`;
}

/** A plain factor with up to three decimals and no trailing zeros: `2.5`, `16`. */
export function showFactor(value: number): string {
  return String(Number(value.toFixed(3)));
}

function stripMinusZero(text: string): string {
  return /^-0\.0*$/.test(text) ? text.slice(1) : text;
}
