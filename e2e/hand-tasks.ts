import { expect, type Locator, type Page } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { freshAssembly, keepRow, markWhole, view, markButton } from './bench-mates';

/*
 * The tasks done most often, by keys alone and by touch alone, every press counted: docs/presses.md says how many, and this is where they are
 * counted. Getting to the bench is not counted, what is done there is.
 */
/** The menu that was asked for is there, and listens to keys. */
const inMenu = (page: Page) => expect.poll(() => page.evaluate(() => document.activeElement?.closest('[role=menu]') != null)).toBe(true);
const said = (page: Page) => page.getByRole('status').filter({ hasText: /^(Marked|Taken back)/ });

/** A pair of hands that counts: keys one by one, taps one by one, text as it is typed. */
export class Hands {
  count = 0;
  constructor(private readonly page: Page) {}
  async keys(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.count++;
      await this.page.keyboard.press(key);
    }
  }
  async text(text: string): Promise<void> {
    this.count += text.length;
    await this.page.keyboard.type(text);
  }
  async tap(what: Locator): Promise<void> {
    this.count++;
    await what.tap();
  }
  /** A photo taken: one press, whatever the device asks then. */
  async photo(field: Locator): Promise<void> {
    this.count++;
    await field.setInputFiles('docs/screenshots/plan.png');
  }
}

/** How many presses docs/presses.md promises for a task: before, by keys, by touch. */
export function promised(task: string): { before: number | null; keys: number; touch: number } {
  const line = readFileSync('docs/presses.md', 'utf8')
    .split('\n')
    .find((l) => l.startsWith(`| ${task} |`));
  const cells = (line ?? '').split('|').map((c) => c.trim());
  return { before: /^\d+$/.test(cells[2] ?? '') ? Number(cells[2]) : null, keys: Number(cells[3]), touch: Number(cells[4]) };
}

async function drilling(page: Page, kit: string): Promise<void> {
  await freshAssembly(page, kit);
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3-3.5 x6 @1 e=.3');
  await view(page, 'Bench');
  await markWhole(page, 'fitted up');
  await expect(markButton(page)).toContainText('Mark 6 drilled');
  /* Until the hand that fitted up has been away for a second, nothing is marked. */
  await expect(markButton(page)).toHaveAttribute('aria-disabled', 'false');
}

/** Six rivets set, by marks the program takes from anybody. */
async function riveted(page: Page, kit: string): Promise<void> {
  await freshAssembly(page, kit);
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3-3.5 x6 @1 e=.3');
  const assemblyId = /assemblies\/([^/?]+)/.exec(page.url())?.[1] ?? '';
  const { kit: made, rows } = (await (await page.request.get(`/api/assemblies/${assemblyId}`)).json()) as {
    kit: { id: string; definition: { people: { id: string }[] } };
    rows: { id: string; definition: { holes: { id: string }[] } }[];
  };
  const at = new Date().toISOString();
  const marks = rows.map((r) => ({
    id: crypto.randomUUID(), kind: 'set', v: 1, rowId: r.id, holeIds: r.definition.holes.map((h) => h.id), layerIds: [], side: null, doneAt: at, recordedAt: at,
    person: made.definition.people[0]?.id ?? '', device: crypto.randomUUID(), payload: { setting: { way: 'squeezer' } },
  })); // prettier-ignore
  expect((await page.request.post('/api/marks', { data: { kitId: made.id, marks } })).status()).toBe(200);
  await page.goto(`/assemblies/${assemblyId}/bench?stage=inspected`);
  await expect(page.getByRole('region', { name: 'Inspect one rivet' })).toContainText('Look next at hole');
}

/** A task, how it is begun, done by keys and by touch, and what shows that it is done. */
export interface Task {
  readonly name: string;
  readonly begin: (page: Page, kit: string) => Promise<void>;
  readonly byKeys: (page: Page, hands: Hands) => Promise<void>;
  readonly byTouch: (page: Page, hands: Hands) => Promise<void>;
  readonly done: (page: Page) => Promise<void>;
}

export const TASKS: readonly Task[] = [
  {
    name: 'Mark a row drilled',
    begin: drilling,
    byKeys: (_, h) => h.keys('Enter'),
    byTouch: (page, h) => h.tap(markButton(page)),
    done: (page) => expect(said(page)).toContainText('Marked: 6 of Keel drilled'),
  },
  {
    name: 'Take back what was marked last',
    begin: async (page, kit) => {
      await drilling(page, kit);
      await markButton(page).click();
      await expect(page.getByRole('button', { name: /^Mark 2 parts taken apart/ })).toBeVisible();
    },
    byKeys: (_, h) => h.keys('u'),
    byTouch: (page, h) => h.tap(page.getByRole('button', { name: /^Undo/ }).last()),
    done: (page) => expect(markButton(page)).toContainText('Mark 6 drilled'),
  },
  {
    name: 'Mark some of a row: holes 2 to 5',
    begin: drilling,
    byKeys: async (page, h) => {
      await h.keys('h', 'Space', 'End', 'Space', 'Enter');
      await expect(said(page)).toContainText('4 of Keel');
    },
    byTouch: async (page, h) => {
      await h.tap(page.getByRole('button', { name: 'Hole 1', exact: true }));
      await h.tap(page.getByRole('button', { name: 'Hole 6', exact: true }));
      await h.tap(markButton(page));
    },
    done: (page) => expect(said(page)).toContainText('Marked: 4 of Keel drilled'),
  },
  {
    name: 'Mark what was done yesterday',
    begin: drilling,
    byKeys: (_, h) => h.keys('y', 'Enter'),
    byTouch: async (page, h) => {
      await h.tap(page.getByRole('button', { name: 'Done yesterday', exact: true }));
      await h.tap(markButton(page));
    },
    done: async (page) => {
      await expect(said(page)).toContainText('Marked: 6 of Keel drilled');
      const assemblyId = /assemblies\/([^/?]+)/.exec(page.url())?.[1] ?? '';
      const marks = async () =>
        (
          (await (await page.request.get(`/api/assemblies/${assemblyId}/marks?after=0`)).json()) as {
            marks: { kind: string; doneAt: string }[];
          }
        ).marks;
      await expect.poll(async () => (await marks()).some((m) => m.kind === 'drilled')).toBe(true);
      const drilled = (await marks()).find((m) => m.kind === 'drilled');
      const evening = new Date();
      evening.setDate(evening.getDate() - 1);
      evening.setHours(20, 0, 0, 0);
      expect(drilled?.doneAt).toBe(evening.toISOString());
    },
  },
  {
    name: 'Keep a deviation with a photo',
    begin: drilling,
    byKeys: async (page, h) => {
      await h.keys('h', 'ArrowRight', 'd');
      const dialog = page.getByRole('dialog', { name: 'Deviation: Keel, hole 2' });
      await expect(dialog.getByLabel('Hole as measured')).toBeFocused();
      await h.text('.1045');
      await h.keys('Tab', 'Space', 'Tab');
      await h.text('.32');
      await h.photo(dialog.getByLabel('Photo'));
      await h.keys('Control+Enter');
      await expect(dialog).toBeHidden();
    },
    byTouch: async (page, h) => {
      await h.tap(page.getByRole('button', { name: 'Hole 2', exact: true }));
      await h.tap(page.getByRole('button', { name: 'Deviation at hole 2' }));
      const dialog = page.getByRole('dialog', { name: 'Deviation: Keel, hole 2' });
      await h.tap(dialog.getByLabel('Hole as measured'));
      await h.text('.1045');
      await h.tap(dialog.getByLabel('the edges of all sheets lie one over the other'));
      await h.tap(dialog.getByLabel('Edge distance in every sheet'));
      await h.text('.32');
      await h.photo(dialog.getByLabel('Photo'));
      await h.tap(dialog.getByRole('button', { name: 'Keep the deviation' }));
      await expect(dialog).toBeHidden();
    },
    done: (page) => expect(page.getByRole('button', { name: /^Hole 2, .*deviation/ })).toBeVisible(),
  },
  {
    name: 'Look at a rivet: width, height, good',
    begin: riveted,
    byKeys: async (_, h) => {
      await h.keys('m');
      await h.text('156');
      await h.keys('Enter');
      await h.text('49');
      await h.keys('Enter');
    },
    byTouch: async (page, h) => {
      await h.tap(page.getByRole('textbox', { name: 'Width', exact: true }));
      await h.text('156');
      await h.keys('Enter');
      await h.text('49');
      await h.keys('Enter');
    },
    done: (page) => expect(page.getByRole('img', { name: /1 readings?/ })).toBeVisible(),
  },
  {
    name: 'Take a rivet out',
    begin: riveted,
    byKeys: async (page, h) => {
      await h.keys('h', 'o');
      await inMenu(page);
      await h.keys('t');
      await expect(page.getByRole('menuitem', { name: /^Take its rivet out/ })).toBeFocused();
      await h.keys('Enter');
      await expect(page.getByRole('heading', { name: /^Taking out/ })).toBeFocused();
      await h.keys('Tab', 'Tab', 'Enter');
    },
    byTouch: async (page, h) => {
      await h.tap(page.getByRole('button', { name: 'Hole 2', exact: true }));
      await h.tap(page.getByRole('button', { name: /^Hole 2 everything/ }));
      await h.tap(page.getByRole('menuitem', { name: /^Take its rivet out/ }));
      await h.tap(page.getByRole('button', { name: 'It is out: measure the hole' }));
    },
    done: (page) => expect(page.getByRole('heading', { name: 'Measure the hole' })).toBeVisible(),
  },
  {
    name: 'Carry on where one stopped, from the start',
    begin: async (page) => {
      await page.goto('/');
      await expect(page.getByRole('link', { name: /^Carry on/ }).first()).toBeVisible();
    },
    byKeys: (_, h) => h.keys('c'),
    byTouch: (page, h) => h.tap(page.getByRole('link', { name: /^Carry on/ }).first()),
    done: (page) => expect(page.getByRole('region', { name: /^The (set-up|work) at/ })).toBeVisible(),
  },
  {
    name: 'A row more in the plan',
    begin: async (page, kit) => void (await freshAssembly(page, kit)),
    byKeys: async (page, h) => {
      await h.keys('n');
      await h.text('skin .025 / rib .032 : 426AD3 x24 @1.5');
      await h.keys('Enter');
      await expect(page.getByText('1 row', { exact: true })).toBeVisible();
    },
    byTouch: async (page, h) => {
      await h.tap(page.getByRole('textbox', { name: /A row in one line/ }));
      await h.text('skin .025 / rib .032 : 426AD3 x24 @1.5');
      await h.keys('Enter');
    },
    done: (page) => expect(page.getByText('1 row', { exact: true })).toBeVisible(),
  },
  {
    name: 'What happened at a hole',
    begin: drilling,
    byKeys: async (page, h) => {
      await h.keys('h', 'o');
      await inMenu(page);
      await h.keys('w');
      await expect(page.getByRole('menuitem', { name: 'What happened here' })).toBeFocused();
      await h.keys('Enter');
    },
    byTouch: async (page, h) => {
      await h.tap(page.getByRole('button', { name: /^Hole 1 everything/ }));
      await h.tap(page.getByRole('menuitem', { name: 'What happened here' }));
    },
    done: (page) => expect(page.getByRole('dialog', { name: /^What happened at hole 1 of Keel/ })).toBeVisible(),
  },
];

/** Does a task by keys or by touch, and holds the presses against what docs/presses.md promises. */
export async function counted(page: Page, task: Task, how: 'keys' | 'touch'): Promise<void> {
  await task.begin(page, `${how} ${task.name}`.slice(0, 60));
  const hands = new Hands(page);
  await (how === 'keys' ? task.byKeys : task.byTouch)(page, hands);
  await task.done(page);
  const { before, [how]: presses } = promised(task.name);
  expect(hands.count).toBe(presses);
  if (before !== null) expect(hands.count).toBeLessThanOrEqual(before);
}
