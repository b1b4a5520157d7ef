import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, keepRow, swipe, view, drilling, markButton } from './bench-mates';

/** Every rule there is, best practices too. */
const violations = async (page: Page) =>
  (await new AxeBuilder({ page }).analyze()).violations.map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`);

test.describe('with a finger', () => {
  test.use({ viewport: { width: 1024, height: 768 }, hasTouch: true });

  test('a swipe over the holes chooses nothing; a drag from the hole touched last chooses a range', async ({ page }) => {
    await drilling(page, 'Swipes', 40);
    const middle = async (n: number) => {
      const box = await page.getByRole('button', { name: `Hole ${n}`, exact: true }).boundingBox();
      if (!box) throw new Error(`no hole ${n}`);
      return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
    };
    await swipe(page, await middle(20), { ...(await middle(20)), y: (await middle(20)).y - 120 });
    await expect(markButton(page)).toContainText('Mark 40 drilled');
    await page.getByRole('button', { name: 'Hole 4', exact: true }).tap();
    await expect(markButton(page)).toContainText('Mark 39 drilled');
    await swipe(page, await middle(4), await middle(9));
    await expect(markButton(page)).toContainText('Mark 6 drilled');
  });

  test('the list of set-ups slides in, is left by Escape, and gives the focus back', async ({ page }) => {
    await drilling(page, 'Slides in');
    const opener = page.getByRole('button', { name: /^Set-ups \(/ });
    await opener.tap();
    await expect(page.getByRole('navigation', { name: 'Set-ups' })).toBeVisible();
    expect(await violations(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('navigation', { name: 'Set-ups' })).toBeHidden();
    await expect(opener).toBeFocused();
    await opener.tap();
    await page
      .getByRole('navigation', { name: 'Set-ups' })
      .getByRole('button', { name: /^deburr/ })
      .tap();
    await expect(page.getByRole('heading', { name: /^Deburr/ })).toBeVisible();
  });
});

test('a table dropped anywhere in an assembly is read in its plan; what is read nowhere says so', async ({ page }) => {
  await freshAssembly(page, 'Dropped');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x4 @1.25');
  await view(page, 'Bench');
  const drop = (name: string, text: string) =>
    page.evaluate(
      ([n, t]) => {
        const data = new DataTransfer();
        data.items.add(new File([t as string], n as string));
        document.body.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
      },
      [name, text],
    );
  await drop('notes.odt', 'x');
  await expect(page.getByRole('alert')).toContainText('notes.odt: a kit (JSON), a table (CSV) or a drawing (DXF)');
  await drop('rows.csv', 'name,stack,rivet,holes,pitch\nChine,skin .025 / rib .032,426AD3-3,8,1\n');
  const dialog = page.getByRole('dialog', { name: /^Tables/ });
  await expect(dialog).toContainText('Chine');
  await dialog.getByRole('button', { name: /^Keep/ }).click();
  await expect(page.getByRole('table', { name: 'Rows' })).toContainText('Chine');
});

test('on paper a view says what it is of and from when, and shows no button that only presses', async ({ page }) => {
  await drilling(page, 'On paper', 6);
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByText('On paper › Left float › Bench')).toBeVisible();
  await expect(page.getByText(/Patient Anvil: advice, never approval/)).toBeVisible();
  await expect(markButton(page)).toBeHidden();
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Hole 6', exact: true })).toBeVisible();
});

test('single keys are changed, and where one is taken it says by what', async ({ page }) => {
  await drilling(page, 'Keymap', 6);
  await page.keyboard.press('?');
  const keys = page.getByRole('dialog', { name: 'Keys' });
  expect(await violations(page)).toEqual([]);
  await keys.getByLabel('Key for: to the holes').fill('d');
  await expect(keys.getByRole('alert')).toContainText('a deviation at the hole at hand');
  await keys.getByLabel('Key for: to the holes').fill('x');
  await page.keyboard.press('Escape');
  await page.keyboard.press('x');
  await expect(page.getByRole('button', { name: 'Hole 1', exact: true })).toBeFocused();
});
