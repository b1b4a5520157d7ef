import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { detail, freshAssembly, keepRow, toToday, drilledRow, views, markButton } from './bench-mates';

test.describe('on a tablet', () => {
  test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true });

  test('from today, a shift running, to 24 holes deburred on both sides of three sheets: two taps', async ({ page }) => {
    await drilledRow(page, 'Two taps');
    await toToday(page, 'Two taps');
    await page.getByRole('button', { name: 'Start a shift' }).tap();
    await expect(page.getByText(/Working: 0 min/)).toBeVisible();
    await page.getByRole('link', { name: 'Keel, left ×24' }).tap();
    await expect(markButton(page)).toContainText('Mark 24 × 3 × 2 deburred');
    await markButton(page).tap();
    await expect(page.getByRole('heading', { name: /^Scuff/ })).toBeVisible();
    await views(page).getByRole('link', { name: 'Plan' }).tap();
    await expect(detail(page).getByText(/168 of \d+ steps done/)).toBeVisible();
    await page.getByRole('button', { name: /Undo/ }).tap();
    await expect(detail(page).getByText(/24 of \d+ steps done/)).toBeVisible();
  });

  test('targets are big, the drag marks a range, all but these turns it round', async ({ page }) => {
    await drilledRow(page, 'Gloves');
    for (const button of [
      markButton(page),
      page.getByRole('button', { name: 'Hole 1', exact: true }),
      page.getByRole('button', { name: /^Undo/ }).last(),
    ]) {
      const box = await button.boundingBox();
      expect(Math.min(box?.width ?? 0, box?.height ?? 0)).toBeGreaterThanOrEqual(56);
    }
    await page.getByRole('button', { name: 'None' }).tap();
    await markButton(page).tap();
    await expect(page.getByRole('alert')).toContainText('No hole is chosen');
    const from = await page.getByRole('button', { name: 'Hole 3', exact: true }).boundingBox();
    const to = await page.getByRole('button', { name: 'Hole 7', exact: true }).boundingBox();
    if (!from || !to) throw new Error('no holes');
    await page.mouse.move(from.x + 20, from.y + 20);
    await page.mouse.down();
    await page.mouse.move(to.x + 20, to.y + 20, { steps: 8 });
    await page.mouse.up();
    await expect(markButton(page)).toContainText('Mark 5 × 3 × 2 deburred');
    await page.getByRole('button', { name: 'All but these' }).tap();
    await expect(markButton(page)).toContainText('Mark 19 × 3 × 2 deburred');
    await page.getByRole('button', { name: 'spar, shop side' }).tap();
    await expect(markButton(page)).toContainText('Mark 19 × 5 deburred');
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  });
});

test('a forgotten shift is asked about', async ({ page }) => {
  await freshAssembly(page, 'Forgotten');
  await keepRow(page, 'Rib ; skin .025 / rib .032 : 426AD3 x6 @1');
  await views(page).getByRole('link', { name: 'Bench' }).click();
  await page.clock.install({ time: new Date(Date.now() - 5 * 3_600_000) });
  await page.reload();
  await page.getByRole('button', { name: 'Start a shift' }).click();
  await expect(page.getByText(/Working/)).toBeVisible();
  await markButton(page).click();
  await page.clock.setFixedTime(new Date());
  await page.reload();
  await expect(page.getByText(/A shift is still open since/)).toBeVisible();
  await page.getByRole('button', { name: 'It ended then' }).click();
  await expect(page.getByRole('button', { name: 'Start a shift' })).toBeVisible();
});
