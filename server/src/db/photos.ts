import { eq } from 'drizzle-orm';
import type { Queries } from './connection';
import { photos } from './schema';

export type StoredPhoto = typeof photos.$inferSelect;

/** Enters a photo; one whose id is there already is left as it is. */
export async function insertPhoto(q: Queries, photo: StoredPhoto): Promise<void> {
  await q
    .insert(photos)
    .values(photo)
    .onDuplicateKeyUpdate({ set: { id: photo.id } });
}

export async function findPhoto(q: Queries, id: string): Promise<StoredPhoto | null> {
  const [found] = await q.select().from(photos).where(eq(photos.id, id));
  return found ?? null;
}
