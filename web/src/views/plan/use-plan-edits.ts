import type { AssemblyAnswer } from '#contract/answers';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { lineOfRow } from '#core/compose/compose';
import { followGroups } from '#core/compose/groups';
import type { Edit, Entity, RowDefinition } from '#core/record/definitions';
import type { Units } from '#core/units/length';
import { definitionsById } from '#core/work/assembly-work';
import { countOf } from '#core/wording/words';
import { ApiError } from '../../api/client';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { refreshDefinitions } from '../../api/queries';
import { partsById } from '../../models/planned-rows';
import { atNewest, conflictText, type Conflict } from './conflict';
import type { PlanDialog } from './plan-dialogs';

export interface Notice {
  readonly isBad: boolean;
  readonly text: string;
}

/** An edit of a row as it stands here; null takes it out. */
export const rowEdit = (row: Entity<'row'>, definition: RowDefinition | null): Edit => ({
  kind: 'row',
  id: row.id,
  expectedVersion: row.version,
  definition,
});

/** What the plan keeps, with what is open meanwhile: the row whose line is typed anew, the dialog, what was said last. */
export function usePlanEdits(data: AssemblyAnswer, units: Units, onMade: (rowId: string) => void) {
  const client = useQueryClient();
  const keep = useKeep(data.kit);
  /* The row as it was when its line was taken up: what comes in meanwhile is not overwritten unseen. */
  const [editing, setEditing] = useState<Entity<'row'> | null>(null);
  const [dialog, setDialog] = useState<PlanDialog>(null);
  const [notice, setNotice] = useState<Notice | null>(null);
  const nextOrder = Math.max(0, ...data.rows.map((r) => r.definition.order)) + 1;
  const said = (error: Error) => setNotice({ isBad: true, text: error.message });

  /** Keeps edits; a refusal because somebody was faster shows both versions and brings the newest one here. */
  const keepEdits = async (edits: readonly Edit[], reason = ''): Promise<void> => {
    try {
      await keep({ edits: followGroups(edits, { rows: data.rows, parts: data.parts, fasteners: data.fasteners, newId }), reason });
      setNotice(null);
    } catch (error) {
      if (!(error instanceof ApiError) || error.code !== 'version-conflict') throw error;
      await refreshDefinitions(client);
      /* Both versions have been shown: keeping again is a choice, and starts from the newest. */
      const newest = error.data.conflicts as readonly Conflict[];
      setEditing((old) => old && atNewest(old, newest));
      setDialog((old) =>
        old?.kind === 'more'
          ? { ...old, row: atNewest(old.row, newest) }
          : old?.kind === 'part'
            ? { ...old, part: atNewest(old.part, newest) }
            : old,
      );
      throw new Error(conflictText(error, edits, data), { cause: error });
    }
  };
  const attempt = (work: Promise<unknown>): void => void work.catch(said);
  const mirror = async (sources: readonly Entity<'row'>[]): Promise<void> => {
    const { mirrorRows } = await import('#core/record/mirror');
    const { edits, lastRowId } = mirrorRows(sources, data.parts, nextOrder, newId);
    if (lastRowId === null) return;
    await keepEdits(edits);
    onMade(lastRowId);
  };
  const remove = async (targets: readonly Entity<'row'>[]): Promise<void> => {
    await keepEdits(targets.map((row) => rowEdit(row, null)));
    setNotice({ isBad: false, text: `${countOf(targets.length, 'row')} deleted; marks are kept. Undo brings them back.` });
  };
  return {
    editing,
    setEditing,
    dialog,
    setDialog,
    notice,
    setNotice,
    nextOrder,
    keepEdits,
    said,
    attempt,
    mirror: (sources: readonly Entity<'row'>[]) => attempt(mirror(sources)),
    remove: (targets: readonly Entity<'row'>[]) => attempt(remove(targets)),
    /** What is told of a row by pointing at others. */
    tell: (edits: readonly Edit[], reason: string): Promise<void> => keep({ edits, reason }).then(() => undefined, said),
    lineOf: (row: Entity<'row'>): string => lineOfRow(row.definition, partsById(data.parts), definitionsById(data.fasteners), units),
  };
}

export type PlanEdits = ReturnType<typeof usePlanEdits>;
