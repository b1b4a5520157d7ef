import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';

test('ten thousand rows are cut in a worker: progress, stop, a picture with its assumptions, the same for the same seed', async ({
  page,
}) => {
  test.slow();
  await page.goto('/practice');
  const cut = page.getByRole('button', { name: 'Cut 10,000 rows' });
  await page.getByLabel('Gauge scatter, up to').fill('much');
  await cut.click();
  await expect(page.getByLabel('Gauge scatter, up to')).toBeFocused();
  await expect(page.getByLabel('Gauge scatter, up to')).toHaveAccessibleDescription(/"much" is not a dimension/);
  await expect(page.getByRole('progressbar', { name: 'Rows cut' })).toHaveCount(0);
  await page.getByLabel('Gauge scatter, up to').fill('.004 in');
  await page.getByLabel('Cage, from hole to hole').fill('.0006');
  await page.getByRole('button', { name: /units, theme, keys/ }).click();
  await page.getByRole('radio', { name: 'mm' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByLabel('Cage, from hole to hole')).toHaveValue('.0006 in');
  await page.getByLabel('A reading every so many holes').fill('41');
  await cut.click();
  await expect(page.getByRole('alert')).toContainText('A reading every 1 to 40 holes');
  await page.getByLabel('A reading every so many holes').fill('4');
  await cut.click();
  await expect(page.getByRole('progressbar', { name: 'Rows cut' })).toBeVisible();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('progressbar', { name: 'Rows cut' })).toHaveCount(0);
  const table = page.getByRole('table', { name: /10000 rows/ });
  await cut.click();
  await expect(table).toBeVisible({ timeout: 60_000 });
  const first = await table.innerText();
  await expect(page.getByRole('img', { name: /Share of good holes/ })).toBeVisible();
  await expect(page.getByText(/It shows a tendency, not your shop/)).toBeVisible();
  await cut.click();
  await expect(page.getByRole('progressbar', { name: 'Rows cut' })).toBeVisible();
  await expect(table).toBeVisible({ timeout: 60_000 });
  expect(await table.innerText()).toBe(first);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
});
