import { randomUUID } from 'node:crypto';
import { accessSync, chmodSync, constants, mkdirSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { Server as GaugePort, Socket } from 'node:net';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { setTimeout as sleep } from 'node:timers/promises';
import { pino } from 'pino';
import { createApp } from '#server/app';
import { GaugeHub } from '#server/gauge/hub';
import { gaugeServer } from '#server/gauge/line';
import { dropReadings } from '#server/db/gauges';
import { connect } from '#server/db/connection';
import { migrate } from '#server/db/migrate';
import { OpenStreams } from '#server/people/open-streams';
import { ThreadDesk } from '#server/record/thread-desk';
import { loadDemo } from '#server/demo/load';
import { Keeper } from './backup/keeper';
import { isEmptyFolder, isHalfRestored, restoreInto } from './backup/restore';
import { openLan } from './lan/open';
import { claimFolder } from './only-one';
import { OptionError, readOptions } from './options';
import { startPrivateDatabase, type PrivateDatabase } from './private-database';
import { isPortFree, waitFor } from './processes';

/* Bundled to dist/start.mjs, so the project's root is one up. */
const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
const LOOK_MS = 500;

/** Makes the data folder, or says plainly why it cannot be written to. */
function makeFolder(folder: string): void {
  try {
    mkdirSync(folder, { recursive: true });
    accessSync(folder, constants.W_OK);
  } catch {
    throw new OptionError(`the data folder ${folder} cannot be written to; name another with --data`);
  }
}

function say(text: string): void {
  process.stdout.write(`${text}\n`);
}

function listen(server: Server, port: number): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => resolve());
  });
}

/** Brings the database back whenever it goes while we serve. */
async function keepAlive(database: PrivateDatabase, isStopping: () => boolean): Promise<void> {
  while (!isStopping()) {
    await sleep(LOOK_MS, undefined, { ref: false });
    if (isStopping()) return;
    try {
      await database.revive();
    } catch (error) {
      say(`The private database is down: ${(error as Error).message}`);
    }
  }
}

/** Readings that nobody pressed for are let go after a day; looked at every so often. */
const GAUGE_KEPT_MS = 86_400_000;
const FORGET_EVERY_MS = 600_000;

/** A folder that only its owner can look into. */
function makePrivate(folder: string): void {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  chmodSync(folder, 0o700);
}

/** Opens the port for gauges; where it is taken, the program goes on without and says so. Answers how to close it. */
async function openGauges(port: number, gauges: GaugePort): Promise<(() => Promise<void>) | null> {
  const open = new Set<Socket>();
  gauges.on('connection', (socket) => {
    open.add(socket);
    socket.on('close', () => open.delete(socket));
  });
  try {
    await new Promise<void>((resolve, reject) => {
      gauges.once('error', reject);
      gauges.listen(port, '127.0.0.1', () => resolve());
    });
  } catch {
    say(`Port ${port} is taken: no gauge can be plugged in; choose another with --gauge-port.`);
    return null;
  }
  return async () => {
    for (const socket of open) socket.destroy();
    await new Promise((resolve) => gauges.close(resolve));
  };
}

/** Whether a copy of this day is still missing is looked at every so often. */
const COPY_LOOK_MS = 3_600_000;

/** One copy for every day the program is used; where it fails, the start page says why and it is tried again later. */
async function copyWhenDue(copies: Keeper): Promise<void> {
  if (!copies.isDue()) return;
  await copies.make('daily').catch((error: Error) => say(`No copy could be made today: ${error.message}`));
}

async function main(): Promise<void> {
  const options = readOptions(process.argv.slice(2), process.env, ROOT);
  const instance = randomUUID();
  const isHalf = isHalfRestored(options.dataFolder);
  if (options.restore !== null && !isHalf && !isEmptyFolder(options.dataFolder))
    throw new OptionError(`--restore: ${options.dataFolder} is not empty; name an empty folder with --data`);
  if (options.restore === null && isHalf)
    throw new OptionError(`putting a copy into ${options.dataFolder} was broken off; start again with --restore FILE`);
  makeFolder(options.dataFolder);
  const claim = claimFolder(options.dataFolder, instance);
  if (!claim.mine) {
    const url = claim.other.url;
    say(
      url === null
        ? `Patient Anvil is already starting on this data folder (process ${claim.other.pid}).`
        : `Patient Anvil is already running: ${url}`,
    );
    return;
  }

  let stopping = false;
  let database: PrivateDatabase | null = null;
  let server: Server | null = null;
  let closeLan: (() => Promise<void>) | null = null;
  let closeGauges: (() => Promise<void>) | null = null;
  let copyDaily: NodeJS.Timeout | undefined;
  let closePool: (() => Promise<void>) | null = null;
  let closeDesk: (() => Promise<void>) | null = null;
  const stop = async (code: number): Promise<void> => {
    if (stopping) return;
    stopping = true;
    clearInterval(copyDaily);
    if (server) {
      const open = server;
      const closed = new Promise((resolve) => open.close(resolve));
      open.closeIdleConnections();
      await Promise.race([closed, sleep(1500)]);
      open.closeAllConnections();
    }
    await closeGauges?.();
    await closeLan?.();
    await closeDesk?.();
    await closePool?.().catch(() => undefined);
    await database?.stop();
    claim.release();
    process.exit(code);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => void stop(0));

  try {
    if (!(await isPortFree(options.port)))
      throw new OptionError(`port ${options.port} is taken by another program; choose another with --port`);
    if (options.databaseUrl === null) database = await startPrivateDatabase(options.dataFolder, options.databasePort);
    const databaseUrl = options.databaseUrl ?? (database as PrivateDatabase).url;
    const photosDir = join(options.dataFolder, 'photos');
    makePrivate(photosDir);
    if (options.restore !== null) {
      await restoreInto(options.dataFolder, options.restore, databaseUrl, photosDir);
      say(`Restored from ${options.restore}.`);
    }
    const copies = new Keeper({ databaseUrl, photosDir, folder: options.backupFolder, now: () => new Date() });
    await migrate(databaseUrl, join(ROOT, 'server', 'src', 'db', 'migrations'), async () => {
      say('A copy of database and photos is made before the upgrade ...');
      const copy = await copies.make('upgrade');
      say(`Copied and read back: ${join(options.backupFolder, copy.file)}`);
    });
    const connection = connect(databaseUrl);
    closePool = connection.close;
    if (await loadDemo(connection.db, options.demo, new Date(), photosDir)) say('The demo kit is loaded.');
    const log = pino({ level: process.env.ANVIL_LOG ?? 'warn' }, pino.destination(2));
    const gauges = new GaugeHub();
    const desk = new ThreadDesk(join(ROOT, 'dist', 'record-thread.mjs'), databaseUrl);
    closeDesk = () => desk.close();
    const shared = {
      db: connection.db,
      desk,
      streams: new OpenStreams(),
      log,
      webDir: join(ROOT, 'dist', 'web'),
      photosDir,
      copies,
      now: () => new Date(),
      instance,
      gauges,
    };
    const lan = options.lan ? await openLan(options, shared, say) : null;
    closeLan = lan?.close ?? null;
    server = createServer(createApp({ ...shared, ...(lan ? { pairing: lan.pairing, lanUrls: lan.urls, lanPrint: lan.print } : {}) }));
    await listen(server, options.port);
    const gauge = await openGauges(options.gaugePort, gaugeServer({ db: connection.db, hub: gauges, log, now: shared.now }));
    const forget = setInterval(
      () => void dropReadings(connection.db, new Date(Date.now() - GAUGE_KEPT_MS)).catch(() => undefined),
      FORGET_EVERY_MS,
    );
    closeGauges = async () => {
      clearInterval(forget);
      gauges.close();
      await gauge?.();
    };
    copyDaily = setInterval(() => void copyWhenDue(copies), COPY_LOOK_MS);
    const url = `http://127.0.0.1:${options.port}/`;
    await waitFor(async () => (await fetch(`${url}api/health`)).ok, 5000);
    claim.serving(url);
    void copyWhenDue(copies);
    if (database) void keepAlive(database, () => stopping);
    say(
      `Patient Anvil is ready: ${url}${lan ? `\nFor paired devices of the local network: ${lan.urls().join('  ')}` : ''}\nCtrl-C stops it.`,
    );
  } catch (error) {
    process.stderr.write(`./start: ${(error as Error).message}\n`);
    await stop(error instanceof OptionError ? 2 : 1);
  }
}

main().catch((error: Error) => {
  process.stderr.write(`./start: ${error.message}\n`);
  process.exit(error instanceof OptionError ? 2 : 1);
});
