import { useLayoutEffect } from 'react';
import { isCovered, isTyping } from '../../ui/typing';

/** Enter marks what is proposed: not while something is typed, a dialog is open, or a button has the key. */
export function useMarkKey(mark: (by: 'key' | 'held-key') => void): void {
  /* Before the picture is there, so that no key is pressed into nothing. */
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (e.key !== 'Enter' || isTyping(e.target) || isCovered()) return;
      /* On a button that is not a hole, Enter is that button's. */
      if (e.target instanceof HTMLElement && e.target.closest('button, a, summary') && !e.target.closest('[data-pad]')) return;
      e.preventDefault();
      mark(e.repeat ? 'held-key' : 'key');
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
}
