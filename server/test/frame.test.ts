import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { project } from '#core/photo/camera';
import { pageFrame } from '#core/photo/frame';
import { measureJoined } from '#core/photo/joined';
import { measurePhoto } from '#core/photo/measure';
import { serve } from './client';

const api = serve();
const DPI = 150;

describe('the frame to photograph a sheet on, as PDF', () => {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-frame-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it.each(['a4', 'letter'] as const)('printed on %s, it is what the measuring takes it for: every dot, at true size', async (paper) => {
    const answer = await fetch(`${api.url()}/api/frame.pdf?paper=${paper}`);
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
    const file = join(folder, `${paper}.pdf`);
    writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
    execFileSync('qpdf', ['--check', file]);
    execFileSync('pdftoppm', ['-r', String(DPI), '-gray', '-png', '-singlefile', file, join(folder, paper)]);
    const { data, info } = await sharp(join(folder, `${paper}.png`))
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const frame = pageFrame(paper);
    const seen = measurePhoto({ image: { width: info.width, height: info.height, data }, frame, thickness: 0 });
    if (!seen.ok) throw new Error(seen.problem);
    expect([seen.value.dots, seen.value.holes]).toEqual([124, []]);
    const [left, right] = [project(seen.value.camera, { x: 100, y: 100 }), project(seen.value.camera, { x: 200, y: 100 })];
    expect(((right.x - left.x) / DPI) * 25.4).toBeCloseTo(100, 1);
    expect(seen.value.rms).toBeLessThan(0.2);
    expect(execFileSync('pdftotext', ['-layout', file, '-']).toString()).toContain('this bar is 100 mm');
  });
  it('says where there is no such paper', async () => {
    expect((await api.get('/frame.pdf?paper=napkin')).status).toBe(400);
  });
});

describe('the strips to photograph a long part between, as PDF', () => {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-strips-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it.each(['a4', 'letter'] as const)(
    'printed on %s, every page is what the measuring takes it for: all six strips, at true size',
    async (paper) => {
      const answer = await fetch(`${api.url()}/api/strips.pdf?paper=${paper}`);
      expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
      const file = join(folder, `${paper}.pdf`);
      writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
      execFileSync('qpdf', ['--check', file]);
      execFileSync('pdftoppm', ['-r', String(DPI), '-gray', '-png', file, join(folder, paper)]);
      for (const page of [1, 2, 3, 4]) {
        const { data, info } = await sharp(join(folder, `${paper}-${page}.png`))
          .greyscale()
          .raw()
          .toBuffer({ resolveWithObject: true });
        const seen = measureJoined({ images: [{ width: info.width, height: info.height, data }], thickness: 0 });
        if (!seen.ok) throw new Error(seen.problem);
        const numbers = [...seen.value.strips.keys()].sort((a, b) => a - b);
        expect(numbers).toEqual([0, 1, 2, 3, 4, 5].map((k) => 6 * (page - 1) + k));
        expect(seen.value.photos[0]?.dots).toBe(6 * 72);
        const [camera] = seen.value.photos.map((p) => p.camera);
        if (!camera) throw new Error('no camera');
        const [left, right] = [project(camera, { x: 50, y: 12 }), project(camera, { x: 150, y: 12 })];
        expect((Math.hypot(right.x - left.x, right.y - left.y) / DPI) * 25.4).toBeCloseTo(100, 1);
      }
    },
  );
});
