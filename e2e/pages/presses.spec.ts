import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { freshAssembly, markWhole, view, setups } from '../bench-mates';
import { budget } from '../../core/test/budget';

interface AssemblyJson {
  readonly kit: { readonly id: string; readonly definition: { readonly people: readonly { readonly id: string }[] } };
  readonly rows: readonly { readonly id: string; readonly definition: { readonly holes: readonly { readonly id: string }[] } }[];
}

/** Rows of two thin sheets, rows of a thin sheet on a spar, thin sheets, spars; and one set of dies for all of them. */
const [THIN_ROWS, SPAR_ROWS, THIN, SPARS] = budget([6, 4, 5, 2], [19, 6, 12, 3]);
const [ROWS, PARTS] = [THIN_ROWS + SPAR_ROWS, THIN + SPARS];
const LINES = [
  ...Array.from(
    { length: THIN_ROWS },
    (_, i) => `Row ${i + 1} ; sheet ${(i % THIN) + 1}a .025 / sheet ${((i + 2) % THIN) + 1}a .025 : 426AD3 x4 @1`,
  ),
  ...Array.from(
    { length: SPAR_ROWS },
    (_, i) => `Row ${i + THIN_ROWS + 1} ; sheet ${(i % THIN) + 1}a .025 / spar ${(i % SPARS) + 1}a .063 : 426AD3 x4 @1`,
  ),
];

test(`${ROWS} rows over ${PARTS} parts: deburred by a press a part, dimpled by one a row, scuffed, cleaned and primed by 3`, async ({
  page,
}) => {
  await freshAssembly(page, 'Presses');
  await page.getByRole('button', { name: 'Paste lines' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('textbox').first().fill(LINES.join('\n'));
  await dialog.getByRole('button', { name: /^Keep/ }).click();
  await expect(dialog).toBeHidden();
  await expect(page.getByText(`${ROWS} rows`, { exact: true })).toBeVisible();
  const assemblyId = /assemblies\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  const { kit, rows } = (await (await page.request.get(`/api/assemblies/${assemblyId}`)).json()) as AssemblyJson;
  const at = new Date().toISOString();
  const who = { person: kit.definition.people[0]?.id ?? '', device: randomUUID(), recordedAt: at };
  const tool = { v: 1, kitId: kit.id, name: 'dies', kind: 'die-set', throat: null, noseHalfWidth: null, noseHeight: null, takesBent: true, dash: 3, angleDeg: 100, sheet: 'skin' }; // prettier-ignore
  const kept = await page.request.post('/api/changes', {
    data: {
      id: randomUUID(),
      kitId: kit.id,
      ...who,
      reason: '',
      undoes: null,
      edits: [{ kind: 'tool', id: randomUUID(), expectedVersion: 0, definition: tool }],
    },
  });
  expect(kept.status()).toBe(200);
  const drilled = rows.map((r) => ({
    id: randomUUID(), kind: 'drilled', v: 1, rowId: r.id, holeIds: r.definition.holes.map((h) => h.id), layerIds: [], side: null, doneAt: at, ...who, payload: {},
  })); // prettier-ignore
  const marked = await page.request.post('/api/marks', { data: { kitId: kit.id, marks: drilled } });
  expect([marked.status(), await marked.text()]).toEqual([200, expect.any(String)]);
  await view(page, 'Bench');
  await markWhole(page, 'taken apart');
  let presses = 0;
  const together = page.getByRole('group', { name: 'All at once' });
  const deburr = setups(page).getByRole('button', { name: /^deburr/ });
  await deburr.click();
  while ((await deburr.count()) > 0 && presses < 30) {
    const next = together.getByRole('button', { name: /holes deburred/ }).first();
    const name = (await next.textContent()) ?? '';
    await next.click();
    presses++;
    await expect(together.getByRole('button', { name, exact: true })).toHaveCount(0);
  }
  expect(presses).toBeLessThanOrEqual(PARTS);
  const whole = async (verb: string, done: string) => {
    await setups(page)
      .getByRole('button', { name: new RegExp(`^${verb}`) })
      .click();
    await together.getByRole('button', { name: `All ${PARTS} parts ${done}` }).click();
    await expect(setups(page).getByRole('button', { name: new RegExp(`^${verb}`) })).toHaveCount(0);
  };
  await whole('scuff', 'scuffed');
  let dimples = 0;
  const dimple = setups(page).getByRole('button', { name: /^dimple/ });
  while ((await dimple.count()) > 0 && dimples < 60) {
    await dimple.first().click();
    const left = (await setups(page).textContent()) ?? '';
    await page.getByRole('button', { name: /^Mark .*dimpled/ }).click();
    dimples++;
    await expect.poll(() => setups(page).textContent()).not.toBe(left);
  }
  expect(dimples).toBe(ROWS);
  await setups(page)
    .getByRole('button', { name: /^countersink/ })
    .first()
    .click();
  for (let i = 0; i < SPAR_ROWS; i++) {
    const left = (await setups(page).textContent()) ?? '';
    await page.getByRole('button', { name: /^Mark .*countersunk/ }).click();
    await expect.poll(() => setups(page).textContent()).not.toBe(left);
  }
  await whole('clean', 'cleaned');
  await whole('prime', 'primed');
  /* One press, one step back: all parts at once. */
  await page
    .getByRole('button', { name: `Undo ${PARTS} parts primed` })
    .last()
    .click();
  await expect(setups(page).getByRole('button', { name: /^prime/ })).toContainText(`${PARTS} ready`);
});
