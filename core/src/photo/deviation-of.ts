import { judgeHole, missingOf } from '../deviation/judge';
import type { Stack } from '../prep/stack';
import type { RowDefinition, TypedLength } from '../record/definitions';
import type { Deviation } from '../record/mark-payloads';
import type { Mm } from '../units/length';
import type { PhotoFinding } from './compare';

/** Findings that are deviations of a hole of the plan, to be kept as such. */
export type DeviatingFinding = PhotoFinding & { readonly kind: 'off' | 'wide' };

/** Whether a finding is kept as a deviation; a missing hole is work to do, an extra one belongs to no hole of the plan. */
export const isDeviating = (f: PhotoFinding): f is DeviatingFinding => f.kind === 'off' || f.kind === 'wide';

/** A finding as a deviation, judged as one that was typed. `typed`: a length as it is to be read again. */
export function deviationOf(f: DeviatingFinding, row: RowDefinition, stack: Stack, typed: (mm: number) => TypedLength): Deviation {
  const judgement = judgeHole(stack, {
    hole: f.kind === 'wide' ? (f.found.diameter as Mm) : undefined,
    isElongated: false,
    moved: f.kind === 'off' ? 'place' : undefined,
    isOnPurpose: false,
    edges: row.layers.map(() => undefined),
    pitch: undefined,
    cutAway: undefined,
  });
  const { verdict } = judgement;
  return {
    kind: f.kind === 'off' ? 'out-of-place' : 'oversize',
    ...(f.kind === 'off' ? { off: typed(f.by) } : { hole: typed(f.found.diameter) }),
    verdict,
    ...(verdict === 'unknown' ? { missing: missingOf(judgement, row) } : {}),
  };
}
