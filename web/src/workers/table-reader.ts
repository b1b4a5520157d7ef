import Papa from 'papaparse';
import { readCell } from '#core/formats/csv-cells';

/** Most lines and bytes of a table taken at once. */
export const TABLE_MAX_LINES = 2000;
export const TABLE_MAX_BYTES = 5_000_000;

export type TableRead =
  | { readonly ok: true; readonly heads: string[]; readonly lines: string[][] }
  | { readonly ok: false; readonly code: 'table-empty' | 'table-too-long' | 'table-unreadable' };

/** UTF-8 where it is that, else the Latin-1 of older spreadsheets. */
export function decodeText(bytes: ArrayBuffer): string {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** Reads a table whatever stands between its cells; the first line is its heads. */
export function readTable(text: string): TableRead {
  if (text.includes('\0')) return { ok: false, code: 'table-unreadable' };
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    preview: TABLE_MAX_LINES + 2,
    delimitersToGuess: [';', '\t', ',', '|'],
  });
  const [heads, ...lines] = parsed.data;
  if (!heads || lines.length === 0) return { ok: false, code: 'table-empty' };
  if (lines.length > TABLE_MAX_LINES) return { ok: false, code: 'table-too-long' };
  return { ok: true, heads: heads.map(readCell), lines: lines.map((l) => l.map(readCell)) };
}
