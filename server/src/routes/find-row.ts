import type { Stack } from '#core/prep/stack';
import type { Entity, KitDefinition, PartDefinition } from '#core/record/definitions';
import { definitionsById } from '#core/work/assembly-work';
import { stackOf } from '#core/record/stack-of';
import { bad, good, type Result } from '#core/units/result';
import type { Database } from '../db/connection';
import { findEntity, listOfAssembly, listOfKind } from '../db/entities';
import { isId } from './answers';

export interface FoundRow {
  readonly row: Entity<'row'>;
  readonly kit: KitDefinition;
  readonly assembly: Entity<'assembly'>;
  readonly parts: ReadonlyMap<string, PartDefinition>;
  readonly stack: Stack;
}

/** One row with all that its plan needs. */
export async function findRow(db: Database, id: string): Promise<Result<FoundRow>> {
  const row = isId(id) ? await findEntity(db, 'row', id) : null;
  const assembly = row ? await findEntity(db, 'assembly', row.definition.assemblyId) : null;
  const kit = assembly ? await findEntity(db, 'kit', assembly.definition.kitId) : null;
  if (!row || !assembly || !kit) return bad({ code: 'row-unknown' });
  const all = await listOfAssembly(db, assembly.id);
  const parts = new Map(all.parts.map((p) => [p.id, p.definition]));
  const fasteners = definitionsById(await listOfKind(db, 'fastener', kit.id));
  const stack = stackOf(row.definition, { kit: kit.definition, parts, fasteners, rows: all.rows.map((r) => r.definition) });
  return stack ? good({ row, kit: kit.definition, assembly, parts, stack }) : bad({ code: 'part-unknown' });
}
