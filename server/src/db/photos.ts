import { asc, eq } from 'drizzle-orm';
import type { Queries } from './connection';
import { photos } from './schema';

export type StoredPhoto = typeof photos.$inferSelect;

/** Enters a photo; of one whose id is there already the file is another one now, and the rest stays. */
export async function insertPhoto(q: Queries, photo: StoredPhoto): Promise<void> {
  await q
    .insert(photos)
    .values(photo)
    .onDuplicateKeyUpdate({
      set: { width: photo.width, height: photo.height, bytes: photo.bytes, sentSha256: photo.sentSha256, keptSha256: photo.keptSha256 },
    });
}

export async function findPhoto(q: Queries, id: string): Promise<StoredPhoto | null> {
  const [found] = await q.select().from(photos).where(eq(photos.id, id));
  return found ?? null;
}

/** Ids of a kit's photos, in order. */
export async function listPhotoIds(q: Queries, kitId: string): Promise<string[]> {
  const found = await q.select({ id: photos.id }).from(photos).where(eq(photos.kitId, kitId)).orderBy(asc(photos.id));
  return found.map((p) => p.id);
}
