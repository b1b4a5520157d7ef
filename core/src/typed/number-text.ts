/**
 * A plain number as it is typed: decimal point or comma, a sign, degrees after it if somebody writes them. Undefined: nothing is written;
 * NaN: it does not read, so that no comparison holds for it.
 *
 * Example: `readNumber('2,5')` is 2.5, `readNumber('30 deg')` 30.
 */
export function readNumber(text: string): number | undefined {
  const bare = text
    .trim()
    .replace(/\s*(?:\u00b0|deg(?:rees)?)$/i, '')
    .replace('\u2212', '-');
  if (bare === '') return text.trim() === '' ? undefined : NaN;
  return /^[-+]?(?:\d+[.,]?\d*|[.,]\d+)$/.test(bare) ? Number(bare.replace(',', '.')) : NaN;
}
