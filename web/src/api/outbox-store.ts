import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Mark } from '#core/record/marks';

/** A mark on its way to the server. */
export interface Waiting {
  readonly kitId: string;
  readonly mark: Mark;
}

/** A mark the server will never take, with its reason; a person exports or discards it. */
export interface SetAside extends Waiting {
  readonly code: string;
  readonly reason: string;
  /** ISO 8601, UTC. */
  readonly setAsideAt: string;
}

interface OutboxSchema extends DBSchema {
  waiting: { key: number; value: Waiting & { readonly markId: string }; indexes: { markId: string } };
  aside: { key: string; value: SetAside & { readonly markId: string } };
}

/** Where marks of the first release wait; taken over once. */
const OLD_KEY = 'anvil.outbox';

let opened: Promise<IDBPDatabase<OutboxSchema>> | null = null;

function open(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= openDB<OutboxSchema>('patient-anvil', 2, {
    upgrade(db, from) {
      if (from < 1) db.createObjectStore('waiting', { autoIncrement: true }).createIndex('markId', 'markId', { unique: true });
      if (from < 2) db.createObjectStore('aside', { keyPath: 'markId' });
    },
    /* Another window of an older page holds the database: it is let go as soon as that one closes. */
    blocking: (_current, _blocked, event) => (event.target as IDBDatabase | null)?.close(),
  });
  /* One that failed is opened anew the next time. */
  const asked = opened;
  asked.catch(() => {
    if (opened === asked) opened = null;
  });
  return asked;
}

/** Everything that waits in this browser, in the order it was marked. Throws where the browser keeps nothing. */
export async function loadWaiting(): Promise<Waiting[]> {
  const db = await open();
  const old = takeOld();
  if (old.length > 0) await addWaiting(old);
  const all = await db.getAll('waiting');
  return all.map(({ kitId, mark }) => ({ kitId, mark }));
}

/** Keeps marks, all or none; resolves when they are on the disk. */
export async function addWaiting(added: readonly Waiting[]): Promise<void> {
  const db = await open();
  const tx = db.transaction('waiting', 'readwrite', { durability: 'strict' });
  for (const w of added) {
    if ((await tx.store.index('markId').getKey(w.mark.id)) === undefined) void tx.store.add({ ...w, markId: w.mark.id });
  }
  await tx.done;
}

/** Lets go of marks the server has acknowledged. */
export async function dropWaiting(markIds: Iterable<string>): Promise<void> {
  const db = await open();
  const tx = db.transaction('waiting', 'readwrite');
  for (const id of markIds) {
    const key = await tx.store.index('markId').getKey(id);
    if (key !== undefined) void tx.store.delete(key);
  }
  await tx.done;
}

/** Everything that was set aside in this browser. */
export async function loadAside(): Promise<SetAside[]> {
  const db = await open();
  return (await db.getAll('aside')).map(({ markId: _, ...rest }) => rest);
}

/** Moves marks from those that wait to those that were set aside, in one step: never lost between the two. */
export async function moveAside(set: readonly SetAside[]): Promise<void> {
  const db = await open();
  const tx = db.transaction(['waiting', 'aside'], 'readwrite', { durability: 'strict' });
  const waiting = tx.objectStore('waiting');
  for (const s of set) {
    void tx.objectStore('aside').put({ ...s, markId: s.mark.id });
    const key = await waiting.index('markId').getKey(s.mark.id);
    if (key !== undefined) void waiting.delete(key);
  }
  await tx.done;
}

/** Lets go of what a person has discarded. */
export async function dropAside(markIds: Iterable<string>): Promise<void> {
  const db = await open();
  const tx = db.transaction('aside', 'readwrite');
  for (const id of markIds) void tx.store.delete(id);
  await tx.done;
}

function takeOld(): Waiting[] {
  try {
    const old = JSON.parse(localStorage.getItem(OLD_KEY) ?? '[]') as Waiting[];
    localStorage.removeItem(OLD_KEY);
    return Array.isArray(old) ? old : [];
  } catch {
    return [];
  }
}
