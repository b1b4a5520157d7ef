import { arrange, type Arranged } from '#core/access/arrange';
import { readQuestion } from '#core/access/order-question';
import type { Problem } from '#core/units/result';

export type SequenceAnswer =
  | ({ readonly kind: 'order'; readonly isLast: boolean } & Omit<Arranged, 'access'>)
  | { readonly kind: 'problem'; readonly code: string; readonly data: NonNullable<Problem['data']> };

/** First quickly, then as usual, then with more patience: there is an answer at every moment. */
const EFFORTS = [0.05, 1, 4];

/** Orders operations off the page. */
self.onmessage = ({ data }: MessageEvent<string>) => {
  const { operations, access, done } = readQuestion(data);
  let best: Omit<Arranged, 'access'> | null = null;
  for (const [i, effort] of EFFORTS.entries()) {
    const arranged = arrange(operations, access, done, { effort });
    if (!arranged.ok) {
      self.postMessage({ kind: 'problem', code: arranged.problem.code, data: arranged.problem.data ?? {} } satisfies SequenceAnswer);
      return;
    }
    const { access: _, ...found } = arranged.value;
    const isLast = found.optimal || i === EFFORTS.length - 1;
    if (!best || isBetter(found, best)) best = found;
    self.postMessage({ kind: 'order', isLast, ...best } satisfies SequenceAnswer);
    if (isLast) return;
  }
};

function isBetter(a: Omit<Arranged, 'access'>, b: Omit<Arranged, 'access'>): boolean {
  if (a.setupChanges !== b.setupChanges) return a.setupChanges < b.setupChanges;
  return a.turnings < b.turnings || (a.turnings === b.turnings && a.optimal && !b.optimal);
}
