import { and, eq, isNull } from 'drizzle-orm';
import type { Queries } from './connection';
import { devices } from './schema';

export type StoredDevice = typeof devices.$inferSelect;

export async function insertDevice(q: Queries, device: Omit<StoredDevice, 'droppedAt'>): Promise<void> {
  await q.insert(devices).values(device);
}

/** The device that carries this token and has not been dropped. */
export async function findDevice(q: Queries, tokenHash: string): Promise<StoredDevice | null> {
  const [found] = await q
    .select()
    .from(devices)
    .where(and(eq(devices.tokenHash, tokenHash), isNull(devices.droppedAt)));
  return found ?? null;
}

export async function listDevices(q: Queries): Promise<Pick<StoredDevice, 'id' | 'name' | 'person' | 'pairedAt'>[]> {
  return q
    .select({ id: devices.id, name: devices.name, person: devices.person, pairedAt: devices.pairedAt })
    .from(devices)
    .where(isNull(devices.droppedAt))
    .orderBy(devices.pairedAt);
}

/** Lets a device in no longer. */
export async function dropDevice(q: Queries, id: string, at: Date): Promise<void> {
  await q.update(devices).set({ droppedAt: at }).where(eq(devices.id, id));
}
