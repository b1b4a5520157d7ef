import { LOCK_MS } from '../../web/src/views/bench/mark-lock';
import { placedRows } from './map';
import { report } from './measure';
import { withPage } from './page';
import { uuid } from './rows';

const TOUCHES = 15;
const ROWS = [7, 1500] as const;
/** Between two touches: what is pressed within a moment of a mark is not taken for another. */
const PAUSE_MS = LOCK_MS + 500;
const ANSWER_WITHIN_MS = 5000;

/** From the touch of the big button to the picture that shows what comes next, the network being away; and the longest the page did not answer then. */
export async function touchToScreen(folder: string): Promise<void> {
  for (const count of ROWS) {
    const [kitId, assemblyId] = [uuid(`touch kit ${count}`), uuid(`touch assembly ${count}`)];
    await withPage(`${folder}-${count}`, kitId, placedRows(kitId, assemblyId, count), async (page, base) => {
      await page.goto(`${base}/assemblies/${assemblyId}/bench`);
      await page.getByRole('button', { name: /^Mark / }).waitFor();
      await page.context().setOffline(true);
      const { times, longest } = await page.evaluate(
        async ({ touches, pause, within }) => {
          const found: number[] = [];
          let long = 0;
          const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
          const button = () =>
            [...document.querySelectorAll('button')].find((b) => b.textContent?.startsWith('Mark ')) as HTMLButtonElement;
          const atHand = () => [...document.querySelectorAll('main h1, main h2')].map((h) => h.textContent).join();
          await rest(pause);
          new PerformanceObserver((l) => {
            for (const e of l.getEntries()) long = Math.max(long, e.duration);
          }).observe({ type: 'longtask' });
          for (let i = 0; i < touches; i++) {
            const before = atHand();
            const began = performance.now();
            button().click();
            do await new Promise(requestAnimationFrame);
            while (atHand() === before && performance.now() - began < within);
            if (atHand() === before) throw new Error('a touch was not answered');
            found.push(performance.now() - began);
            await rest(pause);
          }
          return { times: found.sort((a, b) => a - b), longest: long };
        },
        { touches: TOUCHES, pause: PAUSE_MS, within: ANSWER_WITHIN_MS },
      );
      const at = (share: number) => (times[Math.floor(times.length * share)] as number).toFixed(0);
      report(
        `a mark of 50 holes of ${count} rows on the screen after its touch`,
        `${at(0.5)} ms in the middle, ${at(0.95)} ms at the 95th percentile (aim 50 or less), longest task ${longest.toFixed(0)} ms (50 or less)`,
      );
    });
  }
}
