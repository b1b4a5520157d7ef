import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pino } from 'pino';
import { afterAll, beforeAll, inject } from 'vitest';
import { blankRow, newKit } from '#core/record/blank';
import type { Change, Edit, KitDefinition, PartDefinition, RowDefinition } from '#core/record/definitions';
import type { Mark, MarkKind } from '#core/record/marks';
import { createApp } from '../src/app';
import { connect, type Connection } from '../src/db/connection';

export interface Answer {
  status: number;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- answers are checked field by field
  body: any;
  headers: Headers;
}

/** A server on a loopback port of its own, and a small client for it. */
export function serve() {
  const photosDir = mkdtempSync(join(tmpdir(), 'anvil-photos-'));
  let base = '';
  let connection: Connection;
  const server = createServer();
  /* A test that holds the event loop for seconds must not find its connection closed under its next request. */
  server.keepAliveTimeout = 0;
  beforeAll(async () => {
    connection = connect(inject('databaseUrl'));
    server.on(
      'request',
      createApp({
        db: connection.db,
        log: pino({ level: 'silent' }),
        now: () => new Date('2026-11-20T12:00:00.000Z'),
        instance: 'test',
        photosDir,
      }),
    );
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(async () => {
    server.closeAllConnections();
    await new Promise((resolve) => server.close(resolve));
    await connection.close();
    rmSync(photosDir, { recursive: true, force: true });
  });
  return { ...clientOf(() => base), photosDir: () => photosDir, db: () => connection.db, pool: () => connection.pool.promise() };
}

/** A small client for a server at an address. */
export function clientOf(base: () => string) {
  const call = async (path: string, init?: RequestInit): Promise<Answer> => {
    const response = await fetch(`${base()}/api${path}`, init);
    return { status: response.status, body: await response.json(), headers: response.headers };
  };
  return {
    url: base,
    get: (path: string) => call(path),
    post: (path: string, body: unknown, headers: Record<string, string> = {}) =>
      call(path, {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers },
        body: typeof body === 'string' ? body : JSON.stringify(body),
      }),
  };
}

export const id = () => randomUUID();
const person = id();
const device = id();

export const kit = (more: Partial<KitDefinition> = {}): KitDefinition => ({
  ...newKit('Test kit', 'in', [{ id: person, initials: 'TT' }]),
  ...more,
});

export const part = (assemblyId: string, name: string, inch: number, more: Partial<PartDefinition> = {}): PartDefinition => ({
  v: 1,
  assemblyId,
  name,
  hand: null,
  thickness: { mm: inch * 25.4, text: String(inch), units: 'in' },
  measured: null,
  mirroredFrom: null,
  ...more,
});

export const row = (assemblyId: string, partIds: string[], holes = 4, more: Partial<RowDefinition> = {}): RowDefinition => ({
  ...blankRow(assemblyId, 1),
  name: 'A row',
  layers: partIds.map((partId) => ({ id: id(), partId, plans: null, edge: null, bothSides: false })),
  holes: Array.from({ length: holes }, () => ({ id: id(), out: false })),
  ...more,
});

export const change = (kitId: string, edits: Edit[], more: Partial<Change> = {}): Change => ({
  id: id(),
  kitId,
  person,
  device,
  recordedAt: '2026-11-20T11:00:00.000Z',
  reason: '',
  undoes: null,
  edits,
  ...more,
});

export const mark = (
  rowId: string,
  holeIds: string[],
  more: Partial<Omit<Mark, 'kind' | 'payload'>> & { kind?: MarkKind; payload?: object } = {},
): Mark =>
  ({
    id: id(),
    kind: 'drilled',
    v: 1,
    rowId,
    holeIds,
    layerIds: [],
    side: null,
    doneAt: '2026-11-19T20:00:00.000Z',
    recordedAt: '2026-11-20T11:00:00.000Z',
    person,
    device,
    payload: {},
    ...more,
  }) as Mark;

/** A kit with one assembly, two parts and one row, made through the API. */
export async function makeKit(api: ReturnType<typeof clientOf>, more: Partial<KitDefinition> = {}) {
  const [kitId, assemblyId, skin, spar, rowId] = [id(), id(), id(), id(), id()] as const;
  const rowDefinition = row(assemblyId, [skin, spar]);
  const made = await api.post(
    '/changes',
    change(kitId, [
      { kind: 'kit', id: kitId, expectedVersion: 0, definition: kit(more) },
      { kind: 'assembly', id: assemblyId, expectedVersion: 0, definition: { v: 1, kitId, name: 'Left float', order: 1 } },
      { kind: 'part', id: skin, expectedVersion: 0, definition: part(assemblyId, 'skin', 0.025) },
      { kind: 'part', id: spar, expectedVersion: 0, definition: part(assemblyId, 'spar', 0.04) },
      { kind: 'row', id: rowId, expectedVersion: 0, definition: rowDefinition },
    ]),
  );
  if (made.status !== 200) throw new Error(JSON.stringify(made.body));
  return { kitId, assemblyId, skin, spar, rowId, row: rowDefinition };
}

/** Marks as they were written: without what was read of an old one’s time, and without their place. */
export const written = (marks: readonly Mark[]): unknown[] => marks.map(({ then: _, place: _place, ...mark }) => mark);
