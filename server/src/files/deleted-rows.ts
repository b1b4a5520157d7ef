import { holesInPlan } from '#core/record/holes';
import type { PartDefinition } from '#core/record/definitions';
import { rowTitle } from '#core/record/title';
import type { KitRecord } from '../db/kit-record';

/** A row that is not there any more, as the record names it. */
export interface DeletedRow {
  readonly title: string;
  readonly page: string;
  readonly assemblyId: string;
  readonly holeIds: readonly string[];
}

/** Rows of a kit that were deleted, by id, each by its name and the day it went: what was done in them stays theirs. */
export function deletedRows(record: KitRecord, dayOf: (iso: string) => string): ReadonlyMap<string, DeletedRow> {
  const { past } = record;
  if (!past) return new Map();
  const parts = new Map<string, PartDefinition>();
  for (const { id, definition } of past.deleted('part')) parts.set(id, definition);
  for (const a of record.assemblies) for (const p of a.parts) parts.set(p.id, p.definition);
  return new Map(
    past.deleted('row').map(({ id, definition, at }) => [
      id,
      {
        title: `${rowTitle(definition, parts)} (deleted on ${dayOf(at)})`,
        page: definition.page,
        assemblyId: definition.assemblyId,
        holeIds: holesInPlan(definition.holes).map((h) => h.id),
      },
    ]),
  );
}
