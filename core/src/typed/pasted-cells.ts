import { parseCallout } from '../rivet/callout';
import type { Units } from '../units/length';
import { matchColumns, ROW_COLUMNS, type RowColumn } from './csv-cells';
import { parseLayers } from './row-line-layers';
import Papa from 'papaparse';

/** A line of cells as a spreadsheet gives them, and where each begins in the text. */
export interface CellLine {
  readonly cells: readonly string[];
  readonly starts: readonly number[];
}

/** The cells of a pasted line, parted by tabs, else by semicolons; null where it is not made of cells. */
export function cellsOf(line: string): CellLine | null {
  const mark = line.includes('\t') ? '\t' : ';';
  const cells = Papa.parse<string[]>(line, { delimiter: mark, header: false }).data[0] ?? [];
  if (cells.length < 2) return null;
  const starts: number[] = [];
  let from = 0;
  for (const cell of cells) {
    const at = line.indexOf(cell, from);
    starts.push(at < 0 ? from : at);
    from = (at < 0 ? from : at) + cell.length;
  }
  return { cells, starts };
}

/** Which column is which where the line is a table's heads; null where it is none. */
export function headsOf(line: CellLine): Partial<Record<RowColumn, number>> | null {
  const columns = matchColumns(line.cells, ROW_COLUMNS);
  const hasRow = columns.line !== undefined || (columns.stack !== undefined && columns.rivet !== undefined);
  return hasRow ? columns : null;
}

/**
 * Cells without heads, read by their content: the rivet's call-out, before it the sheets (in one cell or one each) with the row's
 * name, after it holes, pitch, edge, hand, page. Null where no cell is a call-out.
 */
export function headlessCells(
  line: CellLine,
  units: Units,
): { cells: string[]; columns: Partial<Record<RowColumn, number>>; at: number[] } | null {
  const texts = line.cells.map((c) => c.trim());
  const rivet = texts.findIndex((c, i) => i > 0 && parseCallout(c).ok);
  if (rivet < 0) return null;
  const isSheets = (text: string) => parseLayers({ text, at: 0 }, units).ok;
  const before = texts.slice(0, rivet);
  const firstFull = before.findIndex((c) => c !== '');
  if (firstFull < 0) return null;
  const hasName = before.slice(firstFull + 1).some((c) => c !== '') && !isSheets(before[firstFull] as string);
  const sheetsFrom = hasName ? firstFull + 1 : firstFull;
  const sheets = before.slice(sheetsFrom).filter((c) => c !== '');
  const firstSheet = before.indexOf(sheets[0] as string, sheetsFrom);
  const after = texts.slice(rivet + 1, rivet + 6);
  return {
    cells: [hasName ? (before[firstFull] as string) : '', sheets.join(' / '), texts[rivet] as string, ...after],
    columns: Object.fromEntries(ROW_COLUMNS.slice(0, 3 + after.length).map((c, i) => [c, i])),
    at: [firstFull, firstSheet, rivet, ...after.map((_, i) => rivet + 1 + i)].map((i) => line.starts[i] as number),
  };
}
