import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync } from 'node:fs';
import { request } from 'node:https';
import { createServer } from 'node:net';
import type { TLSSocket } from 'node:tls';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { localName } from './lan/name';
import { freePort, isRunning, waitFor } from './processes';

const started: ChildProcess[] = [];
let folder = '';
let port = 0;
let gaugePort = 0;

function start(...more: string[]): { child: ChildProcess; said: () => string } {
  const child = spawn('node', ['dist/start.mjs', '--data', folder, '--port', String(port), '--gauge-port', String(gaugePort), ...more], {
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let said = '';
  child.stdout?.on('data', (d) => (said += d));
  child.stderr?.on('data', (d) => (said += d));
  started.push(child);
  return { child, said: () => said };
}

const get = async (path: string) => (await fetch(`http://127.0.0.1:${port}/api${path}`)).json();
const databasePid = () => Number(readFileSync(join(folder, 'run', 'db.pid'), 'utf8'));
/** Whether the private database has made the files of a table. */
const readableDatabase = (table: string) => existsSync(join(folder, `${table}.ibd`));
const ended = (child: ChildProcess) => waitFor(() => child.exitCode !== null || child.signalCode !== null, 20_000);

async function startAndWait(...more: string[]) {
  const running = start(...more);
  expect(await waitFor(() => running.said().includes('is ready') || running.child.exitCode !== null, 40_000)).toBe(true);
  expect(running.said()).toContain('is ready');
  return running;
}

/** A folder as a first start leaves it, the demo in it: made once, copied by what is not about a first start. */
let afterFirst = '';

beforeAll(async () => {
  if (process.env.ANVIL_BUILT === undefined) {
    const built = spawnSync('node', ['scripts/build/build.mjs'], { encoding: 'utf8' });
    if (built.status !== 0) throw new Error(built.stderr);
  }
  await fresh();
  const { child } = await startAndWait();
  child.kill('SIGTERM');
  await ended(child);
  [afterFirst, folder] = [folder, ''];
}, 240_000);
afterAll(() => rmSync(afterFirst, { recursive: true, force: true }));

afterEach(async () => {
  for (const child of started.splice(0)) {
    if (child.exitCode === null && child.signalCode === null) child.kill('SIGTERM');
    await ended(child);
  }
  if (folder) rmSync(folder, { recursive: true, force: true });
});

async function fresh(): Promise<void> {
  folder = mkdtempSync(join(tmpdir(), 'anvil-start-'));
  [port, gaugePort] = [await freePort(), await freePort()];
}

async function again(): Promise<void> {
  await fresh();
  cpSync(afterFirst, folder, { recursive: true });
}

describe('./start', () => {
  it('serves the demo; a second start finds the first; an interrupt stops both cleanly', async () => {
    await again();
    const first = await startAndWait();
    expect((await get('/kits')).kits.map((k: { definition: { name: string } }) => k.definition.name)).toEqual(['Quillback Two']);
    const second = start();
    await ended(second.child);
    expect([second.child.exitCode, second.said()]).toEqual([0, `Patient Anvil is already running: http://127.0.0.1:${port}/\n`]);
    const pid = databasePid();
    first.child.kill('SIGINT');
    await ended(first.child);
    expect([first.child.exitCode, isRunning(pid, folder)]).toEqual([0, false]);
    await startAndWait('--demo', 'off');
    expect((await get('/kits')).kits).toHaveLength(1);
  }, 120_000);

  it('keeps every acknowledged mark, once, through kill -9 of server and database; a database that is left running is taken over', async () => {
    await again();
    const first = await startAndWait();
    const [kit] = (await get('/kits')).kits;
    const { assemblies } = await get(`/kits/${kit.id}`);
    const { rows } = await get(`/assemblies/${assemblies[0].id}`);
    const before = (await get(`/assemblies/${assemblies[0].id}/marks`)).marks.length;
    const person = kit.definition.people[0].id;
    const acknowledged: string[] = [];
    let isMarking = true;
    const marking = (async () => {
      while (isMarking) {
        const id = randomUUID();
        const mark = {
          id,
          kind: 'drilled',
          v: 1,
          rowId: rows[0].id,
          holeIds: [rows[0].definition.holes[0].id],
          layerIds: [],
          side: null,
          doneAt: '2026-11-20T10:00:00.000Z',
          recordedAt: '2026-11-20T10:00:00.000Z',
          person,
          device: person,
          payload: {},
        };
        const ok = await fetch(`http://127.0.0.1:${port}/api/marks`, {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ kitId: kit.id, marks: [mark] }),
        }).then(
          (r) => r.ok,
          () => false,
        );
        if (ok) acknowledged.push(id);
      }
    })();
    await waitFor(() => acknowledged.length >= 20, 20_000);
    process.kill(databasePid(), 'SIGKILL');
    const count = acknowledged.length;
    expect(await waitFor(() => acknowledged.length > count + 20, 30_000)).toBe(true);
    const pid = databasePid();
    first.child.kill('SIGKILL');
    isMarking = false;
    await marking;
    await ended(first.child);
    expect(isRunning(pid, folder)).toBe(true);
    const second = await startAndWait();
    expect(databasePid()).toBe(pid);
    process.kill(pid, 'SIGKILL');
    second.child.kill('SIGKILL');
    await ended(second.child);
    await startAndWait();
    const kept: string[] = (await get(`/assemblies/${assemblies[0].id}/marks`)).marks.map((m: { id: string }) => m.id);
    expect(new Set(kept).size).toBe(kept.length);
    expect(acknowledged.filter((id) => !kept.includes(id))).toEqual([]);
    expect(kept.length).toBeGreaterThanOrEqual(before + acknowledged.length);
  }, 180_000);

  it('a first start that is killed in its middle, wherever that is, is taken up by the next one', async () => {
    await fresh();
    for (const word of ['db.new', 'my.cnf', 'db.pid', 'db/patient_anvil/marks']) {
      const { child } = start();
      const seen = () => existsSync(join(folder, word)) || existsSync(join(folder, 'run', word)) || readableDatabase(word);
      expect(await waitFor(() => seen() || child.exitCode !== null, 40_000)).toBe(true);
      child.kill('SIGKILL');
      await ended(child);
      const left = existsSync(join(folder, 'run', 'db.pid')) ? databasePid() : 0;
      if (left > 0 && isRunning(left, folder)) process.kill(left, 'SIGKILL');
    }
    await startAndWait();
    const { kits } = await get('/kits');
    expect(kits).toHaveLength(1);
    const { assemblies } = await get(`/kits/${kits[0].id}`);
    expect(assemblies).toHaveLength(10);
    expect(statSync(join(folder, 'photos')).mode & 0o777).toBe(0o700);
    /* Temporary tables are its own, so that another database on this machine never clears them away. */
    expect(readFileSync(join(folder, 'run', 'my.cnf'), 'utf8')).toContain(`tmpdir=${join(folder, 'run', 'tmp')}`);
  }, 240_000);

  it('--restore makes a working program of a copy in an empty folder, and refuses one that is not', async () => {
    await again();
    const first = await startAndWait();
    const [kit] = (await get('/kits')).kits;
    const exported = async () => (await fetch(`http://127.0.0.1:${port}/api/kits/${kit.id}/export`)).text();
    const made = await fetch(`http://127.0.0.1:${port}/api/backups`, { method: 'POST' });
    expect(made.status).toBe(200);
    const before = await exported();
    const photos = () =>
      readdirSync(join(folder, 'photos'))
        .filter((n) => n.endsWith('.jpg'))
        .sort()
        .map((n) => `${n} ${readFileSync(join(folder, 'photos', n)).toString('base64')}`);
    const pictures = photos();
    expect(pictures.length).toBeGreaterThan(0);
    first.child.kill('SIGTERM');
    await ended(first.child);
    const old = folder;
    const copies = join(old, 'backups');
    const copy = join(
      copies,
      readdirSync(copies)
        .filter((n) => !n.endsWith('.json'))
        .sort()
        .at(-1) ?? '',
    );
    try {
      const refused = spawnSync('node', ['dist/start.mjs', '--data', old, '--port', String(port), '--restore', copy], { encoding: 'utf8' });
      expect([refused.status, refused.stderr]).toEqual([2, expect.stringContaining('is not empty')]);
      await fresh();
      /* Broken off in its middle: half a record is not served as one, and the same words take it up again. */
      const half = start('--demo', 'off', '--restore', copy);
      expect(await waitFor(() => existsSync(join(folder, 'run', 'restoring')) || half.child.exitCode !== null, 40_000)).toBe(true);
      half.child.kill('SIGKILL');
      await ended(half.child);
      const without = spawnSync('node', ['dist/start.mjs', '--data', folder, '--port', String(port), '--demo', 'off'], {
        encoding: 'utf8',
      });
      expect([without.status, without.stderr]).toEqual([2, expect.stringContaining('was broken off')]);
      await startAndWait('--demo', 'off', '--restore', copy);
      expect(await exported()).toBe(before);
      expect(photos()).toEqual(pictures);
    } finally {
      rmSync(old, { recursive: true, force: true });
    }
  }, 180_000);

  it('refuses a flag it does not know and starts nothing', () => {
    folder = mkdtempSync(join(tmpdir(), 'anvil-start-'));
    const done = spawnSync('node', ['dist/start.mjs', '--data', folder, '--prot', '1'], { encoding: 'utf8' });
    expect([done.status, done.stdout, readdirSync(folder)]).toEqual([2, '', []]);
    expect(done.stderr).toMatch(/^\.\/start: /);
  });

  it('says so where the port is taken by another program', async () => {
    await fresh();
    const other = createServer().listen(port, '127.0.0.1');
    const refused = start();
    await ended(refused.child);
    other.close();
    expect([refused.child.exitCode, refused.said()]).toEqual([
      2,
      `./start: port ${port} is taken by another program; choose another with --port\n`,
    ]);
  }, 60_000);
});

/** One request over TLS whose certificate nobody has signed for us; answers status, cookie and the certificate's print. */
function overTls(lanPort: number, path: string, more: { method?: string; body?: string; cookie?: string } = {}) {
  return new Promise<{ status: number; cookie: string; print: string; names: string; body: string }>((resolve, reject) => {
    const asked = request(
      {
        host: '127.0.0.1',
        port: lanPort,
        path,
        method: more.method ?? 'GET',
        rejectUnauthorized: false,
        headers: {
          accept: 'application/json',
          ...(more.cookie ? { cookie: more.cookie } : {}),
          ...(more.body ? { 'content-type': 'application/x-www-form-urlencoded', 'content-length': Buffer.byteLength(more.body) } : {}),
        },
      },
      (answer) => {
        const certificate = (answer.socket as TLSSocket).getPeerCertificate();
        let body = '';
        answer.on('data', (d) => (body += String(d)));
        answer.on('end', () =>
          resolve({
            status: answer.statusCode ?? 0,
            cookie: (answer.headers['set-cookie']?.[0] ?? '').split(';')[0] ?? '',
            print: certificate.fingerprint256,
            names: certificate.subjectaltname ?? '',
            body,
          }),
        );
      },
    );
    asked.on('error', reject);
    asked.end(more.body);
  });
}

describe('./start --lan', () => {
  it('serves paired devices over HTTPS with a certificate made on the spot and kept', async () => {
    await again();
    const lanPort = await freePort();
    process.env.ANVIL_LAN_HOST = '127.0.0.1';
    try {
      const { child, said } = await startAndWait('--demo', 'off', '--lan', '--lan-port', String(lanPort));
      expect(said()).toContain(`https://127.0.0.1:${lanPort}/`);
      const shut = await overTls(lanPort, '/api/kits');
      expect([shut.status, shut.names]).toEqual([401, `DNS:${localName()}, IP Address:127.0.0.1`]);
      const { code } = (await (await fetch(`http://127.0.0.1:${port}/api/devices/code`, { method: 'POST' })).json()) as { code: string };
      const paired = await overTls(lanPort, '/pair', { method: 'POST', body: `code=${code}&name=tablet&person=RV` });
      expect(paired.status).toBe(303);
      expect(JSON.parse((await overTls(lanPort, '/api/kits', { cookie: paired.cookie })).body)).toMatchObject({
        kits: [{ definition: { name: 'Quillback Two' } }],
        deleted: [],
      });
      expect(await fetch(`http://127.0.0.1:${lanPort}/api/kits`).catch(() => 'no plain HTTP')).toBe('no plain HTTP');
      child.kill('SIGTERM');
      await ended(child);
      await startAndWait('--demo', 'off', '--lan', '--lan-port', String(lanPort));
      const again = await overTls(lanPort, '/api/kits', { cookie: paired.cookie });
      expect([again.status, again.print]).toEqual([200, shut.print]);
    } finally {
      delete process.env.ANVIL_LAN_HOST;
    }
  }, 120_000);
});
