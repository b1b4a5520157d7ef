import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, keepRow } from '../bench-mates';

const openDemo = async (page: Page) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Quillback Two', exact: true }).click();
};

test('a kit at a glance: how far each assembly is, what stops it; one press carries on where it stopped', async ({ page }) => {
  await freshAssembly(page, 'Glance');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x10 @1.25 e=.32');
  await page.getByRole('button', { name: 'Drilled (10)' }).click();
  await page.getByRole('link', { name: 'Glance', exact: true }).click();
  const bar = page.getByRole('list', { name: 'How far Left float is' });
  await expect(bar.getByRole('link', { name: 'drilled: 10 of 10 holes' })).toBeVisible();
  await expect(bar.getByRole('link', { name: 'deburred: 0 of 10 holes' })).toBeVisible();
  await page.getByRole('link', { name: /^Carry on: Keel/ }).click();
  await expect(page).toHaveTitle(/^Bench/);
  await page.goBack();
  await bar.getByRole('link', { name: 'deburred: 0 of 10 holes' }).click();
  await expect(page.getByRole('heading', { level: 1, name: /^Deburr/ })).toBeVisible();
});

test('on the first page a row is tried and drawn, and nothing of it is kept', async ({ page }) => {
  await page.goto('/');
  const tried = page.getByRole('region', { name: 'Try a row' });
  const line = tried.getByLabel('Type a row as you would say it');
  await expect(tried.getByText('skin: dimple, flange: countersink')).toBeVisible();
  await line.fill('skin .025 / spar .063 : 426AD3 x4 @1.25');
  await expect(tried.getByText('No findings.')).toBeVisible();
  /* In the other unit it is the same row. */
  await page.getByRole('button', { name: /units, theme, keys/ }).click();
  await page.getByRole('radio', { name: 'mm' }).click();
  await expect(line).toHaveValue(/\.025 in/);
  await expect(tried.getByText('No findings.')).toBeVisible();
  await page.getByRole('radio', { name: 'inch' }).click();
  await line.fill('skin .025 / spar .063 : 426AX3');
  await expect(tried.getByRole('status')).toContainText('426AX3');
  await page.reload();
  await expect(line).toHaveValue('skin .025 / flange .040 : 426AD3-3.5 x18 @1.25');
});

test('the first stop of the keyboard leads past the bar', async ({ page }) => {
  await openDemo(page);
  await expect(page.getByRole('heading', { name: 'Quillback Two: assemblies' })).toBeVisible();
  await page.locator('body').press('Tab');
  const skip = page.getByRole('link', { name: 'To the content' });
  await skip.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('main')).toBeFocused();
});
