import { drizzle, type MySql2Database } from 'drizzle-orm/mysql2';
import mysql from 'mysql2';

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
