import { and, eq, inArray, like, or } from 'drizzle-orm';
import type { Mark } from '#core/record/marks';
import { RecordedDefinitions, type Recorded } from '#core/record/recorded';
import type { Queries } from './connection';
import { changes, entities } from './schema';

/** Looks up what marks name: in the definitions as they stand, and only for what is not there in what the rows once were. */
export async function findRecorded(q: Queries, kitId: string, marks: readonly Mark[]): Promise<Recorded> {
  const rowIds = [...new Set(marks.map((m) => m.rowId))];
  const partIds = [...new Set(marks.flatMap((m) => [...(m.payload.partIds ?? []), ...(m.payload.sheets ?? []).map((s) => s.partId)]))];
  const found = await q
    .select({ id: entities.id, kind: entities.kind, definition: entities.definition })
    .from(entities)
    .where(and(eq(entities.kitId, kitId), inArray(entities.id, [...rowIds, ...partIds])));
  const recorded = new RecordedDefinitions();
  const { owners, holes, layers } = recorded;
  for (const e of found) recorded.take(e.kind, e.id, e.definition);
  const missing = rowIds.filter(
    (id) =>
      owners.get(id) === 'row' &&
      marks.some(
        (m) => m.rowId === id && (m.holeIds.some((h) => !holes.has(`${id}/${h}`)) || m.layerIds.some((l) => !layers.has(`${id}/${l}`))),
      ),
  );
  if (missing.length > 0) {
    const before = await q
      .select({ edits: changes.edits })
      .from(changes)
      .where(and(eq(changes.kitId, kitId), or(...missing.map((id) => like(changes.edits, `%${id}%`)))));
    for (const { edits } of before)
      for (const e of edits) {
        if (e.kind !== 'row' || !missing.includes(e.id)) continue;
        for (const side of [e.before, e.after]) if (side) recorded.take('row', e.id, side);
      }
  }
  return recorded;
}
