import { expect, test } from '@playwright/test';
import { detail, firstAssembly, keepRow } from '../bench-mates';

test('a kit’s own school, limits and people answer in its rows, with the reason on record', async ({ page }) => {
  await firstAssembly(page, 'Own rules');
  await keepRow(page, 'skin .025 / flange .040 : 426AD3 x10 @1.25 e=.2');
  await expect(detail(page).getByText(/under 2.5 D/)).toBeVisible();
  await page.getByRole('link', { name: 'Own rules' }).click();
  await page.getByRole('link', { name: 'Kit', exact: true }).click();
  await page.getByLabel('School that governs').selectOption('two-thirds');
  await page.getByText('Limits of this kit').click();
  await page.getByLabel('Edge distance of flush heads, times D: caution under').fill('2');
  await page.getByLabel('Hole max, dash 3').fill('.080');
  await page.getByLabel('Reason').fill('Kit process sheet 4');
  await page.getByRole('button', { name: 'Keep settings' }).click();
  await expect(page.getByText('A hole max is larger than its rivet.')).toBeVisible();
  await page.getByLabel('Hole max, dash 3').fill('.105');
  await page.getByRole('button', { name: 'Add a person' }).click();
  await page.getByLabel('Initials 2').fill('ZZ');
  await page.getByRole('button', { name: 'Keep settings' }).dblclick();
  await expect(page.getByText('Kept.')).toBeVisible();
  await page.getByRole('link', { name: 'Assemblies', exact: true }).click();
  await page.getByRole('link', { name: 'Left float', exact: true }).click();
  await expect(detail(page).getByText('No findings.')).toBeVisible();
  await page.getByRole('radio', { name: 'ZZ' }).click();
  await page.getByRole('button', { name: 'Drilled (10)' }).click();
  await detail(page)
    .getByText(/Record of this row/)
    .click();
  await expect(detail(page).getByRole('listitem').filter({ hasText: '10 holes drilled' })).toContainText('ZZ');
  await expect(detail(page).getByText('(Kit process sheet 4)')).toBeVisible();
});

test('a kit needs a name and somebody to build it; an unknown address says so', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'Make the kit' }).click();
  await expect(page.getByRole('alert')).toHaveText(['A kit needs a name.', 'Whose marks are these?']);
  await page.goto('/nowhere/at/all');
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible();
  await page.goto('/assemblies/00000000-0000-4000-8000-000000000000/plan');
  await expect(page.getByRole('alert')).toContainText('There is no such assembly.');
});
