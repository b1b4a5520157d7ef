import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, keepRow, view } from '../bench-mates';

const toKit = (page: Page, kit: string) => page.getByRole('link', { name: kit, exact: true }).click();

test('notes stand at the row and the part, and in the log; two pages are revised at once, and an edit is wanted before it is said', async ({
  page,
}) => {
  await freshAssembly(page, 'Noted');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x6 @1.25 plan=FL-07');
  await keepRow(page, 'Chine ; skin .025 / angle .040 : 426AD3 x6 @1.25 plan=FL-08');
  await page.getByRole('table', { name: 'Rows' }).getByText('Keel').click();
  const notes = page.getByRole('region', { name: 'Notes and photos' });
  await notes.getByText('A note or photo').click();
  await notes.getByRole('button', { name: 'Keep the note' }).click();
  await expect(notes.getByRole('alert')).toContainText('Write a sentence');
  await notes.getByLabel('What the marks do not say').fill('The third hole runs near the joggle.');
  await notes.getByRole('button', { name: 'Keep the note' }).click();
  await expect(notes.getByRole('listitem')).toContainText('QA: The third hole runs near the joggle.');
  await view(page, 'Parts');
  await page.getByText('spar', { exact: true }).first().click();
  const ofPart = page.getByRole('region', { name: 'Notes and photos of spar' });
  await ofPart.getByText('A note or photo').click();
  await ofPart.getByLabel('What the marks do not say').fill('Came with a scratch inside.');
  await ofPart.getByRole('button', { name: 'Keep the note' }).click();
  await expect(ofPart.getByRole('listitem')).toContainText('Came with a scratch inside.');

  await toKit(page, 'Noted');
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  const log = page.getByRole('region', { name: 'Log', exact: true });
  await expect(log.getByText('QA: Keel: The third hole runs near the joggle.')).toBeVisible();
  await expect(log.getByText('QA: spar: Came with a scratch inside.')).toBeVisible();
  const pages = page.getByRole('region', { name: 'Revised pages' });
  await pages.getByRole('button', { name: 'Put it in front of the old one' }).click();
  await expect(pages.getByText('Name the page, as the rows name it.')).toBeVisible();
  await expect(pages.getByText('Say which revision came.')).toBeVisible();
  await pages.getByLabel(/^Page, as the rows name it/).fill('FL-07, FL-08');
  await pages.getByLabel('New revision').fill('B');
  await pages.getByRole('button', { name: 'Put it in front of the old one' }).click();
  await expect(pages.getByText(/touches 1 row/)).toHaveCount(2);

  await page.goBack();
  await page.getByRole('link', { name: 'Left float', exact: true }).click();
  await view(page, 'Sequence');
  await expect(page.getByRole('note', { name: 'Revised pages' })).toContainText('Keel (FL-07 revision B), Chine (FL-08 revision B)');
  await page.getByRole('note', { name: 'Revised pages' }).getByRole('link', { name: 'Keel' }).click();
  const flag = page.getByRole('list', { name: 'Revised pages' });
  await flag.getByRole('button', { name: 'Edited as it says' }).click();
  await expect(flag.getByRole('alert')).toContainText('No edit of this row was kept since the page came');
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  const line = page.getByRole('textbox', { name: /This row, typed anew/ });
  await line.fill('Keel ; skin .025 / spar .063 : 426AD3 x7 @1.25 plan=FL-07');
  await line.press('Enter');
  await expect(page.getByText('7 holes, page FL-07')).toBeVisible();
  await flag.getByRole('button', { name: 'Edited as it says' }).click();
  await expect(flag).toBeHidden();
});

test('before the primer what is open to machine stands as a list and wants a reason; a finish may be another than primer', async ({
  page,
}) => {
  await freshAssembly(page, 'Finish');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x6 @1.25');
  await toKit(page, 'Finish');
  await page.getByRole('link', { name: 'Kit', exact: true }).click();
  await page.getByLabel('parts are cleaned and primed').check();
  await page.getByLabel('every edge of a part is deburred, and marked by part').check();
  await page.getByRole('button', { name: 'Keep settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await page.getByRole('link', { name: 'Assemblies', exact: true }).click();
  await page.getByRole('link', { name: 'Left float', exact: true }).click();
  await view(page, 'Bench');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^deburr every edge/ })
    .click();
  await expect(page.getByRole('heading', { name: /Deburr every edge/ })).toBeVisible();
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^prime/ })
    .click();
  await page.getByLabel('Which finish').selectOption({ label: 'painted' });
  await page.getByRole('button', { name: /^Mark the part primed/ }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('list', { name: 'Machining still open' })).toContainText('Keel: drill to size 6 holes');
  await dialog.getByRole('button', { name: 'It was done, keep the exception' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Say why');
  await dialog.getByLabel('Why the finish goes on before that').fill('came painted from the kit');
  await dialog.getByRole('button', { name: 'It was done, keep the exception' }).click();
  await toKit(page, 'Finish');
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Log', exact: true })).toContainText(/Painting\s*(skin|spar)/);
});

test('hours are corrected afterwards and split; what they were stays in the record', async ({ page }) => {
  await freshAssembly(page, 'Hours');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x6 @1.25');
  await view(page, 'Bench');
  await page.getByRole('button', { name: 'From paper', exact: true }).click();
  const paper = page.getByRole('dialog', { name: 'Write up from paper' });
  await paper.getByLabel('Day').fill(new Date(Date.now() - 3 * 86_400_000).toISOString().slice(0, 10));
  await paper.getByLabel('Hours worked').fill('4');
  await paper.getByRole('button', { name: 'Begin' }).click();
  await expect(page.getByText('Figures are those of the plan as it was then.')).toBeVisible();
  await page.getByRole('button', { name: 'Leave: mark as now again' }).click();
  await toKit(page, 'Hours');
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  const hours = page.getByRole('region', { name: 'Hours' });
  await hours.getByRole('button', { name: /^Correct .*4 h 00 min/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Correct a shift' });
  await dialog.getByLabel('Hours').fill('40');
  await dialog.getByRole('button', { name: 'Keep the correction' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Hours lie above 0');
  await dialog.getByLabel('Hours').fill('1,5');
  await dialog.getByLabel('Spent on').selectOption({ label: 'deburring' });
  await dialog.getByRole('button', { name: 'Split: one more part' }).click();
  await dialog.getByLabel('Hours').nth(1).fill('2');
  /* Two presses for one. */
  await dialog.getByRole('button', { name: 'Keep the correction' }).evaluate((b: HTMLElement) => [b.click(), b.click()]);
  await expect(hours.getByRole('listitem')).toHaveCount(2);
  await expect(hours.getByRole('listitem').filter({ hasText: '1 h 30 min, deburring' })).toHaveCount(1);
  await expect(page.getByText(/QA 3 h 30 min: deburring 1 h 30 min/)).toBeVisible();
});

test('two people mark the same holes: it counts once, is pointed out, and one is taken back', async ({ page }) => {
  await freshAssembly(page, 'Two people');
  await toKit(page, 'Two people');
  await page.getByRole('link', { name: 'Kit', exact: true }).click();
  await page.getByRole('button', { name: 'Add a person' }).click();
  await page.getByLabel('Initials').last().fill('TK');
  await page.getByRole('button', { name: 'Keep settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await page.getByRole('link', { name: 'Assemblies', exact: true }).click();
  await page.getByRole('link', { name: 'Left float', exact: true }).click();
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x6 @1.25');
  const drilled = page.getByRole('button', { name: /^Drilled/ });
  await drilled.click();
  await page
    .getByRole('radio', { name: 'TK' })
    .or(page.getByRole('button', { name: 'TK' }))
    .click();
  await page.getByRole('textbox', { name: /^Holes/ }).fill('1-3');
  await page.getByRole('textbox', { name: /^Holes/ }).press('Enter');
  /* What is done stands apart from what is open. */
  await page.getByText('Again, or correct').click();
  await drilled.click();
  const panel = page.getByRole('region', { name: 'Marked by two people' });
  await expect(panel).toContainText(/Holes 1-3 drilled by QA on .* and by TK on .* It counts once\./);
  await panel.getByRole('button', { name: /^Take that of TK/ }).click();
  await expect(panel).toBeHidden();
});
