import type { Severity } from '../prep/findings';
import type { StandingFinding } from './findings';
import type { RowDefinition } from '../record/definitions';
import type { FindingStood } from '../record/marks';
import type { Settlement } from './hole-done';
import type { PieceNumbers } from './pieces';

const GRAVITY: Readonly<Record<Severity, number>> = { note: 0, caution: 1, stop: 2 };

/** A figure that grew by less than this is the same, mm: what the rounding of inches leaves. */
const SAME_FIGURE = 1e-6;

/** A finding with the piece it is at. */
export interface FindingAt {
  readonly finding: StandingFinding;
  /** Absent: the hole's as a whole. */
  readonly partId?: string | undefined;
  readonly piece?: number | undefined;
}

/**
 * Whether an answer on record holds for a finding as it stands: the same piece, no graver, no larger figure, and no newer mark of its kind. Source:
 * docs/rules.md, "The metal".
 */
export function isSettledBy(settled: readonly Settlement[], { finding, partId, piece }: FindingAt): boolean {
  return settled.some(
    ({ code, stood, order }) =>
      code === finding.code &&
      (finding.since ?? 0) <= order &&
      stood.some(
        (s) =>
          s.partId === partId &&
          (s.piece ?? 1) === (piece ?? 1) &&
          GRAVITY[s.severity] >= GRAVITY[finding.severity] &&
          (finding.figure === undefined || (s.figure ?? -Infinity) >= finding.figure - SAME_FIGURE),
      ),
  );
}

/** A finding at a hole as an answer keeps it. */
export function figureAt(
  { severity, layer, figure }: StandingFinding,
  holeId: string,
  row: Pick<RowDefinition, 'layers'>,
  pieces: PieceNumbers,
): FindingStood {
  const partId = layer === undefined ? undefined : row.layers[layer]?.partId;
  return {
    holeId,
    ...(partId === undefined ? {} : { partId, piece: pieces.get(partId) ?? 1 }),
    severity,
    ...(figure === undefined ? {} : { figure }),
  };
}
