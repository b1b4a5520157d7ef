import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { change, makeKit, mark, serve } from './client';

const api = serve();
const folder = mkdtempSync(join(tmpdir(), 'anvil-card-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

describe('the bench card', () => {
  let made: Awaited<ReturnType<typeof makeKit>>;
  beforeAll(async () => {
    made = await makeKit(api);
    const holes = Array.from({ length: 60 }, (_, i) => made.row.holes[i] ?? { id: crypto.randomUUID(), out: false }).map((h, i) =>
      i === 6 ? { ...h, holds: ['no-prep' as const] } : h,
    );
    const definition = { ...made.row, name: 'Keel <lower> \u25aa', holes, hand: 'L' as const };
    await api.post('/changes', change(made.kitId, [{ kind: 'row', id: made.rowId, expectedVersion: 1, definition }]));
    await api.post('/marks', {
      kitId: made.kitId,
      marks: [
        mark(
          made.rowId,
          holes.slice(0, 2).map((h) => h.id),
        ),
      ],
    });
  });
  const card = async (setup: string, paper = 'a4') => {
    const answer = await fetch(
      `${api.url()}/api/assemblies/${made.assemblyId}/bench-card.pdf?${new URLSearchParams({ setup, paper }).toString()}`,
    );
    return { status: answer.status, bytes: Buffer.from(await answer.arrayBuffer()) };
  };
  it.each(['a4', 'letter'])('on %s: a sound PDF with rows, numbered boxes, plugs and cautions as text', async (paper) => {
    const { status, bytes } = await card('countersunk/100/2.49/42', paper);
    expect(status).toBe(200);
    const file = join(folder, `${paper}.pdf`);
    writeFileSync(file, bytes);
    execFileSync('qpdf', ['--check', file]);
    const text = execFileSync('pdftotext', ['-layout', file, '-']).toString();
    expect(text).toContain('Countersink: cutter 100\u00b0, pilot .098 in, .0416 in deep');
    expect(text).toContain('Plug or leave out first:');
    expect(text).toMatch(/Keel <lower> \u25aa: 7/);
    expect(text).toContain('LEFT');
    expect(text).toMatch(/\b60\b/);
    expect(text).toContain('page 1 of 1');
    const { width } = /Page size:\s+(?<width>[\d.]+)/.exec(execFileSync('pdfinfo', [file]).toString())?.groups ?? {};
    expect(Number(width)).toBeCloseTo(paper === 'a4' ? 595.28 : 612, 0);
  });
  it('carries its own faces and is tagged, with words for what is drawn', async () => {
    const file = join(folder, 'tagged.pdf');
    writeFileSync(file, (await card('countersunk/100/2.49/42')).bytes);
    expect(execFileSync('pdfinfo', [file]).toString()).toMatch(/Tagged:\s+yes/);
    const fonts = execFileSync('pdffonts', [file]).toString().split('\n').slice(2).filter(Boolean);
    expect(fonts.length).toBeGreaterThan(0);
    /* Columns from the right: object (two numbers), to unicode, subset, embedded. */
    for (const line of fonts) expect(line.trim().split(/\s+/).slice(-5, -2)).toEqual(['yes', 'yes', 'yes']);
    const structure = execFileSync('pdfinfo', ['-struct-text', file]).toString();
    expect(structure).toContain('H1');
    expect(structure).toContain('Figure');
  });
  it('the same record gives the same bytes', async () =>
    expect((await card('countersunk/100/2.49/42')).bytes.equals((await card('countersunk/100/2.49/42')).bytes)).toBe(true));
  it('refuses what is not there', async () => {
    expect((await card('countersunk/1/2/3')).status).toBe(404);
    expect((await card('countersunk/100/2.49/42', 'napkin')).status).toBe(400);
  });
});
