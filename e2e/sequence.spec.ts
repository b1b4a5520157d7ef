import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { freshAssembly, keepRow, swipe, view } from './bench-mates';

test('the order of the work: derived, proven, each wait with its reason; marks move it on; hours and an evening', async ({ page }) => {
  await freshAssembly(page, 'Ordered');
  await keepRow(page, 'Lap ; skin .025 / rib .032 : 426AD3 x12 @1');
  await view(page, 'Sequence');
  await expect(page.getByRole('status').filter({ hasText: 'changes of set-up' })).toContainText('no order has fewer');
  await expect(page.getByRole('status').filter({ hasText: 'turnings of parts' })).toContainText(
    /\d+ turnings of parts: (no such order|at least \d)/,
  );
  const picture = page.getByRole('group', { name: /operations on 2 parts/ });
  await expect(picture.getByRole('button', { name: /fit up: .*ready, next/ })).toBeVisible();
  await picture.getByRole('button', { name: /^rivet: Lap/ }).click();
  const chosen = page.getByRole('region', { name: 'The operation' });
  await expect(chosen).toContainText('waits for put together for riveting');
  await expect(chosen).toContainText('everything inside is prepared before the parts meet again');
  await chosen.getByRole('button', { name: /put together/ }).click();
  await expect(chosen.getByRole('heading')).toContainText('put together for riveting');
  await expect(chosen).toContainText('Take up the work put together.');
  await expect(page.getByRole('region', { name: 'Hours left' })).toContainText('rests on stated defaults');
  const evening = page.getByRole('list', { name: 'The evening' }).getByRole('listitem');
  const long = await evening.count();
  await page.getByLabel('An evening of').selectOption({ label: '30 min' });
  await expect(evening.first()).toContainText('fit up');
  expect(await evening.count()).toBeLessThan(long);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  await page.getByRole('button', { name: /calendar/ }).click();
  await expect(page.getByRole('alert')).toContainText('Choose when the evening begins');
  await page.getByLabel('The evening begins').fill('2026-12-01T19:30');
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /calendar/ }).click()]);
  const calendar = readFileSync(await file.path(), 'utf8').replace(/\r\n[ \t]/g, '');
  expect(calendar).toMatch(/BEGIN:VEVENT[\s\S]*DTSTART:2026120[12]T\d{6}Z[\s\S]*DURATION:PT30M/);
  expect(calendar).toContain('fit up');
  /* Three of them, each going on where the one before left off; in the calendar week by week, at the same time by the clock. */
  await page.getByLabel('Evenings').selectOption('3');
  await expect(page.getByRole('list', { name: 'Evening 3' }).getByRole('listitem').first()).toBeVisible();
  await expect(page.getByRole('list', { name: 'Evening 1' }).getByRole('listitem').first()).toContainText('fit up');
  await expect(page.getByRole('list', { name: 'Evening 2' })).not.toContainText('fit up');
  await page.getByLabel('How often').selectOption({ label: 'every other day' });
  const [three] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: /calendar/ }).click()]);
  const starts = [...readFileSync(await three.path(), 'utf8').matchAll(/DTSTART:(\d{8})T(\d{6})Z/g)].map(([, day, time]) => [
    Number(day),
    time,
  ]);
  expect(starts.map(([day]) => Number(day) - Number(starts[0]?.[0]))).toEqual([0, 2, 4]);
  expect(new Set(starts.map(([, time]) => time)).size).toBe(1);
  await page.getByLabel('Evenings').selectOption('1');
  await picture.getByRole('button', { name: /^drill to size: Lap/ }).click();
  await chosen.getByRole('link', { name: 'At the bench' }).click();
  await page.getByRole('button', { name: 'Mark 12 drilled' }).click();
  await view(page, 'Sequence');
  await expect(picture.getByRole('button', { name: /take apart: .*ready, next/ })).toBeVisible();
  await expect(picture.getByRole('button', { name: /^drill to size/ })).toHaveCount(0);
  await page.getByLabel('what is done too').check();
  await expect(picture.getByRole('button', { name: /^drill to size: Lap, done/ })).toBeVisible();
});

test('at the bench the picture is larger, and stays so; arrow keys go from station to station; what is chosen is shown by its links', async ({
  page,
}) => {
  await freshAssembly(page, 'Large');
  await keepRow(page, 'Lap ; skin .025 / rib .032 : 426AD3 x12 @1');
  await view(page, 'Sequence');
  const tracks = page.getByRole('region', { name: 'Tracks' });
  const first = tracks.getByRole('button', { name: /^fit up/ });
  const drill = tracks.getByRole('button', { name: /^drill to size: Lap/ });
  await expect(page.getByRole('heading', { name: 'Next: fit up: skin, rib' })).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: 'no order has fewer' })).toBeVisible();
  const small = (await drill.boundingBox())?.width ?? 0;
  await page.getByLabel('larger, for the bench').check();
  await expect.poll(async () => (await drill.boundingBox())?.width ?? 0).toBeGreaterThanOrEqual(Math.max(56, 1.9 * small));
  await page.reload();
  await expect(page.getByLabel('larger, for the bench')).toBeChecked();
  await first.focus();
  await page.keyboard.press('ArrowRight');
  await expect(drill).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(drill).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('ArrowLeft');
  await expect(first).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(first).toBeFocused();
  /* The order has been found and nothing moves about any more. */
  await expect(page.getByRole('status').filter({ hasText: 'no order has fewer' })).not.toContainText('looking');
  await expect(page.getByRole('button', { name: 'Stop' })).toHaveCount(0);
  /* Dragged at this size too: the first thing of all, to behind the drilling. */
  const [from, to] = [await first.boundingBox(), await drill.boundingBox()];
  if (!from || !to) throw new Error('no station');
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width + 12, to.y + 20, { steps: 10 });
  await page.mouse.up();
  await expect(page.getByRole('group', { name: 'What the move breaks' })).toContainText(
    /drill to size: Lap comes after fit up: skin, rib: parts are drilled together/,
  );
});

test.describe('with a finger', () => {
  test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true });

  test('a station is moved by a finger, and what that breaks is said before it is taken', async ({ page }) => {
    await freshAssembly(page, 'By finger');
    await keepRow(page, 'Lap ; skin .025 / rib .032 : 426AD3 x12 @1');
    await view(page, 'Sequence');
    const first = page.getByRole('region', { name: 'Tracks' }).getByRole('button', { name: /^fit up/ });
    const box = await first.boundingBox();
    if (!box) throw new Error('no station');
    const from = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    await swipe(page, from, { x: from.x + 260, y: from.y }, () => expect(page.getByText(/^fit up.* is moved\.$/)).toBeAttached());
    const broken = page.getByRole('group', { name: 'What the move breaks' });
    await expect(broken).toContainText('fit up');
    await broken.getByRole('button', { name: 'Leave it where it was' }).tap();
    await expect(broken).toHaveCount(0);
  });
});
