import { Router } from 'express';
import type { CodeAnswer, DevicesAnswer } from '#contract/answers';
import type { Database } from '../db/connection';
import { dropDevice, listDevices } from '../db/devices';
import type { OpenStreams } from '../people/open-streams';
import type { Pairing } from '../people/pairing';
import { isId, refuse } from './answers';

interface DevicesAt {
  readonly db: Database;
  readonly pairing: Pairing | null;
  readonly lanUrls: () => readonly string[];
  readonly lanPrint: string | null;
  readonly streams: OpenStreams;
  readonly now: () => Date;
}

/** What the desk alone may do with devices: show a code, see them, drop one. */
export function deviceRoutes({ db, pairing, lanUrls, lanPrint, streams, now }: DevicesAt): Router {
  const routes = Router();
  routes.get('/devices', async (_req, res) => {
    const devices = (await listDevices(db)).map((d) => ({ ...d, pairedAt: d.pairedAt.toISOString() }));
    res.json({ isOpen: pairing !== null, urls: lanUrls(), print: lanPrint, devices } satisfies DevicesAnswer);
  });
  routes.post('/devices/code', (_req, res) => {
    if (!pairing) return refuse(res, 409, 'lan-off');
    res.json(pairing.open() satisfies CodeAnswer);
  });
  routes.delete('/devices/:id', async (req, res) => {
    if (!isId(req.params.id)) return refuse(res, 404, 'device-unknown');
    await dropDevice(db, req.params.id, now());
    streams.endOf(req.params.id);
    res.json({ dropped: req.params.id });
  });
  return routes;
}
