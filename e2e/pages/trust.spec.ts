import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow, view, drilling, markButton } from '../bench-mates';

test('a press that marks nothing says why; a held-back hole says what holds it', async ({ page }) => {
  await drilling(page, 'Explained');
  await page.getByRole('button', { name: 'None' }).click();
  await markButton(page).click();
  await expect(page.getByRole('alert')).toContainText('No hole is chosen');
  await page.getByRole('button', { name: 'Hole 3', exact: true }).click();
  await page.getByRole('button', { name: /^Hole 3 everything/ }).click();
  await page.getByRole('menuitemcheckbox', { name: /not drilled before the square-up check/ }).click();
  const held = page.getByRole('button', { name: /^Hole 3, held back/ });
  await expect(markButton(page)).toContainText('Mark 0 drilled');
  await held.click();
  await expect(page.getByRole('alert')).toContainText('Hole 3 is held back here (not drilled before the square-up check)');
});

test('the menu of a hole is the same in the strip, on the map, in the layout and at the bench', async ({ page }) => {
  await drilling(page, 'One menu', 6);
  const items = async () => {
    const menu = page.getByRole('menu');
    await expect(menu).toBeVisible();
    const names = await menu.getByRole('menuitem').or(menu.getByRole('menuitemcheckbox')).allTextContents();
    await page.keyboard.press('Escape');
    await expect(menu).toBeHidden();
    return names.filter((n) => !/^(Its row|Where it lies|Off its true)/.test(n));
  };
  await page.getByRole('button', { name: 'Hole 2', exact: true }).click({ button: 'right' });
  const atBench = await items();
  await view(page, 'Plan');
  await page.getByRole('button', { name: /^Hole 1 everything/ }).click();
  expect(await items()).toEqual(atBench);
  await view(page, 'Map');
  /* Nobody told where the row lies: it is on the map all the same, and marked so. */
  await expect(page.getByText(/rows without a place/)).toBeVisible();
  await page.getByRole('list', { name: 'Rows without a place' }).getByRole('button', { name: /^Keel/ }).click();
  await page.getByRole('button', { name: /^Hole 1 everything/ }).click();
  expect(await items()).toEqual(atBench);
  await view(page, 'Layout');
  await page.getByRole('combobox', { name: 'Hole', exact: true }).selectOption('Hole 3');
  await page.getByRole('button', { name: /^Hole 3 everything/ }).click();
  expect(await items()).toEqual(atBench);
  expect(atBench).toEqual(expect.arrayContaining([expect.stringContaining('Opened up a size'), expect.stringContaining('plug')]));
});

test('the row’s form tells every fault at its field, opens what a fault is in, and draws what is typed', async ({ page }) => {
  await freshAssembly(page, 'Form');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x4 @1.25');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  const form = page.getByRole('dialog', { name: 'More about this row' });
  await expect(form.getByRole('img', { name: /The row as typed/ })).toBeVisible();
  await form.getByText('Angles, nest, strips').click();
  await form.getByLabel('Head angle').fill('12');
  await form.getByText('Angles, nest, strips').click();
  await form.getByLabel('Hole as it is').fill('big');
  await form.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(form.getByText('An angle between 30 and 170 degrees belongs here.')).toBeVisible();
  await expect(form.getByText(/"big" is not a dimension/)).toBeVisible();
  await form.getByLabel('Head angle').fill('100');
  await form.getByLabel('Hole as it is').fill('.104');
  await expect(form.getByText(/larger than hole max/)).toBeVisible();
  await page.keyboard.press('Escape');
});
