import { useSyncExternalStore } from 'react';
import type { Mark } from '#core/record/marks';
import { ApiError, post } from './client';
import { addWaiting, dropWaiting, loadWaiting, type Waiting } from './outbox-store';

/*
 * Marks on their way to the server. A mark is on the screen at once, kept in this browser's database, and stays there until
 * the server has acknowledged it after commit; sending again is harmless, since marks count once by their id.
 */
const RETRY_MS = 2000;
const BATCH = 200;

let waiting: readonly Waiting[] = [];
let isSending = false;
let refused: string | null = null;
/** Nothing is sent before what an earlier visit left has been read, so that marks go in order. */
let loaded: Promise<void> | null = null;
/** Marks of this page that are not in the database yet, or never will be. */
const unstored = new Set<string>();
const listeners = new Set<() => void>();
let onDelivered: () => Promise<void> = () => Promise.resolve();
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('patient-anvil-outbox');

function show(next: readonly Waiting[]): void {
  waiting = next;
  for (const listener of listeners) listener();
}

/** What the database holds, and what is only in this page yet; a browser that keeps nothing leaves the page's own. */
async function load(): Promise<void> {
  const stored = await loadWaiting().catch((): Waiting[] => []);
  const known = new Set(stored.map((w) => w.mark.id));
  show([...stored, ...waiting.filter((w) => !known.has(w.mark.id) && unstored.has(w.mark.id))]);
}

/** Puts marks on the screen, keeps them, and sends them. */
export function sendMarks(kitId: string, marks: readonly Mark[]): void {
  const added = marks.map((mark) => ({ kitId, mark }));
  for (const { mark } of added) unstored.add(mark.id);
  show([...waiting, ...added]);
  /* Where the browser keeps nothing, the marks wait in this page only, and the badge shows them. */
  void addWaiting(added)
    .then(
      () => added.forEach(({ mark }) => unstored.delete(mark.id)),
      () => undefined,
    )
    .then(() => {
      channel?.postMessage('changed');
      return deliver();
    });
}

async function deliver(): Promise<void> {
  loaded ??= load();
  await loaded;
  if (isSending || waiting.length === 0) return;
  isSending = true;
  try {
    while (waiting.length > 0) {
      const kitId = (waiting[0] as Waiting).kitId;
      const batch = waiting.filter((w) => w.kitId === kitId).slice(0, BATCH);
      await post('/marks', { kitId, marks: batch.map((w) => w.mark) });
      const sent = new Set(batch.map((w) => w.mark.id));
      refused = null;
      await dropWaiting(sent).catch(() => undefined);
      /* The marks are seen in the server's answer before they leave this list, so none flickers. */
      await onDelivered().catch(() => undefined);
      sent.forEach((id) => unstored.delete(id));
      show(waiting.filter((w) => !sent.has(w.mark.id)));
      channel?.postMessage('changed');
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
  /* Another window has marked or sent: what waits is shown here too. */
  channel?.addEventListener('message', () => {
    if (!isSending) void load();
  });
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
