import { and, eq, sql } from 'drizzle-orm';
import { BlindMover, movedEdit } from '#core/formats/upgrade-kit';
import type { Definitions, FastenerDefinition } from '#core/record/definitions';
import type { Database } from './connection';
import { insertEntities } from './entities';
import { changes, entities, upgrades, type AppliedEdit } from './schema';

/*
 * Rows used to describe their blind fastener themselves. They now name a fastener of the kit; what the change record keeps of them is brought
 * along, so that it can still be shown and taken back.
 */

const NAME = 'blind-fasteners';

/** Moves every kit's blind fasteners, each kit as a whole. Broken off, it is taken up at the next kit. */
export async function moveBlinds(db: Database): Promise<void> {
  const done = await db.select().from(upgrades).where(eq(upgrades.name, NAME));
  if (done.length > 0) return;
  const kits = await db
    .selectDistinct({ kitId: entities.kitId })
    .from(entities)
    .where(and(eq(entities.kind, 'row'), sql`json_exists(${entities.definition}, '$.blind')`));
  const past = await db
    .selectDistinct({ kitId: changes.kitId })
    .from(changes)
    .where(sql`json_exists(${changes.edits}, '$[*].before.blind') or json_exists(${changes.edits}, '$[*].after.blind')`);
  for (const kitId of new Set([...kits, ...past].map((k) => k.kitId))) await moveKit(db, kitId);
  await db.insert(upgrades).values({ name: NAME });
}

async function moveKit(db: Database, kitId: string): Promise<void> {
  await db.transaction(async (tx) => {
    const mover = new BlindMover(kitId);
    const rows = await tx
      .select()
      .from(entities)
      .where(and(eq(entities.kitId, kitId), eq(entities.kind, 'row')))
      .orderBy(entities.id);
    for (const row of rows) {
      const definition = mover.row(row.id, row.definition) as Definitions['row'];
      if (definition !== row.definition) await tx.update(entities).set({ definition }).where(eq(entities.id, row.id));
    }
    const kept = await tx
      .select({ seq: changes.seq, edits: changes.edits })
      .from(changes)
      .where(and(eq(changes.kitId, kitId), sql`${changes.edits} like '%"blind"%'`))
      .orderBy(changes.place);
    for (const { seq, edits } of kept)
      await tx
        .update(changes)
        .set({ edits: edits.map((e) => movedEdit(e, mover)) as AppliedEdit[] })
        .where(eq(changes.seq, seq));
    await insertEntities(
      tx,
      mover.fasteners().map(({ id, definition }) => ({
        id,
        kind: 'fastener' as const,
        kitId,
        assemblyId: null,
        version: 1,
        definition: definition as unknown as FastenerDefinition,
        deleted: false,
      })),
    );
  });
}
