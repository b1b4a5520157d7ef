import { readFile } from 'node:fs/promises';
import { once } from 'node:events';
import type { Writable } from 'node:stream';
import { Zip, ZipPassThrough } from 'fflate';
import { photoPath } from './photos';

/** The same file whenever it is made. */
const NO_TIME = new Date(1980, 0, 1);

/** Writes photos into a ZIP, one at a time, each named by its id; one whose file is gone is left out. */
export async function zipPhotos(folder: string, ids: readonly string[], out: Writable): Promise<void> {
  const zip = new Zip((error, chunk, isLast) => {
    if (error) return void out.destroy(error);
    out.write(chunk);
    if (isLast) out.end();
  });
  for (const id of ids) {
    const content = await readFile(photoPath(folder, id)).catch(() => null);
    if (!content || out.destroyed) continue;
    const entry = new ZipPassThrough(`${id}.jpg`);
    entry.mtime = NO_TIME;
    zip.add(entry);
    entry.push(new Uint8Array(content), true);
    if (out.writableNeedDrain) await Promise.race([once(out, 'drain'), once(out, 'close')]);
  }
  zip.end();
}
