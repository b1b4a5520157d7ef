import { build } from 'esbuild';
import { mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import type { TestProject } from 'vitest/node';
import { startPrivateDatabase } from '../../scripts/start/private-database';
import { createApp } from '../src/app';
import { connect } from '../src/db/connection';
import { loadDemo } from '../src/demo/load';
import { migrate } from '../src/db/migrate';

declare module 'vitest' {
  export interface ProvidedContext {
    pageUrl: string;
    workersDir: string;
  }
}

/** A worker's own names for a thread: what it is told, what it answers, where its server is. */
const AS_A_THREAD = `
import { parentPort, workerData } from 'node:worker_threads';
const self = { onmessage: null, postMessage: (data) => parentPort.postMessage(data) };
parentPort.on('message', (data) => self.onmessage?.({ data }));
const fetch = (path, init) => globalThis.fetch(new URL(path, workerData.base), init);
`;

/** The real program, without its page: the pages' own tests run against it, each with a kit of its own. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-pages-'));
  const database = await startPrivateDatabase(folder, null);
  await migrate(database.url, 'server/src/db/migrations');
  const connection = connect(database.url);
  const [photosDir, workersDir] = [join(folder, 'photos'), join(folder, 'workers')];
  mkdirSync(photosDir);
  await loadDemo(connection.db, 'reset', new Date(), photosDir);
  const app = createApp({ db: connection.db, log: pino({ level: 'silent' }), now: () => new Date(), instance: 'pages', photosDir });
  const server = createServer(app);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const workers = 'web/src/workers';
  await build({
    entryPoints: readdirSync(workers).filter((f) => /\.worker\.ts$/.test(f) && !f.startsWith('photo')).map((f) => join(workers, f)),
    outdir: workersDir,
    outExtension: { '.js': '.mjs' },
    bundle: true,
    format: 'esm',
    platform: 'node',
    logLevel: 'error',
    banner: { js: AS_A_THREAD },
  }); // prettier-ignore
  project.provide('pageUrl', `http://127.0.0.1:${(server.address() as AddressInfo).port}`);
  project.provide('workersDir', workersDir);
  return async () => {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
    await connection.close();
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}
