import type { Step } from './steps';

/** How far one hole is, over all sheets: the last stage whose steps are all done. */
export const STAGES = ['open', 'drilled', 'deburred', 'prepared'] as const;
export type Stage = (typeof STAGES)[number];

/** The stage of a hole from the steps of its row and the keys marked at it. */
export function stageOf(steps: readonly Step[], done: ReadonlySet<string> | undefined): Stage {
  const all = (kinds: readonly Step['kind'][]) => steps.filter((s) => kinds.includes(s.kind)).every((s) => done?.has(s.key));
  if (!all(['drilled'])) return 'open';
  if (!all(['deburred'])) return 'drilled';
  return all(['dimpled', 'countersunk']) ? 'prepared' : 'deburred';
}
