import { Router } from 'express';
import type { ReadingsAnswer } from '#contract/answers';
import type { Database } from '../db/connection';
import { listReadings } from '../db/gauges';
import type { GaugeHub } from '../gauge/hub';
import type { OpenStreams } from '../people/open-streams';
import { refuse } from './answers';

const PAGE = 1000;
const HEARTBEAT_MS = 15_000;
const NAME = /^[A-Za-z0-9][A-Za-z0-9-]{0,39}$/;

/** Gauges that are plugged in, passed on to the page as they speak. */
export function gaugeRoutes(db: Database, hub: GaugeHub, streams: OpenStreams): Router {
  const routes = Router();
  routes.get('/gauges/stream', (_req, res) => {
    res.writeHead(200, { 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', 'X-Accel-Buffering': 'no' });
    res.write('retry: 1000\n\n');
    const stop = hub.listen((news) => res.write(`data: ${JSON.stringify(news)}\n\n`));
    const beat = setInterval(() => res.write(': here\n\n'), HEARTBEAT_MS);
    const device = (res.locals.device as { readonly id: string } | undefined)?.id ?? null;
    const forget = streams.opened(device, () => res.end());
    res.on('close', () => {
      forget();
      clearInterval(beat);
      stop();
    });
  });
  routes.get('/gauges/:gauge/readings', async (req, res) => {
    const { gauge } = req.params;
    const after = Number(req.query.after ?? 0);
    if (!NAME.test(gauge)) return refuse(res, 404, 'gauge-unknown');
    if (!Number.isSafeInteger(after) || after < 0) return refuse(res, 400, 'after-invalid');
    const readings = await listReadings(db, gauge, after, req.query.pressed === '1', PAGE);
    res.json({ readings } satisfies ReadingsAnswer);
  });
  return routes;
}
