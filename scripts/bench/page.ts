import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { chromium, type Page } from '@playwright/test';
import { CHANGE_MAX_EDITS } from '#core/formats/record-schemas';
import type { Edit } from '#core/record/definitions';
import { CHROMIUM } from '../chromium';
import { waitFor } from '../start/processes';
import { changeOf } from './rows';

const PORT = 8436;

/** A server of its own with these definitions, and a page of a browser on it; both end with the work. */
export async function withPage(
  folder: string,
  kitId: string,
  edits: readonly Edit[],
  work: (page: Page, base: string) => Promise<void>,
): Promise<void> {
  const server = spawn('node', ['dist/start.mjs', '--data', folder, '--port', String(PORT), '--demo', 'off'], { stdio: 'ignore' });
  try {
    const base = `http://127.0.0.1:${PORT}`;
    const isUp = () =>
      fetch(base).then(
        (r) => r.ok,
        () => false,
      );
    if (!(await waitFor(isUp, 60_000))) throw new Error('the server did not come up');
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
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    /* The bundler that runs this script names its functions through a helper, which a page does not have. */
    await page.addInitScript('globalThis.__name = (f) => f');
    await work(page, base);
    await browser.close();
  } finally {
    server.kill('SIGTERM');
    await new Promise((resolve) => server.once('exit', resolve));
  }
}
