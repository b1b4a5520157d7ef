import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, view } from './bench-mates';

const dialog = (page: Page) => page.getByRole('dialog');

test('a job edited in two windows: the second is told, and nothing is written over unseen', async ({ page, context }) => {
  await freshAssembly(page, 'Two windows');
  await view(page, 'Jobs');
  await page.getByRole('button', { name: 'Add a job' }).click();
  await dialog(page).getByLabel('What it is').selectOption({ label: 'trimming' });
  await dialog(page).getByLabel('Name of the job').fill('Trim the tip');
  await dialog(page).getByRole('button', { name: 'Keep the job' }).click();
  await expect(dialog(page)).toBeHidden();
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByRole('button', { name: 'Edit', exact: true }).click();
  await expect(dialog(other).getByLabel('Name of the job')).toHaveValue('Trim the tip');
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await dialog(page).getByLabel('Minutes it takes, about').fill('45');
  await dialog(page).getByRole('button', { name: 'Keep the job' }).click();
  await expect(dialog(page)).toBeHidden();
  await expect(other.getByText('about 45 min')).toBeVisible();
  await dialog(other).getByLabel('Name of the job').fill('Trim both tips');
  await dialog(other).getByRole('button', { name: 'Keep the job' }).click();
  await expect(dialog(other).getByRole('alert')).toContainText('Somebody else has changed this job since');
  await expect(dialog(other).getByLabel('Name of the job')).toHaveValue('Trim both tips');
  await expect(page.getByRole('list', { name: 'Jobs of this assembly' })).toContainText('Trim the tip');
  /* A step is named in the log as it was called. */
  await page.getByRole('button', { name: 'Done: Cut outside the line' }).click();
  await page.getByRole('link', { name: 'Two windows', exact: true }).click();
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Log', exact: true })).toContainText('Trim the tip: Cut outside the line.');
});
