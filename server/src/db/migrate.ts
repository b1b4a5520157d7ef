import { drizzle } from 'drizzle-orm/mysql2';
import { migrate as runMigrations } from 'drizzle-orm/mysql2/migrator';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import mysql from 'mysql2';
import type mysqlPromise from 'mysql2/promise';
import { fillThen } from './then';
import { moveBlinds } from './upgrade-blinds';

/** Longest wait for another server that is migrating the same database, seconds. */
const MIGRATION_LOCK_S = 60;

/** How many migrations of the folder a database has not had yet, and whether it holds anything at all. */
async function pendingMigrations(
  connection: mysqlPromise.Connection,
  migrationsFolder: string,
): Promise<{ pending: number; isEmpty: boolean }> {
  const all = readMigrationFiles({ migrationsFolder });
  const [tables] = await connection.query('SHOW TABLES');
  const names = (tables as Record<string, string>[]).flatMap((t) => Object.values(t));
  if (!names.includes('__drizzle_migrations')) return { pending: all.length, isEmpty: names.length === 0 };
  const [rows] = await connection.query('SELECT MAX(created_at) AS newest FROM __drizzle_migrations');
  const newest = Number((rows as { newest: number | null }[])[0]?.newest ?? 0);
  return { pending: all.filter((m) => m.folderMillis > newest).length, isEmpty: false };
}

/**
 * Brings the database to this release's shape. Two servers at once wait for each other; a broken-off run is taken up again. Before a
 * database that holds something is changed, `copyFirst` makes a copy of it; where that fails nothing is changed.
 */
export async function migrate(databaseUrl: string, migrationsFolder: string, copyFirst?: () => Promise<unknown>): Promise<void> {
  const connection = await mysql.createConnection({ uri: databaseUrl, timezone: 'Z', charset: 'utf8mb4' }).promise();
  try {
    const [rows] = await connection.query('SELECT GET_LOCK(?, ?) AS got', ['patient-anvil-migrate', MIGRATION_LOCK_S]);
    if ((rows as { got: number }[])[0]?.got !== 1) throw new Error('another server is migrating this database and does not finish');
    const { pending, isEmpty } = await pendingMigrations(connection, migrationsFolder);
    if (pending > 0 && !isEmpty && copyFirst)
      await copyFirst().catch((error: Error) => {
        throw new Error(`the upgrade does not begin, since no copy could be made first: ${error.message}`);
      });
    await runMigrations(drizzle(connection), { migrationsFolder });
    await moveBlinds(drizzle(connection));
    await fillThen(drizzle(connection));
  } finally {
    await connection.end();
  }
}
