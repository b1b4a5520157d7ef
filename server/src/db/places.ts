import { sql } from 'drizzle-orm';
import type { Queries } from './connection';
import { kitPlaces } from './schema';

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
