import { randomFrom } from '../depth/simulate';

/** Numbers of chance from a seed, the same for the same seed: uniform in [0, 1), between two ends, and normal with spread 1. */
export function chance(seed: number): {
  readonly next: () => number;
  readonly between: (low: number, high: number) => number;
  readonly normal: () => number;
} {
  const next = randomFrom(seed);
  return {
    next,
    between: (low, high) => low + (high - low) * next(),
    normal: () => Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next()),
  };
}
