import { eq, sql } from 'drizzle-orm';
import type { Queries } from './connection';
import { kitPlaces, recordEpoch } from './schema';

/**
 * Takes so many places of a kit's record, at least 1, and answers the first of them. Within a transaction: the kit's counter stays locked
 * until it ends, so a higher place is never seen before a lower one, and whoever reads on from a place misses nothing.
 */
export async function nextPlaces(q: Queries, kitId: string, count: number): Promise<number> {
  await q
    .insert(kitPlaces)
    .values({ kitId, n: count })
    .onDuplicateKeyUpdate({ set: { n: sql`${kitPlaces.n} + ${count}` } });
  const [top] = await q
    .select({ n: kitPlaces.n })
    .from(kitPlaces)
    .where(sql`${kitPlaces.kitId} = ${kitId}`);
  if (!top) throw new Error('a kit has no place in its record');
  return top.n - count + 1;
}

/** Where a kit's record stands, with the life it lives: the same as long as nothing was kept. */
export async function placeOfKit(q: Queries, kitId: string): Promise<string> {
  const [top] = await q.select({ n: kitPlaces.n }).from(kitPlaces).where(eq(kitPlaces.kitId, kitId));
  const [life] = await q.select({ epoch: recordEpoch.epoch }).from(recordEpoch);
  return `${life?.epoch ?? ''}/${top?.n ?? 0}`;
}
