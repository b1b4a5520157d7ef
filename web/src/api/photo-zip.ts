import { Unzip, UnzipInflate, UnzipPassThrough } from 'fflate';
import { upload } from './client';
import { deviceId } from './device';

const NAME = /(?:^|\/)([0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12})\.jpg$/;
/** Most bytes of one photo, as everywhere. */
const PHOTO_MAX_BYTES = 25_000_000;

export interface TakenPhotos {
  readonly taken: number;
  readonly refused: number;
}

/** Takes the photos of a ZIP that was saved from a kit: read piece by piece, sent one by one, each judged by the server like any other. */
export async function takePhotoZip(kitId: string, file: Blob, onProgress: (taken: number) => void): Promise<TakenPhotos> {
  const found: { id: string; parts: Uint8Array[]; size: number; isWhole: boolean }[] = [];
  const unzip = new Unzip((entry) => {
    const id = NAME.exec(entry.name)?.[1];
    if (id === undefined) return;
    const photo = { id, parts: [] as Uint8Array[], size: 0, isWhole: false };
    found.push(photo);
    entry.ondata = (error, chunk, isLast) => {
      photo.size += chunk?.length ?? 0;
      if (error || photo.size > PHOTO_MAX_BYTES) return entry.terminate();
      photo.parts.push(chunk);
      photo.isWhole = isLast;
    };
    entry.start();
  });
  unzip.register(UnzipPassThrough);
  unzip.register(UnzipInflate);
  let taken = 0;
  let refused = 0;
  const send = async () => {
    for (const photo of found.splice(0, found.length)) {
      if (!photo.isWhole) {
        found.push(photo);
        return;
      }
      await upload(`/kits/${kitId}/photos/${photo.id}?device=${deviceId()}`, new Blob(photo.parts as BlobPart[])).then(
        () => onProgress(++taken),
        () => refused++,
      );
    }
  };
  const reader = file.stream().getReader();
  for (;;) {
    const { done, value } = await reader.read();
    unzip.push(value ?? new Uint8Array(0), done);
    await send();
    if (done) return { taken, refused: refused + found.length };
  }
}
