/** Speed, as ratios measured in one run; nothing is asserted. `npm run bench`. */
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { planStack } from '#core/prep/plan';
import type { Edit, RowDefinition } from '#core/record/definitions';
import { stackOf } from '#core/record/stack-of';
import { insertMarks } from '#server/db/record';
import { keepChange } from '#server/commands/change';
import { connect, type Connection } from '#server/db/connection';
import { migrate } from '#server/db/migrate';
import DxfParser from 'dxf-parser';
import { readDxf } from '#core/dxf/drawing';
import { groupIntoRows } from '#core/layout/group-rows';
import { firstLoad } from './first-load';
import { benchDossier } from './dossier';
import { mapPanning } from './map';
import { photographs } from './photo';
import { folding, manyMarks } from './record';
import { withServer } from './own-server';
import { heavyAnswers } from './under-load';
import { kitSequence, orderQuality } from './sequence';
import { touchToScreen } from './touch';
import { startPrivateDatabase } from '../start/private-database';
import { freePort, waitFor } from '../start/processes';
import { layoutAlong } from '#core/layout/path';
import { mm } from '#core/units/length';
import { medianMs, mediansInTurn, randomFrom, report } from './measure';
import { changeOf, editsOfAssembly, everyKind, KIT, randomAssembly, uuid, withEveryKind } from './rows';

async function planning(): Promise<void> {
  const { parts, rows } = randomAssembly(1500, uuid('assembly'), 1);
  const definitions = [...rows.values()];
  const json = JSON.stringify(definitions);
  const stacks = definitions.map((row) => stackOf(row, { fasteners: new Map(), kit: KIT, parts }));
  const documents = JSON.stringify(
    stacks.map((s) => s && { school: s.school, head: s.head, diameter: s.size.diameter, stack: s.layers, edge: s.edge, pitch: s.pitch }),
  );
  const plan = await medianMs(() => definitions.map((row) => planStack(stackOf(row, { fasteners: new Map(), kit: KIT, parts })!)), 31, 20);
  const fasteners = everyKind(uuid('kit'));
  /* Copied alike, so that the two differ in what closes them alone. */
  const solid = definitions.map((row) => ({ ...row, fastenerId: null, far: undefined }));
  const every = withEveryKind(solid, fasteners);
  const plannedAll = (all: readonly RowDefinition[]) => all.map((row) => planStack(stackOf(row, { fasteners, kit: KIT, parts })!));
  const inTurn = mediansInTurn(
    () => plannedAll(solid),
    () => plannedAll(every),
    61,
    20,
  );
  report(
    'planning 1,500 rows of all kinds / of solid rivets',
    `${inTurn.ratio.toFixed(2)}  (${inTurn.b.toFixed(1)} ms / ${inTurn.a.toFixed(1)} ms; aim 1.3 or less)`,
  );
  const parse = await medianMs(() => JSON.parse(json), 31, 20);
  const parseShort = await medianMs(() => JSON.parse(documents), 31, 20);
  report(
    'planning 1,500 rows / JSON.parse of the same rows',
    `${(plan / parse).toFixed(2)}  (${plan.toFixed(1)} ms / ${parse.toFixed(1)} ms; aim 5 or less)`,
  );
  report(
    'the same / JSON.parse of their bare stacks (no holes, no ids)',
    `${(plan / parseShort).toFixed(2)}  (${parseShort.toFixed(1)} ms)`,
  );
}

/** Reads an answer to its end and gives its Server-Timing. */
function readThrough(url: string, agent: Agent): Promise<string> {
  return new Promise((resolve, reject) => {
    const request = get(url, { agent }, (response) => {
      response.on('data', () => undefined);
      response.on('end', () => resolve(String(response.headers['server-timing'] ?? '')));
    });
    request.on('error', reject);
  });
}

/** Laying 1,000 rows out along paths that bend, against reading the same paths' JSON. */
async function layout(): Promise<void> {
  const random = randomFrom(3);
  const jobs = Array.from({ length: 1000 }, () => ({
    path: Array.from({ length: 2 + Math.floor(random() * 4) }, (_, i) => ({ x: i * 200 + random() * 50, y: random() * 80 })),
    maxPitch: 15 + random() * 30,
  }));
  const json = JSON.stringify(jobs);
  const lay = await medianMs(
    () => jobs.map((j) => layoutAlong(j.path, { spacing: { maxPitch: mm(j.maxPitch) }, startEdge: mm(8), endEdge: mm(8) })),
    31,
    10,
  );
  const parse = await medianMs(() => JSON.parse(json), 31, 10);
  report(
    'layout of 1,000 rows / JSON.parse of their paths',
    `${(lay / parse).toFixed(2)}  (${lay.toFixed(1)} ms / ${parse.toFixed(1)} ms)`,
  );
}

/** Reading a drawing of 20,000 circles into rows, against parsing its text alone. */
async function drawing(): Promise<void> {
  const circles = Array.from(
    { length: 20_000 },
    (_, i) => `0\nCIRCLE\n8\nHOLES\n10\n${((i % 200) * 25.4).toFixed(4)}\n20\n${Math.floor(i / 200) * 40}\n40\n1.2446\n`,
  );
  const text = `0\nSECTION\n2\nENTITIES\n${circles.join('')}0\nENDSEC\n0\nEOF\n`;
  const parse = await medianMs(() => new DxfParser().parseSync(text), 7, 1);
  const whole = await medianMs(
    () => {
      const read = readDxf(text);
      if (read.ok) groupIntoRows(read.value.holes);
    },
    7,
    1,
  );
  report(
    'import of a 20,000-circle DXF / parsing it alone',
    `${(whole / parse).toFixed(2)}  (${whole.toFixed(0)} ms / ${parse.toFixed(0)} ms)`,
  );
}

/** Reading an outline of 300,000 corners, against one of 30,000: at most 15. */
async function fineOutline(): Promise<void> {
  const text = (n: number) => {
    const corners = Array.from({ length: n }, (_, i) => {
      const a = (2 * Math.PI * i) / n;
      return `10\n${1000 * Math.cos(a)}\n20\n${1000 * Math.sin(a)}\n`;
    });
    return `0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n8\nEDGE\n90\n${n}\n70\n1\n${corners.join('')}0\nENDSEC\n0\nEOF\n`;
  };
  const [small, large] = [text(30_000), text(300_000)];
  const little = await medianMs(() => readDxf(small), 7, 2);
  const much = await medianMs(() => readDxf(large), 5, 1);
  report('DXF outline of 300,000 corners / of 30,000', `${(much / little).toFixed(1)}  (${much.toFixed(0)} ms / ${little.toFixed(0)} ms)`);
}

async function listing(folder: string): Promise<void> {
  const database = await startPrivateDatabase(folder, null);
  try {
    await migrate(database.url, 'server/src/db/migrations');
    const connection = connect(database.url);
    const [kitId, assemblyId] = [uuid('kit'), uuid('assembly')];
    const edits = editsOfAssembly(kitId, assemblyId, randomAssembly(500, assemblyId, 2));
    const kept = await keepChange(connection.db, changeOf(uuid('change'), kitId, edits), new Date());
    if (!kept.ok) throw new Error(kept.problem.code);
    /* The server runs in a process of its own, as it does for a builder. */
    await withServer(join(folder, 'app'), ['--database-url', database.url], (base) => listed(connection, base, kitId, assemblyId, edits));
    await connection.close();
  } finally {
    await database.stop();
  }
}

async function listed(connection: Connection, base: string, kitId: string, assemblyId: string, edits: readonly Edit[]): Promise<void> {
  const url = `${base}/api/assemblies/${assemblyId}`;
  const planMs: number[] = [];
  const agent = new Agent({ keepAlive: true });
  const api = await medianMs(
    async () => {
      planMs.push(Number(/plan;dur=([\d.]+)/.exec(await readThrough(url, agent))?.[1] ?? 0));
    },
    31,
    20,
  );
  const pool = connection.pool.promise();
  const columns = 'SELECT id, kind, kit_id, assembly_id, version, definition, deleted FROM entities WHERE';
  const direct = await medianMs(
    async () => {
      await pool.query(`${columns} id = ? AND kind = ? AND deleted = ?`, [assemblyId, 'assembly', false]);
      await pool.query(`${columns} id = ? AND kind = ? AND deleted = ?`, [kitId, 'kit', false]);
      await pool.query(`${columns} assembly_id = ? AND kind IN (?, ?) AND deleted = ?`, [assemblyId, 'part', 'row', false]);
    },
    31,
    20,
  );
  const plan = planMs.sort((a, b) => a - b)[Math.floor(planMs.length / 2)] as number;
  report(
    'API list of 500 rows without planning / its statements',
    `${((api - plan) / direct).toFixed(2)}  (${(api - plan).toFixed(1)} ms / ${direct.toFixed(1)} ms, planning ${plan.toFixed(1)} ms apart; aim 2 or less)`,
  );
  const rowIds = edits.flatMap((e) => (e.kind === 'row' ? [e.id] : []));
  const many = manyMarks(rowIds, uuid('layer'));
  for (let i = 0; i < many.length; i += 1000) await insertMarks(connection.db, kitId, many.slice(i, i + 1000), new Date());
  const loaded = await medianMs(() => readThrough(`${url}/marks`, agent), 5, 1);
  const bare = await medianMs(
    async () => {
      await pool.query(
        'SELECT m.* FROM marks m JOIN entities e ON e.id = m.row_id WHERE (e.assembly_id = ? OR e.id = ?) AND m.seq > 0 ORDER BY m.seq',
        [assemblyId, assemblyId],
      );
    },
    5,
    1,
  );
  report(
    'state of 15,000 holes with 60,000 marks over the API / its bare query',
    `${(loaded / bare).toFixed(2)}  (${loaded.toFixed(0)} ms / ${bare.toFixed(0)} ms)`,
  );
  agent.destroy();
  await heavyAnswers(base, kitId, bare);
}

async function warmStart(folder: string): Promise<void> {
  const [port, gaugePort] = [await freePort(), await freePort()];
  const start = () => spawn('./start', ['--data', folder, '--port', String(port), '--gauge-port', String(gaugePort)], { stdio: 'ignore' });
  const isUp = () =>
    fetch(`http://127.0.0.1:${port}/`).then(
      (r) => r.ok,
      () => false,
    );
  for (const isCounted of [false, true]) {
    const began = performance.now();
    const child = start();
    const gone = new Promise((resolve) => child.once('exit', resolve));
    const up = await waitFor(isUp, 180_000);
    const seconds = (performance.now() - began) / 1000;
    child.kill('SIGTERM');
    await gone;
    if (isCounted) report('warm ./start to the first page', up ? `${seconds.toFixed(2)} s  (aim: under 6 s)` : 'it did not come up');
  }
}

/* What is measured is what the sources say now. */
execFileSync('node', ['scripts/build/build.mjs'], { stdio: 'ignore' });
const folder = mkdtempSync(join(tmpdir(), 'anvil-bench-'));
const MEASURES: Readonly<Record<string, () => void | Promise<void>>> = {
  planning,
  layout,
  drawing,
  outline: fineOutline,
  dossier: benchDossier,
  order: orderQuality,
  sequence: () => kitSequence(join(folder, 'sequence')),
  folding,
  photo: photographs,
  map: () => mapPanning(join(folder, 'map')),
  load: () => firstLoad(join(folder, 'load')),
  touch: () => touchToScreen(join(folder, 'touch')),
  listing: () => listing(join(folder, 'list')),
  start: () => warmStart(join(folder, 'start')),
};
/* All of them, or those that are named: `npm run bench -- listing drawing`. */
const wanted = process.argv.slice(2);
try {
  for (const [name, measure] of Object.entries(MEASURES)) if (wanted.length === 0 || wanted.includes(name)) await measure();
} finally {
  rmSync(folder, { recursive: true, force: true });
}
