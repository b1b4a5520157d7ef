import AxeBuilder from '@axe-core/playwright';
import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { blankRow } from '#core/record/blank';
import type { Edit } from '#core/record/definitions';
import { freshAssembly, keepAtOnce, keepRow, view, atTheBench } from './bench-mates';

const marksOf = async (page: Page): Promise<number> => {
  const assembly = /assemblies\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  return ((await (await page.request.get(`/api/assemblies/${assembly}/marks?after=0`)).json()) as { marks: unknown[] }).marks.length;
};

test('a held Enter and a bounced tap mark once; the mark says its row, and is taken back in one tap', async ({ page }) => {
  await atTheBench(page, 'Held key');
  await page.getByRole('button', { name: 'Mark 6 drilled' }).focus();
  for (let i = 0; i < 12; i++) await page.keyboard.down('Enter');
  await page.keyboard.up('Enter');
  await expect(page.getByRole('status').filter({ hasText: 'Marked' })).toContainText('Keel');
  await expect.poll(() => marksOf(page)).toBe(1);
  await page.getByRole('button', { name: /^Undo/ }).last().click();
  await expect(page.getByRole('button', { name: 'Mark 6 drilled' })).toBeVisible();
  await expect.poll(() => marksOf(page)).toBe(2);
  /* A tap that bounces: the second one would fall on whatever the button says next. */
  await page.getByRole('button', { name: 'Mark 6 drilled' }).dblclick();
  await expect(page.getByRole('button', { name: /^Mark 2 parts taken apart/ })).toBeVisible();
  await expect.poll(() => marksOf(page)).toBe(3);
  await page.getByRole('button', { name: /^Undo/ }).last().click();
  await expect(page.getByRole('button', { name: 'Mark 6 drilled' })).toBeVisible();
  await expect.poll(() => marksOf(page)).toBe(4);
});

test('in a great many rows a mark is said at once; until its row is gone nothing else is marked', async ({ page }) => {
  const made = await freshAssembly(page, 'A great many rows');
  const { assemblyId } = made;
  const partId = randomUUID();
  const thickness = { mm: 0.8128, text: '.032', units: 'in' as const };
  const rows = Array.from({ length: 520 }, (_, i): Edit => ({
    kind: 'row',
    id: randomUUID(),
    expectedVersion: 0,
    definition: {
      ...blankRow(assemblyId, i + 1),
      name: `Row ${i + 1}`,
      layers: [{ id: randomUUID(), partId, plans: null, edge: null, bothSides: false }],
      holes: Array.from({ length: 4 }, () => ({ id: randomUUID(), out: false })),
    },
  }));
  const skin = { v: 1 as const, assemblyId, name: 'skin', hand: null, thickness, measured: null, mirroredFrom: null };
  await keepAtOnce(page, made, [{ kind: 'part', id: partId, expectedVersion: 0, definition: skin }, ...rows]);
  await page.goto(`/assemblies/${assemblyId}/bench`);
  const here = page.getByRole('region', { name: 'The set-up at work' }).getByRole('heading', { level: 2 });
  const button = page.getByRole('button', { name: /^Mark 4 / });
  await page.getByRole('button', { name: /^Mark 1 part fitted up/ }).click();
  await expect(here).toHaveText('Row 1');
  /* Of a long set-up the rows around the one at hand; the rest is asked for. */
  const chips = page.getByRole('group', { name: 'No hand' });
  await expect(chips.getByRole('button', { name: /^Row / })).toHaveCount(30);
  await chips.getByRole('button', { name: '490 later' }).click();
  await expect(chips.getByRole('button', { name: /^Row / })).toHaveCount(80);
  await chips.getByRole('button', { name: /^Row 60/ }).click();
  await expect(here).toHaveText('Row 60');
  await expect(chips.getByRole('button', { name: '49 earlier' })).toBeVisible();
  await chips.getByRole('button', { name: '49 earlier' }).click();
  await chips.getByRole('button', { name: /^Row 1\s*×/ }).click();
  await expect(here).toHaveText('Row 1');
  const marks = async () =>
    ((await (await page.request.get(`/api/assemblies/${assemblyId}/marks?after=0`)).json()) as { marks: { rowId: string }[] }).marks;
  for (const n of [1, 2]) {
    await expect(button).not.toHaveAttribute('aria-disabled', 'true');
    /* Two presses at once, and two more as soon as it is said. */
    await button.evaluate((b: HTMLElement) => [b.click(), b.click()]);
    await expect(page.getByText(`of Row ${n} `).first()).toBeVisible();
    await button.evaluate((b: HTMLElement) => [b.click(), b.click()]);
    await expect(here).toHaveText(`Row ${n + 1}`);
    await expect.poll(async () => (await marks()).slice(1).map((m) => m.rowId)).toEqual(rows.slice(0, n).map((r) => r.id));
  }
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(here).toHaveText('Row 2');
});

test('a mark the record will never take is set aside with its reason; the rest goes on', async ({ page }) => {
  await atTheBench(page, 'Set aside');
  let isRefusing = true;
  await page.route('**/api/marks', (route) =>
    isRefusing ? route.fulfill({ status: 422, json: { error: { code: 'not-storable' } } }) : route.continue(),
  );
  await page.getByRole('button', { name: 'Mark 6 drilled' }).click();
  const badge = page.getByRole('button', { name: '1 set aside' });
  await expect(badge).toBeVisible();
  isRefusing = false;
  await badge.click();
  const dialog = page.getByRole('dialog', { name: 'Marks the record does not take' });
  await expect(dialog.getByRole('list', { name: 'Set aside' })).toContainText('drilled');
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')).toEqual([]);
  const download = page.waitForEvent('download');
  await dialog.getByRole('button', { name: 'Export them' }).click();
  expect((await download).suggestedFilename()).toBe('marks-set-aside.json');
  await dialog.getByRole('button', { name: 'Discard all 1' }).click();
  await page.keyboard.press('Escape');
  await expect(badge).toHaveCount(0);
  await page.getByRole('button', { name: 'Mark 6 drilled' }).click();
  await expect.poll(() => marksOf(page)).toBe(1);
});

test('a copy of everything is made and proved from the first page', async ({ page }) => {
  await page.goto('/');
  const copies = page.getByRole('region', { name: 'Copies' });
  await copies.getByRole('button', { name: 'Make a copy now' }).click();
  await expect(copies).toContainText('less than an hour ago');
  await expect(copies).toContainText('proved by reading it back');
  await expect(copies.getByRole('button', { name: 'Make a copy now' })).toBeEnabled();
});

test('a palm that rests on the foot (three touches of .3 s, .5 s apart) marks one row at most', async ({ page }) => {
  /* Where the machine stands still between two touches, the hand was up longer than is meant: once more then, in a kit of its own. */
  let rested = Infinity;
  for (let tries = 1; rested > 800; tries++) {
    expect(tries, 'the machine stood still between touches, five times').toBeLessThan(6);
    rested = await restPalm(page, `Palm ${tries}`);
  }
  await expect.poll(() => marksOf(page)).toBe(1);
  /* Once every hand has been up for a second it marks again. */
  await expect(page.getByRole('button', { name: 'Mark 6 drilled' })).toBeEnabled();
  await page.getByRole('button', { name: 'Mark 6 drilled' }).click();
  await expect.poll(() => marksOf(page)).toBe(2);
});

/** Three rows at the bench and a palm on its foot; how long the hand was up at most between two touches, ms. */
async function restPalm(page: Page, kit: string): Promise<number> {
  await freshAssembly(page, kit);
  for (const name of ['Keel', 'Chine', 'Strake']) await keepRow(page, `${name} ; skin .025 / spar .063 : 426AD3 x6 @1 e=.3`);
  await view(page, 'Bench');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^drill to size/ })
    .click();
  return page.getByRole('button', { name: 'Mark 6 drilled' }).evaluate(async (button) => {
    const { left, top, width, height } = button.getBoundingClientRect();
    const under = () => document.elementFromPoint(left + width / 2, top + height / 2) ?? document.body;
    const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
    const touch = { bubbles: true, pointerId: 7, pointerType: 'touch' };
    let [upAt, longest] = [Infinity, 0];
    for (let n = 0; n < 3; n++) {
      under().dispatchEvent(new PointerEvent('pointerdown', touch));
      longest = Math.max(longest, performance.now() - upAt);
      await wait(300);
      under().dispatchEvent(new PointerEvent('pointerup', touch));
      under().dispatchEvent(new MouseEvent('click', { bubbles: true }));
      upAt = performance.now();
      await wait(500);
    }
    return longest;
  });
}
