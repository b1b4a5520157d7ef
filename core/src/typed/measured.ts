import type { Units } from '../units/length';

/**
 * A reading as a hand writes it down: on an inch screen a bare whole number of two or three digits is thousandths, since no driven head and no
 * depth is that many inches. Everything else is left as it is. Example: `141` is `.141`, `62` is `.062`; `3/32`, `.14` and `141 thou` stay.
 */
export function measuredText(text: string, units: Units): string {
  const digits = /^\s*(\d{2,3})\s*$/.exec(text)?.[1];
  return units === 'in' && digits !== undefined ? `.${digits.padStart(3, '0')}` : text;
}
