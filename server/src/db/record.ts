import { and, desc, eq, gt, or, sql } from 'drizzle-orm';
import type { Mark } from '#core/record/marks';
import type { Queries } from './connection';
import { changes, entities, marks, type AppliedEdit } from './schema';

export type StoredChange = typeof changes.$inferSelect;

export async function findChange(q: Queries, id: string): Promise<StoredChange | null> {
  const [found] = await q.select().from(changes).where(eq(changes.id, id));
  return found ?? null;
}

export async function saveChange(q: Queries, change: Omit<StoredChange, 'seq' | 'edits'> & { edits: AppliedEdit[] }): Promise<void> {
  await q.insert(changes).values(change);
}

/** Newest changes of a kit first. */
export async function listChanges(q: Queries, kitId: string, limit: number): Promise<StoredChange[]> {
  return q.select().from(changes).where(eq(changes.kitId, kitId)).orderBy(desc(changes.seq)).limit(limit);
}

/** Appends marks; those whose id is there already are left as they are. */
export async function appendMarks(q: Queries, kitId: string, toAppend: readonly Mark[], receivedAt: Date): Promise<void> {
  await q
    .insert(marks)
    .values(toAppend.map((m) => ({ ...m, kitId, holeIds: [...m.holeIds], layerIds: [...m.layerIds], receivedAt })))
    .onDuplicateKeyUpdate({ set: { id: sql`${marks.id}` } });
}

/** A mark with its place in the record. */
export interface NumberedMark {
  readonly seq: number;
  readonly mark: Mark;
}

function asMark(stored: typeof marks.$inferSelect): NumberedMark {
  const { seq, kitId: _kit, receivedAt: _received, ...mark } = stored;
  return { seq, mark };
}

/** Marks on an assembly and its rows (also of deleted rows), after a place in the record. */
export async function listMarksOfAssembly(q: Queries, assemblyId: string, after: number): Promise<NumberedMark[]> {
  const found = await q
    .select({ m: marks })
    .from(marks)
    .innerJoin(entities, eq(entities.id, marks.rowId))
    .where(and(or(eq(entities.assemblyId, assemblyId), eq(entities.id, assemblyId)), gt(marks.seq, after)))
    .orderBy(marks.seq);
  return found.map(({ m }) => asMark(m));
}

/** How far a kit's record has come: the places of its newest change and mark, 0 where there is none. */
export async function findRevision(q: Queries, kitId: string): Promise<{ changes: number; marks: number }> {
  const newest = sql<number>`coalesce(max(seq), 0)`.mapWith(Number);
  const [[change], [mark]] = await Promise.all([
    q.select({ seq: newest }).from(changes).where(eq(changes.kitId, kitId)),
    q.select({ seq: newest }).from(marks).where(eq(marks.kitId, kitId)),
  ]);
  return { changes: change?.seq ?? 0, marks: mark?.seq ?? 0 };
}

/** A kit's whole record: changes in the order they were kept, marks with them. */
export async function listRecordOfKit(q: Queries, kitId: string): Promise<{ changes: StoredChange[]; marks: Mark[] }> {
  const [keptChanges, keptMarks] = await Promise.all([
    q.select().from(changes).where(eq(changes.kitId, kitId)).orderBy(changes.seq),
    q.select().from(marks).where(eq(marks.kitId, kitId)).orderBy(marks.seq),
  ]);
  return { changes: keptChanges, marks: keptMarks.map((m) => asMark(m).mark) };
}

/** Marks and changes written in one statement. */
const CHUNK = 200;

/** Writes a record that comes from a document; an id that is taken is an error of the database. */
export async function insertRecord(
  q: Queries,
  kitId: string,
  record: {
    changes: readonly (Omit<StoredChange, 'seq' | 'receivedAt' | 'kitId' | 'edits'> & { edits: AppliedEdit[] })[];
    marks: readonly Mark[];
  },
  receivedAt: Date,
): Promise<void> {
  for (let i = 0; i < record.changes.length; i += CHUNK)
    await q.insert(changes).values(record.changes.slice(i, i + CHUNK).map((c) => ({ ...c, kitId, receivedAt })));
  for (let i = 0; i < record.marks.length; i += CHUNK)
    await q
      .insert(marks)
      .values(
        record.marks.slice(i, i + CHUNK).map((m) => ({ ...m, kitId, holeIds: [...m.holeIds], layerIds: [...m.layerIds], receivedAt })),
      );
}

export async function eraseKitRecord(q: Queries, kitId: string): Promise<void> {
  await q.delete(marks).where(eq(marks.kitId, kitId));
  await q.delete(changes).where(eq(changes.kitId, kitId));
}
