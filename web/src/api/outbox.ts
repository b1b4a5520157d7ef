import { useSyncExternalStore } from 'react';
import type { Mark } from '#core/record/marks';
import { ApiError, post } from './client';

/**
 * Marks on their way to the server. A mark is on the screen at once and stays in this browser's storage until the
 * server has acknowledged it after commit; sending again is harmless, since marks count once by their id.
 */
interface Waiting {
  readonly kitId: string;
  readonly mark: Mark;
}

const KEY = 'anvil.outbox';
const RETRY_MS = 2000;
const BATCH = 200;

let waiting: readonly Waiting[] = load();
let isSending = false;
let refused: string | null = null;
const listeners = new Set<() => void>();
let onDelivered: () => Promise<void> = () => Promise.resolve();
let storageWorks = true;

function load(): readonly Waiting[] {
  try {
    return JSON.parse(localStorage.getItem(KEY) ?? '[]') as Waiting[];
  } catch {
    return [];
  }
}

/** Marks another window has put there are kept: only our own additions and removals are applied. */
function change(next: (stored: readonly Waiting[]) => readonly Waiting[]): void {
  waiting = next(storageWorks ? load() : waiting);
  try {
    localStorage.setItem(KEY, JSON.stringify(waiting));
    storageWorks = true;
  } catch {
    /* Storage is full or refused: the marks wait in this page only, and the badge shows them. */
    storageWorks = false;
  }
  for (const listener of listeners) listener();
}

/** Puts marks in and sends them. */
export function sendMarks(kitId: string, marks: readonly Mark[]): void {
  change((stored) => [...stored, ...marks.map((mark) => ({ kitId, mark }))]);
  void deliver();
}

async function deliver(): Promise<void> {
  if (isSending || waiting.length === 0) return;
  isSending = true;
  try {
    while (waiting.length > 0) {
      const kitId = (waiting[0] as Waiting).kitId;
      const batch = waiting.filter((w) => w.kitId === kitId).slice(0, BATCH);
      await post('/marks', { kitId, marks: batch.map((w) => w.mark) });
      const sent = new Set(batch.map((w) => w.mark.id));
      refused = null;
      /* The marks are seen in the server's answer before they leave this list, so none flickers. */
      await onDelivered().catch(() => undefined);
      change((stored) => stored.filter((w) => !sent.has(w.mark.id)));
    }
  } catch (error) {
    refused = error instanceof ApiError && error.status >= 400 && error.status < 500 ? error.message : null;
    window.setTimeout(() => void deliver(), RETRY_MS);
    for (const listener of listeners) listener();
  } finally {
    isSending = false;
  }
}

/** Starts sending what an earlier visit left, and tells whom to call after each delivery. */
export function startOutbox(delivered: () => Promise<void>): void {
  onDelivered = delivered;
  void deliver();
  window.addEventListener('online', () => void deliver());
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function useWaiting(): readonly Waiting[] {
  return useSyncExternalStore(subscribe, () => waiting);
}

/** Why the server will not take the waiting marks; null while it only cannot be reached. */
export function useRefusal(): string | null {
  return useSyncExternalStore(subscribe, () => refused);
}
