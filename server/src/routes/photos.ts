import express, { Router } from 'express';
import { problemMessage } from '#core/wording/problems';
import type { Database } from '../db/connection';
import { findEntity } from '../db/entities';
import { findPhoto, insertPhoto, listPhotoIds } from '../db/photos';
import { zipPhotos } from '../files/photo-zip';
import { keepPhoto, photoPath } from '../files/photos';
import { isId, refuse } from './answers';

const PHOTO_LIMIT = '25mb';

/** Photos in and out; ids are made by the client, so sending one twice is harmless. */
export function photoRoutes(db: Database, folder: string, now: () => Date): Router {
  const routes = Router();
  routes.put('/kits/:kitId/photos/:id', express.raw({ type: () => true, limit: PHOTO_LIMIT }), async (req, res) => {
    const { kitId, id } = req.params as { kitId: string; id: string };
    const { device } = req.query;
    if (!isId(kitId) || !(await findEntity(db, 'kit', kitId))) return refuse(res, 404, 'kit-unknown');
    if (!isId(id) || typeof device !== 'string' || !isId(device) || !Buffer.isBuffer(req.body)) return refuse(res, 400, 'request-invalid');
    if (await findPhoto(db, id)) return void res.json({ id, repeated: true });
    const kept = await keepPhoto(folder, id, req.body);
    if (!kept.ok) return refuse(res, 415, kept.problem.code, { message: problemMessage(kept.problem) });
    await insertPhoto(db, { id, kitId, device, receivedAt: now(), ...kept.value });
    res.json({ id, ...kept.value });
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
