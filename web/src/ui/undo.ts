import { undoableMarks, type Mark } from '#core/record/marks';
import { markText } from '#core/wording/marks';
import type { ChangeView } from '../api/queries';

/** What this device's undo would take back next. */
export type Undoable =
  | { readonly kind: 'mark'; readonly mark: Mark; readonly label: string }
  | { readonly kind: 'change'; readonly id: string; readonly label: string };

/** The newest thing this device did that still counts: a mark or a change, whichever was recorded later. */
export function nextUndo(marks: readonly Mark[], changes: readonly ChangeView[], device: string): Undoable | null {
  const mark = undoableMarks(marks, device)[0];
  const undone = new Set(changes.map((c) => c.undoes));
  const change = changes.find((c) => c.device === device && c.undoes === null && !undone.has(c.id));
  if (mark && (!change || mark.recordedAt >= change.recordedAt)) {
    return { kind: 'mark', mark, label: markText(mark) };
  }
  return change ? { kind: 'change', id: change.id, label: changeText(change) } : null;
}

const DONE = { made: 'made', changed: 'changed', deleted: 'deleted' } as const;

/** A kept change in a few words: `2 rows made, 1 part changed`. */
export function changeText(change: ChangeView): string {
  const counts = new Map<string, number>();
  for (const e of change.edits) {
    const what = `${e.kind} ${e.before === null ? DONE.made : e.after === null ? DONE.deleted : DONE.changed}`;
    counts.set(what, (counts.get(what) ?? 0) + 1);
  }
  const text = [...counts].map(([what, n]) => {
    const [kind, done] = what.split(' ') as [string, string];
    const many = kind === 'assembly' ? 'assemblies' : `${kind}s`;
    return `${n} ${n === 1 ? kind : many} ${done}`;
  });
  return `${change.undoes ? 'taken back: ' : ''}${text.join(', ')}`;
}
