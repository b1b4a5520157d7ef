import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { pino } from 'pino';
import { afterAll, beforeAll, describe, expect, inject, it } from 'vitest';
import { createApp } from '../src/app';
import { change, makeKit, mark, clientOf } from './client';
import { connect, type Connection } from '../src/db/connection';
import { OpenStreams } from '../src/people/open-streams';
import { CODE_LIVES_MS, Pairing } from '../src/people/pairing';

const [RV, TK] = ['00000000-0000-4000-8000-0000000000a1', '00000000-0000-4000-8000-0000000000a2'] as const;
let connection: Connection;
let lan: Server;
let desk: Server;
let lanUrl = '';
let deskUrl = '';
let now = new Date('2026-11-20T12:00:00.000Z');
const pairing = new Pairing(() => now);

beforeAll(async () => {
  connection = connect(inject('databaseUrl'));
  const shared = {
    db: connection.db,
    log: pino({ level: 'silent' }),
    now: () => now,
    instance: 'lan-test',
    photosDir: '/nowhere',
    pairing,
    streams: new OpenStreams(),
  };
  lan = createServer(createApp({ ...shared, access: { kind: 'lan', hosts: () => [new URL(lanUrl).host] } }));
  desk = createServer(createApp({ ...shared, lanUrls: () => [lanUrl] }));
  for (const server of [lan, desk]) await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  lanUrl = `http://127.0.0.1:${(lan.address() as AddressInfo).port}`;
  deskUrl = `http://127.0.0.1:${(desk.address() as AddressInfo).port}`;
});
afterAll(async () => {
  for (const server of [lan, desk]) {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
  }
  await connection.close();
});

const showCode = async () => ((await (await fetch(`${deskUrl}/api/devices/code`, { method: 'POST' })).json()) as { code: string }).code;
const pair = (fields: Record<string, string>) =>
  fetch(`${lanUrl}/pair`, {
    method: 'POST',
    body: new URLSearchParams({ name: 'garage tablet', person: 'TK', ...fields }),
    redirect: 'manual',
  });
const cookieOf = (answer: Response) => (answer.headers.get('set-cookie') ?? '').split(';')[0] ?? '';
const ask = (path: string, cookie = '', more: Record<string, string> = {}) =>
  fetch(`${lanUrl}${path}`, { headers: { ...(cookie ? { cookie } : {}), ...more }, redirect: 'manual' });

describe('the tablet in the garage', () => {
  it.each(['/api/kits', '/api/health', '/api/whoami', '/api/devices', '/api/nothing'])('unpaired, %s answers nothing', async (path) => {
    const answer = await ask(path, '', { accept: 'application/json' });
    expect([answer.status, await answer.json()]).toEqual([401, { error: { code: 'not-paired' } }]);
  });
  it('unpaired, writing answers nothing either', async () => {
    const answer = await fetch(`${lanUrl}/api/marks`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: '{}' });
    expect(answer.status).toBe(401);
  });
  it('unpaired, a page leads to where the code is typed', async () => {
    const answer = await ask('/kits/x', '', { accept: 'text/html' });
    expect([answer.status, answer.headers.get('location')]).toEqual([303, '/pair']);
    expect(await (await ask('/pair')).text()).toContain('Code from the desk');
  });
  it('a code shown at the desk lets one device in, once; it knows its name and person and cannot rule the desk', async () => {
    const code = await showCode();
    const answer = await pair({ code: `${code.slice(0, 4)} ${code.slice(4)}` });
    expect([answer.status, answer.headers.get('location')]).toEqual([303, '/']);
    expect(answer.headers.get('set-cookie')).toMatch(/HttpOnly; Secure; SameSite=Strict/);
    const cookie = cookieOf(answer);
    expect((await ask('/api/kits', cookie)).status).toBe(200);
    expect(await (await ask('/api/whoami', cookie)).json()).toMatchObject({ device: { name: 'garage tablet', person: 'TK' } });
    expect((await ask('/api/devices', cookie)).status).toBe(404);
    expect((await fetch(`${lanUrl}/api/devices/code`, { method: 'POST', headers: { cookie } })).status).toBe(404);
    expect((await pair({ code })).status).toBe(403);
  });
  it('marks and changes are by the person it was paired for, on that device, and of the kit’s life', async () => {
    const cookie = cookieOf(await pair({ code: await showCode(), name: 'bench tablet', person: 'tk' }));
    const send = async (path: string, body: unknown) => {
      const answer = await fetch(`${lanUrl}/api${path}`, {
        method: 'POST',
        headers: { cookie, 'content-type': 'application/json' },
        body: JSON.stringify(body),
      });
      return { status: answer.status, body: (await answer.json()) as { error?: { code: string; marks?: { code: string }[] } } };
    };
    const desk = clientOf(() => deskUrl);
    const k = await makeKit(desk, {
      people: [
        { id: RV, initials: 'RV' },
        { id: TK, initials: 'TK' },
      ],
    });
    const holes = [k.row.holes[0]?.id as string];
    const own = mark(k.rowId, holes, { person: TK, doneAt: '2026-11-19T10:00:00.000Z' });
    expect((await send('/marks', { kitId: k.kitId, marks: [own] })).status).toBe(200);
    expect((await send('/marks', { kitId: k.kitId, marks: [own] })).status).toBe(200);
    const kept = ((await desk.get(`/assemblies/${k.assemblyId}/marks`)).body.marks as { id: string; device: string }[]).find(
      (m) => m.id === own.id,
    );
    expect(kept?.device).not.toBe(own.device);
    const refused = async (more: object) => {
      const { status, body } = await send('/marks', { kitId: k.kitId, marks: [mark(k.rowId, holes, { person: TK, ...more })] });
      return [status, body.error?.marks?.map((m) => m.code)];
    };
    expect(await refused({ person: RV })).toEqual([409, ['mark-person-not-paired']]);
    expect(await refused({ doneAt: '1999-01-01T10:00:00.000Z' })).toEqual([409, ['mark-before-kit']]);
    const edit = change(k.kitId, [{ kind: 'row', id: k.rowId, expectedVersion: 1, definition: { ...k.row, name: 'By the tablet' } }]);
    expect((await send('/changes', { ...edit, person: RV })).body.error?.code).toBe('person-not-paired');
    expect((await send('/changes', { ...edit, person: TK })).status).toBe(200);
  });
  it('a dropped device gets nothing any more', async () => {
    const cookie = cookieOf(await pair({ code: await showCode(), name: 'lent phone' }));
    expect((await ask('/api/kits', cookie)).status).toBe(200);
    const { devices } = (await (await fetch(`${deskUrl}/api/devices`)).json()) as { devices: { id: string; name: string }[] };
    const id = devices.find((d) => d.name === 'lent phone')?.id ?? '';
    expect((await fetch(`${deskUrl}/api/devices/${id}`, { method: 'DELETE' })).status).toBe(200);
    expect((await ask('/api/kits', cookie)).status).toBe(401);
  });
  it('a dropped device’s open stream ends, the others’ go on', async () => {
    const [lost, kept] = [
      cookieOf(await pair({ code: await showCode(), name: 'lost phone' })),
      cookieOf(await pair({ code: await showCode(), name: 'kept tablet' })),
    ];
    const open = async (cookie: string) => {
      const answer = await ask('/api/gauges/stream', cookie);
      const reader = (answer.body as ReadableStream<Uint8Array>).getReader();
      await reader.read();
      return reader;
    };
    const [ended, going] = [await open(lost), await open(kept)];
    const { devices } = (await (await fetch(`${deskUrl}/api/devices`)).json()) as { devices: { id: string; name: string }[] };
    await fetch(`${deskUrl}/api/devices/${devices.find((d) => d.name === 'lost phone')?.id}`, { method: 'DELETE' });
    expect(await ended.read()).toEqual({ done: true, value: undefined });
    expect(await Promise.race([going.read(), fetch(`${deskUrl}/api/devices`).then(() => 'still open')])).toBe('still open');
    await going.cancel();
  });
  it.each([
    ['a made-up token', 'anvil-device=aaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaaa'],
    ['an empty one', 'anvil-device='],
    ['an injection', "anvil-device=' OR 1=1 --"],
  ])('%s lets nobody in', async (_, cookie) => expect((await ask('/api/kits', cookie)).status).toBe(401));
  it('Host and Origin are checked', async () => {
    const cookie = cookieOf(await pair({ code: await showCode() }));
    expect((await ask('/api/kits', cookie, { origin: 'https://elsewhere.example' })).status).toBe(403);
    expect((await ask('/api/kits', cookie, { origin: lanUrl })).status).toBe(403);
    expect((await ask('/api/kits', cookie, { origin: lanUrl.replace('http:', 'https:') })).status).toBe(200);
  });
  it('a code lives for minutes only, and a nameless device is not let in', async () => {
    const code = await showCode();
    expect((await pair({ code, name: ' ' })).status).toBe(400);
    now = new Date(now.getTime() + CODE_LIVES_MS);
    expect((await pair({ code })).status).toBe(403);
  });
  it('guessing is stopped', async () => {
    now = new Date(now.getTime() + 3_600_000);
    const code = await showCode();
    const wrong = code === '00000000' ? '11111111' : '00000000';
    const answers = [];
    for (let i = 0; i < 6; i++) answers.push((await pair({ code: wrong })).status);
    expect(answers).toEqual([403, 403, 403, 403, 403, 429]);
    expect((await pair({ code })).status).toBe(429);
    now = new Date(now.getTime() + 3_600_000);
    expect((await pair({ code })).status).toBe(403);
    expect((await pair({ code: await showCode() })).status).toBe(303);
  });
});

describe('wrong codes', () => {
  const at = new Date('2026-11-20T12:00:00.000Z');
  const wrongFor = (code: string) => (code === '00000000' ? '11111111' : '00000000');
  it('lock out who typed them, nobody else, and leave the code as it is', () => {
    const door = new Pairing(() => at);
    const { code } = door.open();
    for (let i = 0; i < 50; i++) door.try(wrongFor(code), '192.168.0.66');
    expect(door.try(code, '192.168.0.66')).toEqual({ ok: false, code: 'pairing-too-often' });
    expect(door.try(code, '192.168.0.20')).toEqual({ ok: true });
  });
  it('from many callers lock out none of the others', () => {
    const door = new Pairing(() => at);
    const { code } = door.open();
    for (let i = 0; i < 200; i++) door.try(wrongFor(code), `10.0.0.${i}`);
    expect(door.try(code, '10.0.1.1')).toEqual({ ok: true });
  });
  it.each([
    ['the same address written as a long one', '::ffff:192.168.0.66', '192.168.0.66', false],
    ['the other half of a long address', 'fe80::1', 'fe80::2:3', false],
    ['another network', 'fd00:1::1', 'fd00:2::1', true],
  ])('%s', (_, first, second, isFree) => {
    const door = new Pairing(() => at);
    const { code } = door.open();
    for (let i = 0; i < 5; i++) door.try(wrongFor(code), first);
    expect(door.try(code, second).ok).toBe(isFree);
  });
});

describe('without --lan', () => {
  it('the desk says so and shows no code', async () => {
    const shut = createServer(
      createApp({ db: connection.db, log: pino({ level: 'silent' }), now: () => now, instance: 'shut', photosDir: '/nowhere' }),
    );
    await new Promise<void>((resolve) => shut.listen(0, '127.0.0.1', resolve));
    const url = `http://127.0.0.1:${(shut.address() as AddressInfo).port}/api/devices`;
    expect(await (await fetch(url)).json()).toMatchObject({ isOpen: false });
    expect((await fetch(`${url}/code`, { method: 'POST' })).status).toBe(409);
    shut.closeAllConnections();
    await new Promise((resolve) => shut.close(resolve));
  });
});
