import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, keepRow, view } from '../bench-mates';

const dialog = (page: Page) => page.getByRole('dialog');

async function sealedRow(page: Page, name: string, when: string | null = null): Promise<void> {
  await keepRow(page, `${name} ; skin .025 / rib .032 : 426AD3 x6 @1`);
  await page.getByRole('table', { name: 'Rows' }).getByText(name, { exact: true }).click();
  await expect(page.getByRole('region', { name: 'The selected row' }).getByRole('heading', { name, exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await dialog(page).getByText('How it is set').click();
  await dialog(page).getByLabel('sealed or bonded').check();
  if (when !== null) await dialog(page).getByLabel('Its rivets go in').selectOption({ label: when });
  await dialog(page).getByLabel('What stays bare for it').fill('the lap, 1 in wide');
  await dialog(page).getByRole('button', { name: /^Keep/ }).click();
  await expect(dialog(page)).toBeHidden();
}

test('a final trim: readings that are to be alike are judged together before anything is cut; a dent is kept until it is dressed', async ({
  page,
}) => {
  await freshAssembly(page, 'Trimmed');
  await keepRow(page, 'Nose ; skin .025 / rib .032 : 426AD3 x12 @1');
  await view(page, 'Jobs');
  await page.getByRole('button', { name: 'Add a job' }).click();
  await dialog(page).getByLabel('What it is').selectOption({ label: 'holding an edge straight' });
  await dialog(page).getByLabel('Name of the job').fill('Trailing edge');
  await dialog(page).getByRole('button', { name: 'Take cycle 1 out' }).click();
  await dialog(page).getByRole('button', { name: 'Keep the job' }).click();
  await expect(dialog(page)).toBeHidden();
  const card = page.getByRole('region', { name: 'Final trim' });
  const read = async (name: RegExp, text: string) => {
    await card.getByRole('textbox', { name }).fill(text);
    await card.getByRole('button', { name: new RegExp(`^Keep the reading: .*${name.source}`) }).click();
  };
  await read(/at the start/, '6.250');
  await expect(card).toContainText('alike with the others of this cycle within .0313 in; is 6.250 in');
  await read(/in the middle/, '6.260');
  await expect(card.getByRole('status')).toContainText('2 readings, .010 in apart, within .0313 in');
  await read(/at the end/, '6.350');
  await expect(card.getByRole('status')).toContainText('3 readings, .100 in apart, more than .0313 in: not parallel. Read again');
  await read(/at the end/, '6.255');
  await expect(card.getByRole('status')).toContainText('3 readings, .010 in apart, within .0313 in');
  /* A dent comes while a skin is fitted. */
  await page.getByRole('button', { name: 'Add a job' }).click();
  await dialog(page).getByLabel('Name of the job').fill('Skin on');
  await dialog(page).getByRole('button', { name: 'Keep the job' }).click();
  await expect(dialog(page)).toBeHidden();
  const dents = page.getByRole('region', { name: 'Dents' });
  await dents.getByText('A dent came').click();
  await dents.getByRole('button', { name: 'Keep the dent' }).click();
  await expect(dents.getByRole('alert')).toContainText('Where is it?');
  await dents.getByLabel('Part with the dent').selectOption({ label: 'skin' });
  await dents.getByLabel('Where the dent is').fill('6 in aft of rib 3');
  await dents.getByRole('textbox', { name: 'How deep the dent is' }).fill('1/32');
  await dents.getByRole('button', { name: 'Keep the dent' }).dblclick();
  await expect(dents.getByRole('listitem')).toHaveCount(1);
  await expect(dents.getByRole('listitem')).toContainText('Dent: skin, 6 in aft of rib 3, .0313 in (0.79 mm) deep, open');
  await view(page, 'Parts');
  await page.getByRole('table', { name: 'Parts' }).getByText('skin', { exact: true }).click();
  await dents.getByRole('button', { name: 'dressed out: skin, 6 in aft of rib 3' }).click();
  await expect(dents.getByRole('listitem')).toContainText('; dressed out');
  await page.getByRole('link', { name: 'Trimmed', exact: true }).click();
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  await expect(page.getByRole('main')).toContainText('Dent in skin, 6 in aft of rib 3, .0313 in deep.');
  await expect(page.getByRole('main')).toContainText('Dent in skin: dressed out.');
});

test('a skin fitted in three cycles: steps with readings, one beyond its limit said and read again, done at the bench with its last step', async ({
  page,
}) => {
  await freshAssembly(page, 'Fitted');
  await keepRow(page, 'Nose ; skin .025 / rib .032 : 426AD3 x12 @1');
  await view(page, 'Jobs');
  await page.getByRole('button', { name: 'Add a job' }).click();
  await dialog(page).getByRole('button', { name: 'Keep the job' }).click();
  await expect(dialog(page).getByRole('alert')).toContainText('What is it called?');
  await dialog(page).getByLabel('Name of the job').fill('Skin over the ribs');
  await dialog(page).getByLabel('skin', { exact: true }).check();
  await dialog(page).getByLabel('needs two').check();
  await dialog(page).getByLabel('Steps of cycle 1, one a line').fill('skin on, tie-downs loose\noverhang at the nose = wide');
  await dialog(page).getByRole('button', { name: 'Keep the job' }).click();
  await expect(dialog(page).getByRole('alert')).toContainText('Line 2: the reading does not read');
  await dialog(page).getByLabel('Steps of cycle 1, one a line').fill('skin on, tie-downs loose\noverhang at the nose = 1 1/4 +- 1/32');
  await dialog(page).getByLabel('Steps of cycle 2, one a line').fill('piloted top down, nose first');
  await dialog(page).getByText('Rows drilled in it').nth(1).click();
  await dialog(page).getByLabel('Nose', { exact: true }).nth(1).check();
  await dialog(page).getByLabel('Steps of cycle 3, one a line').fill('opened to the final size');
  await dialog(page).getByRole('button', { name: 'Keep the job' }).dblclick();
  await expect(dialog(page)).toBeHidden();
  await expect(page.getByRole('list', { name: 'Jobs of this assembly' }).getByRole('listitem')).toHaveCount(1);
  /* At the bench its card comes first; step by step. */
  await view(page, 'Bench');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /Skin over the ribs/ })
    .click();
  const card = page.getByRole('region', { name: 'The work at hand' });
  await expect(card).toContainText('needs two');
  await card.getByRole('button', { name: 'Done: skin on, tie-downs loose' }).click();
  const reading = card.getByRole('textbox', { name: 'Reading: overhang at the nose' });
  await card.getByRole('button', { name: 'Keep the reading: overhang at the nose' }).click();
  await expect(card.getByRole('alert')).toContainText('Type what was read first');
  await reading.fill('1.3');
  await card.getByRole('button', { name: 'Keep the reading: overhang at the nose' }).click();
  await expect(card).toContainText('beyond the limit by .0187 in');
  await reading.fill('1.26');
  await card.getByRole('button', { name: 'Keep the reading: overhang at the nose' }).click();
  await expect(card).not.toContainText('beyond the limit');
  await expect(card.getByRole('region', { name: 'Pilot' })).toContainText('Nose (12 holes)');
  await card.getByRole('button', { name: 'Done: piloted top down, nose first' }).click();
  await expect(card.getByRole('status')).toContainText('3 of 4 steps; at work: Final size');
  /* The plan changes under work that is done: a line that stays keeps its mark, one that goes is told. */
  await view(page, 'Jobs');
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await dialog(page).getByLabel('Steps of cycle 1, one a line').fill('overhang at the nose = 1 1/4 +- 1/32\nstraps snug all round');
  await dialog(page).getByRole('button', { name: 'Keep the job' }).click();
  await expect(page.getByText('1 step that was done is on the card no more')).toBeVisible();
  await expect(page.getByRole('list', { name: 'Jobs of this assembly' })).toContainText('2 of 4 steps');
  await page.getByRole('button', { name: 'Done: straps snug all round' }).click();
  await page.getByRole('button', { name: 'Done: opened to the final size' }).click();
  await expect(page.getByRole('list', { name: 'Jobs of this assembly' })).toContainText('done, 4 steps');
  await view(page, 'Bench');
  await expect(page.getByRole('navigation', { name: 'Set-ups' })).toBeVisible();
  await expect(page.getByRole('navigation', { name: 'Set-ups' }).getByRole('button', { name: /Skin over the ribs/ })).toHaveCount(0);
});

test('an evening alone leaves out what needs two, and says so', async ({ page }) => {
  await freshAssembly(page, 'Alone');
  await keepRow(page, 'Nose ; skin .025 / rib .032 : 426AD3 x6 @1');
  await view(page, 'Jobs');
  await page.getByRole('button', { name: 'Add a job' }).click();
  await dialog(page).getByLabel('What it is').selectOption({ label: 'rolling' });
  await dialog(page).getByLabel('Name of the job').fill('Roll the skin');
  await dialog(page).getByLabel('needs two').check();
  await dialog(page).getByLabel('rib', { exact: true }).check();
  await dialog(page).getByRole('button', { name: 'Keep the job' }).click();
  await view(page, 'Sequence');
  const hours = page.getByRole('region', { name: 'Hours left' });
  await expect(hours).toContainText('Roll the skin');
  await hours.getByLabel('alone').check();
  await expect(hours).toContainText('1 job needs two and is left out: Roll the skin');
});

test('a batch over three rows: its clock is on today and on every view, each row ticked, none sealed from it when it is over', async ({
  page,
}) => {
  await page.clock.install();
  await freshAssembly(page, 'Sealed');
  await sealedRow(page, 'Chine');
  await sealedRow(page, 'Keel');
  await sealedRow(page, 'Step', 'after the cure, holes cleared');
  await view(page, 'Jobs');
  const batches = page.getByRole('region', { name: 'Batches' });
  await batches.getByRole('button', { name: 'Mix a batch' }).click();
  const form = page.getByRole('form', { name: 'A batch' });
  await form.getByRole('button', { name: /^Mixed now/ }).click();
  await expect(form.getByRole('alert')).toHaveText([/^What is mixed/, /^How many minutes/, /^Choose the rows/]);
  await form.getByLabel('Product, as on its tin').fill('tank sealant');
  await form.getByLabel('Ratio, base to hardener').fill('10 : 1');
  await form.getByLabel('Work life, minutes').fill('60');
  await form.getByLabel('Tack-free after, minutes').fill('50');
  for (const row of ['Chine', 'Keel', 'Step']) await form.getByLabel(row, { exact: true }).check();
  /* 3 rows of 6 in, a bead of 3 by 1.5 mm, a fifth over. */
  await expect(form.getByRole('status')).toContainText('About 2.5 ml, 20 % over');
  await form.getByRole('button', { name: /^Mixed now/ }).click();
  await expect(form.getByRole('alert')).toContainText('cannot be tack-free before its work life is over');
  await form.getByLabel('Tack-free after, minutes').fill('240');
  await form.getByLabel('Cured after, minutes').fill('2880');
  await form.getByRole('button', { name: /^Mixed now/ }).click();
  const clock = page.getByRole('list', { name: 'Batches at work' });
  await expect(clock).toContainText(/workable: (59|60) min left to work it/);
  await batches.getByRole('button', { name: 'Sealed: Chine' }).click();
  await expect(batches).toContainText('1 row of 3 sealed from it');
  await page.clock.fastForward('46:00');
  await expect(clock).toContainText(/hurry: 1[34] min left to work it/);
  await batches.getByRole('button', { name: 'Sealed: Step' }).click();
  await page.getByRole('link', { name: 'Sealed', exact: true }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await expect(clock).toContainText('hurry');
  await page.clock.fastForward('15:00');
  await expect(clock).toContainText('its work life is over: nothing more is set wet from it');
  await clock.getByRole('link', { name: 'tank sealant' }).click();
  await expect(batches.getByRole('button', { name: 'Sealed: Keel' })).toHaveCount(0);
  await expect(batches).toContainText('not sealed from it: mix anew');
  await page.clock.fastForward('48:00:00');
  await expect(batches).toContainText('cured');
  await batches.getByRole('button', { name: 'Holes cleared: Step' }).click();
  await page.getByRole('link', { name: 'Sealed', exact: true }).click();
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Log', exact: true })).toContainText(
    'Mixed tank sealant, 10 : 1 by weight for this assembly, 2.5 ml, 60 min to work it.',
  );
});

test('a sealed row at the bench says by its batch’s clock whether its rivets may go in', async ({ page }) => {
  await page.clock.install();
  await freshAssembly(page, 'Wet');
  await sealedRow(page, 'Chine');
  await view(page, 'Sequence');
  await expect(page.getByRole('button', { name: /^mask what stays bare/ })).toBeVisible();
  await view(page, 'Bench');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^rivet/ })
    .click();
  const sealant = page.getByRole('group', { name: 'Sealant' });
  await expect(sealant).toContainText('Bare stays the lap, 1 in wide');
  await expect(sealant).toContainText('no batch is mixed for it yet');
  await sealant.getByRole('link', { name: 'Mix a batch' }).click();
  await page.getByRole('button', { name: 'Mix a batch' }).click();
  const form = page.getByRole('form', { name: 'A batch' });
  await form.getByLabel('Product, as on its tin').fill('tank sealant');
  await form.getByLabel('Work life, minutes').fill('30');
  await form.getByLabel('Tack-free after, minutes').fill('90');
  await form.getByLabel('Chine', { exact: true }).check();
  await form.getByRole('button', { name: /^Mixed now/ }).click();
  await expect(form).toBeHidden();
  await view(page, 'Bench');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^rivet/ })
    .click();
  await expect(sealant).toContainText('Set wet, before it is tack-free.');
  await page.clock.fastForward('01:31:00');
  await expect(sealant).toContainText('It is tack-free: nothing is set wet any more.');
});

test('an edge held straight: the numbers of the holes between the clamps stand on its card', async ({ page }) => {
  await freshAssembly(page, 'Straight');
  await keepRow(page, 'Edge ; skin .025 / rib .032 : 426AD3 x17 @1');
  await view(page, 'Jobs');
  await page.getByRole('button', { name: 'Add a job' }).click();
  await dialog(page).getByLabel('What it is').selectOption({ label: 'holding an edge straight' });
  await dialog(page).getByLabel('Name of the job').fill('Trailing edge');
  await dialog(page).getByText('Rows drilled in it').first().click();
  await dialog(page).getByLabel('Edge', { exact: true }).first().check();
  await dialog(page).getByRole('button', { name: 'Keep the job' }).click();
  const held = page.getByRole('region', { name: 'Held straight' });
  await expect(held).toContainText('a clamp every 8.000 in: holes 5, 1, 9, 3, 7, 14, 10, 17, 12, 15; clamps off, then 2,4,6,8,11,13,16.');
  await expect(page.getByRole('region', { name: 'Final trim' })).toContainText('not from the old edge');
});
