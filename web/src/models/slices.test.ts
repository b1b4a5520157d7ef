import { describe, expect, it } from 'vitest';
import { inAdvance, inSlices } from './slices';

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
    busy(30);
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
    busy(30);
    expect(await rest()).toBe(true);
    isOver = true;
    expect(await rest()).toBe(true);
    busy(30);
    expect(await rest()).toBe(false);
  });
});

describe('a long piece', () => {
  it('begins in a young slice; in an older one others go first', async () => {
    const rest = inSlices(() => false);
    let turns = 0;
    setTimeout(() => turns++);
    await rest('a-long-piece');
    expect(turns).toBe(0);
    busy(10);
    await rest();
    expect(turns).toBe(0);
    await rest('a-long-piece');
    expect(turns).toBe(1);
  });
});

describe('work in advance', () => {
  const settled = () => new Promise((resolve) => setTimeout(resolve, 5));
  it('says when it is done, also where it failed: the view that fails again says so', async () => {
    let done = 0;
    inAdvance(
      () => Promise.resolve(true),
      () => done++,
    );
    inAdvance(
      () => Promise.reject(new Error('no plan')),
      () => done++,
    );
    await settled();
    expect(done).toBe(2);
  });
  it('called off it says nothing, and is told to stop', async () => {
    let done = 0;
    const went: boolean[] = [];
    const callOff = inAdvance(
      async (rest) => {
        busy(10);
        went.push(await rest('a-long-piece'));
      },
      () => done++,
    );
    callOff();
    await settled();
    expect([went, done]).toEqual([[false], 0]);
  });
});
