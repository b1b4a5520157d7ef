/*
 * Student's t distribution. Source: the relation of its distribution function to the regularized incomplete beta function
 * (Abramowitz and Stegun, 26.5.27 and 26.7.1), the latter by its continued fraction (26.5.8), evaluated after Lentz.
 */
const TINY = 1e-300;
const SAME = 1e-15;
const MOST_TERMS = 500;

/** Natural logarithm of the gamma function for x > 0 (Lanczos, g = 7, nine terms). */
export function logGamma(x: number): number {
  const c = [
    0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905,
    -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
  ];
  if (x < 0.5) return Math.log(Math.PI / Math.sin(Math.PI * x)) - logGamma(1 - x);
  const t = x + 6.5;
  const sum = c.slice(1).reduce((s, term, i) => s + term / (x + i), c[0] as number);
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(sum);
}

/** The regularized incomplete beta function I_x(a, b) for 0 <= x <= 1. */
export function incompleteBeta(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(logGamma(a + b) - logGamma(a) - logGamma(b) + a * Math.log(x) + b * Math.log(1 - x));
  return x < (a + 1) / (a + b + 2) ? (front * fraction(x, a, b)) / a : 1 - (front * fraction(1 - x, b, a)) / b;
}

function fraction(x: number, a: number, b: number): number {
  let c = 1;
  let d = 1 - ((a + b) * x) / (a + 1);
  d = 1 / (Math.abs(d) < TINY ? TINY : d);
  let f = d;
  for (let m = 1; m <= MOST_TERMS; m++) {
    for (const term of [
      (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m)),
      (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1)),
    ]) {
      d = 1 + term * d;
      d = 1 / (Math.abs(d) < TINY ? TINY : d);
      c = 1 + term / c;
      if (Math.abs(c) < TINY) c = TINY;
      f *= c * d;
    }
    if (Math.abs(c * d - 1) < SAME) break;
  }
  return f;
}

/** The probability that |T| stays within t, with so many degrees of freedom (1 or more). */
export function withinT(t: number, degrees: number): number {
  return 1 - incompleteBeta(degrees / (degrees + t * t), degrees / 2, 0.5);
}

const kept = new Map<number, number>();

/** Student's t, 95 %, two-sided, for so many degrees of freedom, 1 or more: 12.706, 4.303, 3.182 ... towards 1.960. */
export function t95(degrees: number): number {
  const known = kept.get(degrees);
  if (known !== undefined) return known;
  let [low, high] = [1.9, 13];
  for (let i = 0; i < 80; i++) {
    const middle = (low + high) / 2;
    if (withinT(middle, degrees) < 0.95) low = middle;
    else high = middle;
  }
  kept.set(degrees, high);
  return high;
}
