import { readLocal } from '../api/device';

/** Whether a key press goes into a field rather than to the page. */
export function isTyping(target: EventTarget | null): boolean {
  if (target instanceof HTMLInputElement) return !/^(radio|checkbox|button|file)$/.test(target.type);
  return target instanceof HTMLElement && (target.isContentEditable || /^(TEXTAREA|SELECT)$/.test(target.tagName));
}

/** Whether single keys do something in this browser; whoever speaks to it, or rests a hand on the keys, switches them off. */
export const areKeysOn = (): boolean => readLocal('keys') !== 'off';

/** Whether something lies over the page that keys belong to: a dialog or a menu, also one that is still on its way. */
export const isCovered = (): boolean => document.querySelector('[role=dialog], [role=menu]') !== null;

/** Whether a key press is a single key meant for the page: switched on, without others held, nothing typed, nothing open over the page. */
export function isPageKey(e: KeyboardEvent): boolean {
  return areKeysOn() && !isTyping(e.target) && !e.ctrlKey && !e.metaKey && !e.altKey && !isCovered();
}
