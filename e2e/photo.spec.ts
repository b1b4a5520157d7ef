import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { freshAssembly, rowLine, view } from './bench-mates';

/* A photograph is worked out while another journey has the other core. */
const MEASURING = { timeout: 150_000 };

const source = (page: Page) => page.getByRole('form', { name: 'The photograph' });
const measured = (page: Page) => page.getByRole('region', { name: 'What was measured' });
const found = (page: Page) => page.getByRole('list', { name: 'Not as planned' }).getByRole('listitem');

async function photographDemo(page: Page, assembly: string, part: string): Promise<void> {
  await page.goto('/');
  await page.getByRole('link', { name: 'Quillback Two', exact: true }).first().click();
  await page.getByRole('link', { name: assembly, exact: true }).first().click();
  await view(page, 'Layout');
  await page.getByRole('link', { name: 'Measure from a photograph' }).click();
  await source(page).getByLabel('Which part').selectOption({ label: part });
}

test('a practice photograph with four faults: all four are named, kept with the photograph, and found again at their holes', async ({
  page,
}) => {
  await photographDemo(page, 'Instrument sub-panel', 'panel');
  await source(page).getByRole('button', { name: 'Take a practice photograph' }).click();
  await expect(page.getByRole('progressbar', { name: 'How far' })).toBeVisible();
  await expect(measured(page)).toContainText(/\d+ holes, each known to/, MEASURING);
  await expect(found(page)).toHaveCount(4);
  const list = page.getByRole('list', { name: 'Not as planned' });
  await expect(list).toContainText('no hole is there');
  await expect(list).toContainText('off by .039');
  await expect(list).toContainText(/\.129 in \(about #30\) wide/);
  await expect(list).toContainText('that the plan does not have');
  await page.getByRole('button', { name: /units, theme, keys/ }).click();
  await page.getByRole('radio', { name: 'mm' }).click();
  await page.keyboard.press('Escape');
  await expect(list).toContainText('off by 1.00 mm');
  await expect(found(page)).toHaveCount(4);
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
  /* One press or two keep it once. */
  await page.getByRole('button', { name: 'Keep 4 findings with the photograph' }).dblclick();
  await expect(page.getByText('Kept: a note on the part with the photograph')).toBeVisible();
  await expect(page.getByRole('button', { name: /with the photograph$/ })).toHaveCount(0);
  const said = (await found(page).filter({ hasText: 'off by' }).textContent()) ?? '';
  const [, row = '', hole = ''] = /stop([^,]+(?:, [^,]+)?), hole (\d+): off/.exec(said) ?? [];
  await view(page, 'Plan');
  await page.getByRole('table', { name: 'Rows' }).getByText(row, { exact: true }).click();
  await expect(page.getByRole('region', { name: 'The selected row' })).toContainText(`ole ${hole}`);
});

test('what is no photograph of a frame is refused with what to do, and measuring can be stopped', async ({ page }) => {
  await photographDemo(page, 'Instrument sub-panel', 'panel');
  await source(page).getByRole('button', { name: 'Measure' }).click();
  await expect(source(page).getByRole('alert')).toContainText('Choose or take a photograph first');
  await source(page).getByLabel('Thickness of the sheet').fill('');
  await source(page).getByRole('button', { name: 'Take a practice photograph' }).click();
  await expect(source(page).getByRole('alert')).toContainText('How thick is the sheet');
  await source(page).getByLabel('Thickness of the sheet').fill('.040');
  const blank = Buffer.from('iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNkYPhfDwAChwGA60e6kgAAAABJRU5ErkJggg==', 'base64');
  await source(page)
    .getByLabel(/^Photograph/)
    .setInputFiles({ name: 'blank.png', mimeType: 'image/png', buffer: blank });
  await source(page).getByRole('button', { name: 'Measure' }).click();
  await expect(page.getByRole('main').getByRole('alert')).toContainText('The codes of the frame are not seen');
  await source(page)
    .getByLabel(/^Photograph/)
    .setInputFiles({ name: 'text.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await source(page).getByRole('button', { name: 'Measure' }).click();
  await expect(page.getByRole('main').getByRole('alert')).toContainText('cannot be read');
  await source(page).getByRole('button', { name: 'Take a practice photograph' }).click();
  await page.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('progressbar')).toHaveCount(0);
  await expect(measured(page)).toHaveCount(0);
});

test('a photograph of holes no plan places becomes new rows, with the photograph on the part', async ({ page }, info) => {
  /* The picture is taken of the demo, and carried to an assembly that knows nothing of it. */
  await photographDemo(page, 'Landing-light bay, right', 'bay rib');
  await source(page).getByLabel('with four faults to be found').uncheck();
  const taken = page.waitForEvent('download');
  await page.getByLabel('keep the picture as a file, too').check();
  await source(page).getByRole('button', { name: 'Take a practice photograph' }).click();
  const path = info.outputPath('sheet.jpg');
  await (await taken).saveAs(path);
  await freshAssembly(page, 'Found holes');
  /* Gone on while the row is still being kept, nobody is called back. */
  await rowLine(page).fill('Odd ; found rib .032 / skin .025 : 426AD3 x2 @1');
  await rowLine(page).press('Enter');
  await view(page, 'Layout');
  await page.getByRole('link', { name: 'Measure from a photograph' }).click();
  await source(page)
    .getByLabel(/^Photograph/)
    .setInputFiles(path);
  await source(page).getByRole('button', { name: 'Measure' }).click();
  await expect(page.getByText('The plan does not say yet where the holes of this part lie')).toBeVisible();
  const rows = page.getByRole('region', { name: 'Rows in the photograph' });
  await rows.getByLabel('What row 1 becomes').selectOption({ label: 'a new row' });
  await rows.getByRole('button', { name: 'Keep 1 row with the photograph' }).click();
  await expect(rows.getByRole('alert')).toBeVisible();
  await rows.getByLabel(/Sheets and rivet of the new rows/).fill('found rib .032 / skin .025 : 426AD3');
  await rows.getByRole('button', { name: 'Keep 1 row with the photograph' }).click();
  await expect(rows.getByText('Kept: 1 row with the photograph.')).toBeVisible();
  await view(page, 'Plan');
  await expect(page.getByRole('table', { name: 'Rows' }).getByText('Photograph 1')).toBeVisible();
});

test('a part no page takes, between strips: photographs joined, its faults named', async ({ page }) => {
  await photographDemo(page, 'Landing-light bay, right', 'nose skin');
  await source(page).getByRole('radio', { name: 'strips' }).click();
  await expect(source(page).getByRole('link', { name: /Print the strips/ })).toHaveCount(2);
  await source(page).getByRole('button', { name: 'Take a practice photograph' }).click();
  await expect(measured(page)).toContainText(/photographs joined|dots seen/, MEASURING);
  await expect(page.getByRole('region', { name: 'Against the plan' })).toBeVisible();
  await expect(page.getByRole('list', { name: 'Not as planned' })).toContainText('no hole is there');
});
