import { pathLength } from '../layout/path';
import type { JointAmount, RowDefinition } from '../record/definitions';
import { holePlaces } from '../record/hole-places';
import { holesInPlan } from '../record/holes';
import { effectiveMarks, type Mark, type MarkOf } from '../record/marks';
import type { MixedBatch } from '../record/mark-payloads';

/** A batch that was mixed, with what was done from it since. */
export interface Batch extends MixedBatch {
  /** Of the mark of its mixing. */
  readonly id: string;
  /** Where it was mixed for; null: a mark of before, which names a row alone. */
  readonly assemblyId: string | null;
  readonly mixedAt: string;
  readonly workMinutes: number;
  /** Rows that were sealed from it. */
  readonly sealedRowIds: readonly string[];
}

/** Where a batch is in its life. `warned`: three quarters of the work life are over. Past its work life, and not known when it is tack-free: `over`. */
export type BatchState = 'workable' | 'warned' | 'over' | 'tack-free' | 'cured';

export interface BatchClock {
  readonly state: BatchState;
  /** Whole minutes left of the work life, never more than there are; 0 once it is over. */
  readonly workLeft: number;
  /** Whole minutes until it is tack-free, and until it is cured; null: not typed. Rounded up: a cure must not be promised early. */
  readonly tackFreeIn: number | null;
  readonly curedIn: number | null;
}

/** Warned at so much of the work life. Source: rules of bonding and sealing. */
export const WARNED_AT = 0.75;
const MINUTE_MS = 60_000;

/** The batches of these marks, oldest first. A mark of before, of one row, is a batch for it. */
export function batchesOf(marks: readonly Mark[]): Batch[] {
  if (!marks.some((m) => m.kind === 'sealant-mixed')) return [];
  const counted = effectiveMarks(marks);
  const sealed = counted.filter((m): m is MarkOf<'seal'> => m.kind === 'seal');
  return counted
    .filter((m): m is MarkOf<'sealant-mixed'> => m.kind === 'sealant-mixed')
    .map((m): Batch => {
      const { workMinutes, batch } = m.payload;
      const own = batch ?? { product: 'sealant', rowIds: [m.rowId], jobIds: [] };
      return {
        ...own,
        id: m.id,
        assemblyId: batch ? m.rowId : null,
        mixedAt: m.doneAt,
        workMinutes,
        sealedRowIds: [...new Set(sealed.filter((s) => s.payload.batchId === m.id).map((s) => s.rowId))],
      };
    });
}

/** What a batch's clock shows at a time, milliseconds. A clock that was put back counts as none spent. */
export function clockOf(
  { mixedAt, workMinutes, tackFreeMinutes, cureMinutes }: Pick<Batch, 'mixedAt' | 'workMinutes' | 'tackFreeMinutes' | 'cureMinutes'>,
  now: number,
): BatchClock {
  const spent = Math.max(0, now - Date.parse(mixedAt)) / MINUTE_MS;
  const until = (minutes: number | undefined) => (minutes === undefined ? null : Math.max(0, Math.ceil(minutes - spent)));
  const [tackFreeIn, curedIn] = [until(tackFreeMinutes), until(cureMinutes)];
  const workLeft = Math.max(0, Math.floor(workMinutes - spent));
  const state: BatchState =
    curedIn === 0
      ? 'cured'
      : tackFreeIn === 0
        ? 'tack-free'
        : spent >= workMinutes
          ? 'over'
          : spent >= WARNED_AT * workMinutes
            ? 'warned'
            : 'workable';
  return { state, workLeft, tackFreeIn, curedIn };
}

/** More than is computed, for what stays in the cup. A default of this program. */
export const SPARE_SHARE = 0.2;
/** A bead along a row of rivets where nothing else is said: width and height, mm. Defaults of this program. */
export const USUAL_BEAD = { width: 3, height: 1.5 } as const;

/** What a row takes: a bead along its holes. Millilitres; null: nobody knows how long the row is. */
export function rowAmount(row: RowDefinition, bead: { readonly width: number; readonly height: number } = USUAL_BEAD): number | null {
  const long = rowLength(row);
  return long === null ? null : (long * bead.width * bead.height) / 1000;
}

/** From its first hole to its last, and half a pitch at either end, mm. */
function rowLength(row: RowDefinition): number | null {
  const holes = holesInPlan(row.holes).length;
  const placed = holePlaces(row);
  if (placed && holes > 1) {
    const long = pathLength(placed.map((p) => p.place));
    return long * (holes / (holes - 1));
  }
  return row.pitch ? row.pitch.mm * holes : null;
}

/** What a joint takes, millilitres. */
export const jointAmount = ({ length, width, height }: JointAmount): number => (length.mm * width.mm * height.mm) / 1000;

/** What is to be mixed, with something over; null where nothing is known of a single one. */
export function mixedAmount(
  amounts: readonly (number | null)[],
  spare = SPARE_SHARE,
): { readonly ml: number | null; readonly unknown: number } {
  const known = amounts.filter((a) => a !== null);
  return { ml: known.length === 0 ? null : known.reduce((s, a) => s + a, 0) * (1 + spare), unknown: amounts.length - known.length };
}
