import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { blankRow } from '#core/record/blank';
import type { Edit, Entity, TypedLength } from '#core/record/definitions';
import { freshAssembly, keepAtOnce, keepRow, list, rowLine, toToday } from '../bench-mates';

test('a stack typed the other way round is asked about and stops; Today says it first; settled with the answer it stops nothing', async ({
  page,
}) => {
  await freshAssembly(page, 'Turned kit');
  await keepRow(page, 'Turned ; skin .025 / rib .032 : 426AD3-3.5 x4 @1');
  for (const done of ['Drilled (4)', 'Deburred head side (4 × 2)', 'Deburred shop side (4 × 2)', 'Dimpled ×2 (4)'])
    await page.getByRole('button', { name: done }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'It was done, keep the exception' }).click();
  await expect(page.getByText('Again, or correct')).toBeVisible();
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await rowLine(page).fill('Turned ; rib .032 / skin .025 : 426AD3-3.5 x4 @1');
  await rowLine(page).press('Enter');
  const reaches = page.getByRole('dialog', { name: 'This reaches work that was done' });
  await expect(reaches).toContainText('4 holes: skin: prepared from the other face, planned dimpled.');
  await reaches.getByLabel('Why the plan changes').fill('seen from the other side');
  await reaches.getByRole('button', { name: 'Keep the change' }).click();
  await expect(list(page)).toContainText('stop');
  const against = page.getByRole('region', { name: 'The work against the plan' });
  await expect(against).toContainText('rib: prepared from the other face, planned dimpled.');
  const plan = page.url();
  await page.getByRole('link', { name: 'Turned kit' }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  const decide = page.getByRole('region', { name: 'Decide first' });
  await expect(decide.getByRole('link', { name: 'Turned, holes 1-4: prepared otherwise than planned.' })).toHaveCount(2);
  await page.goto(plan);
  for (const left of [2, 1]) {
    await expect(against.getByRole('button', { name: /^Settle/ })).toHaveCount(left);
    await against
      .getByRole('button', { name: /^Settle/ })
      .first()
      .click();
    const dialog = page.getByRole('dialog', { name: 'Settle: Prepared otherwise than planned' });
    await dialog.getByRole('button', { name: 'Record the answer' }).click();
    await expect(dialog.getByRole('alert')).toContainText('Write the answer');
    await dialog.getByLabel('Who answered, and what').fill('kit maker by letter: leave as is');
    await dialog.getByRole('button', { name: 'Record the answer' }).click();
    await expect(dialog).toHaveCount(0);
  }
  await expect(against.getByText('settled', { exact: true })).toHaveCount(2);
  await expect(list(page)).not.toContainText('stop');
});

test('what is measured at a rivet stays with its hole, and the big button does not pass it', async ({ page }) => {
  await freshAssembly(page, 'Looked kit');
  await keepRow(page, 'Looked ; skin .063 / rib .063 : 470AD3-6 x4 @1');
  await page.goto(page.url().replace('/plan', '/bench'));
  const rail = page.getByRole('navigation', { name: 'Set-ups' });
  await rail.getByRole('button', { name: /^rivet/ }).click();
  await page.getByRole('button', { name: /^Mark \d+ set/ }).click();
  await page.getByRole('button', { name: 'It was done, keep the exception' }).click();
  await rail.getByRole('button', { name: /^inspect/ }).click();
  const look = page.getByRole('region', { name: 'Inspect one rivet' });
  await look.getByLabel('Width', { exact: true }).fill('.110');
  await look.getByLabel('Height', { exact: true }).fill('.075');
  await page.getByRole('button', { name: /^Mark \d+ inspected/ }).click();
  await expect(page.getByRole('alert').filter({ hasText: "measurements that aren't recorded yet" })).toBeVisible();
  await expect(look.getByLabel('Width', { exact: true })).toHaveValue('.110');
});

test('sheets in a new order that is not the reverse: which faces look out is asked, and left undone nothing is kept', async ({ page }) => {
  await freshAssembly(page, 'Shuffled kit');
  await keepRow(page, 'Three ; skin .025 / rib .032 / cap .040 : 470AD3 x4 @1');
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await rowLine(page).fill('Three ; rib .032 / skin .025 / cap .040 : 470AD3 x4 @1');
  await rowLine(page).press('Enter');
  const asked = page.getByRole('dialog', { name: 'The sheets are in another order' });
  await asked.getByRole('button', { name: 'Leave it' }).click();
  await expect(rowLine(page)).toHaveValue(/^Three ; rib/);
  await rowLine(page).press('Enter');
  await asked.getByRole('button', { name: 'They change places, faces as before' }).click();
  await expect(asked).toHaveCount(0);
  await expect(list(page)).toContainText(/rib.*skin.*cap/);
});

test('holes of two rows that lie on one another are asked about once on Today, and are one hole then', async ({ page }) => {
  const made = await freshAssembly(page, 'Corner kit');
  const { assemblyId } = made;
  const [skin, rib, spar] = [randomUUID(), randomUUID(), randomUUID()];
  const thick = (text: string): TypedLength => ({ mm: Number(text) * 25.4, text, units: 'in' });
  const part = (id: string, name: string, text: string): Edit => ({
    kind: 'part',
    id,
    expectedVersion: 0,
    definition: { v: 1, assemblyId, name, hand: null, thickness: thick(text), measured: null, mirroredFrom: null },
  });
  const row = (name: string, order: number, partIds: readonly string[], places: readonly (readonly [number, number])[]): Edit => ({
    kind: 'row',
    id: randomUUID(),
    expectedVersion: 0,
    definition: {
      ...blankRow(assemblyId, order),
      name,
      head: 'protruding',
      layers: partIds.map((partId) => ({ id: randomUUID(), partId, plans: null, edge: null, bothSides: false })),
      holes: places.map(([x, y]) => ({ id: randomUUID(), out: false, at: { x, y } })),
    },
  });
  await keepAtOnce(page, made, [
    part(skin, 'skin', '.025'),
    part(rib, 'rib', '.032'),
    part(spar, 'spar', '.040'),
    row('Rib row', 1, [skin, rib], [[0, 0], [25, 0]]),
    row('Spar row', 2, [skin, spar], [[25, 0], [25, 25]]),
  ]); // prettier-ignore
  await toToday(page, 'Corner kit');
  const decide = page.getByRole('region', { name: 'Decide first' });
  await expect(decide).toContainText('a hole of one lies on a hole of the other in skin. One and the same, or two?');
  await decide.getByRole('button', { name: 'One hole', exact: true }).click();
  await expect(decide).toHaveCount(0);
  await page.getByRole('link', { name: 'Stock', exact: true }).click();
  /* Four holes of the rows are three in the metal. */
  await expect(page.getByRole('row', { name: /MS20470AD3/ }).first()).toContainText('3');
});

test('of a record from before faces, rows headed both ways are asked about once on Today; the answer turns the sheets', async ({
  page,
}) => {
  const made = await freshAssembly(page, 'Old kit');
  await keepRow(page, 'Over ; skin .025 / rib .032 : 426AD3-3.5 x2 @1');
  await keepRow(page, 'Under ; rib .032 / skin .025 : 426AD3-3.5 x2 @1');
  const answer = await page.request.get(`/api/assemblies/${made.assemblyId}`);
  const { rows } = (await answer.json()) as { rows: Entity<'row'>[] };
  /* As the first release wrote them: the layers and the side, no faces. */
  const marks = rows.map(({ id, definition }) => ({
    ...{ id: randomUUID(), kind: 'dimpled', v: 1, rowId: id, side: 'head', person: made.person, device: made.person, payload: {} },
    layerIds: definition.layers.map((l) => l.id),
    holeIds: definition.holes.map((h) => h.id),
    doneAt: new Date().toISOString(),
    recordedAt: new Date().toISOString(),
  }));
  const kept = await page.request.post('/api/marks', { data: { kitId: made.kitId, marks } });
  expect(kept.ok()).toBe(true);
  await toToday(page, 'Old kit');
  const decide = page.getByRole('region', { name: 'Decide first' });
  await expect(decide).toContainText('Over goes through skin, then rib; Under the other way round.');
  await decide.getByRole('button', { name: 'From the other side' }).click();
  await expect(decide.getByRole('button', { name: 'From the other side' })).toHaveCount(0);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  const after = (await (await page.request.get(`/api/assemblies/${made.assemblyId}`)).json()) as { rows: Entity<'row'>[] };
  const faces = after.rows.map((r) => [r.definition.name, r.definition.layers.map((l) => [l.face, l.faceBefore])]);
  expect(faces).toEqual([
    ['Over', [[undefined, undefined], [undefined, undefined]]],
    ['Under', [['other', 'other'], ['other', 'other']]],
  ]); // prettier-ignore
});
