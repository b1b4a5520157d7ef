import type { AssemblyAnswer } from '#contract/answers';
import { lineOfRow } from '#core/compose/compose';
import type { Edit, Entity, RowDefinition } from '#core/record/definitions';
import { problemMessage } from '#core/wording/problems';
import type { ApiError } from '../../api/client';
import { definitionsById } from '#core/work/assembly-work';
import { partsById } from '../../models/planned-rows';

/** A definition somebody else was faster with, as the server answers it. */
export interface Conflict {
  readonly kind: string;
  readonly id: string;
  readonly currentVersion: number;
  readonly current: unknown;
}

/** The same entity, to be kept over the newest version once both have been seen. */
export function atNewest<E extends Entity>(entity: E, conflicts: readonly Conflict[]): E {
  const newer = conflicts.find((c) => c.id === entity.id);
  return newer ? { ...entity, version: newer.currentVersion } : entity;
}

/** Both versions of what somebody else was faster with. */
export function conflictText(error: ApiError, mine: readonly Edit[], data: AssemblyAnswer): string {
  const parts = partsById(data.parts);
  const text = (kind: string, definition: unknown): string => {
    if (definition === null || definition === undefined) return 'deleted';
    if (kind === 'row') return lineOfRow(definition as RowDefinition, parts, definitionsById(data.fasteners), data.kit.definition.units);
    return (definition as { name: string }).name;
  };
  const conflicts = error.data.conflicts as readonly Conflict[];
  const both = conflicts.map((c) => `Now: ${text(c.kind, c.current)}\nYours: ${text(c.kind, mine.find((e) => e.id === c.id)?.definition)}`);
  return `${problemMessage({ code: 'version-conflict' })}\n${both.join('\n')}\nKeep again to put yours in its place.`;
}
