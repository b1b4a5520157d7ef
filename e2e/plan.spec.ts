import { execFileSync } from 'node:child_process';
import { expect, test } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { detail, freshAssembly, keepRow, keepWithReason, list, rowLine, strip } from './bench-mates';

const LINE = 'skin .025 / flange .040 : 426AD3-3.5 x18 @1.25';

test('holes are marked by text, keys and drag, undone, and there after a reload', async ({ page }) => {
  await freshAssembly(page, 'Marking');
  await keepRow(page, 'skin .025 / spar .063 : 426AD3 x18 @1.25');
  await page.getByLabel('Holes of 18').fill('1-12,15');
  await page.getByRole('button', { name: 'Drilled (13)' }).click();
  await expect(detail(page).getByText('13 of 168 steps done')).toBeVisible();
  await strip(page).focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByLabel('Holes of 18')).toHaveValue('1-2');
  await page.keyboard.press('h');
  await expect(detail(page).getByText('17 of 168 steps done')).toBeVisible();
  const hole = async (n: number) => {
    const box = await strip(page).locator(`[data-hole="${n}"]`).boundingBox();
    if (!box) throw new Error('no such hole');
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  };
  const [from, to] = [await hole(3), await hole(6)];
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 4 });
  await page.mouse.up();
  await expect(page.getByLabel('Holes of 18')).toHaveValue('3-6');
  await page.getByLabel('done at').fill('2026-10-04T19:30');
  await page.getByRole('button', { name: 'Dimpled, countersunk (4)' }).click();
  await page.getByRole('button', { name: 'It was done, keep the exception' }).click();
  await expect(detail(page).getByText('25 of 168 steps done')).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(detail(page).getByText('21 of 168 steps done')).toBeVisible();
  await expect(page.getByText(/waiting/)).toHaveCount(0);
  await page.reload();
  await expect(detail(page).getByText('21 of 168 steps done')).toBeVisible();
  await detail(page)
    .getByText(/Record of this row/)
    .click();
  await expect(
    detail(page)
      .getByText(/Oct 4, 2026/)
      .first(),
  ).toBeVisible();
});

test('inch and millimetre at one switch, both readable; the section is saved as SVG', async ({ page }) => {
  await freshAssembly(page, 'Units');
  await keepRow(page, LINE);
  await page.getByRole('button', { name: /units, theme, keys/ }).click();
  await page.getByRole('radio', { name: 'mm' }).click();
  await page.keyboard.press('Escape');
  await expect(detail(page).getByText('1.06 deep')).toBeVisible();
  await expect(detail(page).getByText('1.06 mm (.0416 in)')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save the section as SVG' }).click();
  const svg = readFileSync(await (await download).path(), 'utf8');
  expect(svg).toContain('<title>skin / flange</title>');
  expect(svg).toContain('1.06 deep');
  expect(svg).not.toContain('var(');
});

test('the saved section is well-formed for a reader of another maker, dark on light whatever the page shows', async ({ page }, info) => {
  await freshAssembly(page, 'Dark section');
  await keepRow(page, LINE);
  const save = async (name: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save the section as SVG' }).click();
    const file = info.outputPath(name);
    await (await download).saveAs(file);
    return file;
  };
  const light = await save('light.svg');
  await page.getByRole('button', { name: /units, theme, keys/ }).click();
  await page.getByRole('button', { name: 'Night theme' }).click();
  const dark = await save('dark.svg');
  expect(readFileSync(dark, 'utf8')).toBe(readFileSync(light, 'utf8'));
  /* Python's own XML reader, which takes nothing that is not well-formed, and finds everything in the one name space. */
  const read = `
import sys, xml.etree.ElementTree as tree
root = tree.parse(sys.argv[1]).getroot()
space = '{http://www.w3.org/2000/svg}'
assert all(e.tag.startswith(space) for e in root.iter()), [e.tag for e in root.iter()]
ids = {e.get('id') for e in root.iter() if e.get('id')}
used = {e.get('fill')[5:-1] for e in root.iter() if (e.get('fill') or '').startswith('url(')}
assert used and used <= ids, (used, ids)
print(root.get('width'), len(list(root.iter(space + 'path'))))
`;
  expect(execFileSync('python3', ['-c', read, light], { encoding: 'utf8' })).toMatch(/^[\d.]+mm \d+/);
});

test('two windows: the second sees both versions instead of overwriting', async ({ page, context }) => {
  await freshAssembly(page, 'Two windows');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x10 @1.25');
  const other = await context.newPage();
  await other.goto(page.url());
  await other.getByRole('button', { name: 'More' }).click();
  await keepRowIn(page, 'Keel ; skin .025 / spar .063 : 426AD3 x12 @1.25');
  await expect(other.getByText('×12')).toBeVisible();
  await other.getByText('Angles, nest, strips').click();
  await other.getByRole('textbox', { name: 'Cutter angle' }).fill('120');
  await other.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
  await expect(other.getByRole('alert').filter({ hasText: 'Somebody else has changed this since' })).toContainText('x12');
  await expect(list(page).getByText('×12')).toBeVisible();
  await other.getByRole('dialog').getByRole('button', { name: 'Keep' }).click();
  await expect(other.getByRole('dialog')).toBeHidden();
  await expect(list(page).getByText('×10')).toBeVisible();
});

async function keepRowIn(page: Parameters<typeof keepRow>[0], line: string) {
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await keepRow(page, line);
}

test('marks made while the server does not answer wait in the browser and are sent once it does', async ({ page }) => {
  await freshAssembly(page, 'Waiting');
  await keepRow(page, 'skin .025 / spar .063 : 426AD3 x6 @1.25');
  await page.route('**/api/marks', (route) => route.abort());
  await page.getByRole('button', { name: 'Drilled (6)' }).click();
  await expect(detail(page).getByText('6 of 60 steps done')).toBeVisible();
  await expect(page.getByText('1 waiting')).toBeVisible();
  await page.reload();
  await expect(detail(page).getByText('6 of 60 steps done')).toBeVisible();
  await page.unroute('**/api/marks');
  await expect(page.getByText('1 waiting')).toHaveCount(0);
  await expect(detail(page).getByText('6 of 60 steps done')).toBeVisible();
});

test('the keyboard alone: keys page, filter, list, undo', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Quillback Two' }).click();
  await page.getByRole('link', { name: 'Left float, compartment two', exact: true }).click();
  await list(page).focus();
  await page.keyboard.press('ArrowDown');
  await expect(detail(page).getByRole('heading', { name: 'Keel, aft half' })).toBeVisible();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('/');
  await page.keyboard.type('rail stop');
  await expect(page.getByText('1 of 7')).toBeVisible();
  await page.getByLabel('Filter rows').press('Tab');
});

test('a part’s thickness is changed with what it does to its rows shown first', async ({ page }) => {
  await freshAssembly(page, 'Parts');
  await keepRow(page, 'Keel ; skin .025 / flange .040 : 426AD3 x10 @1.25');
  await rowLine(page).fill('Chine ; skin .025 / flange .063 : 426AD3 x6 @1.25');
  await page.getByRole('button', { name: 'Change the part everywhere' }).click();
  const dialog = page.getByRole('dialog', { name: 'Thickness of flange' });
  await expect(dialog.getByText('One row uses it:')).toBeVisible();
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(dialog).toBeHidden();
  await rowLine(page).press('Enter');
  await expect(list(page).getByRole('button', { name: 'Chine' })).toBeVisible();
  await page.getByLabel('Jump to a part').fill('flange');
  await page.getByLabel('Jump to a part').press('Enter');
  await expect(detail(page).getByRole('heading', { name: 'Keel' })).toBeVisible();
  await expect(detail(page).getByText('.0416 deep')).toBeVisible();
});

test('rows are typed anew, resized after marking, duplicated, mirrored, edited together, deleted and brought back', async ({ page }) => {
  await freshAssembly(page, 'Editing');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x10 @1.25 hand=L');
  await page.getByRole('button', { name: 'Drilled (10)' }).click();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await expect(rowLine(page)).toHaveValue('Keel ; skin .025 / spar .063 : 426AD3 x10 @1.25 hand=L');
  await rowLine(page).fill('Keel ; skin .025 / spar .063 : 426AD3 x8 @1.25 hand=L');
  await rowLine(page).press('Enter');
  await keepWithReason(page, 'Two fewer by the new page', '2 holes with work at them go out of the plan');
  await expect(rowLine(page)).toHaveValue('');
  await expect(detail(page).getByText('8 of 78 steps done')).toBeVisible();
  await expect(detail(page).getByText('2 holes have marks, but the holes were taken out of the plan.')).toBeVisible();
  await page.getByRole('button', { name: 'Duplicate' }).click();
  await expect(list(page).getByRole('button', { name: 'Keel copy' })).toBeVisible();
  await page.getByRole('button', { name: 'Mirror' }).click();
  await expect(list(page).getByText('right')).toBeVisible();
  await expect(detail(page).getByText('0 of 78 steps done')).toBeVisible();
  for (const box of await list(page).getByRole('checkbox').all()) await box.check();
  await page.getByRole('button', { name: 'Edit together' }).click();
  await page.getByLabel(/^Closed with/).fill('426AD4-4');
  await page.getByRole('button', { name: 'Keep', exact: true }).last().click();
  await keepWithReason(page, 'Page revised', '8 holes drilled #40: open to #30 again.');
  await expect(list(page).getByText('426AD4-4')).toHaveCount(3);
  await page.getByRole('toolbar', { name: 'Chosen rows' }).getByRole('button', { name: 'Delete' }).click();
  await keepWithReason(page, 'Begun anew', 'The row goes, and 10 holes with work at them');
  await expect(page.getByText('No row yet.')).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(list(page).getByText('426AD4-4')).toHaveCount(3);
});
