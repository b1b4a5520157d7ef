import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow, markWhole, view } from '../bench-mates';

test('a part scrapped, ordered and come again: its rows wait and say so, it stands on the list to order, its work is open again', async ({
  page,
}) => {
  await freshAssembly(page, 'Scrap');
  await keepRow(page, 'Nose ; skin .025 / rib .032 : 470AD3 x4 @1');
  await view(page, 'Bench');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^fit up/ })
    .click();
  await markWhole(page, 'fitted up');
  await page
    .getByRole('navigation', { name: 'Set-ups' })
    .getByRole('button', { name: /^drill to size/ })
    .click();
  await page.getByRole('button', { name: /^Mark 4 drilled/ }).click();
  await view(page, 'Parts');
  await page.getByRole('table', { name: 'Parts' }).getByText('rib', { exact: true }).click();
  const here = page.getByRole('region', { name: 'Is it here?' });
  await here.getByRole('button', { name: 'Scrapped …' }).click();
  await expect(here).toContainText('It is in 1 row, 1 of them begun.');
  await here.getByRole('button', { name: 'Keep it as scrapped' }).click();
  await expect(here.getByRole('alert')).toContainText('Why is it scrap?');
  await here.getByLabel('Why it is scrap').fill('flange cracked');
  await here.getByRole('button', { name: 'Keep it as scrapped' }).dblclick();
  await expect(here).toContainText('Scrapped: what comes is a new one');
  await here.getByRole('button', { name: 'Ordered …' }).click();
  await here.getByLabel('Ordered on').fill('2026-11-28');
  await here.getByLabel('Expected on').fill('2026-11-20');
  await here.getByRole('button', { name: 'Keep the order' }).click();
  await expect(here.getByRole('alert')).toContainText('one of the days is wrong');
  await here.getByLabel('From whom').fill('the kit maker');
  await here.getByLabel('Expected on').fill('2026-12-04');
  await here.getByRole('button', { name: 'Keep the order' }).click();
  await expect(here).toContainText('Ordered from the kit maker on 2026-11-28, expected on 2026-12-04: its operations wait.');
  await view(page, 'Sequence');
  await expect(page.getByRole('button', { name: /^wait for the part: rib/ }).first()).toBeVisible();
  await page.getByRole('link', { name: 'Scrap', exact: true }).click();
  await page.getByRole('link', { name: 'Stock', exact: true }).click();
  const order = page.getByRole('table', { name: 'Parts' });
  await expect(order.getByRole('row', { name: /rib/ })).toContainText('the kit maker');
  await order.getByRole('link', { name: 'rib' }).click();
  await here.getByRole('button', { name: 'It came' }).click();
  await expect(here).toContainText('Here.');
  /* The old one can be put back with its holes, or the new one is drilled through it. */
  await expect(here).toContainText('flange cracked. Its holes, cuts and finish come back with it.');
  await here.getByRole('button', { name: 'Drilled through the old one (4)' }).click();
  await expect(here.getByRole('button', { name: /^Drilled through the old one/ })).toHaveCount(0);
  await page.getByRole('button', { name: /^Undo/ }).first().click();
  await expect(here.getByRole('button', { name: 'Drilled through the old one (4)' })).toBeVisible();
  await view(page, 'Bench');
  /* The new rib has no holes: they are drilled through the skin's. */
  await expect(
    page
      .getByRole('navigation', { name: 'Set-ups' })
      .getByRole('button', { name: /^drill/ })
      .first(),
  ).toBeVisible();
});

test('zones of a part that stay bare: masked and looked at before the finish, else told that it is late', async ({ page }) => {
  await freshAssembly(page, 'Bare');
  await keepRow(page, 'Nose ; skin .025 / rib .032 : 470AD3 x4 @1');
  await view(page, 'Parts');
  await page.getByRole('table', { name: 'Parts' }).getByText('rib', { exact: true }).click();
  const zones = page.getByRole('textbox', { name: /^Zones that stay bare, one a line/ });
  await zones.fill('x'.repeat(81));
  await page.getByRole('textbox', { name: 'Counted on the table' }).fill('some');
  await page.getByRole('button', { name: 'Keep the part' }).click();
  await expect(page.getByRole('alert')).toHaveText([/At most 20 zones/, 'A whole number of pieces.']);
  await page.getByRole('textbox', { name: 'Counted on the table' }).fill('2');
  await zones.fill('the lap, 1 in wide\nthe bond');
  await page.getByRole('button', { name: 'Keep the part' }).click();
  const bare = page.getByRole('region', { name: 'Zones that stay bare' });
  await expect(bare.getByRole('listitem')).toHaveText([/the lap, 1 in wide: stays bare/, /the bond: stays bare/]);
  await bare.getByRole('button', { name: 'It is masked: the lap, 1 in wide' }).dblclick();
  await expect(bare).toContainText('the lap, 1 in wide: masked, looked at');
  await view(page, 'Sequence');
  await expect(page.getByRole('button', { name: /^mask/ }).first()).toBeVisible();
});

test('a part that was only missing comes without opening anything; its tag opens it at the bench', async ({ page }) => {
  await freshAssembly(page, 'Missing');
  await keepRow(page, 'Nose ; skin .025 / rib .032 : 470AD3 x4 @1 hand=L');
  await view(page, 'Parts');
  await page.getByRole('table', { name: 'Parts' }).getByText('rib', { exact: true }).click();
  const here = page.getByRole('region', { name: 'Is it here?' });
  await here.getByRole('button', { name: 'It is missing' }).click();
  await expect(here).toContainText('Not here, not ordered');
  await here.getByRole('button', { name: 'It came' }).click();
  await expect(here).toContainText('Here.');
  await page.getByRole('link', { name: 'Tags' }).click();
  const tags = page.getByRole('list', { name: 'Tags' });
  await expect(tags.getByRole('listitem')).toHaveCount(2);
  await expect(tags.getByRole('img', { name: 'A code that opens rib at the bench' })).toBeVisible();
  await expect(tags.getByRole('img', { name: 'marked face out, this end up' }).first()).toBeVisible();
});
