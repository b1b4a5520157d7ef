import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow, markWhole, view } from './bench-mates';

test.describe('a device whose own clock is another', () => {
  test.use({ timezoneId: 'America/New_York' });
  test('what is typed and shown there goes by the kit’s clock', async ({ page, browser }) => {
    await freshAssembly(page, 'By one clock');
    await keepRow(page, 'First ; skin .025 / rib .032 : 426AD3 x6 @1');
    await view(page, 'Bench');
    await markWhole(page, 'fitted up');
    await expect(page.getByRole('button', { name: 'Mark 6 drilled' })).toBeVisible();
    const address = page.url();
    const far = await browser.newContext({ timezoneId: 'Asia/Tokyo' });
    const there = await far.newPage();
    await there.goto(address);
    await there.getByLabel('Done at, if not now').fill('2026-01-10T05:00');
    await there.getByRole('button', { name: 'Mark 6 drilled' }).click();
    await expect(there.getByRole('button', { name: 'Mark 6 drilled' })).toHaveCount(0);
    await view(there, 'Plan');
    await there.getByText(/^Record of this row/).click();
    await expect(there.getByText(/Jan 10, 2026, 5:00\sAM/)).toBeVisible();
    await far.close();
    await page.getByRole('link', { name: 'By one clock' }).first().click();
    await page.getByRole('link', { name: 'Log', exact: true }).click();
    await expect(page.getByRole('article', { name: 'Left float, 2026-01-10' })).toContainText('all 6 holes');
  });
});
