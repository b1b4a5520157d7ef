/**
 * Every rule axe has, best practices too, on every view of the demo kit and on its dialogs and menus, at four sizes in both themes. Needs a running ./start; `npm run audit:axe --
 * http://127.0.0.1:8420`. Ends with exit code 1 where anything was found.
 */
import AxeBuilder from '@axe-core/playwright';
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../chromium';
import { DIALOGS, isOpened } from './demo-dialogs';
import { demoViews } from './demo-views';

const base = process.argv[2] ?? 'http://127.0.0.1:8420';
const SIZES = [
  [1280, 800],
  [1024, 768],
  [820, 1180],
  [390, 844],
] as const;
/** Calm: nothing of it waits for an answer any more. */
const SETTLED_MS = 600;

const views = ['/nowhere', ...(await demoViews(base, ['Left float', 'Instrument sub-panel', 'Deck hatch'])).map((v) => v.path)];
const dialogViews = views.filter((v) => v.includes('/assemblies/'));
const browser = await chromium.launch(CHROMIUM);
let found = 0;
let looked = 0;
/* Some are there at some sizes only; each must have been seen at one. */
const opened = new Set<string>();

async function look(page: Page, where: string): Promise<void> {
  await page.waitForTimeout(SETTLED_MS);
  looked++;
  for (const v of (await new AxeBuilder({ page }).analyze()).violations) {
    found++;
    process.stdout.write(`${where} ${v.id} (${v.impact ?? ''}): ${v.nodes.map((n) => n.target.join(' ')).join('; ')}\n`);
  }
}

for (const theme of ['light', 'dark'] as const)
  for (const [width, height] of SIZES) {
    const context = await browser.newContext({ viewport: { width, height }, hasTouch: width < 1280, serviceWorkers: 'block' });
    await context.addInitScript((t) => localStorage.setItem('anvil.theme', t), theme);
    const page = await context.newPage();
    for (const address of views) {
      await page.goto(base + address);
      const isHeaded = await page
        .getByRole('heading', { level: 1 })
        .first()
        .waitFor({ state: 'attached' })
        .then(
          () => true,
          () => false,
        );
      if (!isHeaded) {
        found++;
        process.stdout.write(`${theme} ${width}x${height} ${address}: no heading\n`);
      }
      await look(page, `${theme} ${width}x${height} ${address}`);
    }
    for (const dialog of DIALOGS) {
      await page.goto(base + (dialogViews.find((v) => v.endsWith(dialog.place)) ?? ''));
      await page.getByRole('main').first().waitFor();
      await page.waitForTimeout(SETTLED_MS);
      if (await isOpened(page, dialog)) {
        await look(page, `${theme} ${width}x${height} ${dialog.name}`);
        opened.add(dialog.name);
      }
    }
    await context.close();
  }
await browser.close();
for (const { name } of DIALOGS)
  if (!opened.has(name)) {
    found++;
    process.stdout.write(`not opened: ${name}\n`);
  }
process.stdout.write(`${looked} pages looked at, ${found} violations\n`);
process.exit(found > 0 ? 1 : 0);
