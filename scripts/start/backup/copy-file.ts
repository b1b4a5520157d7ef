import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { createReadStream, createWriteStream, existsSync, readdirSync } from 'node:fs';
import { open, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { PassThrough, type Readable, type Writable } from 'node:stream';
import { Unzip, UnzipInflate, UnzipPassThrough, Zip, ZipDeflate, ZipPassThrough, type AsyncFlateStreamHandler } from 'fflate';

/*
 * A copy is one ZIP: `database.sql`, `photos/ID.jpg`, and last `manifest.json` with the SHA-256 of each. Whoever loses this program can
 * open it with any other.
 */
export const MANIFEST = 'manifest.json';
export const DATABASE = 'database.sql';
const PHOTOS = 'photos/';

export interface Manifest {
  readonly format: 'patient-anvil-copy';
  readonly formatVersion: 1;
  readonly madeAt: string;
  readonly because: string;
  /** SHA-256 of every file in the copy. */
  readonly files: Readonly<Record<string, string>>;
}

/** Writes a copy: into a file of its own that gets its name only when it is whole and on the disk. */
export async function writeCopy(
  file: string,
  q: {
    readonly database: Readable;
    readonly ended: Promise<void>;
    readonly photosDir: string;
    readonly madeAt: Date;
    readonly because: string;
  },
): Promise<Manifest> {
  const part = `${file}.part`;
  const out = createWriteStream(part, { mode: 0o600 });
  const failed = once(out, 'error').then(([error]) => {
    throw error as Error;
  });
  failed.catch(() => undefined);
  const files: Record<string, string> = {};
  try {
    const zip = new Zip(((error, chunk, isLast) => {
      if (error) return void out.destroy(error);
      out.write(chunk);
      if (isLast) out.end();
    }) as AsyncFlateStreamHandler);
    const add = async (name: string, content: AsyncIterable<Buffer | string>, entry: ZipDeflate | ZipPassThrough) => {
      entry.mtime = q.madeAt;
      zip.add(entry);
      const hash = createHash('sha256');
      for await (const chunk of content) {
        const bytes = Buffer.from(chunk as Buffer);
        hash.update(bytes);
        entry.push(new Uint8Array(bytes));
        if (out.writableNeedDrain) await Promise.race([once(out, 'drain'), failed]);
        /* The program goes on serving while a copy is made. */
        await new Promise((resolve) => setImmediate(resolve));
      }
      entry.push(new Uint8Array(0), true);
      files[name] = hash.digest('hex');
    };
    await add(DATABASE, q.database as AsyncIterable<Buffer>, new ZipDeflate(DATABASE, { level: 1 }));
    await q.ended;
    const photos = existsSync(q.photosDir)
      ? readdirSync(q.photosDir)
          .filter((n) => n.endsWith('.jpg'))
          .sort()
      : [];
    for (const name of photos)
      await add(
        `${PHOTOS}${name}`,
        createReadStream(join(q.photosDir, name)) as AsyncIterable<Buffer>,
        new ZipPassThrough(`${PHOTOS}${name}`),
      );
    const manifest: Manifest = {
      format: 'patient-anvil-copy',
      formatVersion: 1,
      madeAt: q.madeAt.toISOString(),
      because: q.because,
      files,
    };
    const text = Buffer.from(`${JSON.stringify(manifest, null, 1)}\n`);
    const entry = new ZipDeflate(MANIFEST, { level: 6 });
    entry.mtime = q.madeAt;
    zip.add(entry);
    entry.push(new Uint8Array(text), true);
    zip.end();
    await Promise.race([once(out, 'close'), failed]);
    const handle = await open(part, 'r+');
    await handle.sync().finally(() => handle.close());
    await rename(part, file);
    return manifest;
  } catch (error) {
    out.destroy();
    await rm(part, { force: true });
    throw error;
  }
}

/** Reads a copy through, file by file; `take` gets each one's bytes as they come. Throws where it is no copy or a byte is not as it was. */
export async function readCopy(file: string, take: (name: string) => Readable | Writable | null): Promise<Manifest> {
  if (!(await stat(file).catch(() => null))?.isFile()) throw new Error(`there is no copy at ${file}`);
  const digests = new Map<string, string>();
  let manifestText = '';
  const unzip = new Unzip();
  unzip.register(UnzipInflate);
  unzip.register(UnzipPassThrough);
  const busy: Writable[] = [];
  const seen = new Set<string>();
  unzip.onfile = (entry) => {
    if (seen.has(entry.name)) throw new Error(`the copy is damaged: ${entry.name} stands in it twice`);
    seen.add(entry.name);
    const hash = createHash('sha256');
    const wanted = take(entry.name) as Writable | null;
    if (wanted) busy.push(wanted);
    entry.ondata = (error, chunk, isLast) => {
      if (error) throw new Error(`the copy is damaged at ${entry.name}: ${error.message}`);
      hash.update(chunk);
      if (entry.name === MANIFEST) manifestText += Buffer.from(chunk).toString();
      wanted?.write(Buffer.from(chunk));
      if (!isLast) return;
      wanted?.end();
      digests.set(entry.name, hash.digest('hex'));
    };
    entry.start();
  };
  for await (const chunk of createReadStream(file)) {
    unzip.push(new Uint8Array(chunk as Buffer));
    for (const stream of busy)
      if (stream.writableNeedDrain && !stream.destroyed) await Promise.race([once(stream, 'drain'), once(stream, 'close')]);
    await new Promise((resolve) => setImmediate(resolve));
  }
  unzip.push(new Uint8Array(0), true);
  let manifest: Manifest;
  try {
    manifest = JSON.parse(manifestText) as Manifest;
  } catch {
    throw new Error(`${file} is no copy of this program, or it is cut off`);
  }
  if (manifest.format !== 'patient-anvil-copy' || typeof manifest.files !== 'object') throw new Error(`${file} is no copy of this program`);
  for (const [name, digest] of Object.entries(manifest.files))
    if (digests.get(name) !== digest) throw new Error(`the copy is damaged: ${name} is not as it was`);
  if (!Object.hasOwn(manifest.files, DATABASE)) throw new Error(`${file} holds no database`);
  return manifest;
}

/** The name of a photo's file in a copy; null where the entry is none. */
export function photoIn(name: string): string | null {
  const base = name.startsWith(PHOTOS) ? name.slice(PHOTOS.length) : '';
  return /^[0-9a-f-]{36}\.jpg$/.test(base) ? base : null;
}

/** A stream that a copy's file can be sent into. */
export function sink(): PassThrough {
  return new PassThrough();
}
