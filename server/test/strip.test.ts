import { execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { DEMO_KIT_ID, loadDemo } from '../src/demo/load';
import { serve } from './client';

const api = serve();
const DPI = 300;

describe('drilling strips as PDF', () => {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-strip-'));
  const rows: { id: string; definition: { name: string } }[] = [];
  beforeAll(async () => {
    await loadDemo(api.db(), 'reset', new Date('2026-11-20T12:00:00.000Z'));
    const { assemblies } = (await api.get(`/kits/${DEMO_KIT_ID}`)).body;
    for (const a of assemblies) rows.push(...(await api.get(`/assemblies/${a.id}`)).body.rows);
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const rowId = (name: string) => rows.find((r) => r.definition.name === name)?.id ?? '';
  const fetchPdf = async (name: string, paper: string) => {
    const answer = await fetch(`${api.url()}/api/rows/${rowId(name)}/strip.pdf?paper=${paper}`);
    expect(answer.status).toBe(200);
    const file = join(folder, `${paper}.pdf`);
    writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
    return file;
  };

  it.each(['a4', 'letter'])('rendered at 300 dpi on %s, the 100 mm bar measures 100 mm to within 0.2 mm', async (paper) => {
    const file = await fetchPdf('Lens frame, holes of the kit', paper);
    execFileSync('pdftoppm', ['-r', String(DPI), '-gray', '-png', file, join(folder, paper)]);
    const pages = readdirSync(folder).filter((f) => f.startsWith(paper) && f.endsWith('.png'));
    expect(pages.length).toBeGreaterThan(1);
    for (const page of pages) {
      /* In an inch kit there are two bars: 100 mm, and 4 in = 101.6 mm below it. */
      const runs = await barRuns(join(folder, page));
      for (const wanted of [100, 101.6]) expect(runs.filter((mm) => Math.abs(mm - wanted) < 0.2).length).toBeGreaterThan(0);
    }
  });
  it('is a sound PDF with its text, page by page', async () => {
    const file = await fetchPdf('Keel, forward half', 'a4');
    execFileSync('qpdf', ['--check', file]);
    const text = execFileSync('pdftotext', ['-layout', file, '-']).toString();
    expect(text).toContain('Left float, compartment two: Keel, forward half, page 1 of 3');
    expect(text).toContain('join 1 | 2');
    expect(text).toContain('100 mm');
  });
  it('says what is wrong', async () => {
    expect((await api.get(`/rows/${rowId('Keel, forward half')}/strip.pdf?paper=napkin`)).status).toBe(400);
    expect((await api.get(`/rows/${'0'.repeat(8)}-0000-4000-8000-000000000000/strip.pdf`)).status).toBe(404);
    expect((await api.get('/rows/nonsense/strip.pdf')).status).toBe(404);
  });
});

/** Lengths of the dark runs of over 90 mm near the foot of a page, mm. */
async function barRuns(png: string): Promise<number[]> {
  const { data, info } = await sharp(readFileSync(png)).greyscale().raw().toBuffer({ resolveWithObject: true });
  const found: number[] = [];
  for (let y = Math.floor(info.height * 0.85); y < info.height; y++) {
    let run = 0;
    for (let x = 0; x <= info.width; x++) {
      if (x < info.width && (data[y * info.width + x] as number) < 128) run++;
      else {
        if ((run / DPI) * 25.4 > 90) found.push((run / DPI) * 25.4);
        run = 0;
      }
    }
  }
  return found;
}
