import express, { type ErrorRequestHandler, type Express } from 'express';
import helmet from 'helmet';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { Database } from './db/connection';
import { ownHostOnly, pairedOnly, type Access } from './people/access';
import type { Pairing } from './people/pairing';
import { refuse } from './routes/answers';
import { GaugeHub } from './gauge/hub';
import { deviceRoutes } from './routes/devices';
import { documentRoutes } from './routes/documents';
import { gaugeRoutes } from './routes/gauges';
import { paperRoutes } from './routes/papers';
import { photoRoutes } from './routes/photos';
import { DossierJobs } from './files/dossier-jobs';
import { recordRoutes } from './routes/record';
import { readRoutes } from './routes/read';
import { writeRoutes } from './routes/write';

export interface AppOptions {
  readonly db: Database;
  readonly log: Logger;
  /** Folder of the built page; absent: API only. */
  readonly webDir?: string;
  readonly now: () => Date;
  /** Tells one running server from another. */
  readonly instance: string;
  /** Folder of the photos. */
  readonly photosDir: string;
  /** Absent: no gauge can be plugged in. */
  readonly gauges?: GaugeHub;
  /** Absent: the desk, this machine only. */
  readonly access?: Access;
  /** Present where the local network is let in. */
  readonly pairing?: Pairing;
  /** Addresses devices of the local network open. */
  readonly lanUrls?: () => readonly string[];
}

const BODY_LIMIT = '8mb';

const onError: ErrorRequestHandler = (error: { type?: string; status?: number }, req, res, _next) => {
  if (error.type === 'entity.too.large') return refuse(res, 413, 'body-too-large');
  if (error.type === 'entity.parse.failed') return refuse(res, 400, 'not-json');
  if (typeof error.status === 'number' && error.status >= 400 && error.status < 500) return refuse(res, error.status, 'request-invalid');
  req.log?.error({ err: error }, 'request failed');
  if (!res.headersSent) refuse(res, 503, 'not-available');
};

/** Makes the web application: API under /api, the page at every other address. */
export function createApp(options: AppOptions): Express {
  const {
    db,
    log,
    webDir,
    now,
    instance,
    photosDir,
    access = { kind: 'desk' },
    pairing,
    lanUrls = () => [],
    gauges = new GaugeHub(),
  } = options;
  const app = express();
  app.disable('x-powered-by');
  /* Answers of the API are never cached, so hashing each of them is work for nothing. */
  app.disable('etag');
  app.use(ownHostOnly(access));
  app.use(
    helmet({
      contentSecurityPolicy: {
        directives: {
          'default-src': ["'self'"],
          'img-src': ["'self'", 'data:', 'blob:'],
          'style-src': ["'self'", "'unsafe-inline'"],
          'worker-src': ["'self'"],
          'form-action': ["'self'"],
          'upgrade-insecure-requests': null,
        },
      },
      strictTransportSecurity: false,
    }),
  );
  app.use(pinoHttp({ logger: log, autoLogging: { ignore: (req) => req.url === '/api/health' }, quietReqLogger: true }));

  if (access.kind === 'lan' && pairing) app.use(pairedOnly(db, pairing, now));

  const api = express.Router();
  api.use((_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store');
    next();
  });
  /* Before the general limit: these bodies may be larger. */
  api.use(documentRoutes(db, now));
  api.use(photoRoutes(db, photosDir, now));
  api.use(express.json({ limit: BODY_LIMIT, strict: false }));
  api.get('/health', (_req, res) => {
    res.json({ app: 'patient-anvil', instance });
  });
  api.get('/whoami', (_req, res) => {
    res.json({ device: (res.locals.device as object | undefined) ?? null });
  });
  if (access.kind === 'desk') api.use(deviceRoutes(db, pairing ?? null, lanUrls, now));
  api.use(readRoutes(db));
  api.use(gaugeRoutes(db, gauges));
  api.use(paperRoutes(db));
  api.use(recordRoutes(db, new DossierJobs(join(photosDir, 'dossiers'), now), photosDir, now));
  api.use(writeRoutes(db, now));
  api.use((_req, res) => refuse(res, 404, 'address-unknown'));
  app.use('/api', api);

  if (webDir !== undefined) {
    app.use('/assets', express.static(join(webDir, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }));
    app.use(express.static(webDir, { index: false }));
    app.get('/{*path}', (_req, res) => {
      res.setHeader('Cache-Control', 'no-cache');
      res.sendFile(join(webDir, 'index.html'));
    });
  }
  app.use(onError);
  return app;
}
