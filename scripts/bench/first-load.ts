import type { Page } from '@playwright/test';
import { placedRows } from './map';
import { report } from './measure';
import { withPage } from './page';
import { uuid } from './rows';

const ROWS = [7, 1500] as const;
const PLACES = ['plan', 'map', 'parts', 'setups', 'sequence', 'bench', 'inspect'] as const;
/** A view that has not changed for so long has come to rest, ms. */
const CALM_MS = 1500;
const CALM_WITHIN_MS = 30_000;

/** Each view so often: what the machine does besides makes a task long by chance. */
const TRIES = 3;

interface Load {
  /** The longest the page did not answer, ms: the middle of all tries. */
  readonly longest: number;
  readonly shift: number;
  /** Scripts as they came over the line, kB. */
  readonly scriptKb: number;
}

interface Watched {
  readonly __load: { readonly longest: number; readonly shift: number; readonly changedAt: number };
}

/** Begins to watch before anything of the page runs. */
const WATCH = `
  globalThis.__load = { longest: 0, shift: 0, changedAt: 0 };
  new MutationObserver(() => (__load.changedAt = performance.now())).observe(document, { childList: true, subtree: true, attributes: true, characterData: true });
  new PerformanceObserver((l) => { for (const e of l.getEntries()) __load.longest = Math.max(__load.longest, e.duration); }).observe({ type: 'longtask', buffered: true });
  new PerformanceObserver((l) => { for (const e of l.getEntries()) if (!e.hadRecentInput) __load.shift += e.value; }).observe({ type: 'layout-shift', buffered: true });
`;

/** As {@link loadedOnce}, several times: the middle of each. */
async function loadOf(visited: Page, address: string): Promise<Load> {
  const loads: Load[] = [];
  for (let i = 0; i < TRIES; i++) loads.push(await loadedOnce(visited, address));
  const middle = (of: (l: Load) => number) => loads.map(of).sort((a, b) => a - b)[Math.floor(TRIES / 2)] as number;
  return { longest: middle((l) => l.longest), shift: middle((l) => l.shift), scriptKb: middle((l) => l.scriptKb) };
}

/** In a browser that was never here, without anything kept from a visit before. */
async function loadedOnce(visited: Page, address: string): Promise<Load> {
  const context = await visited
    .context()
    .browser()
    ?.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block' });
  if (!context) throw new Error('no browser');
  const page = await context.newPage();
  try {
    await page.addInitScript(WATCH);
    return await measured(page, address);
  } finally {
    await context.close();
  }
}

async function measured(page: Page, address: string): Promise<Load> {
  await page.goto(address);
  await page.locator('main').first().waitFor();
  await page.waitForFunction(
    (calm) =>
      performance.now() - (globalThis as unknown as Watched).__load.changedAt > calm && !document.body.innerText.includes('Loading'),
    CALM_MS,
    { timeout: CALM_WITHIN_MS, polling: 250 },
  );
  return page.evaluate(() => {
    const { longest, shift } = (globalThis as unknown as Watched).__load;
    const scripts = (performance.getEntriesByType('resource') as PerformanceResourceTiming[]).filter((e) => /\.js(\?|$)/.test(e.name));
    return { longest, shift, scriptKb: scripts.reduce((sum, e) => sum + e.encodedBodySize, 0) / 1024 };
  });
}

/** Every view opened for the first time, with few rows and with 1,500: what it brings over the line, how long it does not answer, how far it jumps. */
export async function firstLoad(folder: string): Promise<void> {
  for (const count of ROWS) {
    const [kitId, assemblyId] = [uuid(`load kit ${count}`), uuid(`load assembly ${count}`)];
    await withPage(`${folder}-${count}`, kitId, placedRows(kitId, assemblyId, count), async (page, base) => {
      for (const place of PLACES) {
        const { longest, shift, scriptKb } = await loadOf(page, `${base}/assemblies/${assemblyId}/${place}`);
        report(
          `${place} of ${count} rows at first`,
          `${scriptKb.toFixed(0)} kB of script (200 or less), longest task ${longest.toFixed(0)} ms (50 or less), shift ${shift.toFixed(3)} (.05 or less)`,
        );
      }
      if (count === ROWS[0]) {
        const { scriptKb, shift } = await loadOf(page, `${base}/`);
        report('the start page at first', `${scriptKb.toFixed(0)} kB of script, its live section too; shift ${shift.toFixed(3)}`);
      }
    });
  }
}
