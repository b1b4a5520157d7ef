import { useSyncExternalStore } from 'react';

/** What belongs to this browser: its device id, who is working, units and theme chosen here. Kept in local storage. */
const listeners = new Set<() => void>();

function read(key: string): string | null {
  try {
    return localStorage.getItem(`anvil.${key}`);
  } catch {
    return null;
  }
}

export function writeLocal(key: string, value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(`anvil.${key}`);
    else localStorage.setItem(`anvil.${key}`, value);
  } catch {
    /* Storage is full or refused: the choice holds for this page only. */
  }
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  window.addEventListener('storage', listener);
  return () => {
    listeners.delete(listener);
    window.removeEventListener('storage', listener);
  };
}

/** A value of this browser as it is now. */
export const readLocal = read;

/** A value of this browser that follows changes, also from another window. */
export function useLocal(key: string): string | null {
  return useSyncExternalStore(subscribe, () => read(key));
}

export function newId(): string {
  return crypto.randomUUID();
}

/** This browser's id, made on first use. */
export function deviceId(): string {
  const known = read('device');
  if (known) return known;
  const made = newId();
  writeLocal('device', made);
  return made;
}
