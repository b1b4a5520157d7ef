import { chmod, mkdir, rename, rm } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { bad, good, type Result } from '#core/units/result';

/** Longer side of a photo as it is kept, and most pixels of one that is opened at all. */
const LONGEST_PX = 2048;
const MOST_PIXELS = 60_000_000;
const FORMATS: readonly string[] = ['jpeg', 'png', 'webp'];

export interface KeptPhoto {
  readonly width: number;
  readonly height: number;
  readonly bytes: number;
}

/** Where a photo lies. */
export function photoPath(folder: string, id: string): string {
  return join(folder, `${id}.jpg`);
}

/**
 * Keeps a photo: judged by its content, turned upright, made smaller, and nothing of what the camera wrote beside the
 * picture. Problems: not a JPEG, PNG or WebP; too many pixels; broken.
 */
export async function keepPhoto(folder: string, id: string, content: Buffer): Promise<Result<KeptPhoto>> {
  let kept: KeptPhoto;
  const part = join(folder, `${id}.part`);
  try {
    const head = await sharp(content, { limitInputPixels: false }).metadata();
    if (!FORMATS.includes(head.format ?? '')) return bad({ code: 'photo-type' });
    if ((head.width ?? 0) * (head.height ?? 0) > MOST_PIXELS) return bad({ code: 'photo-too-large', data: { max: MOST_PIXELS / 1e6 } });
    /* What a builder photographs is nobody else's on this machine. */
    await mkdir(folder, { recursive: true, mode: 0o700 });
    await chmod(folder, 0o700);
    const done = await sharp(content, { limitInputPixels: MOST_PIXELS, failOn: 'error' })
      .rotate()
      .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
      .flatten({ background: 'white' })
      .jpeg({ quality: 84 })
      .toFile(part);
    kept = { width: done.width, height: done.height, bytes: done.size };
    await chmod(part, 0o600);
    await rename(part, photoPath(folder, id));
  } catch {
    await rm(part, { force: true });
    return bad({ code: 'photo-broken' });
  }
  return good(kept);
}
