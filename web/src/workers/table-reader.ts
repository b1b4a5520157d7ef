import Papa from 'papaparse';
import { readCell } from '#core/typed/csv-cells';

/** Most lines and bytes of a table taken at once. */
export const TABLE_MAX_LINES = 2000;
export const TABLE_MAX_BYTES = 5_000_000;

export type TableRead =
  | { readonly ok: true; readonly heads: string[]; readonly lines: string[][] }
  | { readonly ok: false; readonly code: 'table-empty' | 'table-too-long' | 'table-unreadable' };

/** UTF-16 by its byte order mark, or by every second byte being 0; UTF-8 where it is that, else the Latin-1 of older spreadsheets. */
export function decodeText(bytes: ArrayBuffer): string {
  const wide = wideOrder(new Uint8Array(bytes, 0, Math.min(bytes.byteLength, 400)));
  if (wide) return new TextDecoder(wide).decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

function wideOrder(start: Uint8Array): 'utf-16le' | 'utf-16be' | null {
  if (start[0] === 0xff && start[1] === 0xfe) return 'utf-16le';
  if (start[0] === 0xfe && start[1] === 0xff) return 'utf-16be';
  const zeros = [0, 0];
  start.forEach((byte, i) => {
    if (byte === 0) zeros[i % 2] = (zeros[i % 2] ?? 0) + 1;
  });
  const [even = 0, odd = 0] = zeros;
  const half = start.length / 2;
  if (start.length < 4) return null;
  return odd > half * 0.8 && even === 0 ? 'utf-16le' : even > half * 0.8 && odd === 0 ? 'utf-16be' : null;
}

/** A first line that only says what stands between the cells, as some spreadsheets write it. */
const SAYS_SEPARATOR = /^"?sep=(.)"?\r?\n/i;

/** Reads a table whatever stands between its cells; the first line is its heads. */
export function readTable(text: string): TableRead {
  if (text.includes('\0')) return { ok: false, code: 'table-unreadable' };
  const whole = text.replace(/^\uFEFF/, '');
  const separator = SAYS_SEPARATOR.exec(whole);
  const parsed = Papa.parse<string[]>(separator ? whole.slice(separator[0].length) : whole, {
    ...(separator ? { delimiter: separator[1] as string } : {}),
    skipEmptyLines: 'greedy',
    preview: TABLE_MAX_LINES + 2,
    delimitersToGuess: [';', '\t', ',', '|'],
  });
  const [heads, ...lines] = parsed.data;
  if (!heads || lines.length === 0) return { ok: false, code: 'table-empty' };
  if (lines.length > TABLE_MAX_LINES) return { ok: false, code: 'table-too-long' };
  return { ok: true, heads: heads.map(readCell), lines: lines.map((l) => l.map(readCell)) };
}
