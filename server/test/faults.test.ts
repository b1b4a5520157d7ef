import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { afterEach, describe, expect, it } from 'vitest';
import { createApp } from '../src/app';
import type { Database } from '../src/db/connection';

let server: Server | null = null;
afterEach(async () => {
  server?.closeAllConnections();
  await new Promise((resolve) => server?.close(resolve) ?? resolve(null));
});

/** What an address answers when every query fails so. */
async function askWith(error: object): Promise<{ status: number; body: { error: { code: string; message?: string } } }> {
  const failing = () => {
    throw Object.assign(new Error('the statement, with what somebody typed in it'), { cause: error });
  };
  const db = { select: failing, insert: failing, transaction: failing } as unknown as Database;
  server = createServer(
    createApp({
      db,
      log: pino({ level: 'silent' }),
      now: () => new Date('2026-11-20T12:00:00.000Z'),
      instance: 'x',
      photosDir: '/nowhere',
    }),
  );
  await new Promise<void>((resolve) => server?.listen(0, '127.0.0.1', resolve));
  const answer = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}/api/kits`);
  return { status: answer.status, body: (await answer.json()) as { error: { code: string; message?: string } } };
}

describe('faults of the database', () => {
  it.each([
    ['a full disk', { errno: 1021 }, 507, 'disk-full'],
    ['a full table space', { errno: 1114 }, 507, 'disk-full'],
    [
      'a full disk, told by the engine',
      { errno: 1026, sqlMessage: 'Error writing file (Errcode: 28 "No space left on device")' },
      507,
      'disk-full',
    ],
    ['a full disk, told by the system', { code: 'ENOSPC' }, 507, 'disk-full'],
    ['a text too long', { errno: 1406 }, 422, 'not-storable'],
    ['a lock waited for too long', { errno: 1205 }, 503, 'not-available'],
    ['no database', { code: 'ECONNREFUSED' }, 503, 'not-available'],
  ])('%s is said as what it is, and nothing of what was sent', async (_, error, status, code) => {
    const answer = await askWith(error);
    expect([answer.status, answer.body.error.code]).toEqual([status, code]);
    expect(JSON.stringify(answer.body)).not.toContain('statement');
    if (code === 'disk-full') expect(answer.body.error.message).toMatch(/disk of this machine is full/);
  });
});
