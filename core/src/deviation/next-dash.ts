import type { HoleVerdict, Judgement } from './judge';

/** The size a hole takes from here on, where it goes up one: kept with the deviation, whatever the row comes to ask. */
export function nextDashOf(verdict: HoleVerdict, { next }: Pick<Judgement, 'next'>): { readonly nextDash?: 3 | 4 | 5 | 6 } {
  return verdict === 'next-size' && next ? { nextDash: next.stack.size.dash } : {};
}
