import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { detail, freshAssembly, keepRow, list, view } from './bench-mates';

const noSerious = async (page: Page) => {
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
};
const deadEnds = (page: Page) => page.getByRole('region', { name: 'Dead ends' });
const station = (page: Page, name: RegExp) => page.getByRole('region', { name: 'Tracks' }).getByRole('button', { name });

/** The part top closes over the row Inner, told by pointing in the plan. */
async function toldBox(page: Page, kit: string): Promise<void> {
  await freshAssembly(page, kit);
  await keepRow(page, 'Inner ; rib .032 / floor .032 : 426AD3 x6 @1 e=.3');
  await keepRow(page, 'Closing ; top .025 / rib .032 : 426AD3 x8 @1 e=.3');
  await detail(page).getByText('How the row is reached, and what it waits for').click();
  const told = page.getByRole('region', { name: 'How it is reached' });
  await told.getByRole('button', { name: 'top covers rows' }).click();
  await expect(told.getByRole('status')).toContainText('Tap every row that top covers from the shop side');
  await list(page).getByText('Inner', { exact: true }).click();
  await told.getByRole('button', { name: 'Done' }).click();
  await list(page).getByText('Inner', { exact: true }).click();
  await expect(told).toContainText('Reached from the shop side until the work is closed up with top.');
}

test('told by pointing; the plans close first: the dead end is found, shown, and each way out leads out', async ({ page }) => {
  await toldBox(page, 'Dead end');
  await view(page, 'Sequence');
  await expect(page.getByRole('status').filter({ hasText: 'changes of set-up' })).toContainText('no order has fewer');
  await expect(deadEnds(page)).toHaveCount(0);
  /* The advice sets the inner row first, and says why. */
  await station(page, /^close up: top/).click();
  const chosen = page.getByRole('region', { name: 'The operation' });
  await expect(chosen).toContainText('waits for rivet: Inner: after it nothing you own gets at the row any more');
  await expect(chosen.getByRole('list', { name: 'Shuts off' })).toContainText('shuts off rivet: Inner');
  await page.getByText('The plans’ order, and which one you follow').click();
  const next = page.getByRole('group', { name: 'The row that comes next in the plans' });
  await next.getByRole('button', { name: 'Closing' }).click();
  await next.getByRole('button', { name: 'Inner' }).click();
  await expect(page.getByRole('list', { name: 'The orders side by side' })).toContainText('a dead end: Inner');
  await page.getByLabel('the plans', { exact: true }).check();
  await page.getByRole('button', { name: 'Keep the decision' }).click();
  await expect(page.getByRole('alert')).toContainText('wants its reason');
  await page.getByLabel('Because').fill('as printed');
  await page.getByRole('button', { name: 'Keep the decision' }).click();
  await expect(deadEnds(page)).toContainText('Inner is not set when “close up: top”');
  await expect(page.getByText('Following the plans')).toBeVisible();
  const ways = page.getByRole('list', { name: 'Ways out for Inner' }).getByRole('listitem');
  await expect(ways).toContainText(['set it earlier', 'leave for later what shuts it off', 'bend the flange open']);
  /* A blind rivet only where its name and hole are known, and the hole is large enough. */
  await deadEnds(page).getByLabel('A blind rivet that would do').fill('blind 3/32');
  await deadEnds(page).getByLabel('The hole its maker asks for').fill('.09');
  await expect(deadEnds(page).getByRole('alert')).toContainText('smaller than the rivet');
  await deadEnds(page).getByLabel('The hole its maker asks for').fill('7/64');
  await expect(ways.filter({ hasText: 'a blind rivet with its own hole' })).toContainText('.1094 in instead of .098 in');
  await noSerious(page);
  /* Each way really leads out: first tried, then the row's own changes, taken back by undo in between. */
  for (const way of ['set it earlier', 'leave for later what shuts it off']) {
    await ways.filter({ hasText: way }).getByRole('button', { name: 'Take this way' }).click();
    await expect(deadEnds(page)).toHaveCount(0);
    await page.getByRole('button', { name: 'leave it', exact: true }).click();
    await expect(deadEnds(page)).toBeVisible();
  }
  await ways.filter({ hasText: 'bend the flange open' }).getByRole('button', { name: 'Take this way' }).click();
  await expect(deadEnds(page)).toHaveCount(0);
  await expect(station(page, /^bend the flange open: Inner/)).toBeVisible();
  await page.getByRole('button', { name: /Undo/ }).click();
  await expect(deadEnds(page)).toBeVisible();
  await deadEnds(page).getByRole('link', { name: 'Show it on the map' }).click();
  await expect(page.getByRole('region', { name: 'Dead ends' })).toContainText('shuts it off');
  await view(page, 'Sequence');
  await deadEnds(page).getByLabel('A blind rivet that would do').fill('blind 3/32');
  await deadEnds(page).getByLabel('The hole its maker asks for').fill('7/64');
  await ways.filter({ hasText: 'a blind rivet with its own hole' }).getByRole('button', { name: 'Take this way' }).click();
  await expect(deadEnds(page)).toHaveCount(0);
  await view(page, 'Plan');
  await list(page).getByText('Inner', { exact: true }).click();
  await expect(detail(page)).toContainText('.1094');
});

test('an operation is moved: what breaks is said with its reason; an order of one’s own is kept; the bench warns before it shuts a row off', async ({
  page,
}) => {
  await toldBox(page, 'Moved');
  await view(page, 'Sequence');
  await expect(page.getByRole('status').filter({ hasText: 'changes of set-up' })).toContainText('no order has fewer');
  /* Dragged to the very beginning. */
  const rivet = station(page, /^rivet: Inner/);
  const [from, first] = [await rivet.boundingBox(), await station(page, /^fit up/).boundingBox()];
  if (!from || !first) throw new Error('no station');
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(first.x - 30, from.y + 20, { steps: 10 });
  const breaks = page.getByRole('group', { name: 'What the move breaks' });
  await expect(breaks).toContainText(
    'rivet: Inner comes after put together for riveting: rib, floor, top: everything inside is prepared before the parts meet again',
  );
  await page.mouse.up();
  /* A press right after letting go (within 50 ms) still belongs to the drag: pressed again, as a hand would. */
  await expect(async () => {
    if ((await breaks.count()) > 0) await breaks.getByRole('button', { name: 'Leave it where it was' }).click({ timeout: 2000 });
    await expect(breaks).toHaveCount(0, { timeout: 1000 });
  }).toPass();
  /* One place, by the keyboard's way: two rows drilled the other way round. */
  await station(page, /^drill to size: Inner/).click();
  await page.getByRole('button', { name: 'One place later' }).click();
  await expect(page.getByText('You are trying an order of your own')).toBeVisible();
  await page.getByLabel('an order of your own').check();
  await page.getByLabel('Because').fill('looked at together');
  await page.getByRole('button', { name: 'Keep the decision' }).click();
  await expect(page.getByText('Following an order of your own')).toBeVisible();
  await page.reload();
  await expect(page.getByText('Following an order of your own')).toBeVisible();
  /* What if: without the row that must come first, its closing and all behind it wait. */
  await page.getByText('What if …').click();
  await page.getByRole('group', { name: 'these rows are held today' }).getByLabel('Inner').check();
  const cost = page.getByRole('group', { name: 'What it costs' });
  await expect(cost).toContainText('rivet: Inner: held');
  await expect(cost).toContainText('wait for one of these');
  await expect(station(page, /^rivet: Closing/)).toHaveCount(0);
  await cost.getByRole('button', { name: 'As it was' }).click();
  await expect(station(page, /^rivet: Closing/)).toBeVisible();
  await noSerious(page);
  /* The bench says what the closing row waits for, and asks before it is set all the same. */
  await view(page, 'Bench');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^rivet/ })
    .click();
  const closing = page.getByRole('button', { name: /^Closing/ });
  await expect(closing).toContainText('waits for rivet: Inner');
  await closing.click();
  await page.getByRole('button', { name: /^All open/ }).click();
  await page.getByRole('button', { name: 'Mark 8 set' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('nothing you own gets at Inner any more');
  await dialog.getByRole('button', { name: 'No, not yet' }).click();
  await expect(closing).toBeVisible();
});
