import { randomUUID } from 'node:crypto';
import { createWriteStream, existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { finished } from 'node:stream/promises';
import mysql from 'mysql2/promise';
import { DATABASE, photoIn, readCopy, sink } from './copy-file';
import { addressOf, emptied, load } from './database-tools';
import { checkedDump } from './dump-check';

/** Whether a data folder holds nothing that a copy would be put over. */
export function isEmptyFolder(folder: string): boolean {
  return !existsSync(folder) || readdirSync(folder).every((name) => name === 'run' || name === 'backups');
}

/** Stands in a data folder from before a copy is put there until it is whole: half a record must not be taken for one. */
const markOf = (folder: string) => join(folder, 'run', 'restoring');

/** Whether a copy was being put into this folder and did not get there. */
export function isHalfRestored(folder: string): boolean {
  return existsSync(markOf(folder));
}

/** Puts a copy into a data folder and its running database, in place of what a restoring that was broken off left there. */
export async function restoreInto(folder: string, file: string, databaseUrl: string, photosDir: string): Promise<void> {
  if (isHalfRestored(folder)) {
    await emptied(addressOf(databaseUrl));
    rmSync(photosDir, { recursive: true, force: true });
  }
  writeFileSync(markOf(folder), '');
  await restoreCopy(file, databaseUrl, photosDir);
  rmSync(markOf(folder), { force: true });
}

/** Reads the whole copy: every byte as it was, and of its database only statements that a dump of ours has. */
async function proveCopy(file: string): Promise<void> {
  const checks: Promise<void>[] = [];
  await readCopy(file, (name) => {
    if (name !== DATABASE) return null;
    const check = checkedDump();
    checks.push(finished(check));
    checks.at(-1)?.catch(() => undefined);
    return check;
  });
  await Promise.all(checks);
}

/** Puts a copy into the empty database and the photos' folder; the whole copy is read and proved before anything is written. */
export async function restoreCopy(file: string, databaseUrl: string, photosDir: string): Promise<void> {
  await proveCopy(file);
  mkdirSync(photosDir, { recursive: true, mode: 0o700 });
  const text = sink();
  const photos: Promise<void>[] = [];
  const read = readCopy(file, (name) => {
    if (name === DATABASE) return text;
    const photo = photoIn(name);
    if (photo === null) return null;
    const through = sink();
    const out = createWriteStream(join(photosDir, photo), { mode: 0o600 });
    photos.push(finished(through.pipe(out)));
    photos.at(-1)?.catch(() => through.destroy());
    return through;
  });
  await Promise.all([load(addressOf(databaseUrl), text), read]);
  await Promise.all(photos);
  /* Places begin where the copy left off: whoever read on in the lost life of this record begins anew. */
  const connection = await mysql.createConnection({ uri: databaseUrl });
  const [tables] = await connection.query("SHOW TABLES LIKE 'record_epoch'");
  if ((tables as unknown[]).length > 0) await connection.query('UPDATE record_epoch SET epoch = ? WHERE id = 1', [randomUUID()]);
  await connection.end();
}
