import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import DxfParser from 'dxf-parser';
import { readFileSync } from 'node:fs';

test('the map shows placed rows, is zoomed and panned, picks a row, filters, and saves a drawing', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Quillback Two' }).click();
  await page.getByRole('link', { name: 'Left float, compartment two', exact: true }).click();
  await page.getByRole('link', { name: 'Map' }).click();
  const map = page.getByRole('application', { name: /Map: 122 holes of 7 rows/ });
  await expect(map).toBeVisible();
  await expect(page.getByRole('list', { name: 'Rows without a place' }).getByRole('listitem')).toHaveCount(0);
  await map.focus();
  await page.keyboard.press('+');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('0');
  const box = await map.boundingBox();
  if (!box) throw new Error('no map');
  /* The first hole of the keel lies near the lower left of the whole: a tap beside it picks the row. */
  await page.mouse.click(box.x + 54, box.y + box.height / 2 + 151);
  await expect(page.getByRole('link', { name: 'Open in the plan' })).toBeVisible();
  await expect(page.getByRole('button', { name: /Keel, forward half/ })).toHaveAttribute('aria-pressed', 'true');
  await page.getByLabel('Stage').selectOption('prepared');
  await expect(page.getByRole('application', { name: /Map: 17 holes of 7 rows/ })).toBeVisible();
  await page.getByLabel('Stage').selectOption('');
  await page.getByLabel('Filter by name, rivet, hand or part').fill('keel');
  await expect(page.getByRole('list', { name: 'Placed rows' }).getByRole('listitem')).toHaveCount(3);
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save these holes as DXF (mm)' }).click();
  const read = new DxfParser().parseSync(readFileSync(await (await download).path(), 'utf8'));
  expect(read?.entities.filter((e) => e.type === 'CIRCLE')).toHaveLength(48);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  await page.getByRole('link', { name: 'Open in the plan' }).click();
  await expect(page.getByRole('heading', { name: 'Keel, forward half' })).toBeVisible();
});
