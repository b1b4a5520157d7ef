import type { Problem } from '../units/result';
import { closingInLine, composeRow, readRowLine, typedText, type ComposeContext, type Composed } from './compose';
import type { Entity, FastenerDefinition, Hand, PartDefinition, RowDefinition, TypedLength } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { parseDimension } from '../typed/dimension';
import type { Units } from '../units/length';
import { own } from '../units/own';
import { PART_COLUMNS, ROW_COLUMNS, type PartColumn, type RowColumn } from '../typed/csv-cells';
import { closingText, formatStack } from '../typed/row-line';
import { quoted } from '../typed/row-line-text';

/** A line of a table as read: what it makes, or what is wrong in which of its columns. */
export interface ReadTableLine<T, C> {
  /** Place in the file, from 1. */
  readonly number: number;
  readonly cells: readonly string[];
  readonly made: T | null;
  readonly problem: Problem | null;
  readonly column: C | null;
}

const LEADS: readonly [RowColumn, string, string][] = [
  ['name', '', ' ; '],
  ['stack', '', ' : '],
  ['rivet', '', ''],
  ['holes', ' x ', ''],
  ['pitch', ' @', ''],
  ['edge', ' e=', ''],
  ['hand', ' hand=', ''],
  ['page', ' plan=', ''],
];

const HAND_WORDS: Readonly<Record<string, string>> = { left: 'L', right: 'R', l: 'L', r: 'R' };

/** A column's part of a line that was put together. */
export interface LineSpan {
  readonly column: RowColumn;
  readonly from: number;
  readonly to: number;
}

/** Puts a table's cells together as a row line, remembering which part of it came from which column. */
export function lineOfCells(cells: readonly string[], columns: Partial<Record<RowColumn, number>>): { text: string; spans: LineSpan[] } {
  const whole = columns.line === undefined ? '' : (cells[columns.line] ?? '').trim();
  if (whole !== '') return { text: whole, spans: [{ column: 'line', from: 0, to: whole.length }] };
  let text = '';
  const spans: LineSpan[] = [];
  for (const [column, before, after] of LEADS) {
    const index = columns[column];
    let cell = index === undefined ? '' : (cells[index] ?? '').trim().replace(/\s+/g, ' ');
    /* A spreadsheet writes 24 holes as 24.0 or 24,00 when the column is formatted so. */
    if (column === 'holes') cell = cell.replace(/^(\d+)[.,]0+$/, '$1');
    if (column === 'name' && /[;"]/.test(cell)) cell = quoted(cell);
    if (column === 'hand') cell = own(HAND_WORDS, cell.toLowerCase()) ?? cell;
    if (cell === '' && column !== 'stack' && column !== 'rivet') continue;
    text += before;
    spans.push({ column, from: text.length, to: text.length + cell.length });
    text += cell + after;
  }
  return { text, spans };
}

/** The column a character of the line came from. */
export function spanAt(spans: readonly LineSpan[], at: number): LineSpan | undefined {
  return spans.find((s) => at <= s.to) ?? spans.at(-1);
}

/** Reads a table of rows; a part made by one line serves the next. */
export function readRowTable(
  table: readonly (readonly string[])[],
  columns: Partial<Record<RowColumn, number>>,
  context: ComposeContext,
  firstOrder: number,
): ReadTableLine<Composed, RowColumn>[] {
  const parts: Entity<'part'>[] = [...context.parts];
  let order = firstOrder;
  return table.map((cells, i) => {
    const { text, spans } = lineOfCells(cells, columns);
    const parsed = readRowLine(text, context);
    const made = parsed.ok ? composeRow(parsed.value, { ...context, parts }, order) : parsed;
    const number = i + 2;
    if (made.ok) {
      parts.push(...made.value.newParts);
      order++;
      return { number, cells, made: made.value, problem: null, column: null };
    }
    const at = made.problem.at ?? 0;
    return { number, cells, made: null, problem: made.problem, column: spanAt(spans, at)?.column ?? 'stack' };
  });
}

/** Reads a table of parts; a part that is there already, by name and hand, is a problem. */
export function readPartTable(
  table: readonly (readonly string[])[],
  columns: Partial<Record<PartColumn, number>>,
  context: ComposeContext,
): ReadTableLine<Entity<'part'>, PartColumn>[] {
  const parts: Entity<'part'>[] = [...context.parts];
  return table.map((cells, i) => {
    const cell = (column: PartColumn) => (columns[column] === undefined ? '' : (cells[columns[column]] ?? '').trim());
    const fail = (problem: Problem, column: PartColumn) => ({ number: i + 2, cells, made: null, problem, column });
    const name = cell('name').replace(/\s+/g, ' ');
    if (name === '' || name.length > 120) return fail({ code: 'part-name-empty' }, 'name');
    const handText = cell('hand');
    const hand = handText === '' ? null : (own(HAND_WORDS, handText.toLowerCase()) as Hand | undefined);
    if (hand === undefined) return fail({ code: 'hand-unknown', data: { text: handText.slice(0, 30) } }, 'hand');
    if (parts.some((p) => p.definition.name.toLowerCase() === name.toLowerCase() && p.definition.hand === hand))
      return fail({ code: 'part-name-taken', data: { part: name } }, 'name');
    const nominal = parseDimension(cell('thickness'), { units: context.units, sheet: true });
    if (!nominal.ok) return fail(nominal.problem, 'thickness');
    const measuredText = cell('measured');
    const measured = measuredText === '' ? null : parseDimension(measuredText, { units: context.units, sheet: true });
    if (measured && !measured.ok) return fail(measured.problem, 'measured');
    const typed = (d: { length: number; text: string }): TypedLength => ({ mm: d.length, text: d.text, units: context.units });
    const definition: PartDefinition = {
      v: 1,
      assemblyId: context.assemblyId,
      name,
      hand,
      thickness: typed(nominal.value),
      measured: measured ? typed(measured.value) : null,
      mirroredFrom: null,
    };
    const part: Entity<'part'> = { kind: 'part', id: context.newId(), version: 0, definition };
    parts.push(part);
    return { number: i + 2, cells, made: part, problem: null, column: null };
  });
}

/** The rows of an assembly as a table with heads; what is written reads back to the same rows. */
export function rowTable(
  rows: readonly RowDefinition[],
  parts: ReadonlyMap<string, PartDefinition>,
  fasteners: ReadonlyMap<string, FastenerDefinition>,
  units: Units,
): string[][] {
  const columns = ROW_COLUMNS.filter((c) => c !== 'line');
  const lines = rows.map((row) => {
    const cells: Record<(typeof columns)[number], string> = {
      name: row.name,
      stack: formatStack(
        row.layers.map((l) => {
          const part = parts.get(l.partId);
          return { name: part?.name ?? '?', thickness: part ? typedText(part.thickness, units) : '?', plans: l.plans ?? undefined };
        }),
        units,
      ),
      rivet: `${closingText(closingInLine(row, fasteners))}${row.far ? ' far flush' : ''}`,
      holes: String(holesInPlan(row.holes).length),
      pitch: row.pitch ? cellText(row.pitch, units) : '',
      edge: row.edge ? cellText(row.edge, units) : '',
      hand: row.hand ?? '',
      page: row.page,
    };
    return columns.map((c) => cells[c]);
  });
  return [[...columns], ...lines];
}

/** A length as it was typed; with its unit where a spreadsheet would make a date of it (3/4, 1-1/2). */
function cellText(length: TypedLength, units: Units): string {
  const text = typedText(length, units);
  return /[/-]/.test(text) && !/[a-z"#]/i.test(text) ? `${text} ${length.units}` : text;
}

/** The parts of an assembly as a table with heads. */
export function partTable(parts: readonly PartDefinition[], units: Units): string[][] {
  return [
    [...PART_COLUMNS],
    ...parts.map((p) => [p.name, p.hand ?? '', cellText(p.thickness, units), p.measured ? cellText(p.measured, units) : '']),
  ];
}
