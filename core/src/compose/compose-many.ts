import type { RowColumn } from '../typed/csv-cells';
import { lineOfCells, spanAt } from './csv-rows';
import { cellsOf, headlessCells, headsOf, type CellLine } from '../typed/pasted-cells';
import type { Problem } from '../units/result';
import { composeRow, readRowLine, type ComposeContext, type Composed } from './compose';
import type { Entity } from '../record/definitions';

/** One pasted line: its place (from 1), and the row it makes or what is wrong with it. */
export interface PastedLine {
  readonly number: number;
  readonly text: string;
  readonly made: Composed | null;
  readonly problem: Problem | null;
}

/** Most lines pasted at once. */
export const PASTE_MAX_LINES = 400;

/**
 * Reads many lines; blank ones and those that begin with # are passed over. A line may be a row line, or cells as a spreadsheet
 * gives them (tabs or semicolons), with heads or without. Parts made by one line serve the next.
 */
export function composeLines(text: string, context: ComposeContext, firstOrder: number): PastedLine[] {
  const parts: Entity<'part'>[] = [...context.parts];
  const lines: PastedLine[] = [];
  let order = firstOrder;
  let heads: Partial<Record<RowColumn, number>> | null = null;
  text.split(/\r\n|\r|\n/).forEach((line, i) => {
    if (line.trim() === '' || line.trim().startsWith('#') || lines.length >= PASTE_MAX_LINES) return;
    const cells = cellsOf(line);
    if (cells && lines.length === 0 && !heads) {
      heads = headsOf(cells);
      if (heads) return;
    }
    const read = readLine(line, cells, heads, context);
    const made = read.parsed.ok ? composeRow(read.parsed.value, { ...context, parts }, order) : read.parsed;
    if (made.ok) {
      parts.push(...made.value.newParts);
      order++;
    }
    const problem = made.ok ? null : { ...made.problem, at: read.place(made.problem.at ?? 0) };
    lines.push({ number: i + 1, text: line, made: made.ok ? made.value : null, problem });
  });
  return lines;
}

/** A pasted line read; `place` turns a character of what was read into one of the line as it was pasted. */
function readLine(line: string, cells: CellLine | null, heads: Partial<Record<RowColumn, number>> | null, context: ComposeContext) {
  const asLine = { parsed: readRowLine(line, context), place: (at: number) => at };
  if (!cells) return asLine;
  const table = heads
    ? { cells: cells.cells, columns: heads, at: cells.starts }
    : asLine.parsed.ok || line.includes(':')
      ? null
      : headlessCells(cells, context.units);
  if (!table) return asLine;
  const { text, spans } = lineOfCells(table.cells, table.columns);
  const place = (at: number) => {
    const span = spanAt(spans, at);
    const index = span ? table.columns[span.column] : undefined;
    if (!span || index === undefined) return 0;
    return Math.min(line.length, (table.at[index] ?? 0) + Math.max(0, at - span.from));
  };
  return { parsed: readRowLine(text, context), place };
}
