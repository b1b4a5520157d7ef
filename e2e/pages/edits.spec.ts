import { expect, test, type Page } from '@playwright/test';
import { detail, freshAssembly, keepRow, keepWithReason, list, rowLine, view, setups } from '../bench-mates';

const asked = (page: Page) => page.getByRole('dialog', { name: 'This reaches work that was done' });
const against = (page: Page) => page.getByRole('region', { name: 'The work against the plan' });

/** The line of the chosen row, typed anew. */
async function typeAnew(page: Page, line: string): Promise<void> {
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await rowLine(page).fill(line);
  await rowLine(page).press('Enter');
}

test('a rivet changed under holes that are drilled and dimpled: told before it is kept, open at the bench, and one step back', async ({
  page,
}) => {
  await freshAssembly(page, 'Revised');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x6 @1.25 page=FL-01');
  for (const done of ['Drilled (6)', 'Deburred head side (6 × 2)', 'Deburred shop side (6 × 2)'])
    await page.getByRole('button', { name: done }).click();
  await page.getByRole('button', { name: /^Prepared|^Dimpled/i }).click();
  await page.getByRole('button', { name: 'It was done, keep the exception' }).click();
  await expect(detail(page).getByText(/42 of \d+ steps done/)).toBeVisible();
  await typeAnew(page, 'Keel ; skin .025 / spar .063 : 426AD4 x6 @1.25 page=FL-01');
  await expect(asked(page)).toContainText('6 holes drilled #40: open to #30 again.');
  await expect(asked(page)).toContainText('6 dimples in skin 3/32: again with 1/8');
  await expect(asked(page)).toContainText('6 countersinks in spar: .0193 in deeper.');
  /* Left: nothing is kept, and what was typed is still there. */
  await asked(page).getByRole('button', { name: 'Do not keep it' }).click();
  await expect(page.getByText('Not kept: everything is as it was.')).toBeVisible();
  await expect(rowLine(page)).toHaveValue(/426AD4/);
  await rowLine(page).press('Enter');
  await keepWithReason(page, 'Page FL-01 revision B', '6 holes drilled #40');
  await expect(against(page)).toContainText('6 holes (1-6): open to #30, .1285 in');
  await expect(against(page)).toContainText('dimple again with the larger dies');
  await view(page, 'Bench');
  await expect(setups(page).getByRole('button', { name: /^drill to size.*#30/ })).toContainText('6');
  await expect(setups(page).getByRole('button', { name: /^dimple.*1\/8/ })).toContainText('6');
  await expect(setups(page).getByRole('button', { name: /^rivet.*1\/8/ })).toContainText('6 (0 ready)');
  await view(page, 'Plan');
  await page.getByRole('group', { name: 'Undo and redo' }).getByRole('button', { name: 'Undo 1 row changed' }).click();
  await expect(against(page)).toHaveCount(0);
  await expect(detail(page).getByText(/42 of \d+ steps done/)).toBeVisible();
});

test('under rivets that are in it is a stop, hole by hole; the record still says what was set', async ({ page }) => {
  await freshAssembly(page, 'Riveted');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x4 @1.25');
  for (const done of ['Drilled (4)', 'Deburred head side (4 × 2)', 'Deburred shop side (4 × 2)'])
    await page.getByRole('button', { name: done }).click();
  await page.getByRole('button', { name: /^Prepared|^Dimpled/i }).click();
  await page.getByRole('button', { name: 'It was done, keep the exception' }).click();
  await view(page, 'Bench');
  await setups(page)
    .getByRole('button', { name: /^rivet/ })
    .click();
  await page.getByRole('button', { name: /All open/ }).click();
  await page.getByRole('button', { name: /^Mark 4 / }).click();
  const goOn = page.getByRole('button', { name: 'It was done, keep the exception' });
  await goOn.click();
  await view(page, 'Plan');
  const before = (await page.getByRole('table', { name: 'Rows' }).textContent()) ?? '';
  expect(before).toContain('426AD3');
  await typeAnew(page, 'Keel ; skin .025 / spar .063 : 426AD4 x4 @1.25');
  await keepWithReason(page, 'The plans were read wrongly', /Stop\. 4 holes: MS20426AD3-[\d.]+ is in, planned MS20426AD4-[\d.]+\./);
  await expect(against(page)).toContainText('A rivet is in, and what is under it is not what is planned now.');
  /* What is there is kept where the plan was wrong: the row has its rivet back. */
  const assembly = /assemblies\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  const { kit } = (await (await page.request.get(`/api/assemblies/${assembly}`)).json()) as { kit: { id: string } };
  const csv = await (await page.request.get(`/api/kits/${kit.id}/record/rows.csv`)).text();
  expect(csv).toMatch(/4 MS20426AD3-/);
});

test('a part measured across the limit: what is there can be kept as the plans’ call-out', async ({ page }) => {
  await freshAssembly(page, 'Measured');
  await keepRow(page, 'Keel ; skin .032 / spar .063 : 426AD3 x3 @1.25');
  await page.getByRole('button', { name: 'Drilled (3)' }).click();
  await page.getByRole('button', { name: /^Prepared|^Dimpled/i }).click();
  await page.getByRole('button', { name: 'It was done, keep the exception' }).click();
  await expect(detail(page).getByText(/9 of \d+ steps done/)).toBeVisible();
  await typeAnew(page, 'Keel ; skin .032 csk / spar .063 : 426AD3 x3 @1.25');
  await keepWithReason(page, 'Tried', '3 holes: skin: dimpled, planned countersunk.');
  await against(page).getByRole('button', { name: 'Keep what is there as the plans’ call-out' }).click();
  await expect(against(page)).toHaveCount(0);
});

test('a revised page stands at its row, at the bench and today until somebody says; a question stays open until it is answered', async ({
  page,
}) => {
  await freshAssembly(page, 'Pages');
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x4 @1.25 page=FL-07');
  await keepRow(page, 'Chine ; skin .025 / rib .063 : 426AD3 x4 @1.25 page=FL-07');
  await list(page).getByRole('button', { name: 'Keel' }).click();
  /* The row that is shown is the one that is marked. */
  await expect(detail(page).getByRole('heading', { name: 'Keel', exact: true })).toBeVisible();
  await page.getByRole('button', { name: 'Drilled (4)' }).click();
  await expect(page.getByText('On record: 4 holes drilled.')).toBeVisible();
  await page.getByRole('navigation', { name: 'Where you are' }).getByRole('link', { name: 'Pages' }).click();
  await page.getByRole('link', { name: 'Log', exact: true }).click();
  await page.getByLabel('Page, as the rows name it').fill('FL-07');
  await page.getByLabel('New revision').fill('B');
  await page.getByLabel('What it changes').fill('a larger rivet');
  await page.getByRole('button', { name: 'Put it in front of the old one' }).click();
  const revised = page.getByRole('region', { name: 'Revised pages' });
  await revised.getByText(/touches 2 rows/).click();
  await revised.getByRole('link', { name: 'Keel' }).click();
  const flag = page.getByRole('list', { name: 'Revised pages' });
  await expect(flag).toContainText('Page FL-07 has revision B');
  await expect(flag).toContainText('4 things were done to the old one.');
  await flag.getByRole('button', { name: 'Asked the kit maker' }).click();
  await flag.getByLabel('What was asked').fill('Which rivet at the keel?');
  await flag.getByRole('button', { name: 'Keep the question' }).click();
  await expect(flag).toContainText('Asked the kit maker on');
  await view(page, 'Bench');
  await expect(page.getByRole('list', { name: 'Revised pages' }).first()).toBeVisible();
  await page.getByRole('navigation', { name: 'Where you are' }).getByRole('link', { name: 'Pages' }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await expect(page.getByRole('list', { name: 'Revised pages' })).toContainText('asked: Which rivet at the keel?');
  await expect(page.getByRole('list', { name: 'Revised pages' })).toContainText('Chine: page FL-07 revision B');
  await page.getByRole('list', { name: 'Revised pages' }).getByRole('link', { name: 'Keel' }).click();
  await flag.getByLabel('What they answered').fill('Dash 4.');
  await flag.getByRole('button', { name: 'Keep the answer' }).click();
  await expect(flag).toHaveCount(0);
});
