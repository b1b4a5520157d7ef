import type { Severity } from '../prep/findings';

/**
 * What can be wrong between the plan as it is and the work as it was done. The severities one code can take are listed; the wording stands
 * in `wording/standing.ts`, the published list in `docs/findings.md`.
 */
export const STANDING_SEVERITIES = {
  'drilled-elsewhere': ['caution', 'stop'],
  'hole-larger-than-planned': ['caution', 'stop'],
  'through-a-filling': ['stop'],
  'opened-after-dimpling': ['caution'],
  'prepared-otherwise': ['stop'],
  'prepared-larger': ['stop'],
  'dimpled-twice': ['caution'],
  'dimpled-both-ways': ['stop'],
  flattened: ['stop'],
  'other-angle': ['stop'],
  'cut-deeper-than-planned': ['caution', 'stop'],
  cracked: ['stop'],
  'set-twice': ['stop'],
  'set-otherwise': ['stop'],
  'set-other-length': ['caution'],
  'shut-under-rivet': ['stop'],
  'not-recorded': ['caution'],
  'head-refused': ['stop'],
  'deviation-stop': ['stop'],
  'measure-first': ['stop'],
  'deviations-add-up': ['caution'],
  'no-go': ['stop'],
  'look-again': ['caution'],
  'record-changed': ['caution'],
} as const satisfies Record<string, readonly Severity[]>;

export type StandingCode = keyof typeof STANDING_SEVERITIES;

/** One finding at a hole: its code, how grave, which layer (zero-based, where it is a layer's), and the numbers (lengths in mm). */
export interface StandingFinding {
  readonly code: StandingCode;
  readonly severity: Severity;
  readonly layer?: number;
  readonly data: Readonly<Record<string, number | string>>;
  /** The measure that makes it graver, mm or as a count; absent: it has none. */
  readonly figure?: number;
  /** The newest mark it rests on, by its place among the marks of the row; absent: none of its own. */
  readonly since?: number;
  /** Somebody answered it, and nothing graver came since: it stands, and stops nothing. */
  readonly isSettled?: true;
}
