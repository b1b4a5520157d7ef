import { and, eq, inArray } from 'drizzle-orm';
import { isOld, Past, READ_THEN, workThen } from '#core/done/as-of';
import type { MarkWork } from '#core/record/mark-work';
import type { Mark } from '#core/record/marks';
import type { Queries } from './connection';
import { changes, entities, marks } from './schema';

/*
 * Marks of before marks carried the work: what was done is read once from the change record, as of the mark's done-at, and kept beside the
 * mark. The mark itself stays as it was written.
 */

/** The kit's definitions as they stood at any time. */
export async function pastOf(q: Queries, kitId: string): Promise<Past> {
  const [kept, present] = await Promise.all([
    q.select({ recordedAt: changes.recordedAt, edits: changes.edits }).from(changes).where(eq(changes.kitId, kitId)).orderBy(changes.place),
    q
      .select({ kind: entities.kind, id: entities.id, version: entities.version, definition: entities.definition })
      .from(entities)
      .where(eq(entities.kitId, kitId)),
  ]);
  return new Past(kept, present);
}

/** What each of these marks' work was, where it is an old one; undefined: it says its work itself, or there is none to say. */
export async function thenOf(q: Queries, kitId: string, toRead: readonly Mark[], known?: Past): Promise<(MarkWork | null | undefined)[]> {
  if (!toRead.some(isOld)) return toRead.map(() => undefined);
  const past = known ?? (await pastOf(q, kitId));
  return toRead.map((m) => (isOld(m) ? workThen(m, kitId, past) : undefined));
}

/** Marks looked at in one go. */
const CHUNK = 5000;

/** Reads the work of every old mark that was not looked at yet, over all kits. Can be broken off and taken up again. */
export async function fillThen(q: Queries): Promise<void> {
  const kits = await q
    .select({ kitId: marks.kitId })
    .from(marks)
    .where(and(eq(marks.isThenTold, false), inArray(marks.kind, [...READ_THEN])))
    .groupBy(marks.kitId);
  for (const { kitId } of kits) {
    const past = await pastOf(q, kitId);
    for (;;) {
      const found = await q
        .select()
        .from(marks)
        .where(and(eq(marks.kitId, kitId), eq(marks.isThenTold, false), inArray(marks.kind, [...READ_THEN])))
        .limit(CHUNK);
      if (found.length === 0) break;
      const groups = new Map<string, number[]>();
      for (const stored of found) {
        const mark = stored as unknown as Mark;
        const key = JSON.stringify(isOld(mark) ? workThen(mark, kitId, past) : null);
        groups.set(key, [...(groups.get(key) ?? []), stored.seq]);
      }
      for (const [key, seqs] of groups)
        await q
          .update(marks)
          .set({ workThen: key === 'null' ? null : (JSON.parse(key) as MarkWork), isThenTold: true })
          .where(inArray(marks.seq, seqs));
    }
  }
}
