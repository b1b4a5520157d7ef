import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { demoViews } from '../scripts/audit/demo-views';

/* What is looked at most, by all of axe's rules; `npm run audit:axe` looks at every view and dialog, at four sizes, in both themes. */
const LOOKED_AT = [
  ['light', [/\/today$/, /\/plan$/]],
  ['dark', [/\/kits\/[^/]+$/, /\/bench$/]],
] as const;

for (const [theme, places] of LOOKED_AT)
  test(`axe finds nothing in what is looked at most, ${theme}`, async ({ page, baseURL }) => {
    await page.addInitScript((t) => localStorage.setItem('anvil.theme', t), theme);
    for (const { name, path } of (await demoViews(baseURL ?? '')).filter((v) => places.some((p) => p.test(v.path)))) {
      await page.goto(path);
      await expect(page.getByRole('heading', { level: 1 }).first()).toBeAttached();
      await expect(page.getByRole('status').filter({ hasText: '…' })).toHaveCount(0);
      const { violations } = await new AxeBuilder({ page }).analyze();
      expect(
        violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`),
        name,
      ).toEqual([]);
    }
  });
