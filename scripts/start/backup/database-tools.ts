import { spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import type { Readable } from 'node:stream';
import mysql from 'mysql2/promise';

/** A database as its own programs reach it. */
export interface DatabaseAddress {
  readonly host: string;
  readonly port: string;
  readonly user: string;
  readonly password: string;
  readonly name: string;
}

export function addressOf(databaseUrl: string): DatabaseAddress {
  const url = new URL(databaseUrl);
  return {
    host: url.hostname,
    port: url.port || '3306',
    user: decodeURIComponent(url.username),
    password: decodeURIComponent(url.password),
    name: url.pathname.slice(1),
  };
}

const REACH = (a: DatabaseAddress) => ['--no-defaults', `--host=${a.host}`, `--port=${a.port}`, '--protocol=tcp', `--user=${a.user}`];
const env = (a: DatabaseAddress) => ({ ...process.env, MYSQL_PWD: a.password });

/**
 * The whole database as text, consistent as of one moment while others write; the same database is always the same text. `ended` rejects
 * with what the program said.
 */
export function dump(a: DatabaseAddress): { readonly text: Readable; readonly ended: Promise<void> } {
  const child = spawn(
    'mariadb-dump',
    [
      ...REACH(a),
      '--single-transaction',
      '--quick',
      '--skip-lock-tables',
      '--hex-blob',
      '--no-tablespaces',
      '--skip-comments',
      '--skip-dump-date',
      '--order-by-primary',
      a.name,
    ],
    { env: env(a), stdio: ['ignore', 'pipe', 'pipe'] },
  );
  return { text: child.stdout, ended: endOf(child, 'mariadb-dump') };
}

/** Runs a text of statements on a database; the client's sandbox keeps commands of the shell and files out of it. */
export async function load(a: DatabaseAddress, text: Readable): Promise<void> {
  const child = spawn('mariadb', [...REACH(a), '--sandbox', '--max-allowed-packet=64M', a.name], {
    env: env(a),
    stdio: ['pipe', 'ignore', 'pipe'],
  });
  const ended = endOf(child, 'mariadb');
  child.stdin.on('error', () => undefined);
  text.pipe(child.stdin);
  /* Whoever sends the text must not wait for a program that is gone. */
  await ended.finally(() => text.destroy());
}

function endOf(child: ReturnType<typeof spawn>, name: string): Promise<void> {
  let said = '';
  child.stderr?.on('data', (d: Buffer) => (said = (said + d.toString()).slice(-2000)));
  const ended = new Promise<void>((resolve, reject) => {
    child.once('error', (error) => reject(new Error(`${name} cannot be run: ${error.message}`)));
    child.once('close', (code) => (code === 0 ? resolve() : reject(new Error(`${name} ended with ${code}: ${said.trim()}`))));
  });
  /* Whoever reads the text may fail first; the reason is asked for afterwards. */
  ended.catch(() => undefined);
  return ended;
}

/** SHA-256 of a database's text. */
export async function digestOf(a: DatabaseAddress): Promise<string> {
  const { text, ended } = dump(a);
  const hash = createHash('sha256');
  for await (const chunk of text) hash.update(chunk as Buffer);
  await ended;
  return hash.digest('hex');
}

/** Takes everything out of a database of ours. */
export async function emptied(a: DatabaseAddress): Promise<void> {
  const connection = await reached(a);
  await remade(connection, a.name).finally(() => connection.end());
}

function reached(a: DatabaseAddress): Promise<mysql.Connection> {
  return mysql.createConnection({ host: a.host, port: Number(a.port), user: a.user, password: a.password });
}

/** The names are this program's own. */
async function remade(connection: mysql.Connection, name: string): Promise<void> {
  await connection.query(`DROP DATABASE IF EXISTS \`${name}\``);
  await connection.query(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_bin`);
}

/** Runs `use` on an empty database beside the real one, gone afterwards; null where this account may not make one. */
export async function withScratch<T>(a: DatabaseAddress, use: (scratch: DatabaseAddress) => Promise<T>): Promise<T | null> {
  const scratch = { ...a, name: `${a.name}_proof` };
  const connection = await reached(a);
  try {
    try {
      await remade(connection, scratch.name);
    } catch {
      return null;
    }
    return await use(scratch);
  } finally {
    await connection.query(`DROP DATABASE IF EXISTS \`${scratch.name}\``).catch(() => undefined);
    await connection.end();
  }
}
