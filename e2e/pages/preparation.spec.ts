import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, keepRow, view } from '../bench-mates';

const panel = (page: Page) => page.getByRole('region', { name: 'Depth of the cage' });

test('set-up cards: both click counts, scrap, rows; the cage set by trial keeps its evidence in the history', async ({ page }) => {
  await freshAssembly(page, 'Cards');
  await keepRow(page, 'Spar ; skin .016 / spar .063 : 426AD3 x8 @1.5');
  await view(page, 'Set-ups');
  const card = page.getByRole('region', { name: /countersink: cutter/ });
  await expect(card).toContainText('.0389 in deep');
  await expect(card).toContainText('computed 4.9 clicks, rule of thumb 7; the rule of thumb cuts 2.1 clicks deeper');
  await expect(card.getByRole('row', { name: /Spar spar \.063 in head side 8\/8/ })).toBeVisible();
  await card.getByRole('link', { name: '8 of 8 holes to do, at the bench' }).click();
  await panel(page).getByRole('button', { name: 'The cage was set' }).click();
  const dialog = page.getByRole('dialog', { name: 'The cage was set' });
  await dialog
    .getByRole('combobox', { name: /^How/ })
    .selectOption({ label: 'set by trial on scrap: until the dimpled scrap lay down flat' });
  await dialog.getByRole('button', { name: /Keep it/ }).click();
  await expect(dialog.getByRole('alert')).toContainText('Say how the scrap lay');
  await dialog.getByRole('combobox', { name: /^On the scrap/ }).selectOption('flush');
  await dialog.getByLabel(/Clicks past flush/).fill('many');
  await dialog.getByRole('button', { name: /Keep it/ }).click();
  await expect(dialog.getByRole('alert')).toContainText('are a number');
  await dialog.getByLabel(/Clicks past flush/).fill('6');
  await dialog.getByRole('button', { name: /Keep it/ }).click();
  await expect(dialog).toBeHidden();
  await view(page, 'Set-ups');
  await expect(page.getByRole('region', { name: 'History of the cages' })).toContainText(
    'set by trial on scrap, 6 clicks past flush, scrap lay flush',
  );
});
