import { expect, test } from '@playwright/test';
import { detail, freshAssembly, keepRow, list } from '../bench-mates';

test('a row is laid out by largest pitch, with a second row, marks for a ruler, and kept', async ({ page }) => {
  await freshAssembly(page, 'Laying out');
  await keepRow(page, 'Lap ; skin .025 / skin 2 .025 : 426AD3 x4 hand=L');
  await page.getByRole('link', { name: 'Layout' }).click();
  await page.getByLabel(/Length along the row/).fill('10');
  await page.getByRole('textbox', { name: 'Largest pitch' }).fill('1.3');
  await page.getByLabel('Edge at the start').fill('.25');
  await page.getByLabel('Edge at the end').fill('.25');
  await expect(page.getByText('9 holes', { exact: true })).toBeVisible();
  await expect(page.getByRole('row', { name: /^1 2 / })).toContainText('1 7/16');
  await page.getByRole('radio', { name: 'from the end' }).click();
  await expect(page.getByRole('row', { name: /^1 2 / })).toContainText('8 9/16');
  await page.getByLabel('Second row').selectOption('staggered');
  await expect(page.getByText('and 8 in the second row')).toBeVisible();
  await page.getByRole('textbox', { name: 'Largest pitch' }).fill('wide');
  await page.getByLabel('Edge at the start').fill('near');
  /* Each at its field, at once. */
  await expect(page.getByText(/^"wide" is not a dimension/)).toBeVisible();
  await expect(page.getByText(/^"near" is not a dimension/)).toBeVisible();
  await page.getByLabel('Edge at the start').fill('.25');
  await page.getByRole('textbox', { name: 'Largest pitch' }).fill('1.3');
  const changes = page.getByRole('region', { name: 'Keeping will change' });
  await expect(changes).toContainText('Lap: 4 holes become 9.');
  await expect(changes).toContainText('Lap, second row (a new row): 8 holes.');
  await page.getByRole('button', { name: 'Keep in the row' }).click();
  await expect(page.getByText('Kept in the row.')).toBeVisible();
  await expect(changes).toContainText('Nothing: the row is kept like this.');
  await page.getByRole('button', { name: 'Keep in the row' }).click();
  await page.getByRole('link', { name: 'Plan' }).click();
  await expect(list(page).getByText('×9')).toBeVisible();
  await expect(list(page).getByText('×8')).toBeVisible();
  await page.reload();
  await page.getByRole('link', { name: 'Layout' }).click();
  /* Everything typed is there as typed; the second row lies on the map. */
  await expect(page.getByLabel(/Length along the row/)).toHaveValue('10');
  await expect(page.getByRole('textbox', { name: 'Largest pitch' })).toHaveValue('1.3');
  await expect(page.getByLabel('Edge at the start')).toHaveValue('.25');
  await expect(page.getByRole('combobox', { name: 'Second row' })).toHaveValue('staggered');
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await expect(page.getByText('Nothing says where')).toHaveCount(0);
});

test('an existing row is picked up: the hole that is off is named', async ({ page }) => {
  await freshAssembly(page, 'Picking up');
  await keepRow(page, 'Bracket ; bracket .063 / spar .063 : 426AD3 x6 @1.8');
  await expect(detail(page).getByRole('heading', { name: 'Bracket' })).toBeVisible();
  await page.getByRole('link', { name: 'Layout' }).click();
  await page.getByLabel(/Length along the row/).fill('10');
  await page.getByRole('radio', { name: 'count' }).click();
  await page.getByLabel('Edge at the start').fill('.5');
  await page.getByLabel('Edge at the end').fill('.5');
  await page.getByLabel(/Pick up a row/).fill('.51 ; .02\n2.31 ; .03');
  await expect(page.getByText('2 places measured, 6 holes in the row')).toBeVisible();
  await page.getByLabel(/Pick up a row/).fill('.51 ; .02\n2.31 ; .03\n4.11 ; .04\n5.99 ; .12\n7.71 ; .06\n9.51 ; .07');
  await expect(page.getByRole('region', { name: 'Best fit' })).toContainText('Hole 4 is off while the others agree');
  await page.getByLabel(/Pick up a row/).fill('nonsense here');
  await expect(page.getByText(/Line 1, "nonsense here"/)).toBeVisible();
});
