import { useSyncExternalStore } from 'react';

/** What was just done, in words, for those who do not see it: marked, kept, taken back. */
let said = '';
let turn = 0;
const listeners = new Set<() => void>();

/** Says it once, even where the same was said before. */
export function say(text: string): void {
  /* A space more or less is another text to a screen reader, and the same to everybody else. */
  said = `${text}${++turn % 2 === 0 ? '\u00a0' : ''}`;
  for (const tell of listeners) tell();
}

export function useSaid(): string {
  return useSyncExternalStore(
    (tell) => {
      listeners.add(tell);
      return () => listeners.delete(tell);
    },
    () => said,
  );
}
