import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { detail, list, view } from './bench-mates';

const openDemo = async (page: Page) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Quillback Two', exact: true }).click();
};

test('a row is found by words from anywhere, opens with its hole; places and commands are found, too', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('button', { name: 'Find' }).click();
  const find = page.getByRole('combobox', { name: 'Find' });
  const found = page.getByRole('listbox', { name: 'Found' });
  await find.fill('flush 3/32 rows on the bottom skin');
  await expect(found.getByRole('option', { name: /^Chine lap/ })).toBeVisible();
  await expect(found.getByRole('option', { name: /Landing gear/ })).toHaveCount(0);
  await find.fill('page FL-11');
  await expect(found.getByRole('option')).toHaveCount(1);
  await find.fill('hole 5 chine lap');
  await page.keyboard.press('Enter');
  await expect(detail(page).getByRole('heading', { name: 'Chine lap' })).toBeVisible();
  await expect(page.getByLabel('Holes of 32')).toHaveValue('5');
  await page.keyboard.press('Control+k');
  await find.fill('millimetres');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^mm.*units, theme, keys/ })).toBeVisible();
  await page.keyboard.press('Control+k');
  await find.fill('nothing of that name');
  await expect(page.getByText('Nothing is called that.')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);
});

test('one always knows where one is: title, heading and focus follow; the row goes along; back is where it was', async ({ page }) => {
  await openDemo(page);
  await expect(page).toHaveTitle('Assemblies · Quillback Two · Patient Anvil');
  await page.getByRole('link', { name: 'Left float, compartment two', exact: true }).click();
  await expect(page).toHaveTitle('Plan · Left float, compartment two · Quillback Two · Patient Anvil');
  await expect(page.getByRole('heading', { level: 1 })).toBeFocused();
  await list(page).getByRole('button', { name: 'Splash rail' }).click();
  await expect(detail(page).getByRole('heading', { name: 'Splash rail' })).toBeVisible();
  await view(page, 'Map');
  await expect(page.getByRole('heading', { level: 1, name: 'Map: Left float, compartment two' })).toBeFocused();
  await expect(page.getByRole('button', { name: /Splash rail/ })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Places of Quillback Two' }).click();
  await page.getByRole('menuitem', { name: 'Log' }).click();
  await expect(page).toHaveTitle('Log and dossier · Quillback Two · Patient Anvil');
  await page.goBack();
  await expect(page.getByRole('button', { name: /Splash rail/ })).toHaveAttribute('aria-pressed', 'true');
  await page.goto(page.url().replace(/\/map.*/, ''));
  await expect(page).toHaveTitle(/^Plan/);
});

test('axe finds nothing in the frame, by any of its rules', async ({ page }) => {
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Try a row' })).toBeVisible();
  const violations = async () =>
    (await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`);
  expect(await violations()).toEqual([]);
  await page.getByRole('link', { name: 'Quillback Two', exact: true }).click();
  await expect(page.getByRole('list', { name: /^How far Left float/ })).toBeVisible();
  expect(await violations()).toEqual([]);
  await page.getByRole('button', { name: 'Find' }).click();
  await page.getByRole('combobox', { name: 'Find' }).fill('keel');
  await expect(page.getByRole('option').first()).toBeVisible();
  expect(await violations()).toEqual([]);
});

test('in forced colours what is chosen keeps the words of it readable', async ({ browser }) => {
  const page = await (await browser.newContext({ forcedColors: 'active' })).newPage();
  await openDemo(page);
  const who = page.getByRole('radiogroup', { name: 'Who' });
  const chosen = who.locator('label').filter({ has: page.getByRole('radio', { checked: true }) });
  /* Else the browser lays paper under the words, in the colour that the words have on what is chosen. */
  await expect(chosen).toHaveCSS('forced-color-adjust', 'none');
  const [words, ground] = await chosen.evaluate((e) => [getComputedStyle(e).color, getComputedStyle(e).backgroundColor]);
  expect(words).not.toBe(ground);
  await page.context().close();
});

const PLACES = [
  ['telephone', { width: 390, height: 844 }],
  ['tablet', { width: 820, height: 1180 }],
] as const;
for (const [name, size] of PLACES)
  test(`on a ${name} the places are at hand and nothing is wider than the screen`, async ({ page }) => {
    await page.setViewportSize(size);
    await openDemo(page);
    await expect(page.getByRole('heading', { name: 'Quillback Two: assemblies' })).toBeVisible();
    await page.getByRole('link', { name: 'Left float, compartment two', exact: true }).click();
    for (const place of ['Map', 'Parts', 'Set-ups', 'Bench', 'Inspect', 'Plan']) {
      await view(page, place);
      await expect(page).toHaveTitle(new RegExp(`^${place}`));
      await expect(page.getByRole('heading', { level: 1 })).toBeAttached();
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(size.width);
    }
  });

/** Every rule there is, best practices too. */
