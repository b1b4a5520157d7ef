import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { TestProject } from 'vitest/node';
import { migrate } from '../src/db/migrate';
import { startPrivateDatabase } from '../../scripts/start/private-database';

declare module 'vitest' {
  export interface ProvidedContext {
    databaseUrl: string;
  }
}

/** A real MariaDB for the server's tests, in a folder of its own, gone afterwards. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-test-'));
  const database = await startPrivateDatabase(folder, null);
  await migrate(database.url, 'server/src/db/migrations');
  project.provide('databaseUrl', database.url);
  return async () => {
    await database.stop();
    rmSync(folder, { recursive: true, force: true });
  };
}
