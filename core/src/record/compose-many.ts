import { parseRowLine } from '../formats/row-line';
import type { Problem } from '../units/result';
import { composeRow, type ComposeContext, type Composed } from './compose';
import type { Edit, Entity } from './definitions';

/** One pasted line: its place (from 1), and the row it makes or what is wrong with it. */
export interface PastedLine {
  readonly number: number;
  readonly text: string;
  readonly made: Composed | null;
  readonly problem: Problem | null;
}

/** Most lines pasted at once. */
export const PASTE_MAX_LINES = 400;

/** Reads many lines; blank ones and those that begin with # are passed over. Parts made by one line serve the next. */
export function composeLines(text: string, context: ComposeContext, firstOrder: number): PastedLine[] {
  const parts: Entity<'part'>[] = [...context.parts];
  const lines: PastedLine[] = [];
  let order = firstOrder;
  text.split(/\r\n|\r|\n/).forEach((line, i) => {
    if (line.trim() === '' || line.trim().startsWith('#') || lines.length >= PASTE_MAX_LINES) return;
    const parsed = parseRowLine(line, context.units);
    const made = parsed.ok ? composeRow(parsed.value, { ...context, parts }, order) : parsed;
    if (made.ok) {
      parts.push(...made.value.newParts);
      order++;
    }
    lines.push({ number: i + 1, text: line, made: made.ok ? made.value : null, problem: made.ok ? null : made.problem });
  });
  return lines;
}

/** The edits that keep what lines made. */
export function editsOf(made: readonly Composed[], newId: () => string): Edit[] {
  return [
    ...made.flatMap((m) => m.newParts.map((p): Edit => ({ kind: 'part', id: p.id, expectedVersion: 0, definition: p.definition }))),
    ...made.map((m): Edit => ({ kind: 'row', id: newId(), expectedVersion: 0, definition: m.row })),
  ];
}
