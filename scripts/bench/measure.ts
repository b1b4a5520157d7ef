/** Median time of a piece of work in milliseconds, after a warm-up. */
export async function medianMs(work: () => unknown, runs: number, warmUp = 3): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < warmUp + runs; i++) {
    const started = performance.now();
    await work();
    if (i >= warmUp) times.push(performance.now() - started);
  }
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)] as number;
}

/** Medians of two pieces of work done in turn, so that a load that comes and goes falls on both; and the median of their ratios. */
export function mediansInTurn(a: () => unknown, b: () => unknown, runs: number, warmUp = 5): { a: number; b: number; ratio: number } {
  const times: { a: number; b: number; ratio: number }[] = [];
  const timed = (work: () => unknown) => {
    const started = performance.now();
    work();
    return performance.now() - started;
  };
  for (let i = 0; i < warmUp + runs; i++) {
    const one = { a: timed(a), b: timed(b) };
    if (i >= warmUp) times.push({ ...one, ratio: one.b / one.a });
  }
  const median = (key: 'a' | 'b' | 'ratio') => times.map((t) => t[key]).sort((x, y) => x - y)[Math.floor(runs / 2)] as number;
  return { a: median('a'), b: median('b'), ratio: median('ratio') };
}

/** Numbers from a seed, so that every run measures the same rows (mulberry32). */
export function randomFrom(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

export function report(name: string, text: string): void {
  process.stdout.write(`${name.padEnd(58)} ${text}\n`);
}
