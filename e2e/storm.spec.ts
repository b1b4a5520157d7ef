import { expect, test, type Page } from '@playwright/test';
import { budget } from '../core/test/budget';
import { spawn, type ChildProcess } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Mark } from '../core/src/record/marks';
import { freePort } from '../scripts/start/processes';
import { freshAssembly, keepRow, strip } from './bench-mates';

/* A server and a database of this test's own, since both are killed under it. */
let port = 0;
let gaugePort = 0;
let base = '';
const HOLES = budget(120, 500);
const KILLS = budget(4, 10);
let folder = '';
let server: ChildProcess | null = null;
let isOver = false;

test.beforeAll(async () => {
  [port, gaugePort] = [await freePort(), await freePort()];
  base = `http://127.0.0.1:${port}`;
  folder = mkdtempSync(join(tmpdir(), 'anvil-storm-'));
});
test.afterAll(async () => {
  isOver = true;
  if (server && server.exitCode === null) {
    const gone = new Promise((resolve) => server?.once('exit', resolve));
    server.kill('SIGTERM');
    await gone;
  }
  rmSync(folder, { recursive: true, force: true });
  rmSync(`${folder}.log`, { force: true });
});

/** What the program says goes to a file outside its own folder, so that a start that fails can be read here. */
function start(): void {
  const said = openSync(`${folder}.log`, 'a');
  server = spawn('node', ['dist/start.mjs', '--data', folder, '--port', String(port), '--gauge-port', String(gaugePort), '--demo', 'off'], {
    stdio: ['ignore', said, said],
  });
  closeSync(said);
}

const isUp = () =>
  fetch(`${base}/api/kits`).then(
    (r) => r.ok,
    () => false,
  );

/** Waits for an answer, but not for one of a program that has ended: then its last words are the failure. */
async function untilUp(): Promise<void> {
  const answerOrEnd = async () => (server?.exitCode === null ? isUp() : `ended: ${readFileSync(`${folder}.log`, 'utf8').slice(-600)}`);
  await expect.poll(answerOrEnd, { timeout: 120_000, intervals: [100, 250] }).not.toBe(false);
  expect(await answerOrEnd()).toBe(true);
}

/** Marks every hole of the row that is open as drilled, one mark a hole, as fast as the keys go. */
async function markEachHole(page: Page): Promise<void> {
  await strip(page).focus();
  await page.keyboard.press('Home');
  for (let i = 0; i < HOLES; i++) {
    await page.keyboard.press('d');
    if (i < HOLES - 1) await page.keyboard.press('ArrowRight');
  }
}

test(`${2 * HOLES} marks from two browsers while the server is killed ${KILLS} times and the database every other time: every one there, once`, async ({
  browser,
}) => {
  test.setTimeout(900_000);
  start();
  await untilUp();
  const pages = await Promise.all([0, 1].map(async () => (await browser.newContext({ baseURL: base })).newPage()));
  const [first, second] = pages as [Page, Page];
  await freshAssembly(first, 'Storm');
  await keepRow(first, `Left ; skin .025 / rib .032 : 426AD3 x${HOLES} @1`);
  await keepRow(first, `Right ; skin 2 .025 / rib 2 .032 : 426AD3 x${HOLES} @1`);
  await second.goto(first.url());
  await first.getByRole('table', { name: 'Rows' }).getByText('Left').click();
  await second.getByRole('table', { name: 'Rows' }).getByText('Right').click();
  await expect(second.getByRole('heading', { name: 'Right', exact: true })).toBeVisible();

  const marking = Promise.all([markEachHole(first), markEachHole(second)]);
  let kills = 0;
  const storm = (async () => {
    while (kills < KILLS && !isOver) {
      await new Promise((resolve) => setTimeout(resolve, 900));
      if (kills % 2 === 1) {
        const pid = Number(readFileSync(join(folder, 'run', 'db.pid'), 'utf8'));
        process.kill(pid, 'SIGKILL');
      }
      const old = server as ChildProcess;
      const gone = new Promise((resolve) => old.once('exit', resolve));
      old.kill('SIGKILL');
      await gone;
      kills++;
      start();
      await untilUp();
    }
  })();
  await Promise.all([marking, storm]);
  expect(kills).toBe(KILLS);
  /* Kept in the browser, or not even there yet: whatever still waits. */
  for (const page of pages) await expect(page.getByRole('status').filter({ hasText: 'waiting' })).toHaveCount(0, { timeout: 60_000 });

  const assemblyId = /assemblies\/([^/]+)/.exec(first.url())?.[1];
  const { marks } = (await (await fetch(`${base}/api/assemblies/${assemblyId}/marks`)).json()) as { marks: Mark[] };
  expect(new Set(marks.map((m) => m.id)).size).toBe(marks.length);
  expect(marks).toHaveLength(2 * HOLES);
  expect(new Set(marks.flatMap((m) => m.holeIds)).size).toBe(2 * HOLES);
  for (const page of pages) {
    await page.reload();
    for (const name of ['Left', 'Right']) {
      await page.getByRole('table', { name: 'Rows' }).getByText(name).click();
      await expect(page.getByRole('heading', { name, exact: true })).toBeVisible();
      await expect(
        page.getByRole('region', { name: 'The selected row' }).getByText(new RegExp(`${HOLES} of \\d+ steps done`)),
      ).toBeVisible();
    }
  }
});
