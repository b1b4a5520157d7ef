import type { AssemblyAnswer } from '#contract/answers';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import type { Edit, Entity, RowDefinition, ShutOff, ShutSide } from '#core/record/definitions';
import { toggledJoin, toggledShutOff, toggledWait } from '#core/record/told';
import { SIDE_WORDS } from '#core/wording/sequence';
import { Button } from '../ui/controls';

/** What is being told by pointing: the next rows or parts that are tapped belong to it. */
export type Telling =
  | { readonly kind: 'shut-by-row'; readonly rowId: string; readonly side: ShutSide; readonly room: ShutOff['room'] }
  | { readonly kind: 'covers'; readonly partId: string; readonly side: ShutSide; readonly room: ShutOff['room'] }
  | { readonly kind: 'waits'; readonly rowId: string }
  | { readonly kind: 'joins'; readonly name: string };

export interface Pointing {
  readonly telling: Telling | null;
  readonly begin: (telling: Telling) => void;
  /** A row or part was tapped; true: it was pointed at and nothing else should happen. */
  readonly takeRow: (rowId: string) => boolean;
  readonly takePart: (partId: string) => boolean;
  readonly banner: ReactNode;
}

/** Telling the program what it cannot know, by pointing at rows and parts: each tap is kept at once, and taken back by another. */
export function usePointing(data: AssemblyAnswer, onKeep: (edits: readonly Edit[], reason: string) => Promise<void>): Pointing {
  const [telling, begin] = useState<Telling | null>(null);
  /* Until one tap is kept another would be told against what it is about to change. */
  const isKeeping = useRef(false);
  const tell = (edits: readonly Edit[], reason: string) => {
    if (isKeeping.current) return;
    isKeeping.current = true;
    void onKeep(edits, reason).finally(() => (isKeeping.current = false));
  };
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key === 'Escape') begin(null);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  const rowOf = (id: string) => data.rows.find((r) => r.id === id);
  const partOf = (id: string) => data.parts.find((p) => p.id === id);
  const rowEdit = (row: Entity<'row'>, definition: RowDefinition): Edit => ({
    kind: 'row',
    id: row.id,
    expectedVersion: row.version,
    definition,
  });
  const takeRow = (rowId: string): boolean => {
    if (!telling) return false;
    const tapped = rowOf(rowId);
    const { side, room } = 'side' in telling ? telling : { side: 'both' as const, room: null };
    const left = room ? { room } : {};
    if (telling.kind === 'shut-by-row') {
      const row = rowOf(telling.rowId);
      if (row && tapped && row.id !== tapped.id)
        tell(
          [rowEdit(row, toggledShutOff(row.definition, { by: { kind: 'row', id: tapped.id }, side, ...left }))],
          'Told: what shuts the row off',
        );
      begin(null);
    } else if (telling.kind === 'covers' && tapped)
      tell(
        [rowEdit(tapped, toggledShutOff(tapped.definition, { by: { kind: 'part', id: telling.partId }, side, ...left }))],
        'Told: the part covers the row',
      );
    return true;
  };
  const takePart = (partId: string): boolean => {
    if (!telling) return false;
    const part = partOf(partId);
    if (telling.kind === 'waits') {
      const row = rowOf(telling.rowId);
      if (row && part) tell([rowEdit(row, toggledWait(row.definition, partId))], 'Told: the row waits for the part');
      begin(null);
    } else if (telling.kind === 'joins' && part) {
      const definition = toggledJoin(part.definition, telling.name);
      tell([{ kind: 'part', id: part.id, expectedVersion: part.version, definition }], 'Told: the part joins the sub-assembly');
    }
    return true;
  };
  const banner = telling ? (
    <div role="status" className="flex flex-wrap items-center gap-3 rounded border border-dye bg-dye-soft p-2 text-[16px]">
      <span className="flex-1">
        {sentence(
          telling,
          (id) => rowOf(id)?.definition.name ?? '',
          (id) => partOf(id)?.definition.name ?? '',
        )}
      </span>
      <Button onClick={() => begin(null)}>{telling.kind === 'covers' || telling.kind === 'joins' ? 'Done' : 'Leave it'}</Button>
    </div>
  ) : null;
  return { telling, begin, takeRow, takePart, banner };
}

function sentence(telling: Telling, row: (id: string) => string, part: (id: string) => string): string {
  switch (telling.kind) {
    case 'shut-by-row':
      return `Tap the row that, once it is set, shuts ${row(telling.rowId) || 'this row'} off from ${SIDE_WORDS[telling.side]}.`;
    case 'covers':
      return `Tap every row that ${part(telling.partId)} covers from ${SIDE_WORDS[telling.side]} once it is in its place; tap again to take it back.`;
    case 'waits':
      return `Tap the later part that ${row(telling.rowId) || 'this row'} waits for.`;
    case 'joins':
      return `Tap the parts that join into ${telling.name}; tap again to take one out.`;
  }
}
