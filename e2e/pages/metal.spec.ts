import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow, list, rowLine } from '../bench-mates';

test('a stack typed the other way round is asked about and stops; Today says it first; settled with the answer it stops nothing', async ({
  page,
}) => {
  await freshAssembly(page, 'Turned kit');
  await keepRow(page, 'Turned ; skin .025 / rib .032 : 426AD3-3.5 x4 @1');
  for (const done of ['Drilled (4)', 'Deburred head side (4 × 2)', 'Deburred shop side (4 × 2)', 'Dimpled ×2 (4)'])
    await page.getByRole('button', { name: done }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'It was done, keep the exception' }).click();
  await expect(page.getByText('Again, or correct')).toBeVisible();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await rowLine(page).fill('Turned ; rib .032 / skin .025 : 426AD3-3.5 x4 @1');
  await rowLine(page).press('Enter');
  const reaches = page.getByRole('dialog', { name: 'This reaches work that was done' });
  await expect(reaches).toContainText('4 holes: skin: prepared from the other face, planned dimpled.');
  await reaches.getByLabel('Why the plan changes').fill('seen from the other side');
  await reaches.getByRole('button', { name: 'Keep the change' }).click();
  await expect(list(page)).toContainText('stop');
  const against = page.getByRole('region', { name: 'The work against the plan' });
  await expect(against).toContainText('rib: prepared from the other face, planned dimpled.');
  const plan = page.url();
  await page.getByRole('link', { name: 'Turned kit' }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  const decide = page.getByRole('region', { name: 'Decide first' });
  await expect(decide.getByRole('link', { name: 'Turned, holes 1-4: prepared otherwise than planned.' })).toHaveCount(2);
  await page.goto(plan);
  for (const left of [2, 1]) {
    await expect(against.getByRole('button', { name: /^Settle/ })).toHaveCount(left);
    await against
      .getByRole('button', { name: /^Settle/ })
      .first()
      .click();
    const dialog = page.getByRole('dialog', { name: 'Settle: Prepared otherwise than planned' });
    await dialog.getByRole('button', { name: 'Record the answer' }).click();
    await expect(dialog.getByRole('alert')).toContainText('Write the answer');
    await dialog.getByLabel('Who answered, and what').fill('kit maker by letter: leave as is');
    await dialog.getByRole('button', { name: 'Record the answer' }).click();
    await expect(dialog).toHaveCount(0);
  }
  await expect(against.getByText('settled', { exact: true })).toHaveCount(2);
  await expect(list(page)).not.toContainText('stop');
});

test('what is measured at a rivet stays with its hole, and the big button does not pass it', async ({ page }) => {
  await freshAssembly(page, 'Looked kit');
  await keepRow(page, 'Looked ; skin .063 / rib .063 : 470AD3-6 x4 @1');
  await page.goto(page.url().replace('/plan', '/bench'));
  const rail = page.getByRole('navigation', { name: 'Set-ups' });
  await rail.getByRole('button', { name: /^rivet/ }).click();
  await page.getByRole('button', { name: /^Mark \d+ set/ }).click();
  await page.getByRole('button', { name: 'It was done, keep the exception' }).click();
  await rail.getByRole('button', { name: /^inspect/ }).click();
  const look = page.getByRole('region', { name: 'Inspect one rivet' });
  await look.getByLabel('Width', { exact: true }).fill('.110');
  await look.getByLabel('Height', { exact: true }).fill('.075');
  await page.getByRole('button', { name: /^Mark \d+ inspected/ }).click();
  await expect(page.getByRole('alert').filter({ hasText: "measurements that aren't recorded yet" })).toBeVisible();
  await expect(look.getByLabel('Width', { exact: true })).toHaveValue('.110');
});
