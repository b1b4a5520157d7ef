import { cutRows, sharesOf, STRATEGIES, type RowConditions, type Shares, type Strategy } from '#core/depth/simulate';

export interface SimulateAsk {
  readonly conditions: readonly RowConditions[];
  readonly rows: number;
  readonly seed: number;
}

export type SimulateAnswer =
  | { readonly kind: 'progress'; readonly share: number; readonly points: readonly Shares[] }
  | { readonly kind: 'done'; readonly points: readonly Shares[] };

/** Rows cut between two words to the page: a stop is a worker ended. */
const PIECE = 250;

/* Off the main thread: tens of thousands of rows, an answer at every moment. */
self.onmessage = (event: MessageEvent<SimulateAsk>) => {
  const { conditions, rows, seed } = event.data;
  const good = conditions.map((): Record<Strategy, number> => ({ advice: 0, 'every-reading': 0, never: 0 }));
  for (let from = 0; from < rows; from += PIECE) {
    const to = Math.min(rows, from + PIECE);
    conditions.forEach((c, i) => {
      const more = cutRows(c, seed, from, to);
      for (const s of STRATEGIES) (good[i] as Record<Strategy, number>)[s] += more[s];
    });
    const points = conditions.map((c, i) => sharesOf(good[i] as Record<Strategy, number>, c, to));
    const answer: SimulateAnswer = to === rows ? { kind: 'done', points } : { kind: 'progress', share: to / rows, points };
    self.postMessage(answer);
  }
};
