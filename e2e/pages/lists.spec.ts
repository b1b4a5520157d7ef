import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, keepRow, list, view } from '../bench-mates';

const titles = (page: Page) => list(page).getByRole('row').getByRole('button');

test('rows are ordered, chosen all at once, moved, and found by what they show', async ({ page }) => {
  await freshAssembly(page, 'Rows in lists');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x4 @1.25');
  await keepRow(page, 'skin .025 / rib .032 : 426AD3 x6 @1');
  await keepRow(page, 'Apron ; skin .025 / rib .032 : 426AD3-3 x5 @.2');
  await expect(titles(page)).toHaveText(['Keel', 'skin / rib', 'Apron']);
  await page.getByLabel('Order of the rows').selectOption('by name');
  await expect(titles(page)).toHaveText(['Apron', 'Keel', 'skin / rib']);
  await page.getByLabel('Order of the rows').selectOption('stops first');
  await expect(titles(page).first()).toHaveText('Apron');
  /* A row without a name is found by what stands in its place. */
  await page.getByLabel('Filter rows').fill('skin / rib');
  await expect(titles(page)).toHaveText(['skin / rib']);
  await page.getByLabel('Filter rows').fill('');
  await page.getByLabel('Order of the rows').selectOption('in order');
  await page.getByLabel('Choose all rows shown').check();
  await expect(page.getByRole('toolbar', { name: 'Chosen rows' })).toContainText('3 chosen');
  await page.getByLabel('Choose all rows shown').uncheck();
  await page.getByLabel('Choose Apron').check();
  /* Pressed twice at once: moved twice. */
  await page.getByRole('button', { name: 'Move up' }).dblclick();
  await expect(titles(page)).toHaveText(['Apron', 'Keel', 'skin / rib']);
  await page.getByRole('button', { name: 'Move down' }).click();
  await expect(titles(page)).toHaveText(['Keel', 'Apron', 'skin / rib']);
  await page.reload();
  await expect(titles(page)).toHaveText(['Keel', 'Apron', 'skin / rib']);
});

test('parts without a row are added, sorted, and told together; what is wrong is said at its field', async ({ page }) => {
  await freshAssembly(page, 'Parts in lists');
  await view(page, 'Parts');
  const add = async (name: string, thickness: string) => {
    await page.getByRole('button', { name: 'Add a part' }).click();
    const dialog = page.getByRole('dialog');
    await dialog.getByLabel('Name').fill(name);
    await dialog.getByLabel('Thickness').fill(thickness);
    await dialog.getByRole('button', { name: 'Keep the part' }).click();
    return dialog;
  };
  const refused = await add('', '');
  await expect(refused.getByRole('alert')).toHaveText(['Give it a name.', /Nothing is written here/]);
  await page.keyboard.press('Escape');
  await expect(await add('wing rib', '.032')).toBeHidden();
  await expect(await add('bulkhead', '.040')).toBeHidden();
  await expect(await add('angle', '.063')).toBeHidden();
  const table = page.getByRole('table', { name: 'Parts' });
  const names = table.locator('tbody').getByRole('button');
  await expect(names).toHaveText(['angle', 'bulkhead', 'wing rib']);
  await table.getByRole('button', { name: 'Nominal' }).click();
  await expect(names).toHaveText(['wing rib', 'bulkhead', 'angle']);
  await expect(table.getByRole('columnheader', { name: 'Nominal' })).toHaveAttribute('aria-sort', 'ascending');
  await table.getByRole('button', { name: 'Nominal' }).click();
  await expect(names).toHaveText(['angle', 'bulkhead', 'wing rib']);
  await table.getByLabel('Choose all that are shown').check();
  await page.getByRole('toolbar', { name: 'Chosen parts' }).getByRole('button', { name: 'Edit together' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('at least one field');
  await page.getByRole('dialog').getByLabel('Material').fill('2024-T3');
  await page.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
  await expect(table.getByRole('cell', { name: '2024-T3' })).toHaveCount(3);
  await page.getByLabel('Filter parts').fill('2024 ang');
  await expect(names).toHaveText(['angle']);
});

test('assemblies are found, put in another order and moved; two sides face each other', async ({ page }) => {
  await freshAssembly(page, 'Two pods');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x4 @1.25 hand=L');
  await page.getByRole('navigation', { name: 'Where you are' }).getByRole('link', { name: 'Two pods' }).click();
  await page.getByRole('button', { name: 'Mirror Left float' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Mirror' }).click();
  const sides = page.getByRole('listitem', { name: 'Two sides' });
  await expect(sides.getByRole('link', { name: /^(Left|Right) float$/ })).toHaveText(['Left float', 'Right float']);
  await page.getByLabel('Name of the new assembly').fill('Hatch');
  /* Two presses for one. */
  await page.getByRole('button', { name: 'Add assembly' }).evaluate((b: HTMLElement) => [b.click(), b.click()]);
  await page.getByLabel('Filter assemblies').fill('float');
  await expect(page.getByRole('link', { name: 'Hatch', exact: true })).toHaveCount(0);
  await page.getByLabel('Filter assemblies').fill('');
  const names = page.getByRole('region', { name: 'Assemblies' }).getByRole('link', { name: /^(Left float|Right float|Hatch)$/ });
  await expect(names).toHaveText(['Left float', 'Right float', 'Hatch']);
  await page.getByRole('button', { name: 'More for Hatch' }).click();
  await page.getByRole('menuitem', { name: 'Move up' }).click();
  await page.getByRole('button', { name: 'More for Hatch' }).click();
  await page.getByRole('menuitem', { name: 'Move up' }).click();
  await expect(names).toHaveText(['Hatch', 'Left float', 'Right float']);
  await page.getByLabel('Order', { exact: true }).selectOption('by name');
  await expect(names.first()).toHaveText('Hatch');
});
