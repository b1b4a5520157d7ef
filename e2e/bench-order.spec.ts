import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow, markWhole, view } from './bench-mates';

/** Stands for the worker: answers at once with the order as it is given, and with the reverse of its ready work when told to. */
const SLOW_WORKER = `
let asked = null;
const answer = (order, isLast) => self.postMessage({ kind: 'order', isLast, order, setupChanges: 9, turnings: 9, lowerBound: 1, turningsAtLeast: 1, optimal: false });
self.onmessage = ({ data }) => { [asked] = JSON.parse(data); answer(asked, false); };
new BroadcastChannel('better order').onmessage = () => asked && answer(asked.toReversed(), true);
`;

test('a better order moves the list, never what is open under the finger', async ({ page, context }) => {
  await freshAssembly(page, 'Steady');
  await keepRow(page, 'First ; skin .025 / rib .032 : 426AD3 x6 @1');
  await keepRow(page, 'Second ; skin .025 / spar .063 : 470AD4 x5 @1');
  let isAsked = false;
  await context.route(/sequence\.worker/, (route) => {
    isAsked = true;
    return route.fulfill({ contentType: 'text/javascript', body: SLOW_WORKER });
  });
  await view(page, 'Bench');
  const setups = page.getByRole('navigation', { name: 'Set-ups' }).getByRole('button');
  const heading = page.getByRole('region', { name: 'The set-up at work' }).getByRole('heading', { level: 1 });
  await expect(heading).toContainText('Drill to size');
  await expect.poll(() => isAsked).toBe(true);
  await expect(setups.first()).toContainText('drill to size');
  const [open, first] = [await heading.textContent(), await setups.first().textContent()];
  await page.evaluate(() => new BroadcastChannel('better order').postMessage('now'));
  await expect(setups.first()).not.toHaveText(first ?? '');
  await expect(heading).toHaveText(open ?? '');
  await expect(page.getByRole('button', { name: /^Mark \d+ drilled/ })).toBeEnabled();
});

test('opened before its marks are there, the bench waits for them: it opens where the marks left off', async ({ page, context }) => {
  await freshAssembly(page, 'Slow marks');
  await keepRow(page, 'First ; skin .025 / rib .032 : 426AD3 x6 @1');
  await keepRow(page, 'Second ; skin .025 / spar .063 : 470AD4 x5 @1');
  await view(page, 'Bench');
  const heading = page.getByRole('region', { name: 'The set-up at work' }).getByRole('heading', { level: 1 });
  await markWhole(page, 'fitted up');
  await expect(heading).toContainText('Drill');
  const before = (await heading.textContent()) ?? '';
  await page.getByRole('button', { name: /^Mark \d+ drilled/ }).click();
  await expect(page.getByRole('navigation', { name: 'Set-ups' }).getByRole('button').first()).not.toContainText(
    before.split(': ')[1] ?? '',
  );
  let letGo = () => {};
  const held = new Promise<void>((resolve) => (letGo = resolve));
  await context.route(/\/api\/assemblies\/[^/]+\/marks/, async (route) => {
    await held;
    await route.continue();
  });
  await page.goto(page.url().replace(/\?.*$/, ''));
  await expect(page.getByRole('status').filter({ hasText: 'Loading' })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Mark \d+/ })).toHaveCount(0);
  letGo();
  const first = page.getByRole('navigation', { name: 'Set-ups' }).getByRole('button').first();
  await expect(first).toContainText('drill to size');
  await expect(heading).not.toHaveText(before);
  await expect(first).toHaveAttribute('aria-current', 'step');
});
