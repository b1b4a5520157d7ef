/** Takes the pictures in docs/screenshots anew from the demo kit. Needs a running ./start; `npm run screenshots -- http://127.0.0.1:8420`. */
import { chromium, type Page } from '@playwright/test';
import { CHROMIUM } from '../chromium';

const base = process.argv[2] ?? 'http://127.0.0.1:8420';

interface Shot {
  readonly name: string;
  readonly width?: number;
  readonly height?: number;
  readonly theme?: 'dark';
  readonly steps: (page: Page) => Promise<void>;
}

const openPlan = async (page: Page) => {
  await page.goto(base);
  await page.getByRole('link', { name: 'Quillback Two' }).click();
  await page.getByRole('link', { name: 'Left float, compartment two', exact: true }).click();
  await page.getByRole('button', { name: 'Keel, forward half' }).waitFor();
};
const openRow = (name: string) => async (page: Page) => {
  await openPlan(page);
  await page.getByRole('table', { name: 'Rows' }).getByRole('button', { name }).click();
};

const openToday = async (page: Page) => {
  await page.goto(base);
  await page.getByRole('link', { name: 'Quillback Two' }).click();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await page.getByLabel('Assembly', { exact: true }).selectOption({ label: 'Landing-light bay, left' });
  await page.getByRole('heading', { name: /deburr/ }).waitFor();
};

const openPanel = async (page: Page) => {
  await page.goto(base);
  await page.getByRole('link', { name: 'Quillback Two' }).click();
  await page.getByRole('link', { name: 'Instrument sub-panel', exact: true }).click();
  await page.getByRole('link', { name: 'Inspect', exact: true }).click();
};

const SHOTS: readonly Shot[] = [
  { name: 'plan', steps: openRow('Keel, forward half') },
  {
    name: 'why',
    steps: async (page) => {
      await openRow('Keel, aft half')(page);
      await page.getByRole('button', { name: /why: Depth$/ }).click();
    },
  },
  {
    name: 'fasteners',
    steps: async (page) => {
      await page.goto(base);
      await page.getByRole('link', { name: 'Quillback Two' }).click();
      await page.getByRole('link', { name: 'Fasteners', exact: true }).click();
      await page.getByText('blind 1/8, 120 head').click();
    },
  },
  {
    name: 'layout',
    steps: async (page) => {
      await openPlan(page);
      await page.getByRole('link', { name: 'Layout' }).click();
      await page.getByLabel(/Length along the row/).fill('0 ; 0\n20 ; 0\n28 ; 3');
      await page.getByRole('textbox', { name: 'Largest pitch' }).fill('1.5');
      await page.getByLabel('Second row').selectOption('staggered');
    },
  },
  {
    name: 'photo',
    steps: async (page) => {
      await page.goto(base);
      await page.getByRole('link', { name: 'Quillback Two' }).click();
      await page.getByRole('link', { name: 'Instrument sub-panel', exact: true }).click();
      await page.getByRole('link', { name: 'Layout' }).click();
      await page.getByRole('link', { name: 'Measure from a photograph' }).click();
      await page.getByLabel('Which part').selectOption({ label: 'panel' });
      await page.getByRole('button', { name: 'Take a practice photograph' }).click();
      await page.getByRole('list', { name: 'Not as planned' }).waitFor({ timeout: 120_000 });
    },
  },
  {
    name: 'jobs',
    steps: async (page) => {
      await page.goto(base);
      await page.getByRole('link', { name: 'Quillback Two' }).click();
      await page.getByRole('link', { name: 'Deck hatch', exact: true }).click();
      await page.getByRole('link', { name: 'Jobs' }).click();
      await page.getByRole('region', { name: 'Pilot' }).waitFor();
    },
  },
  {
    name: 'map',
    steps: async (page) => {
      await page.goto(base);
      await page.getByRole('link', { name: 'Quillback Two' }).click();
      await page.getByRole('link', { name: 'Landing-light bay, left', exact: true }).click();
      await page.getByRole('link', { name: 'Map' }).click();
      await page.getByRole('button', { name: /Bay rib, upper/ }).click();
    },
  },
  {
    name: 'drawing',
    steps: async (page) => {
      await openPlan(page);
      await page.getByRole('link', { name: 'Map' }).click();
      await page.getByRole('button', { name: 'Read a drawing (DXF)' }).click();
      await page.getByLabel('A drawing to read (DXF)').setInputFiles('examples/step-plate.dxf');
      await page.getByRole('list', { name: 'Lines of holes found' }).waitFor();
    },
  },
  {
    name: 'depth',
    width: 1024,
    height: 1100,
    steps: async (page) => {
      await openPlan(page);
      await page.getByRole('link', { name: 'Set-ups' }).click();
      await page
        .getByRole('region', { name: /\.0416 in deep/ })
        .getByRole('link', { name: /at the bench/ })
        .click();
      await page.getByRole('img', { name: /Run chart: 40 readings/ }).waitFor();
      await page.getByRole('region', { name: 'Depth of the cage' }).scrollIntoViewIfNeeded();
      await page.evaluate(() => document.querySelector('[aria-label="Depth of the cage"]')?.scrollIntoView());
    },
  },
  {
    name: 'setups',
    steps: async (page) => {
      await openPlan(page);
      await page.getByRole('link', { name: 'Set-ups' }).click();
      await page.getByLabel(/Filter set-ups/).fill('keel angle');
      await page.getByRole('region', { name: 'History of the cages' }).waitFor();
    },
  },
  {
    name: 'sequence',
    steps: async (page) => {
      await page.goto(base);
      await page.getByRole('link', { name: 'Quillback Two' }).click();
      await page.getByRole('link', { name: 'Float nose box, left', exact: true }).click();
      await page.getByRole('link', { name: 'Sequence', exact: true }).click();
      await page.getByRole('region', { name: 'Dead ends' }).waitFor();
    },
  },
  {
    name: 'inspect',
    steps: async (page) => {
      await openPanel(page);
      await page.getByRole('img', { name: /Heights of heads/ }).waitFor();
    },
  },
  {
    name: 'removal',
    width: 1024,
    height: 768,
    steps: async (page) => {
      await openPanel(page);
      await page.getByRole('link', { name: 'removal card' }).first().click();
      await page.getByRole('button', { name: 'Done, next step' }).click();
    },
  },
  {
    name: 'log',
    steps: async (page) => {
      await page.goto(base);
      await page.getByRole('link', { name: 'Quillback Two' }).click();
      await page.getByRole('link', { name: 'Log', exact: true }).click();
      await page.getByLabel('Assembly', { exact: true }).selectOption({ label: 'Instrument sub-panel' });
      await page
        .getByRole('img', { name: /Photo of/ })
        .first()
        .waitFor();
    },
  },
  {
    name: 'practice',
    steps: async (page) => {
      await page.goto(`${base}/practice`);
      await page.getByRole('button', { name: /^Cut/ }).click();
      await page.getByRole('table', { name: /10000 rows/ }).waitFor();
    },
  },
  { name: 'today', width: 1024, height: 768, steps: openToday },
  {
    name: 'bench',
    width: 1024,
    height: 768,
    steps: async (page) => {
      await openToday(page);
      await page.getByRole('link', { name: /Bay rib, lower flange/ }).click();
      await page.getByRole('button', { name: /^Mark / }).waitFor();
    },
  },
  {
    name: 'parts',
    steps: async (page) => {
      await openPlan(page);
      await page.getByRole('link', { name: 'Parts' }).click();
      await page.getByRole('button', { name: 'keel angle', exact: true }).first().click();
      await page.getByRole('button', { name: 'Turn' }).click();
    },
  },
  {
    name: 'kit',
    steps: async (page) => {
      await page.goto(base);
      await page.getByRole('link', { name: 'Quillback Two' }).click();
      await page.getByRole('heading', { name: 'Quillback Two: assemblies' }).waitFor();
      await page.getByRole('list', { name: /How far Left float/ }).waitFor();
    },
  },
];

const browser = await chromium.launch(CHROMIUM);
for (const shot of SHOTS) {
  const page = await browser.newPage({ viewport: { width: shot.width ?? 1280, height: shot.height ?? 800 } });
  await page.addInitScript((theme) => localStorage.setItem('anvil.theme', theme), shot.theme ?? 'light');
  await shot.steps(page);
  await page.evaluate(() => document.fonts.ready);
  /* A worker that was ended while its script was on the way counts as loading for ever. */
  await page.waitForLoadState('networkidle', { timeout: 5000 }).catch(() => undefined);
  await page.screenshot({ path: `docs/screenshots/${shot.name}.png` });
  await page.close();
}
await browser.close();
