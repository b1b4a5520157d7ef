import { randomUUID } from 'node:crypto';
import { chromium, type Page } from '@playwright/test';
import { CHANGE_MAX_EDITS } from '#core/formats/record-schemas';
import type { Edit } from '#core/record/definitions';
import { CHROMIUM } from '../chromium';
import { withServer } from './own-server';
import { changeOf } from './rows';

/** A server of its own with these definitions, and a page of a browser on it; both end with the work. */
export async function withPage(
  folder: string,
  kitId: string,
  edits: readonly Edit[],
  work: (page: Page, base: string) => Promise<void>,
): Promise<void> {
  await withServer(folder, [], async (base) => {
    for (let i = 0; i < edits.length; i += CHANGE_MAX_EDITS) {
      const change = changeOf(randomUUID(), kitId, edits.slice(i, i + CHANGE_MAX_EDITS));
      const kept = await fetch(`${base}/api/changes`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify(change),
      });
      if (!kept.ok) throw new Error(`the rows were refused: ${kept.status} ${await kept.text()}`);
    }
    const browser = await chromium.launch(CHROMIUM);
    try {
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      /* The bundler that runs this script names its functions through a helper, which a page does not have. */
      await page.addInitScript('globalThis.__name = (f) => f');
      await work(page, base);
    } finally {
      await browser.close();
    }
  });
}
