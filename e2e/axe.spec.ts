import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { DIALOGS, isOpened } from '../scripts/audit/demo-dialogs';
import { demoViews } from '../scripts/audit/demo-views';

/* Every view, dialog and menu of the demo kit, by all of axe's rules; `npm run audit:axe` looks at four sizes too. */
async function found(page: Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze();
  return violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`);
}

for (const theme of ['light', 'dark'] as const)
  for (const [of, isOfThese] of [
    ['the kit', (path: string) => !path.includes('/assemblies/')],
    ['an assembly', (path: string) => path.includes('/assemblies/')],
  ] as const)
    test(`axe finds nothing in the views of ${of}, ${theme}`, async ({ page, baseURL }) => {
      await page.addInitScript((t) => localStorage.setItem('anvil.theme', t), theme);
      for (const { name, path } of (await demoViews(baseURL ?? '')).filter((v) => isOfThese(v.path))) {
        await page.goto(path);
        await expect(page.getByRole('heading', { level: 1 }).first()).toBeAttached();
        expect(await found(page), name).toEqual([]);
      }
    });

const DESK_DIALOGS = DIALOGS.filter((d) => d.name !== 'the set-ups' && d.name !== 'places of the kit');
const HALF = Math.ceil(DESK_DIALOGS.length / 2);
for (const [part, dialogs] of [
  ['first', DESK_DIALOGS.slice(0, HALF)],
  ['second', DESK_DIALOGS.slice(HALF)],
] as const)
  test(`axe finds nothing in dialogs and menus, ${part} half`, async ({ page, baseURL }) => {
    const views = await demoViews(baseURL ?? '');
    for (const dialog of dialogs) {
      await page.goto(views.find((v) => v.path.endsWith(dialog.place))?.path ?? '');
      expect(await isOpened(page, dialog), `${dialog.name} opens`).toBe(true);
      expect(await found(page), dialog.name).toEqual([]);
    }
  });
