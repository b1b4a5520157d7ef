import { expect, test } from '@playwright/test';
import { firstAssembly, freshAssembly, keepRow } from './bench-mates';

test('settings changed in two windows: the second is shown both and chooses', async ({ page, context }) => {
  await firstAssembly(page, 'Two desks');
  await page.getByRole('link', { name: 'Two desks' }).click();
  await page.getByRole('link', { name: 'Kit', exact: true }).click();
  await expect(page.getByLabel('School that governs')).toBeVisible();
  const other = await context.newPage();
  await other.goto(page.url());
  /* Nothing typed: what the other window keeps comes in. */
  await page.getByLabel('Half dashes are stocked').uncheck();
  await page.getByRole('button', { name: 'Keep settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await expect(other.getByLabel('Half dashes are stocked')).not.toBeChecked();
  await other.getByLabel('Driven heads are judged by').selectOption('mil-minimum');
  await page.getByLabel('School that governs').selectOption('band-030-040');
  await page.getByRole('button', { name: 'Keep settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await other.getByRole('button', { name: 'Keep settings' }).click();
  await expect(other.getByRole('alert')).toContainText('now: school band-030-040, yours kit-032');
  await other.getByRole('button', { name: 'Keep settings' }).click();
  await expect(other.getByText('Kept.')).toBeVisible();
  await expect(page.getByLabel('Driven heads are judged by')).toHaveValue('mil-minimum');
});

test('on a tablet held upright nothing is out of reach', async ({ page }) => {
  await page.setViewportSize({ width: 800, height: 1180 });
  await freshAssembly(page, 'Tablet');
  await keepRow(page, 'skin .025 / spar .063 : 426AD3 x24 @1.25 hand=L');
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(800);
  for (const name of ['Drilled (24)', 'Edit', 'Mirror', 'Paste lines'])
    await expect(page.getByRole('button', { name, exact: true })).toBeInViewport();
});
