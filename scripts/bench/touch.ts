import { placedRows } from './map';
import { report } from './measure';
import { withPage } from './page';
import { uuid } from './rows';

const TOUCHES = 40;

/** From the touch of the big button to the picture that shows the marks, the network being away. */
export async function touchToScreen(folder: string): Promise<void> {
  const [kitId, assemblyId] = [uuid('touch kit'), uuid('touch assembly')];
  await withPage(folder, kitId, placedRows(kitId, assemblyId), async (page, base) => {
    await page.goto(`${base}/assemblies/${assemblyId}/bench`);
    await page.getByRole('button', { name: /^Mark / }).waitFor();
    await page.context().setOffline(true);
    const times = await page.evaluate(async (touches) => {
      const found: number[] = [];
      const button = () => [...document.querySelectorAll('button')].find((b) => b.textContent?.startsWith('Mark ')) as HTMLButtonElement;
      for (let i = 0; i < touches; i++) {
        const before = document.querySelector('main')?.textContent;
        const began = performance.now();
        button().click();
        do await new Promise(requestAnimationFrame);
        while (document.querySelector('main')?.textContent === before && performance.now() - began < 2000);
        found.push(performance.now() - began);
        await new Promise((resolve) => setTimeout(resolve, 60));
      }
      return found.sort((a, b) => a - b);
    }, TOUCHES);
    const at = (share: number) => (times[Math.floor(times.length * share)] as number).toFixed(0);
    report(
      'a mark of 50 holes on the screen after its touch, network away',
      `${at(0.5)} ms in the middle, ${at(0.95)} ms at the 95th percentile  (aim 50 or less)`,
    );
  });
}
