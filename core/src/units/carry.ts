import type { Units } from './length';

/**
 * A text that was typed under one unit, so that it still means the same under the other: a bare number gets the unit it was typed in.
 * What names its unit, a drill or a fraction (always inches) stays as it is. Lines and cells (semicolon, tab) one by one.
 *
 * Example: `carryUnit('.25 ; 3/8', 'in')` is `.25 in ; 3/8`.
 */
export function carryUnit(text: string, from: Units): string {
  return text.replace(/[^;\t\n\r]+/g, (cell) => {
    const bare = cell.trim();
    if (bare === '' || /[a-z"'/#\u2116\u00bc-\u00be\u215b-\u215e]/i.test(bare)) return cell;
    return cell.replace(bare, /^[-+\u2212]?0*[.,]?0*$/.test(bare) ? bare : `${bare} ${from}`);
  });
}
