import { expect, test, type Page } from '@playwright/test';
import { detail, freshAssembly, keepRow, list } from '../bench-mates';

const deadEnds = (page: Page) => page.getByRole('region', { name: 'Dead ends' });

test('pointing at the row that shuts another off sends one change, by its name as by the line around it', async ({ page }) => {
  await freshAssembly(page, 'One press');
  await keepRow(page, 'Inner ; rib .032 / floor .032 : 426AD3 x6 @1 e=.3');
  await keepRow(page, 'Closing ; top .025 / rib .032 : 426AD3 x8 @1 e=.3');
  await list(page).getByText('Inner', { exact: true }).click();
  await detail(page).getByText('How the row is reached, and what it waits for').click();
  const told = page.getByRole('region', { name: 'How it is reached' });
  let sent = 0;
  page.on('request', (r) => {
    if (r.method() === 'POST' && r.url().endsWith('/api/changes')) sent++;
  });
  await told.getByRole('button', { name: 'Point at the row that shuts it off' }).click();
  await list(page).getByRole('button', { name: 'Closing', exact: true }).click();
  await expect(told).toContainText('Closing');
  await expect(told.getByRole('status')).toHaveCount(0);
  expect(sent).toBe(1);
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('hours over the kit are worked out off the page; every assembly with its dead ends', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Quillback Two' }).click();
  await page.getByRole('button', { name: 'Work them out' }).click();
  const hours = page.getByRole('region', { name: 'Hours left over the kit' });
  await expect(hours).toContainText('eight times in ten');
  await expect(
    hours
      .getByRole('row', { name: /Float nose box, left/ })
      .getByRole('cell')
      .last(),
  ).toHaveText('1');
  await expect(
    hours
      .getByRole('row', { name: /Instrument sub-panel/ })
      .getByRole('cell')
      .last(),
  ).toHaveText('none');
  await hours.getByRole('link', { name: 'Float nose box, left' }).click();
  await expect(deadEnds(page)).toContainText('Stem bracket is not set when “close up: top skin”');
});
