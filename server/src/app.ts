import compression from 'compression';
import staticGzip from 'express-static-gzip';
import express, { type ErrorRequestHandler, type Express, type RequestHandler } from 'express';
import helmet from 'helmet';
import { join } from 'node:path';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import type { HealthAnswer } from '#contract/answers';
import { halfCharacterIn } from '#core/typed/whole-text';
import { problemMessage } from '#core/wording/problems';
import { databaseErrno, type Database } from './db/connection';
import { ownHostOnly, pairedOnly, type Access } from './people/access';
import { trustPages, type Trust } from './people/trust';
import { deskHere, type RecordDesk } from './record/desk';
import { OpenStreams } from './people/open-streams';
import type { Pairing } from './people/pairing';
import { refuse } from './routes/answers';
import { GaugeHub } from './gauge/hub';
import type { CopyKeeper } from './backups';
import { backupRoutes } from './routes/backups';
import { docsRoutes } from './routes/docs';
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
  /** Shared by the desk's app and that of the local network: the one drops what the other serves. */
  readonly streams?: OpenStreams;
  /** Where whole records are worked on; here, where none is named. */
  readonly desk?: RecordDesk;
  /** Absent: nobody keeps copies. */
  readonly copies?: CopyKeeper;
  /** Addresses devices of the local network open. */
  readonly lanUrls?: () => readonly string[];
  /** The print of the root that devices of the local network may trust. */
  readonly lanPrint?: string | null;
  /** Towards the local network: what a device may install to trust this machine. */
  readonly trust?: Trust;
}

const BODY_LIMIT = '8mb';

const onError: ErrorRequestHandler = (error: { type?: string; status?: number }, req, res, _next) => {
  if (error.type === 'entity.too.large') return refuse(res, 413, 'body-too-large');
  if (error.type === 'entity.parse.failed') return refuse(res, 400, 'not-json');
  if (typeof error.status === 'number' && error.status >= 400 && error.status < 500) return refuse(res, error.status, 'request-invalid');
  const errno = databaseErrno(error);
  /* Never the statement or what was sent: names and notes are the builder's. */
  req.log?.error({ code: errno ?? (error as { code?: unknown }).code, at: placeOf(error) }, 'request failed');
  if (res.headersSent) return res.destroy();
  /* What the database will never hold is said as such; only what passes is worth another try. */
  if (errno !== null && NEVER_HELD.includes(errno)) return refuse(res, 422, 'not-storable');
  if (isDiskFull(errno, error)) {
    const problem = { code: 'disk-full' };
    return refuse(res, 507, problem.code, { message: problemMessage(problem) });
  }
  refuse(res, 503, 'not-available');
};

/** Too long, out of range, wrong characters, no value, a constraint: MariaDB 1406, 1264, 1366, 1048, 1364, 4025. */
const NEVER_HELD: readonly number[] = [1406, 1264, 1366, 1048, 1364, 4025];

/** No room on the disk: MariaDB's 1021, 1114 and what its engine says below them; the system's own. */
function isDiskFull(errno: number | null, error: unknown): boolean {
  if (errno === 1021 || errno === 1114) return true;
  for (let e = error as { code?: unknown; sqlMessage?: unknown; cause?: unknown } | undefined; e; e = e.cause as typeof e)
    if (e.code === 'ENOSPC' || (typeof e.sqlMessage === 'string' && /No space left on device|errno: 28\b/.test(e.sqlMessage))) return true;
  return false;
}

/** The first line of our own code an error came through. */
function placeOf(error: unknown): string {
  const stack = (error as { stack?: unknown } | null)?.stack;
  return typeof stack === 'string' ? (/\n\s+at (?!.*node_modules).*/.exec(stack)?.[0].trim() ?? '') : '';
}

/** Half characters are refused where they come in, with the place they stand at. */
const wholeTexts: RequestHandler = (req, res, next) => {
  const path = halfCharacterIn(req.body);
  if (path === null) return next();
  const problem = { code: 'text-half-character', path, data: { path } };
  refuse(res, 400, problem.code, { path, message: problemMessage(problem) });
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
    copies,
    lanUrls = () => [],
    lanPrint = null,
    trust,
    gauges = new GaugeHub(),
    streams = new OpenStreams(),
    desk = deskHere(db),
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
      /* Without it a browser says “null” for where a form was sent from, and no device could pair. */
      referrerPolicy: { policy: 'same-origin' },
    }),
  );
  app.use(pinoHttp({ logger: log, autoLogging: { ignore: (req) => req.url === '/api/health' }, quietReqLogger: true }));

  if (trust) app.use(trustPages(trust));
  if (access.kind === 'lan' && pairing) app.use(pairedOnly(db, pairing, now));

  const api = express.Router();
  api.use((_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store');
    next();
  });
  /* Before the general limit: these bodies may be larger. */
  api.use(documentRoutes(db, now));
  api.use(photoRoutes(db, photosDir, now));
  /* Lists are long and say much the same; a stream is passed on as it comes. */
  api.use(
    compression({
      filter: (_req, res) => /^application\/json|^text\/(csv|html|plain)/.test(String(res.getHeader('Content-Type') ?? '')),
    }),
  );
  api.use(express.json({ limit: BODY_LIMIT, strict: false }));
  api.use(wholeTexts);
  api.get('/health', (_req, res) => {
    res.json({ app: 'patient-anvil', instance } satisfies HealthAnswer);
  });
  api.get('/whoami', (_req, res) => {
    res.json({ device: (res.locals.device as object | undefined) ?? null });
  });
  if (access.kind === 'desk') api.use(deviceRoutes({ db, pairing: pairing ?? null, lanUrls, lanPrint, streams, now }));
  if (access.kind === 'desk' && copies) api.use(backupRoutes(copies));
  api.use(docsRoutes());
  api.use(readRoutes(db, now));
  api.use(gaugeRoutes(db, gauges, streams));
  api.use(paperRoutes(db));
  api.use(recordRoutes({ desk, jobs: new DossierJobs(desk, join(photosDir, 'dossiers'), now), photosDir, now }));
  api.use(writeRoutes(db, now));
  api.use((_req, res) => refuse(res, 404, 'address-unknown'));
  app.use('/api', api);

  if (webDir !== undefined) {
    /* As the build compressed it, for who takes it so. */
    const kept = { enableBrotli: true, orderPreference: ['br', 'gz'], index: false };
    app.use('/assets', staticGzip(join(webDir, 'assets'), { ...kept, serveStatic: { immutable: true, maxAge: '1y', fallthrough: false } }));
    app.use(staticGzip(webDir, { ...kept, serveStatic: { index: false } }));
    app.get('/{*path}', (_req, res) => {
      res.setHeader('Cache-Control', 'no-cache');
      res.sendFile(join(webDir, 'index.html'));
    });
  }
  app.use(onError);
  return app;
}
