import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, view } from '../bench-mates';

const file = 'A drawing to read (DXF)';
const openImport = async (page: Page) => {
  await view(page, 'Map');
  await page.getByRole('button', { name: 'Read a drawing (DXF)' }).click();
};

test('holes from a drawing become rows: unit asked, layers chosen, previewed, kept, undone', async ({ page }) => {
  await freshAssembly(page, 'From a drawing');
  await openImport(page);
  await page.getByLabel(file).setInputFiles('examples/step-plate-no-unit.dxf');
  await expect(page.getByText('The file does not say its unit: which is it?')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Lines of holes found' })).toHaveCount(0);
  await page.getByLabel(/which is it/).selectOption({ label: 'metres' });
  await expect(page.getByText(/is the unit right/)).toBeVisible();
  await page.getByLabel(/which is it/).selectOption({ label: 'inches' });
  const lines = page.getByRole('list', { name: 'Lines of holes found' }).getByRole('listitem');
  await expect(lines).toHaveCount(3);
  await expect(lines.first()).toContainText('HOLES lower edge ×13');
  await expect(lines.first()).toContainText('.098 in (2.49 mm) (#40), pitch 1.2667 in');
  await page.getByLabel('HOLES front (5)').uncheck();
  await expect(lines).toHaveCount(2);
  await page.getByRole('button', { name: 'Keep 2 rows, 23 holes' }).click();
  await expect(page.getByRole('alert')).toContainText('A row is written');
  await page.getByLabel(/Sheets and rivet of the new rows/).fill('plate .032 / frame .040 : 426AD3');
  await page.getByRole('button', { name: 'Keep 2 rows, 23 holes' }).click();
  await expect(page.getByRole('application', { name: /Map: 23 holes of 2 rows/ })).toBeVisible();
  await page.getByRole('button', { name: /Undo/ }).click();
  await expect(page.getByText('Nothing to show: no row here')).toBeVisible();
});
