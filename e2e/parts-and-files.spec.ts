import { expect, test, type Page } from '@playwright/test';
import { parse } from 'csv-parse/sync';
import { readFileSync } from 'node:fs';
import { freshAssembly, keepRow, list } from './bench-mates';

const saved = async (page: Page, click: () => Promise<void>) => {
  const download = page.waitForEvent('download');
  await click();
  return readFileSync(await (await download).path(), 'utf8');
};

test('a part in two windows: what the card does not ask stays as the other made it; what it asks is told before it goes over', async ({
  page,
  context,
}) => {
  await freshAssembly(page, 'Two at a part');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x10 @1.25 hand=L');
  await page.getByRole('link', { name: 'Parts' }).click();
  await page.getByRole('button', { name: 'spar', exact: true }).click();
  const cardOn = (p: Page) => p.getByRole('form', { name: 'spar' });
  await cardOn(page).getByLabel('Material').fill('2024-T3');
  const other = await context.newPage();
  await other.goto(page.url());
  /* The other measures the sheet: nothing this card asks. */
  await cardOn(other)
    .getByRole('button', { name: /nominal/ })
    .click();
  const dialog = other.getByRole('dialog', { name: 'Thickness of spar' });
  await dialog.getByRole('textbox', { name: 'By caliper' }).fill('.058');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(cardOn(other).getByText('by caliper, which every computation uses')).toBeVisible();
  await cardOn(page).getByRole('button', { name: 'Keep the part' }).click();
  await expect(cardOn(page).getByText('Kept.')).toBeVisible();
  await expect(cardOn(page).getByText('.058 in (1.47 mm) by caliper')).toBeVisible();
  /* Untouched, the other's card follows. */
  await expect(cardOn(other).getByLabel('Material')).toHaveValue('2024-T3');
  /* Both at once: the second is told, measured anew meanwhile or not. */
  await cardOn(page).getByLabel('Part number').fill('QB-204');
  await cardOn(other).getByLabel('Part number').fill('QB-205');
  await cardOn(other).getByRole('button', { name: 'Keep the part' }).click();
  await expect(cardOn(other).getByText('Kept.')).toBeVisible();
  await cardOn(other)
    .getByRole('button', { name: /nominal/ })
    .click();
  await dialog.getByRole('textbox', { name: 'By caliper' }).fill('.060');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(cardOn(other).getByText('.060 in (1.52 mm) by caliper')).toBeVisible();
  await cardOn(page).getByRole('button', { name: 'Keep the part' }).click();
  await expect(cardOn(page).getByRole('alert')).toContainText('Somebody else has changed this since; now: spar, L, QB-205');
  await cardOn(page).getByRole('button', { name: 'Keep the part' }).click();
  await expect(cardOn(page).getByText('Kept.')).toBeVisible();
  for (const p of [page, other]) {
    await expect(cardOn(p).getByLabel('Part number')).toHaveValue('QB-204');
    await expect(cardOn(p).getByText('.060 in (1.52 mm) by caliper')).toBeVisible();
  }
});

test('rows go out as CSV and come in from a table of another country, good lines kept', async ({ page }) => {
  await freshAssembly(page, 'Tables');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x10 @1.25');
  await page.getByRole('button', { name: 'Tables: rows and parts as CSV' }).click();
  const dialog = page.getByRole('dialog', { name: 'Tables: rows and parts as CSV' });
  const text = await saved(page, () => dialog.getByRole('button', { name: 'Save these rows as CSV' }).click());
  expect(parse(text, { bom: true })).toEqual([
    ['name', 'stack', 'rivet', 'holes', 'pitch', 'edge', 'hand', 'page'],
    ['Keel', 'skin .025 / spar .063', 'MS20426AD3', '10', '1.25', '', '', ''],
  ]);
  const latin1 = Buffer.from(
    'Row;Sheets;Call-out;Qty;Spacing\r\n"Kiel, B\xfcgel";skin 0,025 / rib 0,8 mm;426AD3;24;1,25\r\nBad;x / y;426AD3;3;\r\n',
    'latin1',
  );
  await dialog.getByLabel('A table to read').setInputFiles({ name: 'rows.csv', mimeType: 'text/csv', buffer: latin1 });
  await expect(dialog.getByText('stack: "x": a thickness is missing')).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep 1 row' }).click();
  await expect(dialog.getByText('1 to mend; they stay here.')).toBeVisible();
  await dialog.getByRole('button', { name: 'Close' }).click();
  await expect(list(page).getByRole('button', { name: 'Kiel, Bügel' })).toBeVisible();
});

test('a kit goes out as one document and comes in as a copy; what does not fit is refused', async ({ page }) => {
  await freshAssembly(page, 'Documents');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x10 @1.25');
  await page.getByRole('link', { name: 'Documents' }).click();
  await page.getByRole('link', { name: 'Kit', exact: true }).click();
  const text = await saved(page, () => page.getByRole('link', { name: 'Export the kit (JSON)' }).click());
  expect(JSON.parse(text)).toMatchObject({ format: 'patient-anvil-kit', formatVersion: 1 });
  await page.goto('/');
  const file = page.getByLabel('A kit exported as JSON');
  await file.setInputFiles({ name: 'letter.json', mimeType: 'application/json', buffer: Buffer.from('{"dear":"sir"}') });
  await expect(page.getByText('letter.json is not a kit exported by this program.')).toBeVisible();
  await file.setInputFiles({ name: 'kit.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await expect(page.getByText('Documents: 1 assemblies, 2 parts, 1 rows, 0 marks.')).toBeVisible();
  await page.getByRole('button', { name: 'Import', exact: true }).click();
  await expect(page.getByText(/A kit with these ids is here already/)).toBeVisible();
  await page.getByRole('button', { name: 'Import as a copy' }).click();
  await page.getByRole('link', { name: 'Left float', exact: true }).click();
  await expect(list(page).getByText('×10')).toBeVisible();
});
