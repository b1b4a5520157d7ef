import { afterEach, beforeEach, describe, it } from 'vitest';
import { resetClock } from './clock';
import { answered, heard, routes } from './fill-in';
import { Page } from './page';

/*
 * The language of the journeys, for tests that need no browser: a file here is a file of journeys, and
 * `ANVIL_E2E_PAGES=1 npx playwright test --project=pages` runs it in Chromium as it stands.
 */
type Body = (given: { page: Page }) => Promise<void>;
interface Use {
  readonly viewport?: { readonly width: number; readonly height: number };
  readonly hasTouch?: boolean;
}

const DESK = { width: 1280, height: 800 };
let size = DESK;

/** Runs a test with a page of its own; nothing of the one before is left. */
function runs(name: string, body: Body): void {
  it(name, async () => {
    const page = new Page();
    page.setSize(size);
    localStorage.clear();
    sessionStorage.clear();
    try {
      await body({ page });
    } finally {
      page.close();
      routes.length = 0;
      heard.clear();
      resetClock();
      await answered();
    }
  });
}

export const test = Object.assign(runs, {
  describe,
  slow: () => undefined,
  use: ({ viewport = DESK }: Use) => {
    beforeEach(() => void (size = viewport));
    afterEach(() => void (size = DESK));
  },
});

export { expect } from './matchers';
