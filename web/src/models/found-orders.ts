import type { SequenceAnswer } from '../workers/sequence.worker';

export const NO_ORDER: readonly string[] = [];

/** Orders found stay, so that another view, or a mark that finishes nothing, does not ask again; the oldest are let go. */
const FOUND = new Map<string, SequenceAnswer>();
const FOUND_KEPT = 8;
/** The order found last, by what it is of. */
const LAST = new Map<string, readonly string[]>();

/** What was found for a question so far. */
export const foundOrder = (question: string): SequenceAnswer | undefined => FOUND.get(question);

/** The order found last of something, whatever was asked; empty: none. `of`: an assembly, or what is tried in it. */
export const lastOrder = (of: string): readonly string[] => LAST.get(of) ?? NO_ORDER;

export function rememberOrder(of: string, question: string, answer: SequenceAnswer): void {
  put(FOUND, question, answer);
  if (answer.kind === 'order') put(LAST, of, answer.order);
}

function put<T>(into: Map<string, T>, key: string, value: T): void {
  into.delete(key);
  into.set(key, value);
  const [oldest] = into.keys();
  if (into.size > FOUND_KEPT && oldest !== undefined) into.delete(oldest);
}
