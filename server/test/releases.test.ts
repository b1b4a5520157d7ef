import mysql from 'mysql2/promise';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { startPrivateDatabase, type PrivateDatabase } from '../../scripts/start/private-database';
import { KIT_FORMAT, readKitDocument } from '#core/formats/kit-document';
import { planStack } from '#core/prep/plan';
import type { Entity, RowDefinition } from '#core/record/definitions';
import type { DrillWork, MarkWork, SetWork } from '#core/record/mark-work';
import { stackOf } from '#core/record/stack-of';
import { definitionsById } from '#core/work/assembly-work';
import { exportKit, importKit } from '../src/commands/kit-document';
import { keepChange } from '../src/commands/change';
import { connect, type Database } from '../src/db/connection';
import { migrate } from '../src/db/migrate';
import { listAssemblies, listKits, listOfAssembly, listOfKind } from '../src/db/entities';
import { loadKitRecord } from '../src/db/kit-record';
import { listMarksOfAssembly } from '../src/db/record';

const FOLDER = 'server/test/releases';
const MIGRATIONS = 'server/src/db/migrations';
const folder = mkdtempSync(join(tmpdir(), 'anvil-release-'));
const databases: PrivateDatabase[] = [];
const ends: (() => Promise<void>)[] = [];

afterAll(async () => {
  for (const end of ends) await end();
  for (const d of databases) await d.stop();
  rmSync(folder, { recursive: true, force: true });
});

async function opened(name: string, sql: string | null): Promise<Database> {
  const database = await startPrivateDatabase(join(folder, name), null);
  databases.push(database);
  if (sql !== null) {
    const raw = await mysql.createConnection({ uri: database.url, multipleStatements: true });
    await raw.query(sql);
    await raw.end();
  }
  await migrate(database.url, MIGRATIONS);
  await migrate(database.url, MIGRATIONS);
  const { db, close } = connect(database.url);
  ends.push(close);
  return db;
}

describe('a database of the first release', () => {
  it('is brought up to this one with nothing lost, twice over', async () => {
    const db = await opened('first', readFileSync(join(FOLDER, '0.1.0.sql'), 'utf8'));
    const [kit] = await listKits(db);
    const [assembly] = await listAssemblies(db, kit?.id ?? '');
    const { parts, rows } = await listOfAssembly(db, assembly?.id ?? '');
    const marks = await listMarksOfAssembly(db, assembly?.id ?? '', 0);
    expect([kit?.definition.name, rows.length, parts.length, marks.length > 8]).toEqual(['Quillback Two', 18, 18, true]);
    const context = { kit: (kit as Entity<'kit'>).definition, parts: definitionsById(parts), fasteners: new Map() };
    for (const row of rows) expect(planStack(stackOf(row.definition, context)!).layers.length).toBeGreaterThan(0);
  });
});

/*
 * The release before marks carried the work: the demo, in which two rows were edited from dash 3 to dash 4 after work was done in them, and
 * a row's blind fastener, which the row described itself then, was called otherwise.
 */
describe.each(['its database upgraded', 'its export read'])('the release before marks carried the work, %s', (how) => {
  const document = JSON.parse(gunzipSync(readFileSync(join(FOLDER, '2026-11-27.kit.json.gz'))).toString('utf8'));
  let db: Database;
  let rows: readonly Entity<'row'>[];
  let marks: readonly { readonly id: string; readonly kind: string; readonly rowId: string; readonly then?: MarkWork | null | undefined }[];

  beforeAll(async () => {
    const isUpgrade = how.endsWith('upgraded');
    db = await opened(
      how.replaceAll(' ', '-'),
      isUpgrade ? gunzipSync(readFileSync(join(FOLDER, '2026-11-27.sql.gz'))).toString('utf8') : null,
    );
    if (!isUpgrade) expect(await importKit(db, document, false, new Date())).toMatchObject({ ok: true });
    const record = await loadKitRecord(db, document.kitId);
    rows = record?.assemblies.flatMap((a) => a.rows) ?? [];
    marks = record?.assemblies.flatMap((a) => a.marks) ?? [];
  }, 60_000);

  const rowNamed = (name: string) => rows.find((r) => r.definition.name === name) as Entity<'row'>;
  const works = <W>(rowId: string, kind: string) =>
    marks.filter((m) => m.rowId === rowId && m.kind === kind).map((m) => m.then as W | null);

  it('loses no mark', () => {
    const ids = (all: readonly { id: string }[]) => all.map((m) => m.id).sort();
    expect(ids(marks)).toEqual(ids(document.marks));
    expect(rows).toHaveLength(document.entities.filter((e: { kind: string; deleted: boolean }) => e.kind === 'row' && !e.deleted).length);
  });

  it('shows every old mark as of its time: dash 3 was set, in a hole drilled #40, in a row that wants dash 4 now', () => {
    const row = rowNamed('Glare shield lap');
    expect(row.definition.dash).toBe(4);
    const sets = works<SetWork>(row.id, 'set');
    expect(sets.length).toBeGreaterThan(10);
    expect(new Set(sets.map((s) => s?.fastener.name.replace(/-[\d.]+$/, '')))).toEqual(new Set(['MS20426AD3']));
    for (const s of sets) expect(s?.holeMm).toBeCloseTo(0.098 * 25.4, 9);
    for (const d of works<DrillWork>(row.id, 'drilled')) expect(d?.holeMm).toBeCloseTo(0.098 * 25.4, 9);
  });

  it('no mark whose work can be told says nothing', () => {
    const kinds = ['drilled', 'dimpled', 'countersunk', 'set'];
    const untold = marks.filter((m) => kinds.includes(m.kind) && (m.then === undefined || m.then === null));
    expect(untold).toEqual([]);
  });

  it('a blind fastener that a row described is one of the kit’s, with its figures; so it is in the history', async () => {
    const fasteners = definitionsById(await listOfKind(db, 'fastener', document.kitId));
    const row = rowNamed('Top skin to end wall, the last');
    expect(row.definition).not.toHaveProperty('blind');
    const now = fasteners.get(row.definition.fastenerId ?? '');
    expect(now).toMatchObject({ name: 'blind 3/32, short', kind: 'blind', gripTo: null, head: { kind: 'flush', angleDeg: 100 } });
    expect(now?.hole?.text).toBe('7/64');
    const old = document.entities.find((e: { id: string }) => e.id === row.id).definition as RowDefinition & { blind: { name: string } };
    expect(now?.name).toBe(old.blind.name);
    expect([...fasteners.values()].map((f) => f.name).sort()).toEqual(['blind 3/32, body .109', 'blind 3/32, short']);
  });

  it('what was changed before the upgrade can be taken back after it', async () => {
    const row = rowNamed('Top skin to end wall, the last');
    const change = document.changes.findLast((c: { edits: { id: string }[] }) => c.edits.length === 1 && c.edits[0]?.id === row.id);
    const undo = {
      id: crypto.randomUUID(),
      kitId: document.kitId,
      person: change.person,
      device: change.device,
      recordedAt: new Date().toISOString(),
      reason: '',
      undoes: change.id,
      edits: [],
    };
    expect(await keepChange(db, undo, new Date())).toMatchObject({ ok: true });
    const fasteners = definitionsById(await listOfKind(db, 'fastener', document.kitId));
    const again = (await loadKitRecord(db, document.kitId))?.assemblies.flatMap((a) => a.rows).find((r) => r.id === row.id);
    expect(fasteners.get(again?.definition.fastenerId ?? '')?.name).toBe('blind 3/32, body .109');
  });

  it('is exported in the shape of today, which is read back', async () => {
    const text = await exportKit(db, document.kitId);
    const read = readKitDocument(JSON.parse(text ?? ''));
    expect(read.ok && read.value.format).toBe(KIT_FORMAT);
    expect(text).not.toContain('"blind":{');
  });
});
