import { and, asc, eq, gt, lt, max, sql } from 'drizzle-orm';
import type { Queries } from './connection';
import { gaugeReadings } from './schema';

interface Reading {
  readonly seq: number;
  readonly mm: number;
  readonly isPressed: boolean;
}

/** Appends readings; one whose number is there already is left as it is. Resolves after commit. */
export async function insertReadings(q: Queries, gauge: string, readings: readonly Reading[], receivedAt: Date): Promise<void> {
  if (readings.length === 0) return;
  await q
    .insert(gaugeReadings)
    .values(readings.map((r) => ({ gauge, receivedAt, seq: r.seq, mm: r.mm, isPressed: r.isPressed })))
    .onDuplicateKeyUpdate({ set: { seq: sql`seq` } });
}

/** The number of the last reading kept of a gauge; 0: none. */
export async function lastReading(q: Queries, gauge: string): Promise<number> {
  const [found] = await q
    .select({ seq: max(gaugeReadings.seq) })
    .from(gaugeReadings)
    .where(eq(gaugeReadings.gauge, gauge));
  return found?.seq ?? 0;
}

/** Readings after a number, in order; only the pressed ones where asked. */
export async function listReadings(q: Queries, gauge: string, after: number, onlyPressed: boolean, limit: number): Promise<Reading[]> {
  return q
    .select({ seq: gaugeReadings.seq, mm: gaugeReadings.mm, isPressed: gaugeReadings.isPressed })
    .from(gaugeReadings)
    .where(and(eq(gaugeReadings.gauge, gauge), gt(gaugeReadings.seq, after), onlyPressed ? eq(gaugeReadings.isPressed, true) : undefined))
    .orderBy(asc(gaugeReadings.seq))
    .limit(limit);
}

/** Lets go of readings nobody pressed for, older than a time: a running gauge says thousands. */
export async function dropReadings(q: Queries, before: Date): Promise<void> {
  await q.delete(gaugeReadings).where(and(eq(gaugeReadings.isPressed, false), lt(gaugeReadings.receivedAt, before)));
}
