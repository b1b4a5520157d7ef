import { MM_PER_INCH, type Mm, type Units } from '../units/length';

/** One mark set out with a ruler: what to read on it, and how far that is off the true place. */
export interface RulerMark {
  readonly text: string;
  /** Read minus true, mm; never adds up, since every mark is rounded from its own true distance. */
  readonly errorMm: number;
}

/** A ruler's finest division: 1/64 in, or half a millimetre. */
const DIVISION_MM: Readonly<Record<Units, number>> = { in: MM_PER_INCH / 64, mm: 0.5 };

/** The nearest mark of a ruler to a distance from its end: `12 37/64`, `320.5`. */
export function rulerMark(distance: Mm, units: Units): RulerMark {
  const division = DIVISION_MM[units];
  const n = Math.round(distance / division);
  return { text: units === 'mm' ? String(n * 0.5) : fraction(n), errorMm: n * division - distance };
}

/** 64ths as a mixed number in lowest terms. */
function fraction(of64: number): string {
  const whole = Math.floor(of64 / 64);
  let top = of64 % 64;
  let bottom = 64;
  while (top > 0 && top % 2 === 0) {
    top /= 2;
    bottom /= 2;
  }
  if (top === 0) return String(whole);
  return whole === 0 ? `${top}/${bottom}` : `${whole} ${top}/${bottom}`;
}
