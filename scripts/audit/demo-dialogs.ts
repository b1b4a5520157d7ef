import type { Page } from '@playwright/test';

/** A dialog or menu, by the view it stands in and the presses that open it; none of them writes anything. */
export interface Opened {
  readonly name: string;
  /** How the path of its view ends. */
  readonly place: string;
  readonly presses: readonly (string | RegExp)[];
}

export const DIALOGS: readonly Opened[] = [
  { name: 'units, theme, keys', place: '/plan', presses: [/units, theme, keys/] },
  { name: 'the keys', place: '/plan', presses: [/units, theme, keys/, /^Keys/] },
  { name: 'find anything', place: '/plan', presses: [/^Find/] },
  { name: 'places of the kit', place: '/plan', presses: [/^Places of/] },
  { name: 'the row’s form', place: '/plan', presses: ['More'] },
  { name: 'many rows at once', place: '/plan', presses: ['Paste lines'] },
  { name: 'tables', place: '/plan', presses: ['Tables: rows and parts as CSV'] },
  { name: 'why', place: '/plan', presses: [/why:/] },
  { name: 'a school for the row', place: '/plan', presses: [/^let it govern/] },
  { name: 'thickness of a part', place: '/plan', presses: [/thickness$/] },
  { name: 'a hole', place: '/plan', presses: [/^Hole \d+ everything/] },
  { name: 'a deviation', place: '/plan', presses: [/^Hole \d+ everything/, /^Deviation/] },
  { name: 'a note at a hole', place: '/plan', presses: [/^Hole \d+ everything/, /^Note or photo/] },
  { name: 'what happened at a hole', place: '/plan', presses: [/^Hole \d+ everything/, /^What happened/] },
  { name: 'from paper', place: '/bench', presses: [/^From paper/] },
  { name: 'holes from a drawing', place: '/map', presses: [/drawing/i] },
  { name: 'a part without a row', place: '/parts', presses: [/^Add a part/] },
  { name: 'a new job', place: '/jobs', presses: ['Add a job'] },
  { name: 'a sheet that gave way', place: '/bench', presses: [/^Hole \d+ everything/, /gave way/] },
  { name: 'the set-ups', place: '/bench', presses: [/^Set-ups \(/] },
  { name: 'the row on paper', place: '/bench', presses: [/^Hole \d+ everything/, /^Opened up/] },
];

/** So long a button is waited for: some are there at some sizes only. */
const THERE_MS = 2000;

/** Whether all its presses were found and something lies over the page now. */
export async function isOpened(page: Page, { presses }: Opened): Promise<boolean> {
  for (const name of presses) {
    const exact = typeof name === 'string';
    const button = page
      .getByRole('button', { name, exact })
      .or(page.getByRole('menuitem', { name, exact }))
      .filter({ visible: true })
      .first();
    /* What a menu holds comes when it is first opened. */
    const isThere = await button.waitFor({ timeout: THERE_MS }).then(
      () => true,
      () => false,
    );
    if (!isThere) return false;
    await button.click();
    const over = page.getByRole('dialog').or(page.getByRole('menu')).filter({ visible: true }).first();
    if (
      !(await over.waitFor({ timeout: 4000 }).then(
        () => true,
        () => false,
      ))
    )
      return false;
  }
  return true;
}
