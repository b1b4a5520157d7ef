import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { Definitions, Entity, EntityKind } from '#core/record/definitions';
import type { Queries } from './connection';
import { changes, entities } from './schema';

/** Rows written or asked for in one statement. */
const CHUNK = 500;

export interface StoredEntity {
  readonly id: string;
  readonly kind: EntityKind;
  readonly kitId: string;
  readonly assemblyId: string | null;
  readonly version: number;
  readonly definition: Definitions[EntityKind];
  readonly deleted: boolean;
}

function asEntity<K extends EntityKind>(stored: StoredEntity): Entity<K> {
  return { kind: stored.kind as K, id: stored.id, version: stored.version, definition: stored.definition as Definitions[K] };
}

/** Entities by id, locked until the transaction ends, in the order of their ids so that two changes never wait in a ring. */
export async function lockEntities(q: Queries, ids: readonly string[]): Promise<StoredEntity[]> {
  if (ids.length === 0) return [];
  return q
    .select()
    .from(entities)
    .where(inArray(entities.id, [...ids].sort()))
    .orderBy(entities.id)
    .for('update');
}

/** Keeps an entity's new version. A first version whose id somebody else has taken meanwhile is refused as a duplicate, never written over. */
export async function saveEntity(q: Queries, e: StoredEntity): Promise<void> {
  const { id, version, definition, deleted, assemblyId } = e;
  if (version === 1) await q.insert(entities).values(e);
  else await q.update(entities).set({ version, definition, deleted, assemblyId }).where(eq(entities.id, id));
}

export async function listKits(q: Queries): Promise<Entity<'kit'>[]> {
  const found = await q
    .select()
    .from(entities)
    .where(and(eq(entities.kind, 'kit'), eq(entities.deleted, false)));
  return found.map((e) => asEntity<'kit'>(e));
}

/** Kits that were deleted, each with the change that did it and can be taken back. */
export async function listDeletedKits(q: Queries): Promise<{ kit: Entity<'kit'>; changeId: string }[]> {
  const found = await q
    .select()
    .from(entities)
    .where(and(eq(entities.kind, 'kit'), eq(entities.deleted, true)));
  const deleted: { kit: Entity<'kit'>; changeId: string }[] = [];
  for (const e of found) {
    const [newest] = await q
      .select({ id: changes.id, edits: changes.edits })
      .from(changes)
      .where(eq(changes.kitId, e.id))
      .orderBy(desc(changes.place))
      .limit(1);
    if (newest?.edits.some((edit) => edit.id === e.id && edit.after === null))
      deleted.push({ kit: asEntity<'kit'>(e), changeId: newest.id });
  }
  return deleted;
}

/** One entity that is not deleted. */
export async function findEntity<K extends EntityKind>(q: Queries, kind: K, id: string): Promise<Entity<K> | null> {
  const [found] = await q
    .select()
    .from(entities)
    .where(and(eq(entities.id, id), eq(entities.kind, kind), eq(entities.deleted, false)));
  return found ? asEntity<K>(found) : null;
}

export async function listAssemblies(q: Queries, kitId: string): Promise<Entity<'assembly'>[]> {
  const found = await q
    .select()
    .from(entities)
    .where(and(eq(entities.kitId, kitId), eq(entities.kind, 'assembly'), eq(entities.deleted, false)));
  return found.map((e) => asEntity<'assembly'>(e));
}

/** What a kit has of one kind beside its assemblies, in the order of ids. */
export async function listOfKind<K extends 'page' | 'tool' | 'fastener' | 'lot'>(q: Queries, kind: K, kitId: string): Promise<Entity<K>[]> {
  const found = await q
    .select()
    .from(entities)
    .where(and(eq(entities.kitId, kitId), eq(entities.kind, kind), eq(entities.deleted, false)))
    .orderBy(entities.id);
  return found.map((e) => asEntity<K>(e));
}

/** Rows of a kit that name one of these fasteners. */
export async function listRowsWith(q: Queries, kitId: string, fastenerIds: readonly string[]): Promise<Entity<'row'>[]> {
  const found = await q
    .select()
    .from(entities)
    .where(
      and(
        eq(entities.kitId, kitId),
        eq(entities.kind, 'row'),
        eq(entities.deleted, false),
        inArray(sql`json_value(${entities.definition}, '$.fastenerId')`, [...fastenerIds]),
      ),
    );
  return found.map((e) => asEntity<'row'>(e));
}

/** How many rows and parts each assembly of a kit has. */
export async function countByAssembly(q: Queries, kitId: string): Promise<{ assemblyId: string; kind: EntityKind; count: number }[]> {
  const found = await q
    .select({ assemblyId: entities.assemblyId, kind: entities.kind, count: sql<number>`count(*)`.mapWith(Number) })
    .from(entities)
    .where(and(eq(entities.kitId, kitId), inArray(entities.kind, ['part', 'row']), eq(entities.deleted, false)))
    .groupBy(entities.assemblyId, entities.kind);
  return found.map((f) => ({ ...f, assemblyId: f.assemblyId as string }));
}

/** Parts and rows of an assembly; with `lock`, until the transaction ends. */
export async function listOfAssembly(q: Queries, assemblyId: string): Promise<{ parts: Entity<'part'>[]; rows: Entity<'row'>[] }> {
  const found = await q
    .select()
    .from(entities)
    .where(and(eq(entities.assemblyId, assemblyId), inArray(entities.kind, ['part', 'row']), eq(entities.deleted, false)));
  return {
    parts: found.filter((e) => e.kind === 'part').map((e) => asEntity<'part'>(e)),
    rows: found.filter((e) => e.kind === 'row').map((e) => asEntity<'row'>(e)),
  };
}

/** An entity beside its own JSON text, so that a long list is answered without being written out again. */
export interface EntityText<K extends EntityKind> {
  readonly entity: Entity<K>;
  readonly json: string;
}

/** Parts and rows of an assembly for a list: definitions read once, and their text as it is stored. */
export async function listTextsOfAssembly(
  q: Queries,
  assemblyId: string,
): Promise<{ parts: EntityText<'part'>[]; rows: EntityText<'row'>[] }> {
  const found = await q
    .select({ id: entities.id, kind: entities.kind, version: entities.version, text: sql<string>`cast(${entities.definition} as char)` })
    .from(entities)
    .where(and(eq(entities.assemblyId, assemblyId), inArray(entities.kind, ['part', 'row']), eq(entities.deleted, false)));
  const parts: EntityText<'part'>[] = [];
  const rows: EntityText<'row'>[] = [];
  for (const { id, kind, version, text } of found) {
    const json = `{"kind":"${kind}","id":"${id}","version":${version},"definition":${text}}`;
    if (kind === 'part') parts.push({ entity: { kind, id, version, definition: JSON.parse(text) as Definitions['part'] }, json });
    if (kind === 'row') rows.push({ entity: { kind, id, version, definition: JSON.parse(text) as Definitions['row'] }, json });
  }
  return { parts, rows };
}

/** Jobs of an assembly in their order. */
export async function listJobs(q: Queries, assemblyId: string): Promise<Entity<'job'>[]> {
  const found = await q
    .select()
    .from(entities)
    .where(and(eq(entities.assemblyId, assemblyId), eq(entities.kind, 'job'), eq(entities.deleted, false)));
  return found.map((e) => asEntity<'job'>(e)).sort((a, b) => a.definition.order - b.definition.order || (a.id < b.id ? -1 : 1));
}

/** Everything a kit defines, deleted things too, in the order of their ids. */
export async function listOfKit(q: Queries, kitId: string): Promise<StoredEntity[]> {
  return q.select().from(entities).where(eq(entities.kitId, kitId)).orderBy(entities.id);
}

/** How many of these ids are taken. */
export async function countTaken(q: Queries, ids: readonly string[]): Promise<number> {
  let taken = 0;
  for (let i = 0; i < ids.length; i += CHUNK)
    taken += (
      await q
        .select({ id: entities.id })
        .from(entities)
        .where(inArray(entities.id, ids.slice(i, i + CHUNK)))
    ).length;
  return taken;
}

/** Writes many new entities; an id that is taken is an error of the database. */
export async function insertEntities(q: Queries, all: readonly StoredEntity[]): Promise<void> {
  for (let i = 0; i < all.length; i += CHUNK) await q.insert(entities).values(all.slice(i, i + CHUNK));
}

/** Takes a whole kit out of the database, its record with it. Only the demo kit is ever renewed this way. */
export async function eraseKitDefinitions(q: Queries, kitId: string): Promise<void> {
  await q.delete(entities).where(eq(entities.kitId, kitId));
}
