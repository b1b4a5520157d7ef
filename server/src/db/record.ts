import { and, desc, eq, gt, gte, inArray, or, sql } from 'drizzle-orm';
import type { Mark } from '#core/record/marks';
import { isOld, type Past } from '#core/done/as-of';
import type { Queries } from './connection';
import { pastOf, thenOf } from './then';
import { nextPlaces } from './places';
import { changes, entities, marks, recordEpoch, type AppliedEdit } from './schema';

export type StoredChange = typeof changes.$inferSelect;

export async function findChange(q: Queries, id: string): Promise<StoredChange | null> {
  const [found] = await q.select().from(changes).where(eq(changes.id, id));
  return found ?? null;
}

/** Keeps a change at the kit's next place; within a transaction, which others of the kit wait for from here on. */
export async function saveChange(
  q: Queries,
  change: Omit<StoredChange, 'seq' | 'edits' | 'place'> & { edits: AppliedEdit[] },
): Promise<void> {
  const place = await nextPlaces(q, change.kitId, 1);
  await q.insert(changes).values({ ...change, place });
}

/** Newest changes of a kit first. */
export async function listChanges(q: Queries, kitId: string, limit: number): Promise<StoredChange[]> {
  return q.select().from(changes).where(eq(changes.kitId, kitId)).orderBy(desc(changes.place)).limit(limit);
}

/** Marks that are there already, of whatever kit, by id. */
export async function findMarks(q: Queries, ids: readonly string[]): Promise<Map<string, { kitId: string; mark: Mark }>> {
  const found = await q
    .select()
    .from(marks)
    .where(inArray(marks.id, [...ids]));
  return new Map(found.map((m) => [m.id, { kitId: m.kitId, mark: asWritten(m).mark }]));
}

/** Appends new marks at the kit's next places; within a transaction, which others of the kit wait for. An id that is taken is an error. */
export async function insertMarks(q: Queries, kitId: string, toAppend: readonly Mark[], receivedAt: Date, past?: Past): Promise<void> {
  if (toAppend.length === 0) return;
  const then = await thenOf(q, kitId, toAppend, past);
  const first = await nextPlaces(q, kitId, toAppend.length);
  await q.insert(marks).values(
    toAppend.map((m, i) => ({
      ...m,
      kitId,
      holeIds: [...m.holeIds],
      layerIds: [...m.layerIds],
      receivedAt,
      place: first + i,
      workThen: then[i] ?? null,
      isThenTold: true,
    })),
  );
}

/** A mark with its place in the record. */
export interface NumberedMark {
  readonly place: number;
  readonly mark: Mark;
}

/** A mark as it was written. */
function asWritten(stored: typeof marks.$inferSelect): NumberedMark {
  const { seq: _seq, kitId: _kit, receivedAt: _received, place, workThen: _then, isThenTold: _told, ...mark } = stored;
  /* As it was checked when it was kept. */
  return { place, mark: mark as Mark };
}

/** A mark with its place, and with what an old one's work was. */
function asMark(stored: typeof marks.$inferSelect): NumberedMark {
  const { place, mark: written } = asWritten(stored);
  const mark: Mark = { ...written, place };
  return { place, mark: isOld(mark) ? ({ ...mark, then: stored.workThen } as Mark) : mark };
}

/** Marks on an assembly and its rows (also of deleted rows), after a place in the record. With `kitId` also those on its tools and lots. */
export async function listMarksOfAssembly(q: Queries, assemblyId: string, after: number, kitId?: string): Promise<NumberedMark[]> {
  const found = await q
    .select({ m: marks })
    .from(marks)
    .innerJoin(entities, eq(entities.id, marks.rowId))
    .where(
      and(
        or(eq(entities.assemblyId, assemblyId), inArray(entities.id, kitId ? [assemblyId, kitId] : [assemblyId])),
        gt(marks.place, after),
      ),
    )
    .orderBy(marks.place);
  return found.map(({ m }) => asMark(m));
}

/** Marks on things of a kit: tools, lots, batches. */
export async function listMarksOfKitItself(q: Queries, kitId: string, after = 0): Promise<NumberedMark[]> {
  const found = await q
    .select()
    .from(marks)
    .where(and(eq(marks.rowId, kitId), gt(marks.place, after)))
    .orderBy(marks.place);
  return found.map(asMark);
}

/** Marks of batches mixed in a kit since a time, and what took one of them back. */
export async function listBatchMarks(q: Queries, kitId: string, since: Date): Promise<Mark[]> {
  const found = await q
    .select()
    .from(marks)
    .where(and(eq(marks.kitId, kitId), inArray(marks.kind, ['sealant-mixed', 'undo']), gte(marks.doneAt, since.toISOString())))
    .orderBy(marks.place);
  const all = found.map((m) => asMark(m).mark);
  const mixed = new Set(all.flatMap((m) => (m.kind === 'sealant-mixed' ? [m.id] : [])));
  return all.filter((m) => m.kind === 'sealant-mixed' || (m.kind === 'undo' && mixed.has(m.payload.undoes)));
}

/** Which life of the database this is. */
export async function findEpoch(q: Queries): Promise<string> {
  const [found] = await q.select().from(recordEpoch).where(eq(recordEpoch.id, 1));
  return found?.epoch ?? '';
}

/** Where the newest mark of each kit stands among all marks, in the order they came; a kit without marks is not there. */
export async function newestMarks(q: Queries): Promise<Map<string, number>> {
  const newest = await q
    .select({ kitId: marks.kitId, seq: sql<number>`max(${marks.seq})`.mapWith(Number) })
    .from(marks)
    .groupBy(marks.kitId);
  return new Map(newest.map((n) => [n.kitId, n.seq]));
}

/** How far a kit's record has come: the places of its newest change and mark, 0 where there is none; and of which life of the database. */
export async function findRevision(q: Queries, kitId: string): Promise<{ changes: number; marks: number; epoch: string }> {
  const newest = sql<number>`coalesce(max(place), 0)`.mapWith(Number);
  const [[change], [mark], epoch] = await Promise.all([
    q.select({ place: newest }).from(changes).where(eq(changes.kitId, kitId)),
    q.select({ place: newest }).from(marks).where(eq(marks.kitId, kitId)),
    findEpoch(q),
  ]);
  return { changes: change?.place ?? 0, marks: mark?.place ?? 0, epoch };
}

/** A kit's whole record: changes in the order they were kept, marks with them. */
export async function listRecordOfKit(q: Queries, kitId: string): Promise<{ changes: StoredChange[]; marks: Mark[] }> {
  const [keptChanges, keptMarks] = await Promise.all([
    q.select().from(changes).where(eq(changes.kitId, kitId)).orderBy(changes.place),
    q.select().from(marks).where(eq(marks.kitId, kitId)).orderBy(marks.place),
  ]);
  return { changes: keptChanges, marks: keptMarks.map((m) => asWritten(m).mark) };
}

/** Marks and changes written in one statement. */
const CHUNK = 200;

/** Writes a record that comes from a document; an id that is taken is an error of the database. */
export async function insertRecord(
  q: Queries,
  kitId: string,
  record: {
    changes: readonly (Omit<StoredChange, 'seq' | 'place' | 'receivedAt' | 'kitId' | 'edits'> & { edits: AppliedEdit[] })[];
    marks: readonly Mark[];
  },
  receivedAt: Date,
): Promise<void> {
  let place = await nextPlaces(q, kitId, Math.max(1, record.changes.length));
  for (let i = 0; i < record.changes.length; i += CHUNK)
    await q.insert(changes).values(record.changes.slice(i, i + CHUNK).map((c) => ({ ...c, kitId, receivedAt, place: place++ })));
  const past = record.marks.some(isOld) ? await pastOf(q, kitId) : undefined;
  for (let i = 0; i < record.marks.length; i += CHUNK) await insertMarks(q, kitId, record.marks.slice(i, i + CHUNK), receivedAt, past);
}

/** When a kit's first change was kept; `now` where it has none. */
export async function kitBegan(q: Queries, kitId: string, now: Date): Promise<Date> {
  const [first] = await q.select({ at: changes.receivedAt }).from(changes).where(eq(changes.kitId, kitId)).orderBy(changes.place).limit(1);
  return first && first.at < now ? first.at : now;
}

export async function eraseKitRecord(q: Queries, kitId: string): Promise<void> {
  await q.delete(marks).where(eq(marks.kitId, kitId));
  await q.delete(changes).where(eq(changes.kitId, kitId));
}
