import { randomUUID } from 'node:crypto';
import { createWriteStream, existsSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { finished } from 'node:stream/promises';
import mysql from 'mysql2/promise';
import { DATABASE, photoIn, readCopy, sink } from './copy-file';
import { addressOf, load } from './database-tools';

/** Whether a data folder holds nothing that a copy would be put over. */
export function isEmptyFolder(folder: string): boolean {
  return !existsSync(folder) || readdirSync(folder).every((name) => name === 'run' || name === 'backups');
}

/** Puts a copy into the empty database and the photos' folder; the whole copy is read and proved before anything is written. */
export async function restoreCopy(file: string, databaseUrl: string, photosDir: string): Promise<void> {
  await readCopy(file, () => null);
  mkdirSync(photosDir, { recursive: true, mode: 0o700 });
  const text = sink();
  const writes: Promise<void>[] = [load(addressOf(databaseUrl), text)];
  await readCopy(file, (name) => {
    if (name === DATABASE) return text;
    const photo = photoIn(name);
    if (photo === null) return null;
    const through = sink();
    const out = createWriteStream(join(photosDir, photo), { mode: 0o600 });
    writes.push(finished(through.pipe(out)));
    return through;
  });
  await Promise.all(writes);
  /* Places begin where the copy left off: whoever read on in the lost life of this record begins anew. */
  const connection = await mysql.createConnection({ uri: databaseUrl });
  const [tables] = await connection.query("SHOW TABLES LIKE 'record_epoch'");
  if ((tables as unknown[]).length > 0) await connection.query('UPDATE record_epoch SET epoch = ? WHERE id = 1', [randomUUID()]);
  await connection.end();
}
