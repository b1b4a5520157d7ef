import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow, view } from '../bench-mates';

test('my tools start usable; reach follows a changed measure; wrong dies are refused with the reason', async ({ page }) => {
  await freshAssembly(page, 'Reaching');
  await keepRow(page, 'Rib ; skin .025 / rib .032 : 426AD3 x16 @1.25');
  const bench = page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name: 'Bench' });
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByText('What a tool finds here').click();
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
  const reach = page.getByRole('region', { name: 'Which tool for which holes' });
  await page.goto(url);
  await expect(reach).toContainText('holes 1-10: squeezer, 3 in yoke');
  await expect(reach).toContainText('holes 11-12: squeezer, no-hole yoke');
  await expect(reach).toContainText('holes 13-16: close-quarters dies');
  const card = page.getByRole('region', { name: 'Set-up card' });
  await expect(card).toContainText('In the tool: dies 3/32, skin.');
  await expect(card).toContainText('Not dies 3/32, substructure: substructure dies are deeper');
  await card.getByText('Others that do not fit').click();
  await expect(card).toContainText('dies 1/8, skin: made for another rivet');
  await expect(page.getByRole('button', { name: 'Hole 13, close-quarters dies' })).toBeVisible();

  await page.goto(url.replace(/assemblies.*/, '')).then(() => page.getByRole('link', { name: 'Reaching' }).click());
  await page.getByRole('link', { name: 'Tools', exact: true }).click();
  await page.getByText('squeezer, 3 in yoke').click();
  const yoke = page.getByRole('form', { name: 'squeezer, 3 in yoke' });
  await yoke.getByLabel('Nose height h').fill('wide');
  await yoke.getByRole('button', { name: 'Keep the tool' }).click();
  await expect(yoke.getByLabel('Nose height h')).toHaveAccessibleDescription(/"wide" is not a dimension/);
  await expect(yoke.getByLabel('Nose height h')).toBeFocused();
  await yoke.getByLabel('Nose height h').fill('3');
  await yoke.getByRole('button', { name: 'Keep the tool' }).click();
  await expect(yoke.getByRole('status')).toHaveText('Kept.');
  await page.getByText('squeezer, no-hole yoke').click();
  const other = page.getByRole('form', { name: 'squeezer, no-hole yoke' });
  await other.getByLabel('Nose height h').fill('');
  await other.getByRole('button', { name: 'Keep the tool' }).click();
  await expect(other.getByRole('status')).toHaveText('Kept.');
  await page.goto(url);
  await expect(reach).toContainText('holes 1-5: squeezer, 3 in yoke');
  /* The missing measure is asked for here, on the tool's silhouette, and moves the boundary at once: here, on the strip, on the map. */
  await reach.getByRole('button', { name: /Measure nose height h of squeezer, no-hole yoke/ }).click();
  const dialog = page.getByRole('dialog', { name: 'Measure: squeezer, no-hole yoke' });
  await expect(dialog.getByRole('img', { name: /Where to measure/ })).toBeVisible();
  await dialog.getByLabel('nose height h').fill('2.2');
  await dialog.getByRole('button', { name: 'Keep the measures' }).click();
  await expect(reach).toContainText('holes 6-9: squeezer, no-hole yoke');
  await expect(reach).toContainText('holes 10-16: close-quarters dies');
  await expect(reach.getByRole('button', { name: /would change/ })).toHaveCount(0);
  await view(page, 'Plan');
  await expect(page.getByRole('region', { name: 'Holes' })).toContainText('rib holes 10 to 16: close-quarters dies');
});
