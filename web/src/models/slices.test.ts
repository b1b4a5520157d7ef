import { describe, expect, it } from 'vitest';
import { inSlices } from './slices';

/** Keeps the thread busy for so long, ms. */
function busy(ms: number): void {
  const until = performance.now() + ms;
  while (performance.now() < until);
}

describe('work in slices', () => {
  it('others have their turn once a slice is over, and not before', async () => {
    const rest = inSlices(() => false);
    let turns = 0;
    const other = () => {
      turns++;
    };
    setTimeout(other);
    await rest();
    expect(turns).toBe(0);
    busy(20);
    expect(await rest()).toBe(true);
    expect(turns).toBe(1);
    /* A new slice has begun. */
    setTimeout(other);
    await rest();
    expect(turns).toBe(1);
  });
  it('what is no longer wanted is told at the end of the slice', async () => {
    let isOver = false;
    const rest = inSlices(() => isOver);
    busy(20);
    expect(await rest()).toBe(true);
    isOver = true;
    expect(await rest()).toBe(true);
    busy(20);
    expect(await rest()).toBe(false);
  });
});
