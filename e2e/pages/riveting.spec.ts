import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, keepRow, view, setRow, openSetup } from '../bench-mates';

const inspect = (page: Page) => page.getByRole('region', { name: 'Inspect one rivet' });
const measure = async (page: Page, fields: Record<string, string>) => {
  for (const [name, value] of Object.entries(fields)) await inspect(page).getByLabel(name, { exact: true }).fill(value);
};

test('a row is set in its order with the length judged; heads get a diagnosis, the builder decides', async ({ page }) => {
  await freshAssembly(page, 'Setting');
  await keepRow(page, 'Shield lap ; shield .025 / rib .032 : 470AD3 x7 @1 e=.32');
  await view(page, 'Bench');
  await openSetup(page, /^rivet/);
  const how = page.getByRole('region', { name: 'How it is set' });
  await expect(how).toContainText('MS20470AD3-3 in a grip of .057 in (1.45 mm)');
  await expect(how).toContainText('Next: hole 4.');
  await how.getByLabel('The rivet that goes in').selectOption({ label: 'MS20470AD3-2: does not work here' });
  await expect(how).toContainText('no good head can be made of this length here');
  await how.getByLabel('The rivet that goes in').selectOption({ label: 'MS20470AD3-3, as planned' });
  await how.getByLabel('Pressure').fill('80 psi');
  await expect(page.getByText('A new batch: set the 3 proposed')).toBeVisible();
  await expect(page.getByRole('button', { name: 'Mark 3 set' })).toBeVisible();
  await page.getByRole('button', { name: /^All open/ }).click();
  await page.getByRole('button', { name: 'Mark 7 set' }).click();
  await expect(page.getByRole('dialog')).toContainText('The first three of this batch were not looked at.');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /It was done/ })
    .click();
  await openSetup(page, /^inspect/);
  await expect(inspect(page).getByRole('status').filter({ hasText: 'Look next' })).toContainText('Look next at hole 4, then 1, 7');
  await measure(page, { Width: '.150', Height: '.053' });
  await expect(inspect(page)).toContainText('Within the profile.');
  await inspect(page).getByRole('button', { name: 'accept', exact: true }).click();
  await expect(inspect(page).getByRole('status').filter({ hasText: 'Look next' })).toContainText('Look next at hole 1, then 7');
  await expect(inspect(page).getByRole('img', { name: /1 readings/ })).toBeVisible();
  await measure(page, { Width: '.122', Height: '.082' });
  await expect(inspect(page)).toContainText('Under-driven: high and narrow');
  await inspect(page).getByRole('button', { name: 'drive more' }).click();
  await measure(page, { Width: '.160', Height: '.040' });
  await expect(inspect(page)).toContainText('Over-driven: flat');
  await measure(page, { Width: '.152', Height: '.052', 'Width across': '.138' });
  await expect(inspect(page)).toContainText('Tipped: its widths at right angles differ.');
  await measure(page, { Width: '', Height: '', 'Width across': '' });
  await inspect(page).getByText('A defect by name').click();
  await inspect(page).getByRole('button', { name: 'crack in head or dimple' }).click();
  await expect(inspect(page)).toContainText('look at it under the glass');
  await inspect(page).getByRole('button', { name: 'accept with a note' }).click();
  await expect(inspect(page).getByRole('alert')).toContainText('wants the note');
  await inspect(page).getByRole('button', { name: 'stop and ask' }).click();
  await view(page, 'Inspect');
  await expect(page.getByRole('region', { name: 'Decided and still open' })).toContainText(
    'stop and ask: Shield lap, hole 1 (crack in head or dimple).',
  );
  await expect(page.getByRole('region', { name: 'To look at next' })).toContainText('hole 7');
  await expect(page.getByRole('img', { name: /Heights of heads/ })).toBeVisible();
});

test('a head beyond a lip dimpled all through is not called bad by numbers that cannot tell', async ({ page }) => {
  await setRow(page, 'Lips', 7);
  await openSetup(page, /^inspect/);
  await measure(page, { Width: '.122', Height: '.082' });
  await expect(inspect(page)).toContainText('Between the two reckonings of a stack dimpled all through: the numbers cannot tell.');
  await measure(page, { Width: '.150', Height: '.053' });
  await expect(inspect(page)).toContainText('Within the profile.');
});

test('a rivet too short for its stack is told from one driven wrong', async ({ page }) => {
  await freshAssembly(page, 'Too short');
  await keepRow(page, 'Shield lap ; shield .025 / rib .032 : 426AD3 x3 @1 e=.32');
  await view(page, 'Bench');
  await openSetup(page, /^rivet/);
  await page.getByLabel('The rivet that goes in').selectOption({ label: 'MS20426AD3-2: does not work here' });
  await page.getByRole('button', { name: 'Mark 3 set' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /It was done/ })
    .click();
  await openSetup(page, /^inspect/);
  await measure(page, { Width: '.125', Height: '.035' });
  await expect(inspect(page)).toContainText(
    'Wrong length: no driving makes a good head of this rivet in this stack. The nearest that works is MS20426AD3-3.',
  );
  await expect(inspect(page)).toContainText('Take it out by its removal card.');
});

test('taking a rivet out step by step; the hole afterwards judged sheet by sheet; whose edge limit it was is kept', async ({ page }) => {
  await setRow(page, 'Removal', 3);
  await openSetup(page, /^inspect/);
  await inspect(page).getByRole('button', { name: 'take out' }).click();
  await inspect(page).getByRole('link', { name: 'Take the rivet of hole 2 out' }).click();
  const card = page.getByRole('region', { name: 'Removal card' });
  await expect(card).toContainText('Step 1 of 4');
  await expect(card).toContainText('Centre-punch the head');
  /* Said at the drilling it happened at; what was done before stays. */
  await expect(card.getByText('the drill went off centre here')).toHaveCount(0);
  await card.getByRole('button', { name: 'Done, next step' }).click();
  await expect(card).toContainText('bit #40');
  await expect(card).toContainText('no deeper than .036 in at its lips');
  await card.getByText('the drill went off centre here').click();
  /* Deeper than the head: the card ends there, and is taken back. */
  await card.getByLabel('How deep it went').selectOption({ label: 'deeper than the head' });
  await card.getByRole('button', { name: 'beyond the inner half' }).click();
  await expect(card).toContainText('It went deeper than the head');
  await expect(card.getByRole('button', { name: 'It is out: measure the hole' })).toHaveCount(0);
  await card.getByRole('button', { name: 'it went off centre, beyond the inner half' }).click();
  await card.getByText('the drill went off centre here').click();
  await card.getByLabel('How deep it went').selectOption({ label: 'no deeper than the head is high' });
  await card.getByRole('button', { name: 'still inside the head’s inner half' }).click();
  await expect(card).toContainText('Weaken the head');
  await expect(card).toContainText('no deeper than .021 in at its lips');
  await card.getByRole('button', { name: 'Done, next step' }).click();
  await card.getByRole('button', { name: 'It is out: measure the hole' }).click();
  const hole = page.getByRole('region', { name: 'The hole afterwards' });
  await hole.getByRole('button', { name: 'Keep what was measured' }).click();
  await expect(hole.getByRole('alert')).toContainText('Measure the hole');
  await hole.getByLabel('Hole', { exact: true }).fill('.1045');
  /* The next size with an edge nobody measured is unknown, no pass; the row's own pitch and edge are known here. */
  for (const sheet of ['shield', 'rib']) await hole.getByLabel(`Edge distance in ${sheet}`).fill('.22');
  const dash4 = hole.getByRole('region', { name: 'MS20426AD4-4' });
  await expect(dash4).toContainText('shield: .220 in from hole centre to edge is under 2 D = .250 in.');
  await expect(dash4).toContainText('rib: .220 in from hole centre to edge is under 2 D = .250 in.');
  await expect(hole).toContainText('Edge limit: 2 D, the program’s default');
  for (const sheet of ['shield', 'rib']) await hole.getByLabel(`Edge distance in ${sheet}`).fill('.32');
  await expect(dash4).toContainText('Nothing speaks against it.');
  await expect(hole.getByRole('img', { name: /as measured/ })).toBeVisible();
  /* Two presses for one. */
  await hole.getByRole('button', { name: 'Keep what was measured' }).evaluate((b: HTMLElement) => [b.click(), b.click()]);
  const story = page.getByRole('region', { name: 'History of this hole' });
  await expect(story).toContainText('found, MS20426AD3-3: take out');
  await expect(story).toContainText('taken out');
  await expect(story).toContainText(
    'measured: the hole after its rivet was taken out, hole .1045 in; the next size goes (edge limit 2 D, the program’s default)',
  );
  await expect(story.getByText(/the hole after its rivet was taken out/)).toHaveCount(1);
  await view(page, 'Bench');
  await openSetup(page, /^rivet/);
  /* The hole takes a rivet of its own: opened and prepared for it first, in set-ups of its own. */
  const work = page.getByRole('region', { name: 'The set-up at work' });
  await expect(work).toContainText('Only the holes that take their own 1/8 rivet.');
  await page.getByRole('button', { name: /^Mark 1 set/ }).click();
  const asked = page.getByRole('dialog', { name: 'Mark as set already?' });
  await expect(asked).toBeVisible();
  await asked.getByRole('button', { name: 'No, not yet' }).click();
  await openSetup(page, /^drill.*#30/);
  await page.getByRole('button', { name: /^Mark 1 / }).click();
  await expect(page.getByRole('navigation', { name: 'Set-ups' }).getByRole('button', { name: /^drill.*#30/ })).toHaveCount(0);
  /* Larger dies for the skin and for what lies under it. */
  await expect(page.getByRole('navigation', { name: 'Set-ups' }).getByRole('button', { name: /^dimple.*1\/8/ })).toHaveCount(2);
});

test('a kit with its own edge limit gets its own answer', async ({ page }) => {
  await setRow(page, 'Own limit', 2);
  await page.getByRole('link', { name: 'Own limit' }).click();
  await page.getByRole('link', { name: 'Kit', exact: true }).click();
  await page.getByText('Limits of this kit').click();
  await page.getByLabel('Edge distance, times D: stop under').fill('1.5');
  await page.getByRole('button', { name: 'Keep settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await page.getByRole('link', { name: 'Assemblies', exact: true }).click();
  await page.getByRole('link', { name: 'Left float', exact: true }).click();
  await view(page, 'Bench');
  await openSetup(page, /^inspect/);
  await inspect(page).getByRole('button', { name: 'take out' }).click();
  await inspect(page)
    .getByRole('link', { name: /Take the rivet/ })
    .click();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Done, next step' }).click();
  await page.getByRole('button', { name: 'It is out: measure the hole' }).click();
  const hole = page.getByRole('region', { name: 'The hole afterwards' });
  await hole.getByLabel('Hole', { exact: true }).fill('.1045');
  for (const sheet of ['shield', 'rib']) await hole.getByLabel(`Edge distance in ${sheet}`).fill('.22');
  await expect(hole.getByRole('region', { name: 'MS20426AD4-4' })).toContainText('Nothing speaks against it.');
  await expect(hole).toContainText('Edge limit: 1.5 D, this kit’s own');
  await hole.getByRole('button', { name: 'Keep what was measured' }).click();
  await expect(page.getByRole('region', { name: 'History of this hole' })).toContainText('edge limit 1.5 D, the kit’s own');
});

test('stock: needed, spare, on hand, to order; wrong figures are refused where they are typed', async ({ page }) => {
  await freshAssembly(page, 'Stocked');
  await keepRow(page, 'Shield lap ; shield .025 / rib .032 : 426AD3 x20 @1 e=.32');
  await page.getByRole('link', { name: 'Stocked' }).click();
  await page.getByRole('link', { name: 'Stock', exact: true }).click();
  const row = page.getByRole('row', { name: /MS20426AD3-3/ });
  await expect(row).toContainText('20');
  await expect(row.getByRole('cell').nth(2)).toHaveText('22');
  await row.getByLabel(/On hand/).fill('-4');
  await row.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByRole('alert')).toContainText('a whole number from 0');
  await row.getByLabel(/On hand/).fill('15');
  await row.getByRole('button', { name: 'Keep' }).click();
  await expect(row.getByRole('cell').nth(4)).toHaveText('7');
  await page.getByLabel('Spare, percent').fill('0');
  await page.getByLabel('Spare, percent').press('Enter');
  await expect(row.getByRole('cell').nth(4)).toHaveText('5');
});
