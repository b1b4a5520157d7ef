import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import { CHANGE_MAX_EDITS } from '#core/formats/record-schemas';
import { newKit } from '#core/record/blank';
import type { Edit } from '#core/record/definitions';

/** Makes a kit with one empty assembly through the screens, and opens its plan. */
export async function firstAssembly(page: Page, kitName: string): Promise<void> {
  await page.goto('/');
  await page.getByLabel('Name').fill(kitName);
  await page.getByLabel('Your initials').fill('QA');
  await page.getByRole('button', { name: 'Make the kit' }).click();
  await page.getByLabel('Name of the new assembly').fill('Left float');
  await page.getByRole('button', { name: 'Add assembly' }).click();
  await page.getByRole('link', { name: 'Left float', exact: true }).click();
  await expect(page.getByText('No row yet.')).toBeVisible();
}

/** A kit, an assembly of it and who builds it, by id. */
interface Made {
  readonly kitId: string;
  readonly assemblyId: string;
  readonly person: string;
}

/** Keeps definitions as the screens would, however many. */
export async function keepAtOnce(page: Page, { kitId, person }: Omit<Made, 'assemblyId'>, edits: readonly Edit[]): Promise<void> {
  for (let i = 0; i < edits.length; i += CHANGE_MAX_EDITS) {
    const by = { kitId, person, device: randomUUID(), recordedAt: new Date().toISOString(), reason: '', undoes: null };
    const kept = await page.request.post('/api/changes', {
      data: { id: randomUUID(), ...by, edits: edits.slice(i, i + CHANGE_MAX_EDITS) },
    });
    expect(kept.ok(), await kept.text()).toBe(true);
  }
}

/** What {@link firstAssembly} makes, kept at once: for what is not about making a kit. */
export async function freshAssembly(page: Page, kitName: string): Promise<Made> {
  const made = { kitId: randomUUID(), assemblyId: randomUUID(), person: randomUUID() };
  const { kitId, assemblyId, person } = made;
  const kit = {
    ...newKit(kitName, 'in', [{ id: person, initials: 'QA' }]),
    timeZone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC',
    work: { scuff: true, prime: true, scuffAfterDimple: false },
  };
  await keepAtOnce(page, made, [
    { kind: 'kit', id: kitId, expectedVersion: 0, definition: kit },
    { kind: 'assembly', id: assemblyId, expectedVersion: 0, definition: { v: 1, kitId, name: 'Left float', order: 1 } },
  ]);
  await page.goto(`/assemblies/${assemblyId}/plan`);
  await expect(page.getByText('No row yet.')).toBeVisible();
  return made;
}

export const rowLine = (page: Page) => page.getByRole('textbox', { name: /A row in one line|This row, typed anew/ });

/** Types a row and keeps it. */
export async function keepRow(page: Page, line: string): Promise<void> {
  const [isNew, before] = [(await page.getByRole('textbox', { name: /A row in one line/ }).count()) > 0, page.url()];
  await rowLine(page).fill(line);
  await rowLine(page).press('Enter');
  await expect(rowLine(page)).toHaveValue('');
  /* A new row is chosen when it is there: whoever chooses another before that is not heard. */
  if (isNew) await expect.poll(() => page.url()).not.toBe(before);
}

/** At the bench: all parts fitted up before drilling, or taken apart after it. */
export async function markWhole(page: Page, done: 'fitted up' | 'taken apart'): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^Mark \\d+ parts ${done}`) }).click();
}

/** Says why the plan changes under work that was done, and keeps the change. */
export async function keepWithReason(page: Page, reason: string, told: string | RegExp): Promise<void> {
  const dialog = page.getByRole('dialog', { name: 'This reaches work that was done' });
  await expect(dialog.getByRole('list', { name: 'What it does' })).toContainText(told);
  await expect(dialog.getByRole('button', { name: 'Keep the change' })).toBeDisabled();
  await dialog.getByLabel('Why the plan changes').fill(reason);
  await dialog.getByRole('button', { name: 'Keep the change' }).click();
  await expect(dialog).toBeHidden();
}

export const views = (page: Page) => page.getByRole('navigation', { name: 'Views' });
export const markButton = (page: Page) => page.getByRole('button', { name: /^Mark / });
export const setups = (page: Page) => page.getByRole('navigation', { name: 'Set-ups' });
export const openSetup = (page: Page, name: RegExp) => setups(page).getByRole('button', { name }).click();
export const strip = (page: Page) => page.getByRole('application', { name: /holes/ });
export const list = (page: Page) => page.getByRole('table', { name: 'Rows' });
export const detail = (page: Page) => page.getByRole('region', { name: 'The selected row' });

/** Goes to another view of the assembly or kit, and waits until the page is there: for a moment the one it leaves still stands. */
export async function view(page: Page, name: string): Promise<void> {
  const link = page.getByRole('navigation', { name: 'Views' }).getByRole('link', { name, exact: true });
  await link.click();
  await expect(link).toHaveAttribute('aria-current', 'page');
}

/** A finger put down, held until something answers where it is to, moved in steps and lifted, as the device sends it. */
export async function swipe(
  page: Page,
  from: { x: number; y: number },
  to: { x: number; y: number },
  untilHeld?: () => Promise<void>,
): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const touch = (type: string, points: readonly { x: number; y: number }[]) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: points } as never);
  await touch('touchStart', [from]);
  await untilHeld?.();
  for (let i = 1; i <= 8; i++) await touch('touchMove', [{ x: from.x + ((to.x - from.x) * i) / 8, y: from.y + ((to.y - from.y) * i) / 8 }]);
  /* The finger rests before it lifts: a page still gliding would take the next tap for a stop. */
  await page.evaluate(async () => {
    for (let frame = 0; frame < 8; frame++) await new Promise(requestAnimationFrame);
  });
  await touch('touchMove', [to]);
  await touch('touchEnd', []);
  await session.detach();
}

/** Fasteners pasted into the kit's catalogue, then back on the plan. */
export async function pasteFasteners(page: Page, kit: string, table: string): Promise<void> {
  const plan = page.url();
  await page.getByRole('link', { name: kit, exact: true }).click();
  await page.getByRole('link', { name: 'Fasteners', exact: true }).click();
  await page.getByLabel('A list of fasteners with its heads').fill(table);
  await page.getByRole('button', { name: /^Keep \d+ fasteners?$/ }).click();
  await expect(page.getByText(/is kept\.|are kept\./)).toBeVisible();
  await page.goto(plan);
}

/** The kit's page of the assembly that is open, and from there today. */
export async function toToday(page: Page, kit: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Where you are' }).getByRole('link', { name: kit }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
}

/** A row of 24 holes in three sheets, drilled. */
export async function drilledRow(page: Page, kit: string): Promise<void> {
  await freshAssembly(page, kit);
  await keepRow(page, 'Keel ; skin .025 / rib .032 / spar .063 : 426AD3 x24 @1.5 hand=L');
  await views(page).getByRole('link', { name: 'Bench' }).click();
  await markWhole(page, 'fitted up');
  await expect(markButton(page)).toContainText('Mark 24 drilled');
  await markButton(page).click();
  await markWhole(page, 'taken apart');
  await expect(page.getByRole('heading', { name: /^Deburr/ })).toBeVisible();
}

/** A row of shield and rib, set at the bench whatever comes first. */
export async function setRow(page: Page, kit: string, holes: number): Promise<void> {
  await freshAssembly(page, kit);
  await keepRow(page, `Shield lap ; shield .025 / rib .032 : 426AD3 x${holes} @1 e=.32`);
  await view(page, 'Bench');
  await openSetup(page, /^rivet/);
  await page.getByRole('button', { name: /^All open/ }).click();
  await page.getByRole('button', { name: `Mark ${holes} set` }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /It was done/ })
    .click();
  await expect(setups(page).getByRole('button', { name: /^rivet/ })).toHaveCount(0);
}

/** A row of six holes at the bench, about to be drilled. */
export async function atTheBench(page: Page, kit: string): Promise<void> {
  await freshAssembly(page, kit);
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x6 @1 e=.3');
  await view(page, 'Bench');
  await openSetup(page, /^drill to size/);
  await expect(page.getByRole('button', { name: 'Mark 6 drilled' })).toContainText('Keel');
}

/** A row fitted up, about to be drilled. */
export async function drilling(page: Page, kit: string, holes = 12): Promise<void> {
  await freshAssembly(page, kit);
  await keepRow(page, `Keel ; skin .025 / spar .063 : 426AD3 x${holes} @1 e=.3`);
  await view(page, 'Bench');
  await markWhole(page, 'fitted up');
  await expect(markButton(page)).toContainText(`Mark ${holes} drilled`);
}
