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
  await touch('touchEnd', []);
  await session.detach();
}
