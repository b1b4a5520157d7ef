import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow, markWhole, view } from '../bench-mates';

test('a bit is found dull: what was drilled with it is on today, named at the row, and ticked', async ({ page }) => {
  await freshAssembly(page, 'Recall');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x6 @1.25');
  const assembly = page.url();
  const kitPath = await page.getByRole('link', { name: 'Recall', exact: true }).getAttribute('href');
  await page.goto(`${kitPath}/tools`);
  await page.getByRole('button', { name: 'Start with the usual tools' }).click();
  await expect(page.getByText('bit #40')).toBeVisible();
  await page.goto(assembly);
  await view(page, 'Bench');
  await markWhole(page, 'fitted up');
  await page.getByRole('button', { name: /^Mark 6 drilled/ }).click();
  await expect(page.getByRole('button', { name: /parts taken apart/ })).toBeVisible();

  await page.goto(`${kitPath}/tools`);
  await page.getByText('bit #40').click();
  const checks = page.getByRole('region', { name: 'Checks of bit #40' });
  await checks.getByRole('button', { name: 'Something is wrong with it' }).click();
  await expect(checks.getByRole('alert')).toContainText('Say what was found');
  await checks.getByLabel('What was found').fill('drills .004 over');
  await checks.getByRole('button', { name: 'Something is wrong with it' }).click();
  await checks.getByRole('link', { name: '6 to look at again' }).click();

  const recall = page.getByRole('region', { name: 'Because of bit #40' });
  await expect(recall.getByText('drills .004 over')).toBeVisible();
  await recall.getByRole('button', { name: 'Looked at hole 2', exact: true }).click();
  await expect(recall.getByRole('status')).toContainText('5 holes or parts');
  await recall.getByRole('link', { name: /Keel/ }).click();
  const panel = page.getByRole('region', { name: 'The work against the plan' });
  await expect(panel.getByText('5 holes (1,3-6): Made or judged with bit #40, of which was found: drills .004 over.')).toBeVisible();
  await page.goBack();
  await recall.getByRole('button', { name: 'Looked at holes 1,3-6' }).click();
  await expect(recall.getByRole('status')).toContainText('was looked at again');
});

test('how far a gauge reads off means the same under the other unit, and is refused where it does not read', async ({ page }) => {
  await freshAssembly(page, 'Off gauge');
  await page.goto(`${await page.getByRole('link', { name: 'Off gauge' }).first().getAttribute('href')}/tools`);
  await page.getByRole('button', { name: 'Add a tool' }).click();
  await page.getByText('squeezer with yoke').first().click();
  const card = page.getByRole('form', { name: 'squeezer' });
  await card.getByLabel('Name').fill('dial gauge');
  await card.getByLabel('What it is').selectOption({ label: 'gauge' });
  await card.getByRole('button', { name: 'Keep the tool' }).click();
  const checks = page.getByRole('region', { name: 'Checks of dial gauge' });
  await checks.getByLabel(/It reads off by/).fill('a hair');
  await checks.getByRole('button', { name: 'Something is wrong with it' }).click();
  await expect(checks.getByRole('alert')).toHaveText([/Say what was found/, /How far it reads off does not read/]);
  await checks.getByLabel(/It reads off by/).fill('-.002');
  await page.getByRole('button', { name: /units, theme, keys/ }).click();
  await page.getByRole('radio', { name: 'mm' }).click();
  await page.keyboard.press('Escape');
  await expect(checks.getByLabel(/It reads off by/)).toHaveValue('-.002 in');
  await checks.getByRole('button', { name: 'Proved good' }).click();
  await expect(checks.getByRole('list')).toContainText('reads 0.05 mm low');
});
