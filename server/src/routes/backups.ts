import { Router } from 'express';
import type { CopyKeeper } from '../backups';
import { refuse } from './answers';

/** Copies of database and photos: their age and proof, and one more on request. The desk only. */
export function backupRoutes(copies: CopyKeeper): Router {
  const routes = Router();
  routes.get('/backups', (_req, res) => {
    res.json(copies.state());
  });
  routes.post('/backups', async (_req, res) => {
    try {
      res.json(await copies.make('asked'));
    } catch (error) {
      refuse(res, 500, 'backup-failed', { message: (error as Error).message });
    }
  });
  return routes;
}
