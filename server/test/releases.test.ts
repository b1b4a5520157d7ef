import mysql from 'mysql2/promise';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, describe, expect, it } from 'vitest';
import { startPrivateDatabase, type PrivateDatabase } from '../../scripts/start/private-database';
import { planStack } from '#core/prep/plan';
import { stackOf } from '#core/record/stack-of';
import { connect } from '../src/db/connection';
import { migrate } from '../src/db/migrate';
import { listAssemblies, listKits, listOfAssembly } from '../src/db/entities';
import { listMarksOfAssembly } from '../src/db/record';

const FOLDER = 'server/test/releases';
const folder = mkdtempSync(join(tmpdir(), 'anvil-release-'));
const databases: PrivateDatabase[] = [];

afterAll(async () => {
  for (const d of databases) await d.stop();
  rmSync(folder, { recursive: true, force: true });
});

describe('a database made by an earlier release', () => {
  it.each(readdirSync(FOLDER).filter((f) => f.endsWith('.sql')))(
    '%s is brought up to this one with nothing lost, twice over',
    async (file) => {
      const database = await startPrivateDatabase(join(folder, file), null);
      databases.push(database);
      const raw = await mysql.createConnection({ uri: database.url, multipleStatements: true });
      await raw.query(readFileSync(join(FOLDER, file), 'utf8'));
      await raw.end();
      await migrate(database.url, 'server/src/db/migrations');
      await migrate(database.url, 'server/src/db/migrations');
      const { db, close } = connect(database.url);
      const [kit] = await listKits(db);
      const [assembly] = await listAssemblies(db, kit?.id ?? '');
      const { parts, rows } = await listOfAssembly(db, assembly?.id ?? '');
      const marks = await listMarksOfAssembly(db, assembly?.id ?? '', 0);
      await close();
      expect([kit?.definition.name, rows.length, parts.length, marks.length > 8]).toEqual(['Quillback Two', 18, 18, true]);
      const byId = new Map(parts.map((p) => [p.id, p.definition]));
      for (const row of rows)
        expect(
          kit &&
            planStack(
              stackOf(row.definition, { fasteners: new Map(), kit: kit.definition, parts: byId }) as NonNullable<
                ReturnType<typeof stackOf>
              >,
            ).layers.length,
        ).toBeGreaterThan(0);
    },
  );
});
