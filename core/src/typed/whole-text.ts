/** Half of a character that takes two code units: a text that was cut in its middle. No database and no file can hold it. */
const HALF = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;

/** The path of the first text of a document that holds half a character; null where every text is whole. */
export function halfCharacterIn(value: unknown, path = ''): string | null {
  if (typeof value === 'string') return HALF.test(value) ? path : null;
  if (value === null || typeof value !== 'object') return null;
  for (const [key, v] of Object.entries(value)) {
    const at = Array.isArray(value) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`;
    if (HALF.test(key)) return path;
    const found = halfCharacterIn(v, at);
    if (found !== null) return found;
  }
  return null;
}

/** The beginning of a text, at most so many code units, never ending in half a character. */
export function cutText(text: string, max: number): string {
  const cut = text.slice(0, max);
  return /[\uD800-\uDBFF]$/.test(cut) ? cut.slice(0, -1) : cut;
}

/** A text without its half characters. */
export function wholeText(text: string): string {
  return HALF.test(text) ? text.replace(new RegExp(HALF.source, 'g'), '') : text;
}
