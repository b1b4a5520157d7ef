import type { TypedLength } from '../record/definitions';
import type { HeadCheck } from '../record/marks';
import { parseDimension } from '../typed/dimension';
import { measuredText } from '../typed/measured';
import { carryUnit } from '../units/carry';
import type { Units } from '../units/length';
import { FIELDS_OF_LOOK, type Look, type LookField } from './looked-at';

/** What is measured of a fastener, as it is typed; empty where nothing was. */
export type LookTyped = Readonly<Record<LookField, string>>;

export const NOTHING_MEASURED: LookTyped = { width: '', width2: '', height: '', flush: '', gap: '', far: '', stem: '' };

/** These may lie under the surface, below zero; and with the gap between the sheets they may be nothing at all. */
const SIGNED: readonly LookField[] = ['flush', 'far', 'stem'];

/** What was typed under one unit, so that it still means the same under the other. */
export function carryLook(typed: LookTyped, from: Units): LookTyped {
  return Object.fromEntries(Object.entries(typed).map(([field, text]) => [field, carryUnit(text, from)])) as LookTyped;
}

/** One measure as far as it reads: nothing typed, good, or refused. */
export interface LookRead {
  readonly length: TypedLength | null;
  readonly isBad: boolean;
}

/**
 * Reads one measure: bare digits as {@link measuredText} has them, under the surface with a minus where that can be, and 0 where that is a
 * finding: flush, no gap.
 */
export function readLook(field: LookField, text: string, units: Units): LookRead {
  const trimmed = text.trim();
  if (trimmed === '') return { length: null, isBad: false };
  const isSigned = SIGNED.includes(field);
  if ((isSigned || field === 'gap') && /^[-+\u2212]?0*[.,]?0*(?:\s*(?:in|mm|thou|"))?$/.test(trimmed) && trimmed.includes('0'))
    return { length: { mm: 0, text: '0', units }, isBad: false };
  const isUnder = isSigned && /^[-\u2212]/.test(trimmed);
  const bare = isSigned ? trimmed.replace(/^[-\u2212+]\s*/, '') : trimmed;
  const read = parseDimension(measuredText(bare, units), { units });
  if (!read.ok) return { length: null, isBad: true };
  return { length: { mm: isUnder ? -read.value.length : read.value.length, text: read.value.text, units }, isBad: false };
}

/** All that was measured for that look, and which of it does not read. */
export function readLooks(
  look: Look,
  typed: LookTyped,
  units: Units,
): { check: Omit<HeadCheck, 'disposition'>; bad: readonly LookField[] } {
  const reads = FIELDS_OF_LOOK[look].map((field) => [field, readLook(field, typed[field], units)] as const);
  return {
    check: Object.fromEntries(reads.flatMap(([field, { length }]) => (length ? [[field, length]] : []))),
    bad: reads.flatMap(([field, { isBad }]) => (isBad ? [field] : [])),
  };
}
