import { expect, test } from '@playwright/test';
import { detail, freshAssembly, keepRow, markWhole, strip, toToday, drilledRow, views, markButton, setups } from '../bench-mates';

test('the same by keys: two of them', async ({ page }) => {
  await drilledRow(page, 'By keys');
  await toToday(page, 'By keys');
  await expect(page.getByRole('heading', { name: /deburr/ })).toBeVisible();
  await page.keyboard.press('1');
  await expect(markButton(page)).toContainText('Mark 24 × 3 × 2 deburred');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /^Scuff/ })).toBeVisible();
  await page.keyboard.press('u');
  await expect(setups(page).getByRole('button', { name: /^deburr/ })).toContainText('24 ready');
});

test('marking early asks once, says why, and keeps the exception', async ({ page }) => {
  await freshAssembly(page, 'Too early');
  await keepRow(page, 'Rib ; skin .025 / rib .032 : 426AD3 x6 @1');
  await views(page).getByRole('link', { name: 'Bench' }).click();
  await setups(page)
    .getByRole('button', { name: /^dimple.*skin/ })
    .click();
  await expect(page.getByRole('group', { name: 'No hand' })).toContainText('waits: drill to size, deburr');
  await markButton(page).click();
  const ask = page.getByRole('dialog', { name: 'Mark as dimpled already?' });
  await expect(ask).toContainText(
    'Not drilled yet: the die’s pilot fits the final hole. Not deburred yet: a burr starts a crack in the dimple.',
  );
  await ask.getByRole('button', { name: 'No, not yet' }).click();
  await expect(markButton(page)).toContainText('Mark 6 dimpled');
  await markButton(page).click();
  await page.getByRole('button', { name: 'It was done, keep the exception' }).click();
  await views(page).getByRole('link', { name: 'Plan' }).click();
  await expect(detail(page).getByText(/6 of \d+ steps done/)).toBeVisible();
  await strip(page).focus();
  await page.keyboard.press('h');
  await expect(page.getByRole('dialog', { name: 'Mark as deburred already?' })).toContainText(
    'opening the hole afterwards raises a new burr',
  );
});

test('a deviation begins at its hole, is judged as it is typed, and stays on row and hole', async ({ page }) => {
  await drilledRow(page, 'Oversize');
  await page.getByRole('button', { name: 'Hole 5', exact: true }).click();
  await page.getByRole('button', { name: 'Deviation at hole 5' }).click();
  const dialog = page.getByRole('dialog', { name: 'Deviation: Keel, hole 5' });
  await dialog.getByLabel('Hole as measured').fill('.1045');
  for (const sheet of ['skin', 'rib', 'spar']) await dialog.getByLabel(`Edge distance in ${sheet}`).fill('.22');
  await expect(dialog).toContainText('The hole .1045 in is over hole max .103 in of MS20426AD3');
  await expect(dialog).toContainText('rib: .220 in from hole centre to edge is under 2 D = .250 in.');
  await expect(dialog).toContainText('Stop. Ask the kit maker');
  for (const sheet of ['skin', 'rib', 'spar']) await dialog.getByLabel(`Edge distance in ${sheet}`).fill('.32');
  await expect(dialog).toContainText('The next size, MS20426AD4');
  await dialog.getByLabel('Hole as measured').fill('huge');
  await dialog.getByRole('button', { name: 'Keep the deviation' }).click();
  await expect(dialog.getByLabel('Hole as measured')).toHaveAccessibleDescription(/"huge" is not a dimension/);
  await expect(dialog.getByLabel('Hole as measured')).toBeFocused();
  await dialog.getByLabel('Hole as measured').fill('.1045');
  await dialog.getByLabel('Photo').setInputFiles({ name: 'note.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await dialog.getByRole('button', { name: 'Keep the deviation' }).click();
  await expect(dialog.getByRole('alert')).toContainText('The photo cannot be read');
  await dialog.getByLabel('Photo').setInputFiles('docs/screenshots/plan.png');
  await dialog.getByRole('button', { name: 'Keep the deviation' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Hole 5, deviation' })).toBeVisible();
  await views(page).getByRole('link', { name: 'Plan' }).click();
  await expect(detail(page).getByText(/hole 5: oversize/i)).toBeVisible();
});

test('fit up and take apart are marked and timed at the bench, part by part, and what waits in the order waits here', async ({ page }) => {
  await freshAssembly(page, 'Whole work');
  await keepRow(page, 'Keel ; skin .025 / rib .032 / spar .063 : 426AD3 x6 @1');
  await views(page).getByRole('link', { name: 'Bench' }).click();
  await page.getByRole('button', { name: 'Start a shift' }).click();
  await expect(setups(page).getByRole('button', { name: /^fit up/ })).toContainText('3 parts ready');
  await expect(setups(page).getByRole('button', { name: /^drill to size/ })).toContainText('6 (0 ready)');
  /* The order says the same. */
  await views(page).getByRole('link', { name: 'Sequence' }).click();
  await page
    .getByRole('region', { name: 'Tracks' })
    .getByRole('button', { name: /^drill to size: Keel/ })
    .click();
  await expect(page.getByRole('region', { name: 'The operation' })).toContainText('waits for fit up');
  await page
    .getByRole('region', { name: 'The operation' })
    .getByRole('button', { name: /^fit up/ })
    .click();
  await page.getByRole('region', { name: 'The operation' }).getByRole('link', { name: 'At the bench' }).click();
  await page.getByRole('group', { name: 'Parts' }).getByRole('checkbox', { name: 'spar' }).uncheck();
  await page.getByRole('button', { name: /^Mark 2 parts fitted up/ }).click();
  await expect(setups(page).getByRole('button', { name: /^fit up/ })).toContainText('1 part ready');
  await page.getByRole('button', { name: /^Mark 1 part fitted up/ }).click();
  await expect(setups(page).getByRole('button', { name: /^drill to size/ })).toContainText('6 ready');
  await page.getByRole('button', { name: /^Undo/ }).last().click();
  await expect(page.getByRole('heading', { name: /^Fit up/ })).toBeVisible();
  /* Taking apart before anything is drilled is early: asked once. */
  await setups(page)
    .getByRole('button', { name: /^take apart/ })
    .click();
  await page.getByRole('button', { name: /^Mark 3 parts taken apart/ }).click();
  await expect(page.getByRole('dialog', { name: 'Is it taken apart already?' })).toBeVisible();
  await page.getByRole('button', { name: 'No, not yet' }).click();
});

test('holes held back are named before the set-up begins and are left out', async ({ page }) => {
  await freshAssembly(page, 'Plugs');
  await keepRow(page, 'Hinge ; spar .063 / skin .025 : 426AD3 x8 @1.5');
  await page.getByLabel('Holes of 8').fill('3-4');
  await page.getByLabel('Hold the chosen holes back').selectOption({ label: 'no dimple or countersink: plug' });
  await page.getByLabel('Holes of 8').fill('8');
  await page.getByLabel('Hold the chosen holes back').selectOption({ label: 'not drilled before the square-up check' });
  await views(page).getByRole('link', { name: 'Bench' }).click();
  await markWhole(page, 'fitted up');
  await expect(page.getByRole('list', { name: 'Before you begin' })).toContainText('Hinge: leave for the square-up check 8');
  await expect(markButton(page)).toContainText('Mark 7 drilled');
  /* Before the others are drilled the check is early: asked once. */
  await page.getByRole('button', { name: 'The angle is square: free hole 8' }).click();
  const early = page.getByRole('dialog', { name: 'Is it square already?' });
  await expect(early).toContainText('Not drilled yet: the angle is checked when every other hole is drilled.');
  await early.getByRole('button', { name: 'No, not yet' }).click();
  await markButton(page).click();
  /* Every other hole is drilled: the row stays until the last one is. */
  await expect(page.getByRole('button', { name: /Hinge.*: check that it is square/ })).toBeVisible();
  await expect(markButton(page)).toBeDisabled();
  await views(page).getByRole('link', { name: 'Sequence' }).click();
  await page
    .getByRole('region', { name: 'Tracks' })
    .getByRole('button', { name: /^check that it is square: Hinge/ })
    .click();
  const operation = page.getByRole('region', { name: 'The operation' });
  await expect(operation).toContainText('check that it is square');
  await operation.getByRole('button', { name: 'drill the locking hole: Hinge' }).click();
  await expect(operation.getByRole('list', { name: 'Waits for' })).toContainText('the last hole fixes the angle for good');
  await operation.getByRole('button', { name: 'check that it is square: Hinge' }).click();
  await operation.getByRole('link', { name: 'At the bench' }).click();
  await page.getByRole('button', { name: 'The angle is square: free hole 8' }).click();
  await expect(markButton(page)).toContainText('Mark 1 drilled');
  await setups(page)
    .getByRole('button', { name: /^countersink/ })
    .click();
  await expect(page.getByRole('list', { name: 'Before you begin' })).toContainText('Hinge: plug first 3-4');
  await expect(markButton(page)).toContainText('Mark 6 countersunk');
});
