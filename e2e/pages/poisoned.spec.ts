import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow, list } from '../bench-mates';

/* The answers are changed on their way to the page: nothing of the browser's own may stand between. */
test.use({ serviceWorkers: 'block' });

const LINE = 'skin .025 / flange .040 : 426AD3-3.5 x18 @1.25';

test('a document that does not fit never blanks the page: it is said, and the other screens go on', async ({ page }) => {
  await freshAssembly(page, 'Poisoned');
  await keepRow(page, LINE);
  const address = page.url();
  const assembly = /assemblies\/([^/]+)/.exec(address)?.[1] ?? '';
  await page.route(`**/api/assemblies/${assembly}`, async (route) => {
    const answer = await route.fetch();
    const body = (await answer.json()) as { rows: { definition: unknown }[] };
    await route.fulfill({ response: answer, json: { ...body, rows: body.rows.map((r) => ({ ...r, definition: { v: 1 } })) } });
  });
  await page.reload();
  await expect(page.getByRole('heading', { name: 'This screen cannot be shown' })).toBeFocused();
  await page.getByRole('link', { name: 'To all kits' }).click();
  await expect(page.getByRole('link', { name: /Quillback Two/ }).first()).toBeVisible();
  await page.unroute(`**/api/assemblies/${assembly}`);
  await page.goto(address);
  await expect(list(page).getByText('skin / flange').first()).toBeVisible();
});
