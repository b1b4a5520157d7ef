import type { KeptMarksAnswer } from '#contract/answers';
import { useSyncExternalStore } from 'react';
import type { Mark } from '#core/record/marks';
import { ApiError, post } from './client';
import { addWaiting, dropAside, dropWaiting, loadAside, loadWaiting, moveAside, type SetAside, type Waiting } from './outbox-store';

/*
 * Marks on their way to the server. A mark is on the screen at once, kept in this browser's database, and stays there until
 * the server has acknowledged it after commit; sending again is harmless, since marks count once by their id.
 */
const RETRY_MS = 2000;
const BATCH = 200;
const MOST_FAILED_READS = 10;

let waiting: readonly Waiting[] = [];
let isSending = false;
let refused: string | null = null;
/** What the server will never take, out of the way of the rest. */
let aside: readonly SetAside[] = [];
let isClockAhead = false;
/** Nothing is sent before what an earlier visit left has been read, so that marks go in order. */
let loaded: Promise<void> | null = null;
let failedReads = 0;
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
  const read = await Promise.all([loadWaiting(), loadAside()]).catch(() => null);
  if (read === null) return readAgain();
  failedReads = 0;
  const [stored, kept] = read;
  const there = new Set(kept.map((s) => s.mark.id));
  aside = [...kept, ...aside.filter((s) => !there.has(s.mark.id) && unstored.has(s.mark.id))];
  const known = new Set(stored.map((w) => w.mark.id));
  show([...stored, ...waiting.filter((w) => !known.has(w.mark.id) && unstored.has(w.mark.id))]);
}

/**
 * A database that does not open is not an empty one: after a browser was killed, what held it may not be gone yet. It is asked again a few
 * times; a browser that keeps nothing at all is then let be.
 */
function readAgain(): void {
  if (++failedReads > MOST_FAILED_READS) return;
  setTimeout(() => {
    loaded = load();
    void deliver();
  }, RETRY_MS);
}

/** Puts marks on the screen, keeps them, and sends them. */
export function sendMarks(kitId: string, marks: readonly Mark[]): void {
  const added = marks.map((mark) => ({ kitId, mark }));
  for (const { mark } of added) unstored.add(mark.id);
  show([...waiting, ...added]);
  /* Where the browser keeps nothing, the marks wait in this page only, and the badge shows them. */
  void addWaiting(added)
    .then(
      () => {
        added.forEach(({ mark }) => unstored.delete(mark.id));
        show(waiting);
      },
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
      await deliverBatch(waiting.filter((w) => w.kitId === kitId).slice(0, BATCH));
      refused = null;
      channel?.postMessage('changed');
    }
  } catch (error) {
    refused = error instanceof ApiError && error.status >= 400 && error.status < 500 ? error.message : null;
    setTimeout(() => void deliver(), RETRY_MS);
    for (const listener of listeners) listener();
  } finally {
    isSending = false;
  }
}

/** Sends what waits, as far as the server takes it just now. */
export async function flushMarks(): Promise<void> {
  for (let tries = 0; waiting.length > 0 && tries < FLUSH_TRIES; tries++) {
    await deliver();
    if (isSending) await new Promise((resolve) => setTimeout(resolve, FLUSH_MS));
  }
}

const FLUSH_TRIES = 20;
const FLUSH_MS = 100;

/** Refusals that do not mean the mark: the device is not let in just now, or the server wants time. */
const NOT_THE_MARK: readonly number[] = [401, 403, 408, 425, 429];

/**
 * Sends a batch. What the server will never take is set aside with its reason and the rest is sent: by the marks the refusal names,
 * else by halves until the one is found. Throws where nothing can be sent just now.
 */
async function deliverBatch(batch: readonly Waiting[]): Promise<void> {
  const first = batch[0];
  if (!first) return;
  try {
    const answer = await post<KeptMarksAnswer>('/marks', { kitId: first.kitId, marks: batch.map((w) => w.mark) });
    isClockAhead = answer.noted?.some((n) => n.code === 'clock-ahead') ?? false;
    const sent = new Set(batch.map((w) => w.mark.id));
    await dropWaiting(sent).catch(() => undefined);
    /* The marks are seen in the server's answer before they leave this list, so none flickers. */
    await onDelivered().catch(() => undefined);
    sent.forEach((id) => unstored.delete(id));
    show(waiting.filter((w) => !sent.has(w.mark.id)));
  } catch (error) {
    if (!(error instanceof ApiError) || error.status < 400 || error.status >= 500 || NOT_THE_MARK.includes(error.status)) throw error;
    const named = new Map(
      (Array.isArray(error.data.marks) ? (error.data.marks as { id: string; code: string }[]) : []).map((m) => [m.id, m.code]),
    );
    const bad = batch.filter((w) => named.has(w.mark.id));
    if (bad.length > 0) {
      const { problemMessage } = await import('#core/wording/problems');
      await setAside(
        bad.map((w) => ({ w, code: named.get(w.mark.id) as string, reason: problemMessage({ code: named.get(w.mark.id) as string }) })),
      );
      return deliverBatch(batch.filter((w) => !named.has(w.mark.id)));
    }
    if (batch.length === 1 || error.code === 'kit-unknown')
      return setAside(batch.map((w) => ({ w, code: error.code, reason: error.message })));
    const half = Math.ceil(batch.length / 2);
    await deliverBatch(batch.slice(0, half));
    await deliverBatch(batch.slice(half));
  }
}

async function setAside(found: readonly { readonly w: Waiting; readonly code: string; readonly reason: string }[]): Promise<void> {
  const setAsideAt = new Date().toISOString();
  const set = found.map(({ w, code, reason }): SetAside => ({ ...w, code, reason, setAsideAt }));
  const ids = new Set(set.map((s) => s.mark.id));
  await moveAside(set).catch(() => undefined);
  aside = [...aside.filter((s) => !ids.has(s.mark.id)), ...set];
  show(waiting.filter((w) => !ids.has(w.mark.id)));
}

/** Discards what was set aside: a person's word, after it was shown and could be exported. */
export async function discardAside(markIds: readonly string[]): Promise<void> {
  const gone = new Set(markIds);
  await dropAside(gone).catch(() => undefined);
  gone.forEach((id) => unstored.delete(id));
  aside = aside.filter((s) => !gone.has(s.mark.id));
  show(waiting);
  channel?.postMessage('changed');
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

/** Whether everything that waits is in the browser's database, so that it survives this page. */
export function useIsStored(): boolean {
  return useSyncExternalStore(subscribe, () => !waiting.some((w) => unstored.has(w.mark.id)));
}

/** Why the server will not take the waiting marks; null while it only cannot be reached. */
export function useRefusal(): string | null {
  return useSyncExternalStore(subscribe, () => refused);
}

/** Marks the server will never take, with their reasons. */
export function useAside(): readonly SetAside[] {
  return useSyncExternalStore(subscribe, () => aside);
}

/** Whether the last marks were done ahead of the server's clock. */
export function useClockAhead(): boolean {
  return useSyncExternalStore(subscribe, () => isClockAhead);
}
