import { chromium, expect, test, type Page } from '@playwright/test';
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { CHROMIUM } from '../scripts/chromium';
import { freshAssembly, keepRow, markWhole, views, markButton } from './bench-mates';

/* The page kept for when the program does not answer is what these are about; the others do without, which takes a third less of the machine. */
test.use({ serviceWorkers: 'allow' });

const badge = (page: Page) => page.getByRole('status', { name: 'Kept in this browser until the program answers' });

interface Opened {
  readonly page: Page;
  /** Ends the browser's processes at once, with SIGKILL. */
  readonly kill: () => Promise<void>;
}

/** A browser of its own process group on a profile that outlives it. */
async function openBrowser(profile: string): Promise<Opened> {
  const child = spawn(
    CHROMIUM.executablePath,
    [...CHROMIUM.args, '--headless', '--remote-debugging-port=0', `--user-data-dir=${profile}`, 'about:blank'],
    { stdio: 'ignore', detached: true },
  );
  const portFile = join(profile, 'DevToolsActivePort');
  let address = '';
  await expect
    .poll(
      () => {
        try {
          const [port, path] = readFileSync(portFile, 'utf8').split('\n');
          address = `ws://127.0.0.1:${port}${path}`;
        } catch {
          address = '';
        }
        return address;
      },
      { timeout: 20_000 },
    )
    .not.toBe('');
  const browser = await chromium.connectOverCDP(address);
  const context = browser.contexts()[0];
  if (!context) throw new Error('no context');
  return {
    page: context.pages()[0] ?? (await context.newPage()),
    kill: async () => {
      const gone = new Promise((resolve) => child.once('exit', resolve));
      if (child.exitCode === null && child.signalCode === null) {
        process.kill(-(child.pid as number), 'SIGKILL');
        await gone;
      }
      rmSync(portFile, { force: true });
    },
  };
}

async function shellIsKept(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    /* The first visit is not yet the worker's: one reload later everything asked for passes through it. */
    await new Promise((resolve) => setTimeout(resolve, 50));
  });
  await page.reload();
  await expect(markButton(page)).toBeVisible();
}

test('marks made while the network is away are on the screen, counted, and sent once when it is back', async ({ page, context }) => {
  await freshAssembly(page, 'Bad network');
  await keepRow(page, 'Rib ; skin .025 / rib .032 : 426AD3 x6 @1');
  await views(page).getByRole('link', { name: 'Bench' }).click();
  await markWhole(page, 'fitted up');
  await shellIsKept(page);
  await context.setOffline(true);
  await markButton(page).click();
  await expect(badge(page)).toContainText('1');
  await markWhole(page, 'taken apart');
  await expect(page.getByRole('heading', { name: /^Deburr/ })).toBeVisible();
  await markButton(page).click();
  await expect(badge(page)).toContainText('4');
  await page.reload();
  await expect(badge(page)).toContainText('4');
  await expect(page.getByRole('heading', { name: /^Scuff/ })).toBeVisible();
  await context.setOffline(false);
  await expect(badge(page)).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Scuff/ })).toBeVisible();
});

test('a browser that is killed with marks waiting has them when it opens again, and sends them once', async ({ page }) => {
  await freshAssembly(page, 'Killed browser');
  await keepRow(page, 'Rib ; skin .025 / rib .032 : 426AD3 x6 @1');
  await views(page).getByRole('link', { name: 'Bench' }).click();
  await markWhole(page, 'fitted up');
  await expect(markButton(page)).toContainText('drilled');
  const url = page.url();
  const profile = mkdtempSync(join(tmpdir(), 'anvil-browser-'));
  let opened: Opened | null = null;
  try {
    opened = await openBrowser(profile);
    await opened.page.goto(url);
    await shellIsKept(opened.page);
    await opened.page.context().setOffline(true);
    await markButton(opened.page).click();
    await expect(badge(opened.page)).toContainText('1');
    /* The way a battery dies: the whole browser at once, without a word to its pages. */
    await opened.kill();
    opened = await openBrowser(profile);
    await opened.page.goto(url);
    await expect(opened.page.getByRole('heading', { name: /^Take apart/ })).toBeVisible();
    await expect(badge(opened.page)).toHaveCount(0);
  } finally {
    await opened?.kill();
    rmSync(profile, { recursive: true, force: true, maxRetries: 5, retryDelay: 100 });
  }
  await page.reload();
  await expect(page.getByRole('heading', { name: /^Take apart/ })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Set-ups' }).getByRole('button', { name: /^drill/ })).toHaveCount(0);
});

test('two devices marking one row at the same time both count', async ({ page, browser, baseURL }) => {
  await freshAssembly(page, 'Two devices');
  await keepRow(page, 'Rib ; skin .025 / rib .032 : 426AD3 x12 @1');
  await views(page).getByRole('link', { name: 'Bench' }).click();
  await markWhole(page, 'fitted up');
  await expect(markButton(page)).toContainText('drilled');
  const other = await browser.newContext({ ...(baseURL ? { baseURL } : {}) });
  const tablet = await other.newPage();
  await tablet.goto(page.url());
  for (const [device, hole] of [
    [page, 'Hole 1'],
    [tablet, 'Hole 2'],
  ] as const) {
    await device.getByRole('button', { name: 'None' }).click();
    await device.getByRole('button', { name: hole, exact: true }).click();
  }
  await Promise.all([markButton(page).click(), markButton(tablet).click()]);
  for (const device of [page, tablet]) {
    await expect(device.getByRole('button', { name: 'Hole 1, done' })).toBeVisible();
    await expect(device.getByRole('button', { name: 'Hole 2, done' })).toBeVisible();
    await expect(markButton(device)).toContainText('Mark 10 drilled');
  }
  await other.close();
});

test('while the program is away it says so at once, with what was there before', async ({ page, context }) => {
  await freshAssembly(page, 'Away');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x4 @1.25');
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await page.goto('/');
  await expect(page.getByRole('link', { name: 'Away', exact: true })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('link', { name: 'Away', exact: true })).toBeVisible();
  await context.setOffline(true);
  await page.reload();
  const began = Date.now();
  await expect(page.getByText(/The program does not answer just now/)).toBeVisible();
  expect(Date.now() - began).toBeLessThan(20_000);
  await expect(page.getByRole('link', { name: 'Away', exact: true })).toBeVisible();
  await expect(page.getByText('No kit yet.')).toHaveCount(0);
  await context.setOffline(false);
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(page.getByText(/The program does not answer just now/)).toBeHidden();
});
