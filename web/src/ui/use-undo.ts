import type { AssemblyAnswer } from '#contract/answers';
import { useQueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useState } from 'react';
import { useLocation, useNavigate } from 'react-router';
import type { Entity, PartDefinition } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { rowTitle } from '#core/record/title';
import { useKeep, useMark } from '../api/commands';
import { NotKept } from '../api/effects';
import { deviceId } from '../api/device';
import { useChanges } from '../api/queries';
import { usePageKeys } from './page-keys';
import { deedsOf, nextRedo, nextUndo, type Deed } from './undo';

/** Undo and redo of this device in this kit, as one list. */
export interface UndoControl {
  readonly label: string | null;
  readonly run: () => void;
  readonly redoLabel: string | null;
  readonly redo: () => void;
  /** Newest first. */
  readonly deeds: readonly Deed[];
  /** Why some of them could not be taken back, by id. */
  readonly failed: ReadonlyMap<string, string>;
  /** Takes one back, or makes it again where it was taken back. */
  readonly turn: (deed: Deed) => void;
}

/** What rows are called, of the assemblies that are loaded. */
function useNames(): (rowId: string) => string | undefined {
  const client = useQueryClient();
  return useCallback(
    (rowId: string) => {
      for (const [, data] of client.getQueriesData<AssemblyAnswer>({ queryKey: ['assembly'] })) {
        const row = data?.rows?.find((r) => r.id === rowId);
        if (row) return rowTitle(row.definition, new Map((data?.parts ?? []).map((p): [string, PartDefinition] => [p.id, p.definition])));
      }
      return undefined;
    },
    [client],
  );
}

/** Views that show the row their address names. */
const SHOWS_ROW: readonly string[] = ['plan', 'layout', 'map'];

/** Brings the screen to the place of what was taken back or made again. */
function useGoTo(): (deed: Deed) => void {
  const { pathname } = useLocation();
  const navigate = useNavigate();
  return useCallback(
    ({ rowId, assemblyId }: Deed) => {
      const [, here, view] = /^\/assemblies\/([^/]+)\/(\w+)/.exec(pathname) ?? [];
      const row = rowId === null ? '' : `?row=${rowId}`;
      if (assemblyId !== null && assemblyId !== here) void navigate(`/assemblies/${assemblyId}/plan${row}`);
      else if (here && view && row && SHOWS_ROW.includes(view)) void navigate({ pathname, search: row }, { replace: true });
    },
    [pathname, navigate],
  );
}

/** Takes back what this device did last, or makes it again: by buttons, by the keys U and Shift U. `say` tells how it went. */
export function useUndo(
  kit: Entity<'kit'>,
  marks: readonly Mark[],
  say: (text: string, isBad: boolean) => void = () => undefined,
  onMarkUndone: (mark: Mark) => void = () => undefined,
): UndoControl {
  const keep = useKeep(kit);
  const mark = useMark(kit);
  const changes = useChanges(kit.id);
  const nameOf = useNames();
  const goTo = useGoTo();
  const [failed, setFailed] = useState<ReadonlyMap<string, string>>(new Map());
  const deeds = useMemo(() => deedsOf(marks, changes.data ?? [], deviceId(), nameOf), [marks, changes.data, nameOf]);
  const turn = useCallback(
    (deed: Deed) => {
      const isTaken = deed.takenBackBy.length > 0;
      const [first] = deed.marks;
      if (first) {
        const targets = isTaken ? deed.takenBackBy : deed.marks.map((m) => m.id);
        mark(targets.map((undoes) => ({ kind: 'undo', rowId: first.rowId, holeIds: [], payload: { undoes } })));
        if (!isTaken) onMarkUndone(first);
        goTo(deed);
        return;
      }
      const undoes = deed.takenBackBy[0] ?? deed.id;
      keep({ edits: [], undoes }).then(
        () => {
          say(`${isTaken ? 'Made again' : 'Taken back'}: ${deed.label}.`, false);
          goTo(deed);
        },
        (error: Error) => {
          /* Somebody saw what it does to work and left it: nothing failed. */
          if (error instanceof NotKept) return;
          setFailed((old) => new Map([...old, [deed.id, error.message]]));
          say(`${deed.label}: ${error.message}`, true);
        },
      );
    },
    [mark, keep, say, onMarkUndone, goTo],
  );
  const undoable = nextUndo(deeds, failed);
  const redoable = nextRedo(deeds);
  const run = useCallback(() => {
    if (undoable) turn(undoable);
  }, [undoable, turn]);
  const redo = useCallback(() => {
    if (redoable) turn(redoable);
  }, [redoable, turn]);
  usePageKeys({ undo: (e) => (e.shiftKey ? redo() : run()) });
  return { label: undoable?.label ?? null, run, redoLabel: redoable?.label ?? null, redo, deeds, failed, turn };
}
