import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { execFileSync } from 'node:child_process';
import sharp from 'sharp';
import { setRow } from './bench-mates';

const noSerious = async (page: Page) => {
  const { violations } = await new AxeBuilder({ page }).analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical').map((v) => v.id)).toEqual([]);
};

test('the log writes itself; a sentence and a photo beside it; a revised page; the dossier is made and is a PDF', async ({
  page,
}, info) => {
  await setRow(page, 'Logged', 4);
  await page.getByRole('link', { name: 'Logged' }).click();
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  const log = page.getByRole('region', { name: 'Log', exact: true });
  await expect(log.getByRole('article')).toContainText('Shield lap: all 4 holes, MS20426AD3-3');
  const add = page.getByRole('region', { name: 'Add to the log' });
  await add.getByRole('button', { name: 'Keep it in the log' }).click();
  await expect(add.getByRole('alert')).toContainText('Write a sentence or choose a photo');
  await add.getByLabel(/Photos/).setInputFiles({ name: 'x.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
  await add.getByRole('button', { name: 'Keep it in the log' }).click();
  await expect(add.getByRole('alert')).toContainText(/photo/i);
  const picture = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#886644' } })
    .png()
    .toBuffer();
  await add.getByLabel(/Photos/).setInputFiles({ name: 'shield.png', mimeType: 'image/png', buffer: picture });
  await add.getByLabel('What the marks do not say').fill('The shield sits well.');
  await add.getByRole('button', { name: 'Keep it in the log' }).click();
  await expect(log.getByRole('article')).toContainText('The shield sits well.');
  await expect(log.getByRole('img', { name: /Photo of/ })).toBeVisible();
  await noSerious(page);
  const zipLink = page.getByRole('link', { name: 'save them as a ZIP' });
  const [zip] = await Promise.all([page.waitForEvent('download'), zipLink.click()]);
  const zipPath = info.outputPath('photos.zip');
  await zip.saveAs(zipPath);
  await page.getByLabel('Take photos from such a ZIP').setInputFiles(zipPath);
  await expect(page.getByText('1 photos taken.')).toBeVisible();
  await page.getByLabel('Find in the log').fill('nothing like it');
  await expect(log).toContainText('Nothing in the log says that.');
  await page.getByLabel('Find in the log').fill('riveted shield');
  await expect(log.getByRole('article')).toHaveCount(1);
  const pages = page.getByRole('region', { name: 'Revised pages' });
  await pages.getByRole('button', { name: /in front of/ }).click();
  await expect(pages.getByText('Name the page')).toBeVisible();
  await pages.getByLabel('Page, as the rows name it').fill('GS-01');
  await pages.getByLabel('New revision').fill('B');
  await pages.getByRole('button', { name: /in front of/ }).click();
  await expect(pages).toContainText('GS-01 revision B');
  await expect(pages).toContainText('touches 0 rows');
  const dossier = page.getByRole('region', { name: 'Dossier' });
  await dossier.getByRole('button', { name: 'Make the dossier (PDF)' }).click();
  const link = dossier.getByRole('link', { name: 'Save the PDF' });
  await expect(link).toBeVisible({ timeout: 20_000 });
  const [file] = await Promise.all([page.waitForEvent('download'), link.click()]);
  const path = info.outputPath('dossier.pdf');
  await file.saveAs(path);
  expect(execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' })).toContain('The shield sits well.');
});
