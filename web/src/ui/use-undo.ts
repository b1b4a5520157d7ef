import { useCallback, useEffect, useMemo } from 'react';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { useKeep, useMark } from '../api/commands';
import { deviceId } from '../api/device';
import { useChanges } from '../api/queries';
import { isTyping } from './typing';
import { nextUndo } from './undo';

/** Takes back this device's last mark or change: by its button, or by the key U. `say` tells how it went. */
export function useUndo(
  kit: Entity<'kit'>,
  marks: readonly Mark[],
  say: (text: string, isBad: boolean) => void = () => undefined,
  onMarkUndone: (mark: Mark) => void = () => undefined,
): { readonly label: string | null; readonly run: () => void } {
  const keep = useKeep(kit);
  const mark = useMark(kit);
  const changes = useChanges(kit.id);
  const undoable = useMemo(() => nextUndo(marks, changes.data ?? [], deviceId()), [marks, changes.data]);
  const run = useCallback(() => {
    if (!undoable) return;
    if (undoable.kind === 'mark') {
      mark([{ kind: 'undo', rowId: undoable.mark.rowId, holeIds: [], payload: { undoes: undoable.mark.id } }]);
      onMarkUndone(undoable.mark);
    } else
      keep({ edits: [], undoes: undoable.id }).then(
        () => say(`Taken back: ${undoable.label}.`, false),
        (error: Error) => say(error.message, true),
      );
  }, [undoable, mark, keep, say, onMarkUndone]);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== 'u' || e.repeat || isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey || document.querySelector('[role=dialog]'))
        return;
      e.preventDefault();
      run();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [run]);
  return { label: undoable?.label ?? null, run };
}
