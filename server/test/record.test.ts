import { parse } from 'csv-parse/sync';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEMO_KIT_ID, DEMO_ASSEMBLY_ID, loadDemo } from '../src/demo/load';
import { change, id, makeKit, mark, serve } from './client';

const api = serve();
const folder = mkdtempSync(join(tmpdir(), 'anvil-dossier-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
beforeAll(async () => {
  await loadDemo(api.db(), 'reset', new Date('2026-11-20T12:00:00.000Z'));
});

interface Job {
  id: string;
  state: string;
  progress: number;
}
const begin = async (query = ''): Promise<Job> =>
  (await (await fetch(`${api.url()}/api/kits/${DEMO_KIT_ID}/dossier${query}`, { method: 'POST' })).json()) as Job;
const state = async (job: string) => (await api.get(`/dossiers/${job}`)).body as Job;
async function finished(job: string): Promise<Job> {
  await expect.poll(async () => (await state(job)).state, { timeout: 40_000 }).not.toBe('working');
  return state(job);
}
const text = async (path: string) => (await fetch(`${api.url()}/api${path}`)).text();

describe('the dossier', () => {
  it.each(['a4', 'letter'])('on %s is valid for two PDF programs, its text can be searched, its figures are the app’s', async (paper) => {
    const job = await begin(`?paper=${paper}`);
    expect((await finished(job.id)).state).toBe('done');
    const file = join(folder, `${paper}.pdf`);
    const answer = await fetch(`${api.url()}/api/dossiers/${job.id}/dossier.pdf`);
    writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
    execFileSync('qpdf', ['--check', file]);
    execFileSync('pdftoppm', ['-r', '20', '-gray', file, join(folder, paper)]);
    const said = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
    expect(said).toContain('Quillback Two');
    expect(said).toContain('Keel, forward half, 24 holes');
    expect(said).toContain('The order of the work follows the plans, because: As printed on page NB-02');
    expect(said).toContain('keel angle .063 in: countersink, .0416 in deep, .1972 in across');
    expect(said).toContain('the program said: the next size goes');
    /* Work without holes, with its readings; what happened to parts. */
    expect(said).toContain('Job: Deck skin over the hatch ring');
    expect(said).toMatch(/TK: Trial fit: Overlap at the front: wanted 1\.250 in.*; is 1\.262 in/);
    expect(said).toContain('open: Final size: Opened to the final size');
    expect(said).toMatch(/deck skin: dent, 3 in behind the front corner, left, \.0313 in.* deep; dressed out on 2026-11-\d\d/);
    expect(said).toContain('cover stiffener, stays bare: the bonded face, .75 in wide (masked, looked at).');
    expect(said).toContain('structural adhesive, two parts: 100 : 40 by weight, 2.1 ml');
    expect(said).toMatch(/page 1 of \d+/);
    const { rows, parts } = (await api.get(`/assemblies/${DEMO_ASSEMBLY_ID}`)).body as { rows: unknown[]; parts: unknown[] };
    expect(said).toMatch(new RegExp(`Left float,?.*\\s${parts.length}\\s+${rows.length}\\s`));
  });
  it('one assembly alone', async () => {
    const job = await begin(`?assembly=${DEMO_ASSEMBLY_ID}`);
    expect((await finished(job.id)).state).toBe('done');
  });
  it('stopped before it is done, it leaves no file', async () => {
    const first = await begin();
    const second = await begin();
    await fetch(`${api.url()}/api/dossiers/${second.id}`, { method: 'DELETE' });
    expect((await finished(second.id)).state).toBe('stopped');
    expect((await fetch(`${api.url()}/api/dossiers/${second.id}/dossier.pdf`)).status).toBe(404);
    expect((await finished(first.id)).state).toBe('done');
  });
  it.each([
    [`/kits/${DEMO_KIT_ID}/dossier?paper=a0`, 400],
    [`/kits/${DEMO_KIT_ID}/dossier?zone=Middle/Nowhere`, 400],
    [`/kits/${DEMO_KIT_ID}/dossier?assembly=x`, 400],
    ['/kits/nonsense/dossier', 404],
  ])('%s is refused', async (path, status) => {
    expect((await fetch(`${api.url()}/api${path}`, { method: 'POST' })).status).toBe(status);
  });
  it('an assembly that is not there fails and says so', async () => {
    const job = await begin(`?assembly=${id()}`);
    expect((await finished(job.id)).state).toBe('failed');
  });
  it('a kit that is not there fails and says so', async () => {
    const answer = await fetch(`${api.url()}/api/kits/${id()}/dossier`, { method: 'POST' });
    expect((await finished(((await answer.json()) as Job).id)).state).toBe('failed');
    expect((await api.get(`/dossiers/${id()}`)).status).toBe(404);
  });
});

describe('the log, the stock and the tables', () => {
  it('pages by day and assembly; the day is the builder’s own', async () => {
    const days = async (zone: string) =>
      ((await api.get(`/kits/${DEMO_KIT_ID}/log?zone=${zone}`)).body as { pages: { day: string }[] }).pages.map((p) => p.day);
    const [here, east] = [await days('UTC'), await days('Pacific/Kiritimati')];
    expect(here).toEqual([...here].sort().reverse());
    expect(east).not.toEqual(here);
    expect((await api.get(`/kits/${DEMO_KIT_ID}/log?zone=Middle/Nowhere`)).status).toBe(400);
    expect((await api.get(`/kits/${id()}/log`)).status).toBe(404);
  });
  it('the kit’s own zone outranks the one of who looks, in summer as in winter, in log, tables and dossier', async () => {
    const k = await makeKit(api);
    const kit = (await api.get(`/kits/${k.kitId}`)).body.kit;
    const keep = (timeZone: string | undefined, version: number) =>
      api.post(
        '/changes',
        change(k.kitId, [{ kind: 'kit', id: k.kitId, expectedVersion: version, definition: { ...kit.definition, timeZone } }]),
      );
    const hole = k.row.holes.map((h) => h.id).slice(0, 1);
    /* Half past eleven at night in Vienna, in July and in January. */
    for (const doneAt of ['2026-07-01T21:30:00.000Z', '2026-01-10T22:30:00.000Z'])
      expect((await api.post('/marks', { kitId: k.kitId, marks: [mark(k.rowId, hole, { doneAt, recordedAt: doneAt })] })).status).toBe(200);
    const days = async (zone: string) =>
      ((await api.get(`/kits/${k.kitId}/log?zone=${zone}`)).body as { pages: { day: string }[] }).pages.map((p) => p.day);
    expect(await days('Pacific/Auckland')).toEqual(['2026-07-02', '2026-01-11']);
    expect((await keep('Europe/Vienna', 1)).status).toBe(200);
    for (const zone of ['UTC', 'Pacific/Auckland', 'America/Anchorage']) expect(await days(zone)).toEqual(['2026-07-01', '2026-01-10']);
    const table = parse(await text(`/kits/${k.kitId}/record/marks.csv?zone=Pacific/Auckland`), { columns: true, bom: true }) as Record<
      string,
      string
    >[];
    expect(table.map((r) => r.day).sort()).toEqual(['2026-01-10', '2026-07-01']);
    expect((await keep('Middle/Nowhere', 2)).status).toBe(400);
  });
  it('the log comes in pages: every day once, newest first, newer ones in between lose none', async () => {
    const k = await makeKit(api);
    const holes = k.row.holes.map((h) => h.id);
    const dayMark = (n: number) => {
      const doneAt = new Date(Date.UTC(2026, 2, 1 + n, 12)).toISOString();
      return mark(k.rowId, [holes[n % holes.length] as string], { doneAt, recordedAt: doneAt });
    };
    expect((await api.post('/marks', { kitId: k.kitId, marks: Array.from({ length: 53 }, (_, n) => dayMark(n)) })).status).toBe(200);
    interface Part {
      pages: { day: string; lines: { rowId: string }[] }[];
      rows: Record<string, { holeIds: string[] }>;
      total: number;
      next: string | null;
    }
    const ask = async (more: Record<string, string>) =>
      (await api.get(`/kits/${k.kitId}/log?${new URLSearchParams({ zone: 'UTC', ...more }).toString()}`)).body as Part;
    const seen: string[] = [];
    let part = await ask({});
    expect([part.total, part.pages.length]).toEqual([53, 20]);
    expect(part.rows[k.rowId]?.holeIds).toHaveLength(holes.length);
    seen.push(...part.pages.map((p) => p.day));
    await api.post('/marks', { kitId: k.kitId, marks: [dayMark(60)] });
    while (part.next !== null) {
      part = await ask({ after: part.next });
      seen.push(...part.pages.map((p) => p.day));
    }
    expect(seen).toHaveLength(53);
    expect(seen).toEqual([...new Set(seen)].sort().reverse());
    expect((await ask({})).total).toBe(54);
    expect(await ask({ find: '2026-03-05' })).toMatchObject({ total: 1, next: null, pages: [{ day: '2026-03-05' }] });
    expect((await ask({ find: 'drilled nowhere' })).total).toBe(0);
    expect((await api.get(`/kits/${k.kitId}/log?find=${'x'.repeat(201)}`)).status).toBe(400);
  });
  it('stock counts the holes that are not set', async () => {
    const { needs } = (await api.get(`/kits/${DEMO_KIT_ID}/stock`)).body as {
      needs: { callout: string; needed: number; toOrder: number }[];
    };
    const csv = (await text(`/kits/${DEMO_KIT_ID}/record/rows.csv`)).trim().split('\r\n');
    /* What takes nothing is no stock. */
    const holes = csv.slice(1).reduce((sum, line) => {
      if (/drain hole|jig hole/.test(line)) return sum;
      const cells = line.match(/("([^"]|"")*"|[^,]*)(,|$)/g)?.map((c) => c.replace(/,$/, '')) ?? [];
      return sum + Number(cells[6]) - Number(cells[7]);
    }, 0);
    expect(needs.reduce((sum, n) => sum + n.needed, 0)).toBe(holes);
    expect(needs.every((n) => n.toOrder >= 0)).toBe(true);
  });
  it.each(['marks', 'rows', 'hours'])('%s.csv has a head and a line for each, all of the same width', async (table) => {
    const lines = (await text(`/kits/${DEMO_KIT_ID}/record/${table}.csv`)).trim().split('\r\n');
    expect(lines.length).toBeGreaterThan(3);
    const width = (line: string) => line.replace(/"([^"]|"")*"/g, '').split(',').length;
    expect(new Set(lines.map(width)).size).toBe(1);
  });
  it('hours of all shifts by kind of work, as minutes are learned from', async () => {
    const { worked } = (await api.get(`/kits/${DEMO_KIT_ID}/worked?zone=UTC`)).body as {
      worked: { kind: string; ms: number; count: number }[];
    };
    expect(worked.length).toBeGreaterThan(5);
    expect(worked.every((w) => w.ms > 0)).toBe(true);
    expect(worked.some((w) => w.kind === 'set' && w.count > 0)).toBe(true);
    expect((await api.get(`/kits/${id()}/worked`)).status).toBe(404);
  });
  it('hours.csv counts every minute once: the column adds up to what the shifts worked', async () => {
    const rows = parse(await text(`/kits/${DEMO_KIT_ID}/record/hours.csv`), { columns: true, bom: true }) as Record<string, string>[];
    const { worked } = (await api.get(`/kits/${DEMO_KIT_ID}/worked?zone=UTC`)).body as { worked: { ms: number }[] };
    const minutes = rows.reduce((sum, r) => sum + Number(r.minutes), 0);
    const whole = worked.reduce((sum, w) => sum + w.ms, 0) / 60_000;
    expect(minutes).toBeGreaterThan(60);
    expect(Math.abs(minutes - whole)).toBeLessThan(rows.length * 0.005 + 1e-9);
    expect(Object.keys(rows[0] ?? {})).toEqual(['day', 'assembly', 'person', 'what', 'minutes']);
    expect(new Set(rows.map((r) => `${r.day}/${r.assembly}/${r.person}/${r.what}`)).size).toBe(rows.length);
  });
  it('another table there is not', async () => {
    expect((await fetch(`${api.url()}/api/kits/${DEMO_KIT_ID}/record/secrets.csv`)).status).toBe(404);
  });
});
