import type { Edit } from '../record/definitions';
import type { Composed } from './compose';

/** The edits that keep what lines made. */
export function editsOf(made: readonly Composed[], newId: () => string): Edit[] {
  return [
    ...made.flatMap((m) => m.newParts.map((p): Edit => ({ kind: 'part', id: p.id, expectedVersion: 0, definition: p.definition }))),
    ...made.map((m): Edit => ({ kind: 'row', id: newId(), expectedVersion: 0, definition: m.row })),
  ];
}
