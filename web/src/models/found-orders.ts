import type { SequenceAnswer } from '../workers/sequence.worker';

export const NO_ORDER: readonly string[] = [];

/** Orders found stay, so that another view, or a mark that finishes nothing, does not ask again; the oldest are let go. */
const FOUND = new Map<string, SequenceAnswer>();
const FOUND_KEPT = 8;
let last = NO_ORDER;

/** What was found for a question so far. */
export const foundOrder = (question: string): SequenceAnswer | undefined => FOUND.get(question);

/** The order found last, whatever was asked; empty: none. */
export const lastOrder = (): readonly string[] => last;

export function rememberOrder(question: string, answer: SequenceAnswer): void {
  FOUND.delete(question);
  FOUND.set(question, answer);
  const [oldest] = FOUND.keys();
  if (FOUND.size > FOUND_KEPT && oldest !== undefined) FOUND.delete(oldest);
  if (answer.kind === 'order') last = answer.order;
}
