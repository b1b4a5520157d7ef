import { expect, test } from '@playwright/test';
import { freshAssembly, keepRow, markWhole, view } from '../bench-mates';

interface MarkJson {
  readonly kind: string;
  readonly doneAt: string;
}

test('an evening is written up from paper: day, hours and person once; wrong days are refused; leaving it marks as now again', async ({
  page,
}) => {
  await freshAssembly(page, 'From paper');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x6 @1.25');
  await view(page, 'Bench');
  await page.getByRole('button', { name: 'From paper', exact: true }).click();
  const dialog = page.getByRole('dialog', { name: 'Write up from paper' });
  await dialog.getByLabel('Hours worked').fill('a few');
  await dialog.getByRole('button', { name: 'Begin' }).click();
  /* Each at its field, both at once. */
  await expect(dialog.getByText('Which day was it?')).toBeVisible();
  await expect(dialog.getByText('Hours of one shift lie above 0')).toBeVisible();
  const day = (ahead: number) => new Date(Date.now() + ahead * 86_400_000).toISOString().slice(0, 10);
  await dialog.getByLabel('Day').fill(day(5));
  await dialog.getByRole('button', { name: 'Begin' }).click();
  await expect(dialog.getByText('more than a day ahead')).toBeVisible();
  await dialog.getByLabel('Day').fill(day(-10));
  await dialog.getByLabel('Hours worked').fill('2.5');
  /* Two presses for one: one shift. */
  await dialog.getByRole('button', { name: 'Begin' }).evaluate((b: HTMLElement) => [b.click(), b.click()]);
  await expect(page.getByText('Writing up from paper:')).toBeVisible();
  await markWhole(page, 'fitted up');
  await page.getByRole('button', { name: /^Mark 6 drilled/ }).click();
  await expect(page.getByRole('button', { name: /parts taken apart/ })).toBeVisible();
  await page.getByRole('button', { name: 'Leave: mark as now again' }).click();
  await markWhole(page, 'taken apart');
  const assembly = /assemblies\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  const marks = async () =>
    ((await (await page.request.get(`/api/assemblies/${assembly}/marks?after=0`)).json()) as { marks: MarkJson[] }).marks;
  await expect.poll(async () => (await marks()).length).toBe(5);
  const dayOf = Object.fromEntries((await marks()).map((m) => [m.kind, m.doneAt.slice(0, 10)]));
  for (const kind of ['shift-started', 'fit-up', 'drilled']) expect([day(-10), day(-9), day(-11)], kind).toContain(dayOf[kind]);
  expect([day(0), day(1), day(-1)]).toContain(dayOf['take-apart']);
  const at = Object.fromEntries((await marks()).map((m) => [m.kind, m.doneAt]));
  expect([at['shift-started'], at['fit-up'], at['drilled']]).toEqual([at['shift-started'], at['fit-up'], at['drilled']].sort());
  expect(Date.parse(at['shift-ended'] ?? '') - Date.parse(at['shift-started'] ?? '')).toBe(2.5 * 3_600_000);
});
