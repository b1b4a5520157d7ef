import { expect, test, type Page } from '@playwright/test';
import { freshAssembly } from './bench-mates';

test('a tool and a fastener kept in two windows: an untouched card follows, a typed one tells what the other kept before it goes over it', async ({
  page,
  context,
}) => {
  await freshAssembly(page, 'Two at the tools');
  await page.getByRole('link', { name: 'Two at the tools' }).click();
  await page.getByRole('link', { name: 'Tools', exact: true }).click();
  await page.getByRole('button', { name: 'Start with the usual tools' }).click();
  const other = await context.newPage();
  await other.goto(page.url());
  const cardOn = (p: Page) => p.getByRole('form', { name: 'squeezer, 3 in yoke' });
  for (const p of [page, other]) {
    await p.getByText('squeezer, 3 in yoke').click();
    await expect(cardOn(p).getByLabel('Nose height h')).toBeVisible();
  }
  await cardOn(other).getByLabel('Nose height h').fill('1.7');
  await cardOn(other).getByRole('button', { name: 'Keep the tool' }).click();
  await expect(cardOn(page).getByLabel('Nose height h')).toHaveValue('1.7');

  await cardOn(page).getByLabel('Throat depth T').fill('3.1');
  await cardOn(other).getByLabel('Throat depth T').fill('2.9');
  await cardOn(other).getByRole('button', { name: 'Keep the tool' }).click();
  await expect(cardOn(other).getByRole('status')).toHaveText('Kept.');
  await cardOn(page).getByRole('button', { name: 'Keep the tool' }).click();
  await expect(cardOn(page).getByRole('alert')).toContainText(/Somebody else has changed this since; now: .*throat 2\.9/);
  await expect(cardOn(page).getByLabel('Throat depth T')).toHaveValue('3.1');
  await cardOn(page).getByRole('button', { name: 'Keep the tool' }).click();
  await expect(cardOn(other).getByLabel('Throat depth T')).toHaveValue('3.1');

  await page.getByRole('link', { name: 'Fasteners', exact: true }).click();
  const fresh = page.getByRole('form', { name: 'A new fastener' });
  await fresh.getByLabel('Hole it asks for').fill('.1');
  await fresh.getByLabel('Grip from').fill('?');
  await fresh.getByRole('button', { name: 'Add the fastener' }).click();
  /* Every fault at once, each at its field; the first is where one is. */
  await expect(fresh.getByLabel('Its name')).toHaveAccessibleDescription(/name/);
  await expect(fresh.getByLabel('Its name')).toBeFocused();
  await expect(fresh.getByLabel('Grip from')).toHaveAccessibleDescription(/not a dimension/);
  await fresh.getByLabel('Its name').fill('pulled 3/32');
  /* What does not read in a field that is no longer asked stops nothing. */
  await fresh.getByLabel('What it is').selectOption('pin');
  await fresh.getByRole('button', { name: 'Add the fastener' }).click();
  const list = page.getByRole('list', { name: 'Fasteners of this kit' });
  await list.getByText('pulled 3/32').click();
  const card = page.getByRole('form', { name: 'pulled 3/32' });
  await expect(card.getByLabel('Hole it asks for')).toHaveValue('.1');
  await other.goto(page.url());
  await other.getByRole('list', { name: 'Fasteners of this kit' }).getByText('pulled 3/32').click();
  const there = other.getByRole('form', { name: 'pulled 3/32' });
  await there.getByLabel('Hole it asks for').fill('.101');
  await card.getByLabel('Hole it asks for').fill('.102');
  await there.getByRole('button', { name: 'Keep the fastener' }).click();
  await expect(there.getByRole('status')).toHaveText('Kept.');
  await card.getByRole('button', { name: 'Keep the fastener' }).click();
  await expect(card.getByRole('alert')).toContainText('hole .101');
  await expect(card.getByLabel('Hole it asks for')).toHaveValue('.102');
  await card.getByRole('button', { name: 'Keep the fastener' }).click();
  await expect(there.getByLabel('Hole it asks for')).toHaveValue('.102');
});
