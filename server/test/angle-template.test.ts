import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, describe, expect, it } from 'vitest';
import { serve } from './client';

const api = serve();
const DPI = 150;
const mm = (pixels: number) => (pixels / DPI) * 25.4;

describe('the template for a flange’s angle, as PDF', () => {
  const folder = mkdtempSync(join(tmpdir(), 'anvil-angle-'));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it.each([
    [30, 80, 40],
    [88, 80, 79.95],
    [90, 80, 80],
    [120, 120, 69.28],
    [175, 159.7, 6.97],
  ])('at %i degrees its triangle is %f mm wide and %f mm high, on either paper', async (angle, wide, high) => {
    for (const paper of ['a4', 'letter']) {
      const answer = await fetch(`${api.url()}/api/angle-template.pdf?angle=${angle}&paper=${paper}`);
      expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
      const file = join(folder, `${paper}-${angle}.pdf`);
      writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
      execFileSync('qpdf', ['--check', file]);
      execFileSync('pdftoppm', ['-r', String(DPI), '-gray', '-png', '-singlefile', file, file]);
      const { data, info } = await sharp(`${file}.png`).greyscale().raw().toBuffer({ resolveWithObject: true });
      let [left, right, top, bottom] = [Infinity, -1, Infinity, -1];
      data.forEach((shade, i) => {
        const [x, y] = [i % info.width, Math.floor(i / info.width)];
        /* Neither the words above nor the bar below. */
        if (shade > 240 || mm(y) < 85 || mm(y) > 175) return;
        [left, right, top, bottom] = [Math.min(left, x), Math.max(right, x), Math.min(top, y), Math.max(bottom, y)];
      });
      expect(Math.abs(mm(right - left) - wide)).toBeLessThan(2.5);
      expect(Math.abs(mm(bottom - top) - high)).toBeLessThan(1);
      expect(left).toBeGreaterThan(0);
      expect(right).toBeLessThan(info.width - 1);
    }
  });
  it.each(['', '4', '176', 'wide', '-90', '90.123'])('refuses the angle "%s"', async (angle) => {
    expect((await api.get(`/angle-template.pdf?angle=${angle}`)).status).toBe(400);
  });
});
