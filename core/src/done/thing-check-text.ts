import type { TypedLength } from '../record/definitions';
import { parseDimension } from '../typed/dimension';
import type { Units } from '../units/length';
import type { Problem } from '../units/result';

/** What was found of a tool or a lot, as it is typed. */
export interface ThingCheckTyped {
  readonly note: string;
  /** How far a gauge reads off, with its sign; empty: nobody measured it. */
  readonly off: string;
}

export type ReadThingCheck =
  | { readonly ok: true; readonly note?: string | undefined; readonly off?: TypedLength | undefined }
  /** Every field that does not read, by its path in {@link ThingCheckTyped}. */
  | { readonly ok: false; readonly problems: readonly (Problem & { readonly path: string })[] };

/** @param isGood it was proved good: then nothing has to be said of it. */
export function readThingCheck(typed: ThingCheckTyped, isGood: boolean, units: Units): ReadThingCheck {
  const problems: (Problem & { readonly path: string })[] = [];
  const [note, text] = [typed.note.trim(), typed.off.trim()];
  if (!isGood && note === '') problems.push({ code: 'finding-unsaid', path: 'note' });
  const bare = text.replace(/^[-+\u2212]/, '');
  const read = text === '' ? null : parseDimension(bare, { units });
  if (read && !read.ok) problems.push({ code: 'reads-off-unreadable', path: 'off' });
  if (problems.length > 0) return { ok: false, problems };
  const isLow = /^[-\u2212]/.test(text);
  const off = read?.ok ? { mm: (isLow ? -1 : 1) * read.value.length, text, units } : undefined;
  return { ok: true, ...(note === '' ? {} : { note }), ...(off ? { off } : {}) };
}
