import { rivetOfDash, type Alloy, type Head, type RivetSize } from '../tables/fasteners';
import { inches, type Mm } from '../units/length';
import { bad, good, type Result } from '../units/result';

/** A solid rivet as called out. `lengthDash` null: the builder left the length to core. */
export interface Callout {
  readonly head: Head;
  readonly size: RivetSize;
  readonly alloy: Alloy;
  /** Length in sixteenths of an inch, a multiple of .5, at least 1. */
  readonly lengthDash: number | null;
}

/** Longest length dash taken: 4 in. Beyond it the text is a slip. */
export const LENGTH_DASH_MAX = 64;

const PATTERN = /^(MS20426|MS20470|AN426|AN470|426|470)-?(AD|DD|A|B|D)?-?(\d{1,2})(?:-(\d{1,2}(?:\.\d{1,3})?|\.\d))?$/;

/**
 * Reads MS20426AD4-5, AN470AD4-4, 426-3-3.5, 470AD4-6 and, where the length is left to core, 426AD3.
 * AN426/AN470 are the older names of MS20426/MS20470; alloy AD where none is written.
 */
export function parseCallout(text: string): Result<Callout> {
  const fail = (code: string, data: Record<string, string | number> = {}) =>
    bad({ code, data: { text: text.length > 40 ? `${text.slice(0, 20)}...` : text, ...data } });
  if (text.length > 40) return fail('callout-unreadable');
  const clean = text.replace(/\s+/g, '').toUpperCase();
  if (clean === '') return fail('callout-empty');
  if (/^\d{1,2}-\d{1,2}(\.\d+)?$/.test(clean)) return fail('callout-head-missing');
  const parts = PATTERN.exec(clean);
  if (!parts) return fail('callout-unreadable');
  const head: Head = (parts[1] as string).endsWith('426') ? 'flush-100' : 'protruding';
  const size = rivetOfDash(Number(parts[3]));
  if (!size) return fail('callout-diameter-unknown', { dash: Number(parts[3]) });
  const lengthDash = parts[4] === undefined ? null : Number(parts[4]);
  if (lengthDash !== null && !isLengthDash(lengthDash)) return fail('callout-length-odd', { dash: lengthDash });
  return good({ head, size, alloy: (parts[2] as Alloy | undefined) ?? 'AD', lengthDash });
}

/** Whether a length dash exists: a multiple of .5 from 1 to LENGTH_DASH_MAX. */
export function isLengthDash(dash: number): boolean {
  return dash >= 1 && dash <= LENGTH_DASH_MAX && Number.isInteger(dash * 2);
}

/** Length of a rivet from its length dash: sixteenths of an inch. */
export function dashLength(dash: number): Mm {
  return inches(dash / 16);
}

/** The full call-out, `MS20426AD3-3.5`; without a length `MS20426AD3`. */
export function formatCallout(c: Pick<Callout, 'head' | 'alloy' | 'lengthDash'> & { size: Pick<RivetSize, 'dash'> }): string {
  const stem = `MS20${c.head === 'flush-100' ? '426' : '470'}${c.alloy}${c.size.dash}`;
  return c.lengthDash === null ? stem : `${stem}-${c.lengthDash}`;
}
