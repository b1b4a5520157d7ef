export type Severity = 'stop' | 'caution' | 'note';
export type Verdict = 'ok' | 'caution' | 'stop';

/**
 * Every finding a stack can raise, in the order of the catalogue. The severities one code can take are listed;
 * what each means and its wording stand in `wording/findings.ts`, the published list in `docs/findings.md`.
 */
export const FINDING_SEVERITIES = {
  'two-thirds-exceeded': ['caution'],
  'countersink-breaks-through': ['caution', 'stop'],
  unresolved: ['stop'],
  'not-aluminium': ['stop'],
  'dimple-too-thick': ['stop'],
  'not-received': ['stop'],
  'outside-method-range': ['caution'],
  'nest-misfit': ['caution', 'stop'],
  'hole-over-max': ['stop'],
  'length-does-not-work': ['caution', 'stop'],
  'waist-over-pilot': ['caution', 'stop'],
  'edge-distance-low': ['caution', 'stop'],
  'edge-distance-high': ['note'],
  'hole-off-part': ['caution'],
  'pitch-low': ['caution', 'stop'],
  'row-distance-low': ['stop'],
  'pitch-high': ['note'],
  'rivet-small-for-sheet': ['note'],
  'rivet-large-for-sheet': ['note'],
  'angle-mismatch': ['stop'],
  'plans-differ': ['caution'],
  'far-side-unsaid': ['stop'],
  'grip-out-of-range': ['stop'],
  'cutter-too-small': ['stop'],
  'hole-max-unknown': ['caution'],
  'mixed-fit': ['note', 'caution'],
} as const satisfies Record<string, readonly Severity[]>;

export type FindingCode = keyof typeof FINDING_SEVERITIES;

/** One finding: its code, how grave, which layer (zero-based, where it is a layer's), and the numbers (lengths in mm). */
export interface Finding {
  readonly code: FindingCode;
  readonly severity: Severity;
  readonly layer?: number;
  /** The side it is seen from, where both are flush. */
  readonly face?: 'head' | 'far';
  readonly data: Readonly<Record<string, number | string>>;
}

/** The worst of stop and caution; notes leave it ok. */
export function verdictOf(findings: readonly { readonly severity: Severity }[]): Verdict {
  let verdict: Verdict = 'ok';
  for (const f of findings) {
    if (f.severity === 'stop') return 'stop';
    if (f.severity === 'caution') verdict = 'caution';
  }
  return verdict;
}

/** The worse of two verdicts. */
export function worse(a: Verdict, b: Verdict): Verdict {
  if (a === 'stop' || b === 'stop') return 'stop';
  return a === 'caution' || b === 'caution' ? 'caution' : 'ok';
}
