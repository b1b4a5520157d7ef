import { expect, test } from '@playwright/test';
import { detail, freshAssembly, keepRow, list, rowLine } from '../bench-mates';

const LINE = 'skin .025 / flange .040 : 426AD3-3.5 x18 @1.25';

test('typing a row shows its section and verdict; another thickness changes them; it is kept', async ({ page }) => {
  await freshAssembly(page, 'Typing');
  await rowLine(page).fill(LINE);
  await expect(detail(page).getByText('caution').first()).toBeVisible();
  await expect(detail(page).getByText('opens to .1019', { exact: true })).toBeVisible();
  await expect(detail(page).getByRole('img', { name: /skin \/ flange, section \d+ to 1/ })).toBeVisible();
  const schools = detail(page).getByRole('list', { name: 'Schools' });
  await expect(schools.getByRole('listitem').filter({ hasText: 'Kit .032' })).toContainText('dimple, countersink');
  await expect(schools.getByRole('listitem').filter({ hasText: 'Two thirds' })).toContainText('dimple, dimple');
  await rowLine(page).fill(LINE.replace('.040', '.063'));
  await expect(detail(page).getByText('.0416 deep')).toBeVisible();
  await expect(detail(page).getByText('No findings.')).toBeVisible();
  await rowLine(page).press('Enter');
  await expect(list(page).getByRole('button', { name: 'skin / flange' })).toBeVisible();
  await page.reload();
  await expect(list(page).getByText('×18')).toBeVisible();
});

test('what does not read is refused where it is typed, at its character', async ({ page }) => {
  await freshAssembly(page, 'Refusing');
  const cases: [string, string][] = [
    ['skin 25 furlongs / rib .032 : 426AD3', 'character 6: "furlongs" is not a unit'],
    ['skin 3/0 / rib .032 : 426AD3', 'divides by zero'],
    ['skin -.025 / rib .032 : 426AD3', 'is not more than zero'],
    ['skin .025 / rib .032', 'The rivet is missing'],
    ['x'.repeat(10_000), '10000 characters are too many'],
  ];
  for (const [line, said] of cases) {
    await rowLine(page).fill(line);
    await expect(page.getByText(said)).toBeVisible();
    await rowLine(page).press('Enter');
    await expect(rowLine(page)).toHaveValue(line);
  }
  await expect(page.getByText('No row yet.')).toBeVisible();
  for (const text of ['.0405', '25 thou', '0,6 mm', '3/32']) {
    await rowLine(page).fill(`skin ${text} / rib .063 : 426AD3`);
    await expect(detail(page).getByText('not kept yet')).toBeVisible();
  }
});

test('many lines are pasted at once: a preview, errors by line and character, good lines kept', async ({ page }) => {
  await freshAssembly(page, 'Pasting');
  const lines = Array.from({ length: 100 }, (_, i) =>
    i === 40 ? 'row 41 ; skin .025 rib .032 426AD3' : `row ${i + 1} ; skin .025 / rib .032 : 426AD3 x${(i % 30) + 1} @1.5`,
  );
  await page.getByRole('button', { name: 'Paste lines' }).click();
  await page.getByRole('textbox', { name: /One row a line/ }).fill(lines.join('\n'));
  const preview = page.getByRole('list', { name: 'Preview' });
  await expect(preview.getByRole('listitem')).toHaveCount(100);
  await expect(preview.getByRole('listitem').nth(40)).toContainText('line 41');
  await expect(preview.getByRole('listitem').nth(40)).toContainText('The rivet is missing');
  await page.getByRole('button', { name: 'Keep 99 rows' }).click();
  await expect(page.getByRole('textbox', { name: /One row a line/ })).toHaveValue(lines[40] as string);
  await page.getByRole('button', { name: 'Close' }).first().click();
  await expect(page.getByText('99 rows', { exact: true })).toBeVisible();
  await page.getByLabel('Filter rows').fill('row 99');
  await expect(page.getByText('1 of 99')).toBeVisible();
});

test('the school and the plans change the answer at once and are kept with the reason', async ({ page }) => {
  await freshAssembly(page, 'Deciding');
  await keepRow(page, LINE);
  await page.getByRole('button', { name: /^let it govern.*Two thirds/ }).click();
  await page.getByLabel('Reason').fill('Counsellor said so');
  await page.getByRole('button', { name: 'Keep', exact: true }).last().click();
  await expect(detail(page).getByText('This row has its own: Two thirds.')).toBeVisible();
  const work = detail(page).getByRole('list', { name: 'What to do, sheet by sheet' });
  await expect(work.getByRole('listitem').nth(1)).toContainText('dimple');
  await page.getByLabel("Plans' call-out for flange").selectOption('none');
  await page.getByLabel('Reason').fill('Page FL-07 rev B');
  await page.getByRole('button', { name: 'Keep', exact: true }).last().click();
  await expect(detail(page).getByRole('list', { name: 'Findings' })).toContainText('left plain though a dimple comes down into it');
  await page.reload();
  await detail(page)
    .getByText(/Record of this row/)
    .click();
  await expect(detail(page).getByText('(Counsellor said so)')).toBeVisible();
  await expect(detail(page).getByText('(Page FL-07 rev B)')).toBeVisible();
});

test('why opens the formula with this row’s numbers, and other numbers change the text', async ({ page }) => {
  await freshAssembly(page, 'Asking');
  await rowLine(page).fill(LINE);
  await detail(page)
    .getByRole('button', { name: /why: Depth$/ })
    .click();
  const sheet = page.getByRole('dialog', { name: 'Why: Depth' });
  await expect(sheet.getByTestId('why-text')).toContainText('(.1972 − .098) / (2 × tan(50°))');
  await expect(sheet.getByTestId('why-text')).toContainText('.0416 in');
  await sheet.getByLabel('Dh: Hole').fill('.103');
  await expect(sheet.getByTestId('why-text')).toContainText('.0395 in');
});
