import { createHash, randomUUID } from 'node:crypto';
import { chmod, mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import sharp, { type OutputInfo } from 'sharp';
import { bad, good, type Result } from '#core/units/result';

/** Longer side of a photo as it is kept, and most pixels of one that is opened at all. */
const LONGEST_PX = 2048;
const MOST_PIXELS = 60_000_000;
const FORMATS: readonly string[] = ['jpeg', 'png', 'webp'];

export interface KeptPhoto {
  readonly width: number;
  readonly height: number;
  readonly bytes: number;
  /** SHA-256 of the file. */
  readonly keptSha256: string;
}

/** Where a photo lies. */
export function photoPath(folder: string, id: string): string {
  return join(folder, `${id}.jpg`);
}

/**
 * Keeps a photo: judged by its content, turned upright, made smaller, and nothing of what the camera wrote beside the
 * picture. It is on the disk, and so is its name, before this resolves. Problems: not a JPEG, PNG or WebP; too many pixels; broken. A disk that
 * is full, or refuses, throws.
 */
export async function keepPhoto(folder: string, id: string, content: Buffer): Promise<Result<KeptPhoto>> {
  const made = await pictureOf(content);
  if (!made.ok) return made;
  const { data, info } = made.value;
  /* What a builder photographs is nobody else's on this machine. */
  await mkdir(folder, { recursive: true, mode: 0o700 });
  await chmod(folder, 0o700);
  await writeDurably(folder, photoPath(folder, id), data);
  return good({ width: info.width, height: info.height, bytes: data.length, keptSha256: sha256(data) });
}

/** SHA-256 of these bytes, as hexadecimal text. */
export const sha256 = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

/** The picture as it is kept; of what cannot be read the reason. */
async function pictureOf(content: Buffer): Promise<Result<{ data: Buffer; info: OutputInfo }>> {
  try {
    const head = await sharp(content, { limitInputPixels: false }).metadata();
    if (!FORMATS.includes(head.format ?? '')) return bad({ code: 'photo-type' });
    if ((head.width ?? 0) * (head.height ?? 0) > MOST_PIXELS) return bad({ code: 'photo-too-large', data: { max: MOST_PIXELS / 1e6 } });
    const made = await sharp(content, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
      .rotate()
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: 'white' })
      .jpeg({ quality: 84 })
      .toBuffer({ resolveWithObject: true });
    return good(made);
  } catch {
    return bad({ code: 'photo-broken' });
  }
}

/** Writes a file under its name at once, whole and on the disk: first the bytes, then the name, then the folder that holds it. */
async function writeDurably(folder: string, path: string, data: Buffer): Promise<void> {
  /* A part file of its own for whoever writes: two at once never share one. */
  const part = `${path}.${randomUUID()}.part`;
  try {
    const file = await open(part, 'wx', 0o600);
    try {
      await file.writeFile(data);
      await file.sync();
    } finally {
      await file.close();
    }
    await rename(part, path);
    const directory = await open(folder, 'r');
    await directory.sync().finally(() => directory.close());
  } catch (error) {
    await rm(part, { force: true });
    throw error;
  }
}

/** Whether the file behind an id is there, as long as it was, and a picture from end to end. */
export async function isPhotoWhole(folder: string, id: string, bytes: number): Promise<boolean> {
  const path = photoPath(folder, id);
  const found = await stat(path).catch(() => null);
  if (!found?.isFile() || found.size !== bytes) return false;
  return sharp(path, { failOn: 'error' })
    .stats()
    .then(
      () => true,
      () => false,
    );
}
