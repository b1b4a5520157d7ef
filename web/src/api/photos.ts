import type { Entity } from '#core/record/definitions';
import { upload } from './client';
import { deviceId, newId } from './device';

/** Most bytes of a photo as it comes from a camera. */
const PHOTO_MAX_BYTES = 25_000_000;

/** Sends photos one after the other; answers their ids. */
export async function sendAll(kit: Entity<'kit'>, files: readonly File[]): Promise<string[]> {
  const ids: string[] = [];
  for (const f of files) ids.push(await sendPhoto(kit, f));
  return ids;
}

/** Sends a photo; answers its id. Throws with what is wrong with it. */
export async function sendPhoto(kit: Entity<'kit'>, file: File): Promise<string> {
  if (file.size > PHOTO_MAX_BYTES)
    throw new Error(`The photo has ${Math.round(file.size / 1e6)} MB; at most ${PHOTO_MAX_BYTES / 1e6} MB are taken.`);
  const id = newId();
  await upload(`/kits/${kit.id}/photos/${id}?device=${deviceId()}`, file);
  return id;
}
