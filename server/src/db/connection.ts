import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import { migrate as runMigrations } from 'drizzle-orm/mysql2/migrator';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import mysql from 'mysql2';
import type mysqlPromise from 'mysql2/promise';
import { fillThen } from './then';

export type Database = MySql2Database<Record<string, never>>;
/** A transaction answers the same queries as the database. */
export type Queries = Pick<Database, 'select' | 'insert' | 'update' | 'delete'>;

export interface Connection {
  readonly db: Database;
  readonly pool: mysql.Pool;
  close(): Promise<void>;
}

/** Opens a pool on an existing MariaDB. Times are UTC, the driver's dates too. */
export function connect(databaseUrl: string): Connection {
  const pool = mysql.createPool({ uri: databaseUrl, connectionLimit: 8, timezone: 'Z', charset: 'utf8mb4', connectTimeout: 5000 });
  return { db: drizzle(pool), pool, close: () => pool.promise().end() };
}

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
    await fillThen(drizzle(connection));
  } finally {
    await connection.end();
  }
}

/** MariaDB's error number behind an exception of the query builder; null where it is something else. */
export function databaseErrno(error: unknown): number | null {
  for (let e = error as { errno?: unknown; cause?: unknown } | undefined; e; e = e.cause as typeof e) {
    if (typeof e.errno === 'number' && e.errno > 0) return e.errno;
  }
  return null;
}

export const ERRNO_DUPLICATE = 1062;
export const ERRNO_DEADLOCK = 1213;
export const ERRNO_LOCK_WAIT = 1205;
