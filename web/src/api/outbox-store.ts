import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Mark } from '#core/record/marks';

/** A mark on its way to the server. */
export interface Waiting {
  readonly kitId: string;
  readonly mark: Mark;
}

interface OutboxSchema extends DBSchema {
  waiting: { key: number; value: Waiting & { readonly markId: string }; indexes: { markId: string } };
}

/** Where marks of the first release wait; taken over once. */
const OLD_KEY = 'anvil.outbox';

let opened: Promise<IDBPDatabase<OutboxSchema>> | null = null;

function open(): Promise<IDBPDatabase<OutboxSchema>> {
  opened ??= openDB<OutboxSchema>('patient-anvil', 1, {
    upgrade(db) {
      db.createObjectStore('waiting', { autoIncrement: true }).createIndex('markId', 'markId', { unique: true });
    },
  });
  return opened;
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

function takeOld(): Waiting[] {
  try {
    const old = JSON.parse(localStorage.getItem(OLD_KEY) ?? '[]') as Waiting[];
    localStorage.removeItem(OLD_KEY);
    return Array.isArray(old) ? old : [];
  } catch {
    return [];
  }
}
