import { expect, test } from '@playwright/test';
import { detail, freshAssembly, keepRow, list, markWhole, view } from '../bench-mates';

test('a lap laid out from an edge, drilled small, opened later; a sheet that gave way is open again', async ({ page }) => {
  await freshAssembly(page, 'Lap');
  await keepRow(page, 'Lap ; skin .025 / strap .032 : 426AD3 x10 @1');
  await view(page, 'Parts');
  await page.getByRole('table', { name: 'Parts' }).getByText('skin', { exact: true }).click();
  const part = page.getByRole('form', { name: 'skin' });
  await part.getByLabel('Shape').selectOption('rectangle');
  await part.getByLabel('Length', { exact: true }).fill('12');
  await part.getByLabel('Height', { exact: true }).fill('4');
  await part.getByRole('button', { name: 'Keep the part' }).click();
  await expect(part.getByText('Kept.')).toBeVisible();
  /* Measured from the edge one can see: the line of the holes lies half an inch in. */
  await view(page, 'Layout');
  const layout = page.getByRole('form', { name: 'Layout' });
  const setOut = page.getByRole('form', { name: 'Set out' });
  await page.getByText('Set the line out across').click();
  await setOut.getByRole('button', { name: 'Set the line' }).click();
  /* Each fault at its field, both at once. */
  await expect(setOut.getByText('Choose what it is measured from')).toBeVisible();
  await expect(setOut.getByText('How far from it does the line lie?')).toBeVisible();
  await setOut.getByLabel('Measured from').selectOption({ label: 'skin, upper edge (12.000 in)' });
  await setOut.getByLabel('To the line of the holes').fill('9');
  await setOut.getByRole('button', { name: 'Set the line' }).click();
  await expect(setOut.getByText('lies nowhere on the sheet')).toBeVisible();
  await setOut.getByLabel('To the line of the holes').fill('.5');
  await setOut.getByRole('button', { name: 'Set the line' }).click();
  await expect(layout.getByLabel(/Length along the row/)).toHaveValue(/^0\.0 ; 3\.5\n12\.0 ; 3\.5$/);
  await layout.getByRole('radio', { name: 'count' }).click();
  await layout.getByLabel('Edge at the start').fill('.5');
  await layout.getByLabel('Edge at the end').fill('.5');
  await page.getByRole('button', { name: 'Keep in the row' }).click();
  await expect(page.getByText('Kept in the row.')).toBeVisible();
  await view(page, 'Plan');
  await list(page).getByText('Lap', { exact: true }).click();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  const form = page.getByRole('dialog');
  await form.getByText('How its holes are made').click();
  await form.getByLabel('Drilled small first, at').fill('1/4');
  await form.getByLabel('Begun at hole').fill('12');
  await form.getByRole('button', { name: /^Keep/ }).click();
  await expect(form).toContainText('The first hole is smaller than the one it is opened to.');
  await expect(form).toContainText('The row has the holes 1 to 10.');
  await form.getByLabel('Drilled small first, at').fill('1/16');
  await form.getByLabel('Opened to its size once').fill('the neighbour is fitted');
  await form.getByLabel('Begun at hole').fill('10');
  await form.getByLabel('because').fill('the tab at its start stands in the way');
  await form.getByLabel('Into the sheet that covers it').selectOption({ label: 'by a strip pinned to the old row' });
  await form.getByRole('button', { name: /^Keep/ }).click();
  await expect(form).toBeHidden();
  await view(page, 'Bench');
  const setups = page.getByRole('navigation', { name: 'Set-ups' });
  await setups.getByRole('button', { name: /^fit up/ }).click();
  await markWhole(page, 'fitted up');
  await setups.getByRole('button', { name: /^pilot.*1\/16/ }).click();
  const made = page.getByRole('list', { name: 'How its holes are made' });
  await expect(made).toContainText('Small now, .0625 in: opened to its size later, once the neighbour is fitted.');
  await expect(made).toContainText('Begin at hole 10: the tab at its start stands in the way.');
  await expect(made).toContainText('pinned to the old row');
  await page.getByRole('button', { name: /^Mark 10 piloted/ }).click();
  await setups.getByRole('button', { name: /^drill to size/ }).click();
  await expect(made).toContainText('Opened to its size only once the neighbour is fitted.');
  await page.getByRole('button', { name: /^Mark 10 drilled/ }).click();
  await view(page, 'Plan');
  await list(page).getByText('Lap', { exact: true }).click();
  await page
    .getByRole('region', { name: 'Holes' })
    .getByRole('button', { name: /^Hole \d+/ })
    .first()
    .click();
  await page.getByRole('menuitem', { name: 'A sheet gave way to the bit …' }).click();
  const gave = page.getByRole('dialog', { name: /which sheet gave way/ });
  await gave.getByRole('button', { name: 'It gave way' }).click();
  await expect(gave.getByRole('alert')).toContainText('Choose the sheet');
  await gave.getByRole('radio', { name: 'strap' }).click();
  await gave.getByRole('button', { name: 'It gave way' }).click();
  await expect(gave).toBeHidden();
  await expect(detail(page)).toContainText(/gave way/);
  await view(page, 'Bench');
  await expect(setups.getByRole('button', { name: /^drill to size/ })).toBeVisible();
});

test('three old holes, four new between them: the old stay the holes they are', async ({ page }) => {
  await freshAssembly(page, 'Between');
  await keepRow(page, 'Old ; skin .025 / strap .032 : 470AD3 x3 @2');
  await view(page, 'Layout');
  const layout = page.getByRole('form', { name: 'Layout' });
  await layout.getByLabel(/Length along the row/).fill('9');
  await layout.getByLabel('Edge at the start').fill('.5');
  await layout.getByLabel('Edge at the end').fill('.5');
  await layout.getByLabel(/Pick up a row/).fill('.5 ; 0\n2.6 ; 0\n8.5 ; 0');
  const fit = page.getByRole('region', { name: 'Best fit' });
  await fit.getByRole('button', { name: /^Lay this row through the 3 measured holes/ }).click();
  await expect(page.getByText('Kept in the row.')).toBeVisible();
  await fit.getByLabel('New holes between these').fill('4');
  await fit.getByRole('button', { name: 'Keep the 3 old holes, lay 4 new between' }).click();
  await expect(layout.getByLabel(/Pick up a row/)).toHaveValue(/^0?\.5 ; 0/);
  await view(page, 'Plan');
  await expect(list(page).getByText('×7')).toBeVisible();
});
