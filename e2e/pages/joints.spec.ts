import { expect, test, type Page } from '@playwright/test';
import { detail, freshAssembly, keepRow, list, view, pasteFasteners, setups, openSetup } from '../bench-mates';

const how = (page: Page) => page.getByRole('region', { name: 'How it is set' });
const inspect = (page: Page) => page.getByRole('region', { name: 'Inspect one rivet' });
const done = async (page: Page) => {
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /It was done/ })
    .click();
  await expect(page.getByRole('dialog')).toBeHidden();
};

test('a blind rivet whose hole is larger than its dies’ pilot: named in the line, dimpled first, reamed, pulled, looked at', async ({
  page,
}) => {
  await freshAssembly(page, 'Odd drill');
  await pasteFasteners(
    page,
    'Odd drill',
    'name,kind,hole,die hole,head,head diameter,head angle,grip from,grip to\npulled 120,blind,#27,#30,flush,.235,120,1/32,5/32',
  );
  await keepRow(page, 'Nose ; skin .025 / rib .032 : pulled 120 x4 @1.5 e=.5');
  await expect(detail(page)).toContainText('skin dies for pulled 120, 120°, before the hole has its size');
  await expect(detail(page)).not.toContainText('426');
  await view(page, 'Bench');
  await expect(setups(page).getByRole('button', { name: /^pilot/ })).toBeVisible();
  const order = await setups(page).getByRole('button').allInnerTexts();
  const at = (text: RegExp) => order.findIndex((t) => text.test(t.replace(/\n/g, ' ')));
  expect(at(/^pilot #30/)).toBeGreaterThanOrEqual(0);
  expect(at(/^dimple dies for pulled 120/)).toBeGreaterThan(at(/^pilot #30/));
  expect(at(/^drill to size #27/)).toBeGreaterThan(at(/^dimple dies for pulled 120/));
  expect(at(/^deburr/)).toBeGreaterThan(at(/^drill to size #27/));
  await openSetup(page, /^drill to size/);
  await expect(page.getByText('Now put all sheets together again, ream them together')).toBeVisible();
  await openSetup(page, /^pull/);
  await expect(how(page)).toContainText('good from .0313 in to .1563 in');
  await expect(page.getByText('the stem flies off')).toBeVisible();
  await expect(page.getByText('never fire a gun')).toHaveCount(0);
  await page.getByRole('button', { name: /^All open/ }).click();
  await page.getByRole('button', { name: 'Mark 4 set' }).click();
  await done(page);
  await openSetup(page, /^inspect/);
  await expect(inspect(page)).toContainText('the stem broke flush within .010 in');
  await expect(inspect(page).getByLabel('Width', { exact: true })).toHaveCount(0);
  await inspect(page)
    .getByLabel(/^Stem proud/)
    .fill('.02');
  await inspect(page).getByRole('button', { name: 'take out' }).click();
  await inspect(page)
    .getByRole('link', { name: /^Take .* of hole \d out$/ })
    .click();
  const card = page.getByRole('region', { name: 'Removal card' });
  await expect(card).toContainText('Drive the stem out');
  await expect(card).not.toContainText('Centre-punch the head');
});

test('flush on both sides: each face has its work, the length fills the far cone, the bar is named, flushness is the judge', async ({
  page,
}) => {
  await freshAssembly(page, 'Both sides');
  await keepRow(page, 'Trailing edge ; upper .025 / strip .090 / lower .025 : 426AD3-3 x4 @1.25 e=.3 far=flush');
  await expect(detail(page)).toContainText('MS20426AD3-3 ends .0075 in below the far surface');
  await expect(detail(page)).toContainText('From the far side: dimple, 3/32 skin dies');
  await expect(detail(page)).toContainText('From the far side: countersink to');
  await view(page, 'Bench');
  await expect(setups(page).getByRole('button', { name: /second face, in the jig/ })).toBeVisible();
  await openSetup(page, /^rivet/);
  await expect(how(page)).toContainText('A straight steel bar as long as the edge under it.');
  await page.getByRole('button', { name: /^All open/ }).click();
  await page.getByRole('button', { name: 'Mark 4 set' }).click();
  await done(page);
  await openSetup(page, /^inspect/);
  await expect(inspect(page)).toContainText('Both ends flush');
  await expect(inspect(page).getByLabel('Width', { exact: true })).toHaveCount(0);
});

test('an anchored nut makes its small holes; more nuts make more; deleting the row takes them along', async ({ page }) => {
  await freshAssembly(page, 'Groups');
  await pasteFasteners(
    page,
    'Groups',
    'name,kind,diameter,head,group,small,spacing,angle,lug,small rivet\nscrew in nut,screw,.164,flush,anchored-nut,2,.6875,0,.032,426AD3',
  );
  await keepRow(page, 'Cover ; cover .032 / ring .090 : screw in nut x3 @2.5 e=.5');
  await expect(list(page).getByText('Cover, small holes')).toBeVisible();
  await expect(list(page).getByText('×6')).toBeVisible();
  await list(page).getByText('Cover', { exact: true }).click();
  await expect(detail(page)).toContainText('dies for screw in nut');
  await page.getByRole('button', { name: 'Edit', exact: true }).click();
  await page.getByRole('textbox', { name: /This row, typed anew/ }).fill('Cover ; cover .032 / ring .090 : screw in nut x5 @2.5 e=.5');
  await page.getByRole('textbox', { name: /This row, typed anew/ }).press('Enter');
  await expect(list(page).getByText('×10')).toBeVisible();
  await list(page).getByText('Cover', { exact: true }).click();
  await page.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(page.getByText('No row yet.')).toBeVisible();
});

test('holes that take nothing: one stays open and is done once deburred, one is closed with a tick', async ({ page }) => {
  await freshAssembly(page, 'Open holes');
  await pasteFasteners(
    page,
    'Open holes',
    'name,kind,hole,ends,note\ndrain,none,1/4,open,lets water out\nplugged,none,#30,plugged,held in the jig',
  );
  await keepRow(page, 'Drain ; skin .025 : drain x1 e=.75');
  await keepRow(page, 'Jig ; spar .040 : plugged x2 @6 e=.6');
  await view(page, 'Bench');
  await expect(setups(page).getByRole('button', { name: /^close.*plugged/ })).toBeVisible();
  await expect(setups(page).getByRole('button', { name: /drain/ })).toHaveCount(0);
  await openSetup(page, /^close/);
  await expect(page.getByText('Looked at from both sides before it is closed')).toBeVisible();
});

test('a kit punched to final size: no match drilling in any row, without a press of More', async ({ page }) => {
  await freshAssembly(page, 'Final size');
  await page.getByRole('link', { name: 'Final size', exact: true }).click();
  await page.getByRole('link', { name: 'Kit', exact: true }).click();
  const settings = page.getByRole('group', { name: 'New rows begin with' });
  await settings.getByLabel('The kit delivers').selectOption({ label: 'holes punched to their final size' });
  await page.getByLabel('Reason (kept with who and when)').fill('As the kit says');
  await page.getByRole('button', { name: 'Keep settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await page.getByRole('link', { name: 'Assemblies', exact: true }).click();
  await page.getByRole('link', { name: 'Left float', exact: true }).click();
  await keepRow(page, 'Keel ; skin .025 / spar .063 : 426AD3 x4 @1.25 e=.3');
  await view(page, 'Bench');
  await expect(setups(page).getByRole('button', { name: /^deburr/ })).toBeVisible();
  await expect(setups(page).getByRole('button', { name: /^drill to size/ })).toHaveCount(0);
});

/** What is said of a solid rivet only: its call-outs, its driven head, how it is bucked. */
const SOLID = /MS20\d+|4[27]0AD|driven head|shop.head|buck|never fire a gun|squeezer/i;

const ROWS = {
  Nose: 'skin .025 / rib .032 : blind A x4 @1.5 e=.5',
  Cover: 'cover .032 / ring .090 : screw B x3 @2.5 e=.5',
  Hinge: 'arm .125 / spar .063 : bolt C x3 @1 e=.5',
  Weight: 'weight .250 / arm .125 : pin D x2 @2 e=.5',
  Jig: 'spar .063 : plug E x2 @6 e=.6',
};
const nothingSolid = async (page: Page) => expect(page.getByRole('main')).not.toContainText(SOLID);

/** A row of each kind that is no solid rivet. */
async function allKinds(page: Page, kit: string): Promise<void> {
  await freshAssembly(page, kit);
  await pasteFasteners(
    page,
    kit,
    [
      'name,kind,diameter,hole,hole max,head,head diameter,head angle,head height,grip from,grip to,ends,note',
      'blind A,blind,,#27,,flush,.235,120,,1/32,5/32,,',
      'screw B,screw,.164,,,flush,,,,,,,',
      'bolt C,bolt,.19,.19,.1915,protruding,.375,,.12,.05,.3,,',
      'pin D,pin,.125,.125,.1255,,,,,,,,',
      'plug E,none,,#30,,,,,,,,plugged,held in the jig',
    ].join('\n'),
  );
  for (const [name, line] of Object.entries(ROWS)) await keepRow(page, `${name} ; ${line}`);
}

test('nothing of a solid rivet is shown at the bench either, when what is none is looked at and taken out', async ({ page }) => {
  await allKinds(page, 'Kinds set');
  await view(page, 'Bench');
  for (const [setup, holes] of [
    [/^pull/, 4],
    [/^put in screw B/, 3],
    [/^put in bolt C/, 3],
    [/^put in pin D/, 2],
    [/^close/, 2],
  ] as const) {
    await openSetup(page, setup);
    await expect(how(page)).toBeVisible();
    await nothingSolid(page);
    await page.getByRole('button', { name: /^All open/ }).click();
    await page.getByRole('button', { name: `Mark ${holes} set` }).click();
    await done(page);
    await expect(setups(page).getByRole('button', { name: setup })).toHaveCount(0);
  }
  await openSetup(page, /^inspect/);
  for (const [name, fastener] of [
    ['Nose', 'blind A'],
    ['Cover', 'screw B'],
    ['Hinge', 'bolt C'],
    ['Weight', 'pin D'],
  ] as const) {
    await page.getByRole('button', { name: new RegExp(`^${name} ×`) }).click();
    await expect(inspect(page)).toContainText(fastener);
    await nothingSolid(page);
    await inspect(page).getByRole('button', { name: 'take out' }).click();
    await inspect(page).getByRole('link', { name: /out$/ }).click();
    await expect(page.getByRole('region', { name: 'Removal card' })).toBeVisible();
    await nothingSolid(page);
    await view(page, 'Bench');
    await openSetup(page, /^inspect/);
  }
  await view(page, 'Inspect');
  await nothingSolid(page);
});
