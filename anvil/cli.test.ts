import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { pageFrame } from '#core/photo/frame';
import { practiceSheet, practiceShot } from '#core/photo/practice';
import { frameScene, takePhoto } from '#core/photo/simulate';
import { answerCommand } from './src/answer-command';

const errorIn = (text: string) =>
  text === '' ? null : (JSON.parse(text) as { error: { code: string; message: string; path: string } }).error;

/** As the command answers, in this process; `input` is what comes on standard input. */
async function run(args: string[], input = '') {
  const { code, out, error } = await answerCommand(args, (file) => (file === undefined ? input : readFileSync(file, 'utf8')));
  return { code, out, error: errorIn(error) };
}

describe('the headless command', () => {
  it('as it is started: one document is answered with one document, an error ends with 2 and stands on standard error', () => {
    const started = (...args: string[]) => spawnSync('node', ['anvil/run.mjs', ...args], { input: '{"text":"#40"}', encoding: 'utf8' });
    const answered = started('dimension');
    expect([answered.status, answered.stderr, JSON.parse(answered.stdout)]).toEqual([0, '', { value: 0.098, kind: 'drill-number' }]);
    const refused = started('rivet');
    expect([refused.status, refused.stdout, errorIn(refused.stderr)?.code]).toEqual([2, '', 'verb-unknown']);
  });
  it('answers one document with one document', async () => {
    expect(await run(['dimension'], '{"text":"#40","units":"in"}')).toMatchObject({ code: 0, error: null });
    expect(JSON.parse((await run(['dimension'], '{"text":"#40"}')).out)).toEqual({ value: 0.098, kind: 'drill-number' });
  });
  it('answers an array by an array, a bad element by an error in its place', async () => {
    const { code, out } = await run(['callout'], JSON.stringify([{ text: '426AD3-3.5' }, { text: '4-4' }, 7]));
    const answers = JSON.parse(out);
    expect([code, answers.length, answers[0].callout, answers[1].error.code, answers[1].error.path, answers[2].error.code]).toEqual([
      0,
      3,
      'MS20426AD3-3.5',
      'callout-head-missing',
      'text',
      'document-invalid',
    ]);
    expect(await run(['prep'], '[]')).toMatchObject({ code: 0, out: '[]\n' });
  });
  it('a stop is an answer', async () => {
    const { code, out } = await run(
      ['prep'],
      JSON.stringify({
        head: 'flush-100',
        diameter: '3/32',
        stack: [
          { part: 'skin', thickness: 0.032 },
          { part: 'rib', thickness: 0.04 },
        ],
      }),
    );
    expect([code, JSON.parse(out).verdict]).toEqual([0, 'stop']);
  });
  it.each([
    ['depth', { target: 0.0416, readings: [0.0412, 0.0421, 0.0407, 0.0418] }, { n: 4, advice: 'leave', clicks: 0 }],
    [
      'shophead',
      { callout: 'MS20426AD3-4', grip: 0.105, hole: 0.098, width: 0.145, height: 0.052 },
      { verdict: 'accept', widthRatio: expect.closeTo(1.5467, 3) as number },
    ],
    [
      'removal',
      { callout: 'MS20470AD4-5', grip: 0.1 },
      { steps: expect.arrayContaining([expect.objectContaining({ do: 'rotate-pull' })]) as object[] },
    ],
    [
      'sequence',
      {
        operations: [
          { id: 'a', setup: 'x' },
          { id: 'b', setup: 'y' },
          { id: 'c', setup: 'x', after: ['a'] },
        ],
      },
      { order: expect.arrayContaining(['a', 'b', 'c']) as string[], setupChanges: 1, lowerBound: 1, optimal: true },
    ],
    ['plan', { parts: [], rows: [] }, { rows: [], operations: [], order: [], setupChanges: 0, optimal: true }],
    ['layout', { span: 10, maxPitch: 1, diameter: '3/32', head: 'flush-100' }, { count: 11, pitch: 1 }],
  ])('%s answers', async (verb, document, wanted) =>
    expect(JSON.parse((await run([verb], JSON.stringify(document))).out)).toMatchObject(wanted),
  );
  it.each([
    ['no verb', [], '', 'verb-missing'],
    ['an unknown verb', ['rivet'], '{}', 'verb-unknown'],
    ['a verb of the language', ['constructor'], '{}', 'verb-unknown'],
    ['no JSON', ['prep'], '{', 'not-json'],
    ['nothing', ['prep'], '', 'not-json'],
    ['a file that is not there', ['prep', '/nowhere/at/all.json'], '', 'file-unreadable'],
    ['a misspelt key', ['prep'], '{"head":"flush-100","diameter":"3/32","stakc":[]}', 'key-missing'],
    ['too many words', ['prep', 'a', 'b'], '', 'arguments-too-many'],
  ])('%s: exit 2, an error on standard error, nothing on standard output', async (_, args, input, code) => {
    const done = await run(args, input);
    expect([done.code, done.out, done.error?.code]).toEqual([2, '', code]);
    expect(done.error?.message.length).toBeGreaterThan(5);
  });
});

describe('measure', () => {
  it('answers a photograph with its holes, and says what is wrong with one that cannot be measured', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'anvil-photo-'));
    try {
      const frame = pageFrame('letter');
      const sheet = practiceSheet(frame, 301, 0.8128);
      const taken = takePhoto(frameScene(frame), sheet, practiceShot(301, { width: 1600, height: 1200, tilt: [2, 15] }));
      const file = join(folder, 'sheet.jpg');
      await sharp(taken.data, { raw: { width: taken.width, height: taken.height, channels: 1 } })
        .jpeg({ quality: 92 })
        .toFile(file);
      const { code, out } = await run(['measure', file, '.032', 'letter']);
      const answer = JSON.parse(out) as { thickness: number; holes: { x: number; y: number; within: number }[] };
      expect([code, answer.thickness, answer.holes.length]).toEqual([0, 0.813, sheet.holes.length]);
      for (const h of sheet.holes) {
        const off = Math.min(...answer.holes.map((m) => Math.hypot(m.x - h.at.x, m.y - h.at.y)));
        expect(off).toBeLessThan(0.25);
      }
      await sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#888' } })
        .jpeg()
        .toFile(file);
      expect((await run(['measure', file, '.032'])).error).toMatchObject({ code: 'photo-no-marks' });
      expect((await run(['measure', file, 'thick'])).error).toMatchObject({ path: 'thickness' });
      expect((await run(['measure', file, '.032', 'napkin'])).error).toMatchObject({ code: 'paper-unknown' });
      expect((await run(['measure', join(folder, 'none.jpg'), '.032'])).error).toMatchObject({ code: 'file-unreadable' });
      expect((await run(['measure', file])).error).toMatchObject({ code: 'measure-arguments' });
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  }, 120_000);
});
