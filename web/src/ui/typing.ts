import { readLocal } from '../api/device';

/** Whether a key press goes into a field rather than to the page. */
export function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
}

/** Whether single keys do something in this browser; whoever speaks to it, or rests a hand on the keys, switches them off. */
export const areKeysOn = (): boolean => readLocal('keys') !== 'off';

/** Whether a key press is a single key meant for the page: switched on, without others held, nothing typed, no dialog open. */
export function isPageKey(e: KeyboardEvent): boolean {
  return areKeysOn() && !isTyping(e.target) && !e.ctrlKey && !e.metaKey && !e.altKey && !document.querySelector('[role=dialog]');
}
