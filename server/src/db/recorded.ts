import { and, eq, inArray, like, or } from 'drizzle-orm';
import type { Definitions } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import type { Queries } from './connection';
import { changes, entities } from './schema';

/** What a kit has or once had, as far as some marks ask for it. */
export interface Recorded {
  /** Rows, assemblies and the kit itself by id, deleted ones too. */
  readonly owners: ReadonlyMap<string, 'row' | 'assembly' | 'kit'>;
  /** `row/hole` and `row/layer`, of every version of the row. */
  readonly holes: ReadonlySet<string>;
  readonly layers: ReadonlySet<string>;
  readonly parts: ReadonlySet<string>;
}

/** Looks up what marks name: in the definitions as they stand, and only for what is not there in what the rows once were. */
export async function findRecorded(q: Queries, kitId: string, marks: readonly Mark[]): Promise<Recorded> {
  const rowIds = [...new Set(marks.map((m) => m.rowId))];
  const partIds = [...new Set(marks.flatMap((m) => m.payload.partIds ?? []))];
  const found = await q
    .select({ id: entities.id, kind: entities.kind, definition: entities.definition })
    .from(entities)
    .where(and(eq(entities.kitId, kitId), inArray(entities.id, [...rowIds, ...partIds])));
  const owners = new Map<string, 'row' | 'assembly' | 'kit'>();
  const holes = new Set<string>();
  const layers = new Set<string>();
  const parts = new Set<string>();
  const take = (rowId: string, row: Definitions['row']) => {
    for (const h of row.holes) holes.add(`${rowId}/${h.id}`);
    for (const l of row.layers) layers.add(`${rowId}/${l.id}`);
  };
  for (const e of found) {
    if (e.kind === 'part') parts.add(e.id);
    if (e.kind === 'row' || e.kind === 'assembly' || e.kind === 'kit') owners.set(e.id, e.kind);
    if (e.kind === 'row') take(e.id, e.definition as Definitions['row']);
  }
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
        for (const side of [e.before, e.after]) if (side) take(e.id, side as Definitions['row']);
      }
  }
  return { owners, holes, layers, parts };
}
