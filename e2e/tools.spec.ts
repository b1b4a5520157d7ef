import AxeBuilder from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow } from './bench-mates';

test('my tools start usable; reach follows a changed measure; wrong dies are refused with the reason', async ({ page }) => {
  await freshAssembly(page, 'Reaching');
  await keepRow(page, 'Rib ; skin .025 / rib .032 : 426AD3 x16 @1.25');
  const bench = page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Bench' });
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByLabel('Room behind the first hole').fill('3.87');
  await page.getByLabel('Room behind the last hole').fill('.9');
  await page.getByRole('dialog').getByRole('button', { name: /^Keep/ }).click();
  await bench.click();
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^dimple.*skin/ })
    .click();
  const url = page.url();
  await page.getByRole('link', { name: 'My tools' }).click();
  await page.getByRole('button', { name: 'Start with the usual tools' }).click();
  await expect(page.getByText('squeezer, no-hole yoke')).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  const reach = page.getByRole('region', { name: 'Which tool for which holes' });
  await page.goto(url);
  await expect(reach).toContainText('Holes 1-10: squeezer, 3 in yoke');
  await expect(reach).toContainText('Holes 11-12: squeezer, no-hole yoke');
  await expect(reach).toContainText('Holes 13-16: close-quarters dies');
  await expect(reach).toContainText('Dies: dies 3/32, skin.');
  await expect(reach).toContainText('Not dies 3/32, substructure: substructure dies are deeper');

  await page.goto(url.replace(/assemblies.*/, '')).then(() => page.getByRole('link', { name: 'Reaching' }).click());
  await page.getByRole('link', { name: 'My tools' }).click();
  await page.getByText('squeezer, 3 in yoke').click();
  const card = page.getByRole('form', { name: 'squeezer, 3 in yoke' });
  await card.getByLabel('Nose height h').fill('wide');
  await card.getByRole('button', { name: 'Keep the tool' }).click();
  await expect(card.getByRole('alert')).toContainText('does not read');
  await card.getByLabel('Nose height h').fill('3');
  await card.getByRole('button', { name: 'Keep the tool' }).click();
  await page.getByText('squeezer, no-hole yoke').click();
  const other = page.getByRole('form', { name: 'squeezer, no-hole yoke' });
  await other.getByLabel('Nose height h').fill('');
  await other.getByRole('button', { name: 'Keep the tool' }).click();
  await expect(page.getByRole('form', { name: 'squeezer, no-hole yoke' })).toBeHidden();
  await page.goto(url);
  await expect(reach).toContainText('Holes 1-5: squeezer, 3 in yoke');
  await expect(reach).toContainText('Measure, since it would change the answer: squeezer, no-hole yoke: nose height');
});
