/**
 * Every rule axe has, best practices too, on every view of the demo kit at four sizes in both themes. Needs a running ./start; `npm run audit:axe --
 * http://127.0.0.1:8420`. Ends with exit code 1 where anything was found.
 */
import AxeBuilder from '@axe-core/playwright';
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../chromium';

const base = process.argv[2] ?? 'http://127.0.0.1:8420';
const SIZES = [
  [1280, 800],
  [1024, 768],
  [820, 1180],
  [390, 844],
] as const;
const ASSEMBLY_PLACES = ['plan', 'map', 'parts', 'layout', 'setups', 'sequence', 'bench', 'inspect'] as const;
const KIT_PLACES = ['', '/today', '/log', '/stock', '/tools', '/fasteners', '/settings', '/recalls'] as const;
/** Calm: nothing of it waits for an answer any more. */
const SETTLED_MS = 600;

interface Listed {
  readonly id: string;
  readonly definition: { readonly name: string };
}

async function addresses(page: Page): Promise<string[]> {
  const ask = async <T>(path: string): Promise<T> => (await (await page.request.get(`${base}/api${path}`)).json()) as T;
  const { kits } = await ask<{ kits: readonly Listed[] }>('/kits');
  const kit = kits.find((k) => k.definition.name === 'Quillback Two');
  if (!kit) throw new Error('The demo kit is not there.');
  const { assemblies } = await ask<{ assemblies: readonly Listed[] }>(`/kits/${kit.id}`);
  const of = (name: string) => assemblies.find((a) => a.definition.name.startsWith(name))?.id ?? '';
  return [
    '/',
    '/practice',
    '/nowhere',
    ...KIT_PLACES.map((p) => `/kits/${kit.id}${p}`),
    ...['Left float', 'Instrument sub-panel', 'Water rudder'].flatMap((name) => ASSEMBLY_PLACES.map((p) => `/assemblies/${of(name)}/${p}`)),
  ];
}

const browser = await chromium.launch(CHROMIUM);
let found = 0;
let looked = 0;
for (const theme of ['light', 'dark'] as const)
  for (const [width, height] of SIZES) {
    const context = await browser.newContext({ viewport: { width, height }, hasTouch: width < 1280, serviceWorkers: 'block' });
    await context.addInitScript((t) => localStorage.setItem('anvil.theme', t), theme);
    const page = await context.newPage();
    for (const address of await addresses(page)) {
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
      await page.waitForTimeout(SETTLED_MS);
      looked++;
      for (const v of (await new AxeBuilder({ page }).analyze()).violations) {
        found++;
        process.stdout.write(
          `${theme} ${width}x${height} ${address} ${v.id} (${v.impact ?? ''}): ${v.nodes.map((n) => n.target.join(' ')).join('; ')}\n`,
        );
      }
    }
    await context.close();
  }
await browser.close();
process.stdout.write(`${looked} views looked at, ${found} violations\n`);
process.exit(found > 0 ? 1 : 0);
