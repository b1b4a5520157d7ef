import express, { Router } from 'express';
import { bad, good, type Result } from '#core/units/result';
import { problemMessage } from '#core/wording/problems';
import type { Database } from '../db/connection';
import { findEntity } from '../db/entities';
import { findPhoto, insertPhoto, listPhotoIds, type StoredPhoto } from '../db/photos';
import { zipPhotos } from '../files/photo-zip';
import { isPhotoWhole, keepPhoto, photoPath, sha256, type KeptPhoto } from '../files/photos';
import { pairedDevice } from '../people/access';
import { isId, refuse } from './answers';

const PHOTO_LIMIT = '25mb';

type KeptAnswer = KeptPhoto | { readonly repeated: true };

/** What is said of a photo that was kept. */
function answerOf(kept: KeptAnswer) {
  return 'repeated' in kept ? kept : { width: kept.width, height: kept.height, bytes: kept.bytes };
}

interface SentPhoto {
  readonly id: string;
  readonly kitId: string;
  readonly device: string;
  readonly content: Buffer;
}

/**
 * Keeps what was sent under an id, once: the same picture again is a repetition where its file is whole, and taken anew where it is not; another
 * picture under the id is a problem, and so is the id of another kit.
 */
async function keepSent(
  db: Database,
  folder: string,
  { id, kitId, device, content }: SentPhoto,
  receivedAt: Date,
): Promise<Result<KeptAnswer>> {
  const sent256 = sha256(content);
  const known = await findPhoto(db, id);
  if (known && (known.kitId !== kitId || !isSamePicture(known, sent256))) return bad({ code: 'photo-id-taken' });
  if (known && (await isPhotoWhole(folder, id, known.bytes))) return good({ repeated: true as const });
  const kept = await keepPhoto(folder, id, content);
  if (kept.ok) await insertPhoto(db, { id, kitId, device, receivedAt, sentSha256: known?.sentSha256 ?? sent256, ...kept.value });
  return kept;
}

/** The picture as it was sent first, or as it was kept and given out; of one of before, neither is known. */
function isSamePicture({ sentSha256, keptSha256 }: StoredPhoto, sha: string): boolean {
  return (sentSha256 === null && keptSha256 === null) || sha === sentSha256 || sha === keptSha256;
}

/** One at a time for each id. */
class Turns {
  private readonly last = new Map<string, Promise<unknown>>();

  async take<T>(id: string, work: () => Promise<T>): Promise<T> {
    const mine = (this.last.get(id) ?? Promise.resolve()).then(work, work);
    this.last.set(id, mine);
    return mine.finally(() => {
      if (this.last.get(id) === mine) this.last.delete(id);
    });
  }
}

/** Photos in and out; ids are made by the client, so sending one twice is harmless. */
export function photoRoutes(db: Database, folder: string, now: () => Date): Router {
  const routes = Router();
  const turns = new Turns();
  routes.put('/kits/:kitId/photos/:id', express.raw({ type: () => true, limit: PHOTO_LIMIT }), async (req, res) => {
    const { kitId, id } = req.params as { kitId: string; id: string };
    const { device } = req.query;
    if (!isId(kitId) || !(await findEntity(db, 'kit', kitId))) return refuse(res, 404, 'kit-unknown');
    if (!isId(id) || typeof device !== 'string' || !isId(device) || !Buffer.isBuffer(req.body)) return refuse(res, 400, 'request-invalid');
    const sent = { id, kitId, device: pairedDevice(res)?.id ?? device, content: req.body };
    const kept = await turns.take(id, () => keepSent(db, folder, sent, now()));
    if (kept.ok) return void res.json({ id, ...answerOf(kept.value) });
    const { code } = kept.problem;
    refuse(res, code === 'photo-id-taken' ? 409 : 415, code, { message: problemMessage(kept.problem) });
  });
  routes.get('/kits/:kitId/photos.zip', async (req, res) => {
    const { kitId } = req.params as { kitId: string };
    if (!isId(kitId) || !(await findEntity(db, 'kit', kitId))) return refuse(res, 404, 'kit-unknown');
    res.type('zip').attachment('photos.zip');
    await zipPhotos(folder, await listPhotoIds(db, kitId), res);
  });
  routes.get('/photos/:id', async (req, res) => {
    const { id } = req.params;
    const photo = isId(id) ? await findPhoto(db, id) : null;
    if (!photo) return refuse(res, 404, 'photo-unknown');
    res.setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    res.type('jpeg').sendFile(photoPath(folder, id), { dotfiles: 'allow' });
  });
  return routes;
}
