import { expect, test, type Page } from '@playwright/test';
import { atTheBench } from '../bench-mates';

/* Some answers are changed on their way to the page: nothing of the browser's own may stand between. */
test.use({ serviceWorkers: 'block' });

const marksOf = async (page: Page): Promise<number> => {
  const assembly = /assemblies\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  return ((await (await page.request.get(`/api/assemblies/${assembly}/marks?after=0`)).json()) as { marks: unknown[] }).marks.length;
};

test('a gauge that types its digits with nothing focused marks nothing', async ({ page }) => {
  await atTheBench(page, 'Wedge');
  await page.locator('body').click({ position: { x: 5, y: 5 } });
  await page.keyboard.type('.0416');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Mark 6 drilled' })).toBeVisible();
  expect(await marksOf(page)).toBe(0);
});

test('Enter on a line of a menu is the menu’s: nothing is marked by it, also while what it opens is on its way', async ({ page }) => {
  await atTheBench(page, 'Menu keys');
  await page.keyboard.press('h');
  await page.keyboard.press('o');
  const item = page.getByRole('menuitem', { name: 'What happened here' });
  await expect(item).toBeVisible();
  await item.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog', { name: /^What happened at hole 1/ })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Mark 6 drilled' })).toBeVisible();
});
