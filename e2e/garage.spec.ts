import { chromium, expect, test, type BrowserContext, type Page } from '@playwright/test';
import { execFileSync, spawn, type ChildProcess } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM } from '../scripts/chromium';
import { freePort } from '../scripts/start/processes';

/* A server of this test's own, open to the garage on loopback, since it is stopped under it. */
let [port, gaugePort, lanPort] = [0, 0, 0];
let folder = '';
let server: ChildProcess | null = null;

/* A tablet keeps its pages for when the desk is away. */
test.use({ serviceWorkers: 'allow' });

test.beforeAll(async () => {
  [port, gaugePort, lanPort] = [await freePort(), await freePort(), await freePort()];
  folder = mkdtempSync(join(tmpdir(), 'anvil-garage-'));
});
test.afterAll(async () => {
  await stop();
  rmSync(folder, { recursive: true, force: true });
});

async function start(): Promise<void> {
  server = spawn(
    'node',
    [
      'dist/start.mjs',
      ...['--data', join(folder, 'data'), '--port', String(port), '--gauge-port', String(gaugePort)],
      ...['--demo', 'on', '--lan', '--lan-port', String(lanPort)],
    ],
    { stdio: 'ignore', env: { ...process.env, ANVIL_LAN_HOST: '127.0.0.1' } },
  );
  await expect
    .poll(
      () =>
        fetch(`http://127.0.0.1:${port}/api/devices`).then(
          (r) => r.ok,
          () => false,
        ),
      { timeout: 90_000 },
    )
    .toBe(true);
}

async function stop(): Promise<void> {
  if (!server || server.exitCode !== null) return;
  const gone = new Promise((resolve) => server?.once('exit', resolve));
  server.kill('SIGTERM');
  await gone;
}

/** A tablet: a browser with a home of its own, so that what it trusts is its own too. */
function tablet(home: string): Promise<BrowserContext> {
  return chromium.launchPersistentContext(join(home, 'profile'), {
    ...CHROMIUM,
    viewport: { width: 1024, height: 768 },
    env: { ...process.env, HOME: home } as Record<string, string>,
  });
}

async function pair(page: Page, address: string): Promise<void> {
  const { code } = (await (
    await fetch(`http://127.0.0.1:${port}/api/devices/code`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{}',
    })
  ).json()) as { code: string };
  await page.goto(address);
  await page.getByLabel('Code from the desk').fill(code);
  await page.getByLabel('Name of this device').fill('garage tablet');
  await page.getByLabel('Initials of who works with it').fill('RV');
  await page.getByRole('button', { name: 'Pair' }).click();
  await expect(page.getByRole('link', { name: /Quillback Two/ }).first()).toBeVisible();
}

test('a tablet that trusts the desk opens its pages without it; one that does not says so, with the way to mend it', async () => {
  await start();
  const address = `https://127.0.0.1:${lanPort}/`;

  /* Not trusted: the warning is passed by hand, and the pages are not kept. */
  const wary = await chromium.launch(CHROMIUM);
  const doubtful = await (await wary.newContext({ ignoreHTTPSErrors: true })).newPage();
  await pair(doubtful, address);
  await doubtful.getByRole('link', { name: 'no offline page' }).click();
  await expect(doubtful.getByRole('heading', { name: 'Let this device trust the desk' })).toBeVisible();
  await expect(doubtful.getByRole('listitem').first()).toBeVisible();
  const print = await doubtful.locator('code').innerText();
  const [file] = await Promise.all([
    doubtful.waitForEvent('download'),
    doubtful.getByRole('link', { name: 'Load the certificate' }).click(),
  ]);
  const root = join(folder, 'root.crt');
  await file.saveAs(root);
  await wary.close();

  /* At the desk the same print stands to be compared. */
  const desk = await chromium.launch(CHROMIUM);
  const page = await desk.newPage();
  await page.goto(`http://127.0.0.1:${port}/`);
  await page.getByText(/Let a device trust this machine/).click();
  await expect(page.getByLabel('Print of the certificate')).toHaveText(print);
  await desk.close();

  /* Installed as a person would, in the browser's own store. */
  const home = join(folder, 'home');
  const store = `sql:${join(home, '.pki', 'nssdb')}`;
  mkdirSync(join(home, '.pki', 'nssdb'), { recursive: true });
  execFileSync('certutil', ['-d', store, '-N', '--empty-password']);
  execFileSync('certutil', ['-d', store, '-A', '-n', 'patient-anvil', '-t', 'C,,', '-i', root]);
  const trusting = await tablet(home);
  const tab = await trusting.newPage();
  await pair(tab, address);
  await tab.evaluate(() => navigator.serviceWorker.ready.then(() => true));
  await expect(tab.getByText('no offline page')).toHaveCount(0);
  /* What was looked at is there without the desk. */
  await tab.reload();
  await expect(tab.getByRole('link', { name: /Quillback Two/ }).first()).toBeVisible();
  await stop();
  await tab.reload();
  await expect(tab.getByRole('link', { name: /Quillback Two/ }).first()).toBeVisible();
  await trusting.close();
});
