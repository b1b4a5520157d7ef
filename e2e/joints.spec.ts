import { expect, test, type Page } from '@playwright/test';
import { detail, freshAssembly, keepRow, list, view, pasteFasteners } from './bench-mates';

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

test('nothing of a solid rivet is shown, in any place, of what is none', async ({ page }) => {
  await allKinds(page, 'All kinds');
  for (const name of Object.keys(ROWS)) {
    await list(page).getByText(name, { exact: true }).click();
    await expect(detail(page)).toContainText(name);
    await nothingSolid(page);
  }
  for (const place of ['Map', 'Parts', 'Layout', 'Set-ups', 'Sequence']) {
    await view(page, place);
    await expect(page.getByRole('link', { name: place, exact: true })).toHaveAttribute('aria-current', 'page');
    await nothingSolid(page);
  }
});
