import { expect, test, type Page } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { detail, freshAssembly, keepRow, list, view } from './bench-mates';

const file = 'A drawing to read (DXF)';
const openImport = async (page: Page) => {
  await view(page, 'Map');
  await page.getByRole('button', { name: 'Read a drawing (DXF)' }).click();
};

test('a line of a drawing gives an existing row its places; an outline its part its edge, and the edge is judged', async ({ page }) => {
  await freshAssembly(page, 'Places and edges');
  await keepRow(page, 'Lower edge ; plate .032 / frame .040 : 426AD3 x13 @1.25');
  await openImport(page);
  await page.getByLabel(file).setInputFiles('examples/step-plate.dxf');
  await page.getByLabel('What HOLES lower edge becomes').selectOption({ label: 'places “Lower edge”' });
  for (const other of ['HOLES upper edge', 'HOLES front'])
    await page.getByLabel(`What ${other} becomes`).selectOption({ label: 'left out' });
  await page.getByRole('button', { name: 'Keep 1 row, 13 holes' }).click();
  await expect(page.getByRole('application', { name: /Map: 13 holes of 1 row/ })).toBeVisible();
  await view(page, 'Parts');
  await page.getByRole('button', { name: 'plate', exact: true }).click();
  await page.getByRole('button', { name: 'From a drawing (DXF)' }).click();
  await page.getByLabel(file).setInputFiles('examples/step-plate.dxf');
  await page.getByRole('button', { name: 'Take this one' }).click();
  await page.getByRole('button', { name: 'Keep the part' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await page.getByRole('button', { name: 'frame', exact: true }).click();
  await page.getByLabel('Shape').selectOption('rectangle');
  await page.getByLabel('Lower left corner (across ; up)').fill('0 ; .2');
  await page.getByLabel('Length', { exact: true }).fill('15.7');
  await page.getByLabel('Height', { exact: true }).fill('nonsense');
  await expect(page.getByText('One of the lengths does not read.')).toBeVisible();
  await page.getByLabel('Height', { exact: true }).fill('2');
  await page.getByRole('button', { name: 'Keep the part' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await page.getByRole('link', { name: 'Lower edge' }).click();
  await expect(detail(page).getByText(/frame: \.100 in from hole centre to edge at hole 13 is under 2 D/)).toBeVisible();
});

test('drawings that are broken, too big or nothing are refused, and the page goes on', async ({ page }, info) => {
  await freshAssembly(page, 'Bad drawings');
  await openImport(page);
  const broken = info.outputPath('broken.dxf');
  writeFileSync(broken, readFileSync('examples/step-plate.dxf', 'utf8').slice(0, 3000));
  const text = info.outputPath('letter.dxf');
  writeFileSync(text, 'Dear builder,\nhere is no drawing.\n');
  const heavy = info.outputPath('heavy.dxf');
  writeFileSync(heavy, Buffer.alloc(70_000_000, 'x'));
  const empty = info.outputPath('empty.dxf');
  writeFileSync(empty, '0\nSECTION\n2\nENTITIES\n0\nENDSEC\n0\nEOF\n');
  for (const [path, refusal] of [
    [broken, /not a DXF drawing as text, or it is cut off/],
    [text, /not a DXF drawing as text/],
    [heavy, /over 64 MB/],
    [empty, /holds no circle, point or closed outline/],
  ] as const) {
    await page.getByLabel(file).setInputFiles(path);
    await expect(page.getByRole('alert')).toContainText(refusal);
  }
});

test('60,000 circles are read off the main thread: the page answers meanwhile', async ({ page }, info) => {
  test.slow();
  await freshAssembly(page, 'Very many');
  await keepRow(page, 'One ; skin .025 / rib .032 : 426AD3 x4 @1');
  await expect(list(page).getByText('×4')).toBeVisible();
  const path = info.outputPath('many.dxf');
  const circles = Array.from(
    { length: 60_000 },
    (_, i) => `0\nCIRCLE\n8\nH\n10\n${(i % 500) * 20}\n20\n${Math.floor(i / 500) * 25}\n40\n1.2446\n`,
  );
  writeFileSync(
    path,
    `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${circles.join('')}0\nENDSEC\n0\nEOF\n`,
  );
  await openImport(page);
  await page.getByLabel(file).setInputFiles(path);
  await expect(page.getByRole('status').filter({ hasText: /Reading|Finding/ })).toBeVisible();
  /* The page answers while the worker reads: it can be stopped, and begun again. */
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('alert')).toContainText('Reading was stopped');
  await page.getByLabel(file).setInputFiles(path);
  await expect(page.getByRole('list', { name: 'Lines of holes found' }).getByRole('listitem').first()).toContainText('×500', {
    timeout: 60_000,
  });
  await expect(page.getByRole('button', { name: /60000 holes/ })).toBeVisible();
  await page.getByLabel(/Sheets and rivet of the new rows/).fill('plate .032 / frame .040 : 426AD3');
  await page.getByRole('button', { name: /60000 holes/ }).click();
  await expect(page.getByRole('alert')).toContainText('too many at once');
});

test('a mirrored row shows what its source has become since, and takes it over when asked', async ({ page }) => {
  await freshAssembly(page, 'Two sides');
  await keepRow(page, 'Chine ; skin .025 / rib .032 : 426AD3 x6 @1 hand=L');
  await page.getByRole('button', { name: 'Mirror' }).click();
  await expect(detail(page).getByText(/6 holes, right/)).toBeVisible();
  await list(page).getByText('Chine').first().click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: 'This row, typed anew' }).fill('Chine ; skin .025 / rib .032 : 426AD3 x8 @1.2 hand=L');
  await page.getByRole('textbox', { name: 'This row, typed anew' }).press('Enter');
  await expect(list(page).getByText('×8')).toBeVisible();
  await list(page).getByText('×6').click();
  const offers = page.getByRole('region', { name: 'Differences from its mirror' });
  await expect(offers).toContainText('here 6, there 8');
  await expect(offers).toContainText('here 1.000 in (25.40 mm), there 1.200 in');
  await offers.getByRole('listitem').filter({ hasText: 'number of holes' }).getByRole('button', { name: 'Take over' }).click();
  await expect(detail(page).getByText(/8 holes, right/)).toBeVisible();
  await offers.getByRole('listitem').filter({ hasText: 'pitch' }).getByRole('button', { name: 'Take over' }).click();
  await expect(offers).toHaveCount(0);
});
