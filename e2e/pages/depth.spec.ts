import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, keepRow, view } from '../bench-mates';

const panel = (page: Page) => page.getByRole('region', { name: 'Depth of the cage' });

const field = (page: Page) => panel(page).getByRole('textbox', { name: /at hole/ });

async function read(page: Page, ...readings: string[]): Promise<void> {
  for (const reading of readings) {
    await field(page).fill(reading);
    await page.keyboard.press('Enter');
    await expect(field(page)).toHaveValue('');
  }
}

test('depth readings get an answer: measure more, turn so many clicks, leave it; they count since the last change', async ({ page }) => {
  await freshAssembly(page, 'Cage');
  await keepRow(page, 'Spar ; spar .063 / skin .025 : 426AD3 x20 @1.5');
  await view(page, 'Bench');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^countersink/ })
    .click();
  await expect(panel(page)).toContainText('target .034 in');
  await expect(panel(page).getByRole('status')).toContainText('Measure 3 more');
  await read(page, '.0360', '.0361');
  await expect(panel(page).getByRole('status')).toContainText('Measure 1 more');
  await read(page, '.0359');
  await expect(panel(page).getByRole('status')).toContainText('Turn 2 clicks shallower');
  await expect(panel(page).getByRole('img', { name: 'Run chart: 3 readings, 0 changes of the setting' })).toBeVisible();
  await panel(page).getByRole('button', { name: 'I turned it 2 shallower' }).click();
  await expect(panel(page).getByRole('status')).toContainText('Measure 3 more');
  await read(page, '.0340', '34 thou', '0,8636 mm');
  await expect(panel(page).getByRole('status')).toContainText('Leave it: the mean of 3 is within half a click');
  await read(page, '.0385', '.0310', '.0395');
  await expect(panel(page).getByRole('status')).toContainText('Turning now would follow the gauge');
  await field(page).fill('.34');
  await page.keyboard.press('Enter');
  await expect(panel(page).getByRole('alert')).toContainText('was it read in other units?');
  await field(page).fill('#$%');
  await page.keyboard.press('Enter');
  await expect(panel(page).getByRole('alert')).toContainText('does not read as a depth');
  await page.reload();
  await expect(panel(page).getByRole('img', { name: 'Run chart: 9 readings, 1 changes of the setting' })).toBeVisible();
});

test('the gauge’s own scatter, read from one hole, keeps the cage alone', async ({ page }) => {
  await freshAssembly(page, 'Gauge');
  await keepRow(page, 'Spar ; spar .063 / skin .025 : 426AD3 x20 @1.5');
  await view(page, 'Bench');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^countersink/ })
    .click();
  await read(page, '.0355', '.0356', '.0354');
  await expect(panel(page).getByRole('status')).toContainText('Turn 2 clicks shallower');
  await panel(page)
    .getByLabel(/for the gauge/)
    .check();
  await read(page, '.0300', '.0380', '.0310', '.0370');
  await expect(panel(page)).toContainText('the gauge scatters by');
  await expect(panel(page).getByRole('status')).toContainText('the gauge’s own scatter explains');
});
