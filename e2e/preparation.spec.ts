import { expect, test, type Page } from '@playwright/test';
import { spawn, type ChildProcess } from 'node:child_process';
import { connect, type Socket } from 'node:net';
import { freshAssembly, keepRow, view, openSetup } from './bench-mates';

const GAUGE_PORT = Number(process.env.ANVIL_E2E_GAUGE_PORT);
const panel = (page: Page) => page.getByRole('region', { name: 'Depth of the cage' });

/** A gauge in the test's hand. */
function gauge(name: string): Promise<{ say: (line: string) => void; pull: () => void }> {
  return new Promise((resolve, reject) => {
    const socket: Socket = connect(GAUGE_PORT, '127.0.0.1', () => {
      socket.write(`HELLO ${name} in\n`);
      resolve({ say: (line) => socket.write(`${line}\n`), pull: () => socket.destroy() });
    });
    socket.on('error', reject);
    socket.resume();
  });
}

async function atTheCage(page: Page, kit: string): Promise<void> {
  await freshAssembly(page, kit);
  await keepRow(page, 'Spar ; spar .063 / skin .025 : 426AD3 x20 @1.5');
  await view(page, 'Bench');
  await openSetup(page, /^countersink/);
}

test('a digital gauge: its button takes a reading, nonsense is passed over, pulling the plug loses nothing', async ({ page }) => {
  await atTheCage(page, 'Digital');
  const field = page.getByRole('group', { name: 'Digital gauge' });
  const own = await gauge('e2e-plain');
  own.say('R 1 .0338');
  await expect(field.getByLabel('e2e-plain shows')).toHaveText('.0338 in');
  const shown = field.locator('span').filter({ hasText: 'e2e-plain' }).first();
  await shown.getByRole('button', { name: 'Take this reading' }).click();
  await expect(panel(page).getByRole('img', { name: 'Run chart: 1 readings, 0 changes of the setting' })).toBeVisible();
  await shown.getByLabel(/its own button/).check();
  own.say('R 2 .0341 P');
  await expect(panel(page).getByRole('img', { name: 'Run chart: 2 readings, 0 changes of the setting' })).toBeVisible();
  own.say('~~~ 0.0.4');
  await expect(field).toContainText('1 line made no sense');
  own.say('R 3 4.5 P');
  await expect(panel(page).getByRole('alert')).toContainText('which is no depth near .034 in: not taken');
  own.say('R 4 .03');
  own.pull();
  await expect(field.getByLabel('e2e-plain shows')).toHaveCount(0);
  await expect(field).toContainText(/is unplugged; every reading taken/);
  await page.reload();
  await expect(panel(page).getByRole('img', { name: 'Run chart: 2 readings, 0 changes of the setting' })).toBeVisible();
});

test('the simulated gauge at 1,000 readings a second: the page still answers', async ({ page }) => {
  await atTheCage(page, 'Flood');
  const process_: ChildProcess = spawn(
    'node',
    [
      '--import',
      'tsx',
      'scripts/gauge/main.ts',
      '--port',
      String(GAUGE_PORT),
      '--name',
      'e2e-flood',
      '--target',
      '.034',
      '--rate',
      '1000',
      '--press',
      '1500',
    ],
    { stdio: 'ignore' },
  );
  try {
    await expect(page.getByLabel('e2e-flood shows')).toContainText('in', { timeout: 20_000 });
    await page
      .getByRole('group', { name: 'Digital gauge' })
      .locator('span')
      .filter({ hasText: 'e2e-flood' })
      .first()
      .getByLabel(/its own button/)
      .check();
    await expect(panel(page).getByRole('img', { name: /Run chart: [12] readings/ })).toBeVisible({ timeout: 15_000 });
    const reading = panel(page).getByRole('textbox', { name: /at hole/ });
    await reading.fill('.0342');
    await reading.press('Enter');
    await expect(reading).toHaveValue('');
    await expect(panel(page).getByRole('img', { name: /Run chart: [2-9] readings/ })).toBeVisible();
  } finally {
    process_.kill('SIGTERM');
  }
  await expect(page.getByLabel('e2e-flood shows')).toHaveCount(0);
});

test('a rivet in the hole, a strip cut from both faces, dimples that went wrong, a flange that moved', async ({ page }) => {
  await freshAssembly(page, 'Checks');
  await keepRow(page, 'Edge ; wedge .050 csk / rib .032 : 426AD3-3.5 x4 @1.5');
  await page.getByRole('button', { name: 'More', exact: true }).click();
  await page.getByRole('dialog').getByText('Angles, nest, strips').click();
  await page.getByRole('dialog').getByLabel('countersunk from both faces').first().check();
  await page.getByRole('dialog').getByRole('button', { name: /^Keep/ }).click();
  await keepRow(page, 'Lap ; skin .025 / flange .025 : 426AD3 x5 @1');
  await view(page, 'Bench');
  await expect(page.getByRole('navigation', { name: 'Set-ups' }).getByRole('button', { name: /second face, in the jig/ })).toBeVisible();
  await openSetup(page, /^countersink.*second face/);
  await expect(page.getByRole('region', { name: 'Set-up card' })).toContainText('no longer guided on the second face');
  await expect(page.getByRole('group', { name: 'No hand' })).toContainText('waits: drill to size, deburr, scuff, countersink');
  const rivet = page.getByRole('group', { name: 'Rivet in the hole' });
  await rivet.getByRole('button', { name: 'proud' }).click();
  await expect(rivet.getByRole('status')).toContainText('The countersink is shallow.');
  await rivet.getByLabel('by how much').fill('.0015');
  await rivet.getByRole('button', { name: 'proud' }).click();
  await expect(rivet.getByRole('status')).toContainText('Flush');
  await openSetup(page, /^dimple.*skin/);
  const checks = page.getByRole('region', { name: 'Dimple checks' });
  await page.getByRole('button', { name: 'Hole 2' }).click();
  await checks.getByRole('button', { name: 'wrong side' }).click();
  await expect(checks.getByRole('status')).toContainText('Stop: do not hammer it back');
  await expect(page.getByRole('button', { name: 'Hole 2, done, deviation, wrong side' })).toBeVisible();
  await checks.getByLabel(/Angle of its flange/).fill('87');
  await checks.getByRole('button', { name: 'Keep the angle' }).click();
  await expect(checks).toContainText('Bend the flange open by 3°');
  await view(page, 'Plan');
  await page.getByRole('table', { name: 'Rows' }).getByText('Lap').click();
  await expect(page.getByRole('region', { name: 'Deviations' })).toContainText('Hole 2, dimple in skin: Wrong side.');
});
