import type { Page } from '@playwright/test';
import { blankRow } from '#core/record/blank';
import type { Edit } from '#core/record/definitions';
import { report } from './measure';
import { withPage } from './page';
import { KIT, uuid } from './rows';

const FRAMES = 150;

/** An assembly of so many rows of 50 holes, all placed. */
export function placedRows(kitId: string, assemblyId: string, count = 100): Edit[] {
  const partId = uuid('map part');
  const thickness = { mm: 0.635, text: '.025', units: 'in' as const };
  const rows = Array.from({ length: count }, (_, r): Edit => ({
    kind: 'row',
    id: uuid(`map row ${r}`),
    expectedVersion: 0,
    definition: {
      ...blankRow(assemblyId, r + 1),
      name: `Row ${r + 1}`,
      layers: [{ id: uuid(`map layer ${r}`), partId, plans: null, edge: null, bothSides: false }],
      holes: Array.from({ length: 50 }, (_, h) => ({ id: uuid(`map hole ${r} ${h}`), out: false })),
      laid: {
        path: [
          { x: 0, y: r * 20 },
          { x: 1500, y: r * 20 + 8 },
        ],
        startEdgeMm: 8,
        endEdgeMm: 8,
      },
    },
  }));
  return [
    { kind: 'kit', id: kitId, expectedVersion: 0, definition: KIT },
    { kind: 'assembly', id: assemblyId, expectedVersion: 0, definition: { v: 1, kitId, name: 'Map', order: 1 } },
    {
      kind: 'part',
      id: partId,
      expectedVersion: 0,
      definition: { v: 1, assemblyId, name: 'skin', hand: null, thickness, measured: null, mirroredFrom: null },
    },
    ...rows,
  ];
}

/** The 95th percentile of the time from frame to frame, while each frame moves the pointer over `selector`, ms. */
async function frameMs(page: Page, selector: string): Promise<number> {
  return page.evaluate(
    async ({ selector, frames }) => {
      const target = document.querySelector(selector) ?? document.body;
      const box = target.getBoundingClientRect();
      const send = (kind: string, x: number) =>
        target.dispatchEvent(
          new PointerEvent(kind, { pointerId: 1, bubbles: true, clientX: box.left + x, clientY: box.top + 200, isPrimary: true }),
        );
      (target as HTMLElement).setPointerCapture = () => undefined;
      send('pointerdown', 300);
      const times: number[] = [];
      let last = await new Promise<number>(requestAnimationFrame);
      for (let i = 0; i < frames; i++) {
        send('pointermove', 300 + 60 * Math.sin(i / 8));
        const now = await new Promise<number>(requestAnimationFrame);
        times.push(now - last);
        last = now;
      }
      send('pointerup', 300);
      return times.sort((a, b) => a - b)[Math.floor(times.length * 0.95)] as number;
    },
    { selector, frames: FRAMES },
  );
}

/** Panning the map of 5,000 holes against an empty page. */
export async function mapPanning(folder: string): Promise<void> {
  const [kitId, assemblyId] = [uuid('map kit'), uuid('map assembly')];
  await withPage(folder, kitId, placedRows(kitId, assemblyId), async (page, base) => {
    await page.goto('about:blank');
    await page.setContent('<p>empty</p>');
    const empty = await frameMs(page, 'body');
    await page.goto(`${base}/assemblies/${assemblyId}/map`);
    await page.getByRole('application', { name: /5000 holes/ }).waitFor();
    const map = await frameMs(page, '[role=application]');
    report(
      'map of 5,000 holes, 95th percentile of a panning frame / empty page',
      `${(map / empty).toFixed(2)}  (${map.toFixed(1)} ms / ${empty.toFixed(1)} ms; aim 1.5 or less)`,
    );
  });
}
