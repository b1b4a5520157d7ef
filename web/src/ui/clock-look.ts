import type { BatchState } from '#core/sealing/batch';

/** A batch's state in a word and a colour. */
export const CLOCK_LOOK: Readonly<Record<BatchState, { readonly word: string; readonly tone: string }>> = {
  workable: { word: 'workable', tone: '' },
  warned: { word: 'hurry', tone: 'bg-caution-soft text-caution' },
  over: { word: 'over', tone: 'bg-stop-soft text-stop' },
  'tack-free': { word: 'tack-free', tone: 'text-ink2' },
  cured: { word: 'cured', tone: 'text-ink2' },
};
