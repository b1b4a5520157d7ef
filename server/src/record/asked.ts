import { daysIn, isTimeZone } from '#core/log/day-of';
import type { Units } from '#core/units/length';
import type { KitRecord } from '../db/kit-record';
import type { RecordQuestion } from '../files/dossier';

/** What every question about a record says: the kit, one of its assemblies or all, when it is, and the asker's time zone. */
export interface Asked {
  readonly kitId: string;
  readonly assemblyId: string | null;
  readonly now: string;
  /** Where the kit has none of its own. */
  readonly zone: string;
}

export interface LogAsked extends Asked {
  readonly find: string;
  readonly units: Units | null;
  /** The page after which to go on; null: from the newest. */
  readonly after: string | null;
}

/** The kit's own zone decides on which day a moment falls; the asker's where it has none. */
export function questionOf(record: Pick<KitRecord, 'kit'>, { now, zone }: Pick<Asked, 'now' | 'zone'>): RecordQuestion {
  const own = record.kit.definition.timeZone;
  return { now, dayOf: daysIn(own !== undefined && isTimeZone(own) ? own : zone) };
}
