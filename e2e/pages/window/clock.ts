/** What the page takes for now, and what ticks on it. */
const RealDate = Date;
const realInterval = globalThis.setInterval.bind(globalThis);
const realClear = globalThis.clearInterval.bind(globalThis);
const ticking = new Map<unknown, () => void>();
let aheadMs = 0;

class PageDate extends RealDate {
  constructor(...given: readonly unknown[]) {
    if (given.length === 0) super(PageDate.now());
    else super(...(given as [number]));
  }
  static override now(): number {
    return RealDate.now() + aheadMs;
  }
}

/** Sets the page's clock; whatever ticks on it ticks at once. */
export function setClock(ms: number): void {
  aheadMs = ms - RealDate.now();
  for (const tick of [...ticking.values()]) tick();
}

export const resetClock = (): void => void (aheadMs = 0);

/** Once, before the page is there. */
export function windClock(): void {
  const setTick = (run: () => void, ms?: number): unknown => {
    const id = realInterval(run, ms);
    ticking.set(id, run);
    return id;
  };
  const clearTick = (id: unknown): void => {
    ticking.delete(id);
    realClear(id as never);
  };
  Object.assign(globalThis, { Date: PageDate, setInterval: setTick, clearInterval: clearTick });
}
