import { createHash } from 'node:crypto';
import { strToU8, zipSync } from 'fflate';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import mysql from 'mysql2/promise';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { migrate } from '#server/db/migrate';
import { startPrivateDatabase, type PrivateDatabase } from '../private-database';
import { addressOf, digestOf } from './database-tools';
import { Keeper } from './keeper';
import { isEmptyFolder, restoreCopy } from './restore';

const MIGRATIONS = 'server/src/db/migrations';
const folder = mkdtempSync(join(tmpdir(), 'anvil-copy-'));
const photosDir = join(folder, 'photos');
const PHOTO = '11111111-2222-4333-8444-555555555555.jpg';
const databases: PrivateDatabase[] = [];
const NOW = new Date('2026-11-28T10:00:00.000Z');
let source: PrivateDatabase;

async function database(name: string): Promise<PrivateDatabase> {
  const made = await startPrivateDatabase(join(folder, name), null);
  databases.push(made);
  return made;
}
async function withRelease(db: PrivateDatabase): Promise<void> {
  const raw = await mysql.createConnection({ uri: db.url, multipleStatements: true });
  await raw.query(readFileSync('server/test/releases/0.1.0.sql', 'utf8'));
  await raw.end();
}
const keeper = (db: PrivateDatabase, copies = 'copies') =>
  new Keeper({ databaseUrl: db.url, photosDir, folder: join(folder, copies), now: () => NOW });

beforeAll(async () => {
  source = await database('source');
  await withRelease(source);
  mkdirSync(photosDir, { recursive: true });
  writeFileSync(join(photosDir, PHOTO), Buffer.from(Array.from({ length: 70_000 }, (_, i) => (i * 7) % 251)));
});
afterAll(async () => {
  for (const d of databases) await d.stop();
  rmSync(folder, { recursive: true, force: true });
});

describe('a copy before the upgrade', () => {
  it('is made, read back and then upgraded from; a new database needs none', async () => {
    const before = await digestOf(addressOf(source.url));
    const copies = keeper(source);
    const made: string[] = [];
    await migrate(source.url, MIGRATIONS, async () => made.push((await copies.make('upgrade')).file));
    expect(made).toEqual(['anvil-2026-11-28T100000Z-upgrade.zip']);
    expect(copies.state()).toMatchObject({ count: 1, problem: null, last: { because: 'upgrade' } });
    /* Put back into an empty folder it is the database of before, bit for bit, and the photos with it. */
    const target = await database('target');
    const photos = join(folder, 'restored-photos');
    await restoreCopy(join(folder, 'copies', made[0] as string), target.url, photos);
    expect(await digestOf(addressOf(target.url))).toBe(before);
    const sha = (file: string) => createHash('sha256').update(readFileSync(file)).digest('hex');
    expect([readdirSync(photos), sha(join(photos, PHOTO))]).toEqual([[PHOTO], sha(join(photosDir, PHOTO))]);
    const fresh = await database('fresh');
    await migrate(fresh.url, MIGRATIONS, () => Promise.reject(new Error('not asked for')));
  });
  it('where it cannot be made the upgrade does not begin, and says why', async () => {
    const old = await database('old');
    await withRelease(old);
    const before = await digestOf(addressOf(old.url));
    const blocked = join(folder, 'blocked');
    writeFileSync(blocked, 'a file where the folder should be');
    const copies = new Keeper({ databaseUrl: old.url, photosDir, folder: blocked, now: () => NOW });
    await expect(migrate(old.url, MIGRATIONS, () => copies.make('upgrade'))).rejects.toThrow(
      /the upgrade does not begin, since no copy could be made first: .*(EEXIST|ENOTDIR)/,
    );
    expect(await digestOf(addressOf(old.url))).toBe(before);
  });
});

describe('a daily copy', () => {
  it('is due once a day; while one is made the next one who asks gets the same', async () => {
    const copies = keeper(source, 'daily');
    expect([copies.isDue(), copies.state().last]).toEqual([true, null]);
    const [one, same] = await Promise.all([copies.make('daily'), copies.make('asked')]);
    expect(one).toEqual(same);
    expect([copies.isDue(), copies.state().count]).toEqual([false, 1]);
  });
  it('a copy that is not proved is none: it has no copy’s name, and the next one clears it away', async () => {
    const place = join(folder, 'killed');
    mkdirSync(place);
    const left = ['anvil-2026-11-27T100000Z-daily.zip.unproved', 'anvil-2026-11-27T110000Z-daily.zip.unproved.part'];
    for (const name of [...left, 'notes.unproved']) writeFileSync(join(place, name), 'half');
    const copies = keeper(source, 'killed');
    expect(copies.state()).toMatchObject({ last: null, count: 0 });
    expect(copies.isDue()).toBe(true);
    const { file } = await copies.make('daily');
    expect(readdirSync(place).sort()).toEqual([file, 'notes.unproved'].sort());
  });
  it('a restored database is another life of the record: readers begin anew', async () => {
    const copies = keeper(source, 'epoch');
    const { file } = await copies.make('asked');
    const target = await database('epoch-target');
    await restoreCopy(join(folder, 'epoch', file), target.url, join(folder, 'epoch-photos'));
    const epochOf = async (db: PrivateDatabase) => {
      const connection = await mysql.createConnection({ uri: db.url });
      const [rows] = await connection.query('SELECT epoch FROM record_epoch');
      await connection.end();
      return (rows as { epoch: string }[])[0]?.epoch;
    };
    expect(await epochOf(target)).not.toBe(await epochOf(source));
  });
  it.each([
    ['one byte is another', (bytes: Buffer) => bytes.writeUInt8((bytes.readUInt8(300) + 1) % 256, 300)],
    ['cut off', null],
  ])('a copy is refused where %s, before anything is written', async (name, spoil) => {
    const copies = keeper(source, `spoilt-${name.length}`);
    const { file } = await copies.make('asked');
    const path = join(folder, `spoilt-${name.length}`, file);
    const bytes = readFileSync(path);
    if (spoil) spoil(bytes);
    chmodSync(path, 0o600);
    writeFileSync(path, spoil ? bytes : bytes.subarray(0, bytes.length / 2));
    const target = await database(`spoilt-target-${name.length}`);
    await expect(restoreCopy(path, target.url, join(folder, 'never'))).rejects.toThrow(/copy|cut off|damaged|invalid/);
    const connection = await mysql.createConnection({ uri: target.url });
    const [tables] = await connection.query('SHOW TABLES');
    await connection.end();
    expect(tables).toEqual([]);
  });
  it('somebody else’s copy runs nothing but what a dump of ours has', async () => {
    const touched = join(folder, 'touched');
    const statements = ['UNLOCK TABLES;', `\\! touch ${touched}`, `system touch ${touched}`, ''].join('\n');
    const digest = createHash('sha256').update(statements).digest('hex');
    const manifest = { format: 'patient-anvil-copy', formatVersion: 1, madeAt: '', because: 'asked', files: { 'database.sql': digest } };
    const path = join(folder, 'foreign.zip');
    writeFileSync(path, zipSync({ 'database.sql': strToU8(statements), 'manifest.json': strToU8(JSON.stringify(manifest)) }));
    const target = await database('foreign-target');
    await expect(restoreCopy(path, target.url, join(folder, 'foreign-photos'))).rejects.toThrow(/not one this program wrote/);
    expect([existsSync(touched), existsSync(join(folder, 'foreign-photos'))]).toEqual([false, false]);
  });
  it('a database that does not take the copy ends the restoring with its reason', async () => {
    const copies = keeper(source, 'untaken');
    const { file } = await copies.make('asked');
    const away = source.url.replace(/:\/\/([^:]+):[^@]+@/, '://$1:wrong@');
    await expect(restoreCopy(join(folder, 'untaken', file), away, join(folder, 'untaken-photos'))).rejects.toThrow(/mariadb ended with 1/);
  });
  it('what is no copy is refused; a folder that holds something is not put over', async () => {
    const other = join(folder, 'other.zip');
    writeFileSync(other, 'no zip');
    await expect(restoreCopy(other, source.url, photosDir)).rejects.toThrow(/no copy/);
    await expect(restoreCopy(join(folder, 'nothing.zip'), source.url, photosDir)).rejects.toThrow(/there is no copy/);
    expect([isEmptyFolder(join(folder, 'source')), isEmptyFolder(join(folder, 'not-there'))]).toEqual([false, true]);
  });
});
