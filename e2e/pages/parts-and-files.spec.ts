import { expect, test } from '@playwright/test';
import { detail, freshAssembly, keepRow, list, view } from '../bench-mates';

test('a part is completed, turned, counted and measured; its rows are one step away', async ({ page }) => {
  await freshAssembly(page, 'Part cards');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x10 @1.25 hand=L');
  await page.getByRole('link', { name: 'Parts' }).click();
  await page.getByRole('button', { name: 'spar', exact: true }).click();
  const card = page.getByRole('form', { name: 'spar' });
  await card.getByLabel('Part number').fill('QB-204');
  await card.getByLabel('On the list').fill('2');
  await card.getByLabel('Counted on the table').fill('1');
  await expect(card.getByText('1 missing')).toBeVisible();
  await card.getByRole('button', { name: 'Turn' }).click();
  await card.getByRole('button', { name: 'Flip over' }).click();
  await expect(card.getByText('Turned 90°, back face out')).toBeVisible();
  await expect(card.getByRole('img', { name: 'right: turned 270 degrees, back face out' })).toBeVisible();
  await card.getByRole('button', { name: 'Keep the part' }).dblclick();
  await expect(card.getByText('Kept.')).toBeVisible();
  await card.getByRole('button', { name: /nominal/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Thickness of spar' });
  await dialog.getByRole('textbox', { name: 'By caliper' }).fill('.040');
  await expect(dialog.getByText('One row uses it:')).toBeVisible();
  await expect(dialog.getByText('caution')).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(card.getByText('by caliper, which every computation uses')).toBeVisible();
  await card.getByLabel('Material').fill('2024-T3');
  await card.getByRole('button', { name: 'Keep the part' }).click();
  await expect(page.getByRole('cell', { name: '2024-T3' })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('cell', { name: '1 of 2' })).toBeVisible();
  await page.getByRole('link', { name: 'Keel' }).click();
  await expect(detail(page).getByText('opens to .1019', { exact: true })).toBeVisible();
});

test('an assembly is mirrored: definitions only', async ({ page }) => {
  await freshAssembly(page, 'Mirroring');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x10 @1.25 hand=L');
  await page.getByRole('button', { name: 'Drilled (10)' }).click();
  await page.getByRole('link', { name: 'Mirroring' }).click();
  await page.getByRole('button', { name: 'Mirror Left float' }).click();
  await page.getByRole('dialog', { name: 'Make "Right float"' }).getByRole('button', { name: 'Mirror' }).click();
  await page.getByRole('link', { name: 'Right float', exact: true }).click();
  await expect(list(page).getByText('right')).toBeVisible();
  await expect(detail(page).getByText('0 of 96 steps done')).toBeVisible();
});

test('a part of another material than aluminum is said on its card, and its row stops where it would be dimpled', async ({ page }) => {
  await freshAssembly(page, 'Other metal');
  await keepRow(page, 'Cowl ; cowl .025 / rib .032 : 426AD3 x4 @1 e=.3');
  await expect(detail(page)).not.toContainText('no aluminum');
  await view(page, 'Parts');
  await page.getByRole('button', { name: 'cowl', exact: true }).click();
  const card = page.getByRole('form', { name: 'cowl' });
  await card.getByLabel(/^What it is made of/).selectOption({ label: 'composite' });
  await card.getByRole('button', { name: 'Keep the part' }).click();
  await expect(card.getByText('Kept.')).toBeVisible();
  await view(page, 'Plan');
  await expect(detail(page)).toContainText('cowl is composite');
});
