import type { RowEdge } from '../layout/outline';
import type { HolePair, TrueSpacing } from '../layout/true-spacing';
import type { Limits } from '../tables/limits';
import { longer, shorter, type Mm } from '../units/length';
import type { Finding, FindingCode } from './findings';

/** What edge distance and spacing are judged by. */
export interface SpacingRule {
  readonly diameter: Mm;
  readonly flush: boolean;
  readonly limits: Limits;
}

/** What a finding says beside value and limit. */
type MoreData = Readonly<Record<string, number | string>>;

/** Under the stop limit stop; flush heads under theirs caution; lengths as multiples of D. */
function low(
  code: FindingCode,
  key: string,
  value: Mm,
  rule: SpacingRule,
  stopD: number,
  flushD: number,
  layer?: number,
  more: MoreData = {},
): Finding[] {
  const isStop = shorter(value, stopD * rule.diameter);
  if (!isStop && !(rule.flush && shorter(value, flushD * rule.diameter))) return [];
  const limitD = isStop ? stopD : flushD;
  return [
    {
      code,
      severity: isStop ? 'stop' : 'caution',
      ...(layer === undefined ? {} : { layer }),
      data: { [key]: value, limit: limitD * rule.diameter, limitD, ...more },
    },
  ];
}

function high(
  code: FindingCode,
  key: string,
  value: Mm,
  rule: SpacingRule,
  limitD: number,
  layer?: number,
  more: MoreData = {},
): Finding[] {
  if (!longer(value, limitD * rule.diameter)) return [];
  return [
    {
      code,
      severity: 'note',
      ...(layer === undefined ? {} : { layer }),
      data: { [key]: value, limit: limitD * rule.diameter, limitD, ...more },
    },
  ];
}

/** Holes against one part's outline: the nearest to its edge, where it is too near, and any that lie off the part. */
export function outlineFindings(edge: RowEdge, rule: SpacingRule, layer: number): Finding[] {
  const off = edge.outside;
  const nearest =
    off.length > 0 && edge.hole === off[0]
      ? []
      : edgeFindings(edge.least, rule, layer)
          .filter((f) => f.code === 'edge-distance-low')
          .map((f) => ({ ...f, data: { ...f.data, hole: edge.hole + 1 } }));
  if (off.length === 0) return nearest;
  return [{ code: 'hole-off-part', severity: 'caution', layer, data: { hole: (off[0] as number) + 1, count: off.length } }, ...nearest];
}

/** Hole centre to edge: under 2 D stop, flush heads under 2.5 D caution, over 4 D a note. */
export function edgeFindings(edge: Mm, rule: SpacingRule, layer?: number): Finding[] {
  const { edgeStopD, edgeFlushD, edgeHighD } = rule.limits;
  return [
    ...low('edge-distance-low', 'edge', edge, rule, edgeStopD, edgeFlushD, layer),
    ...high('edge-distance-high', 'edge', edge, rule, edgeHighD, layer),
  ];
}

/** Along one row: under 3 D stop, flush heads under 3.5 D caution, with another row within 4 D beside it under 4 D; over 16 D a note. */
export function pitchFindings(pitch: Mm, rule: SpacingRule, rowDistance?: Mm): Finding[] {
  const isPaired = rowDistance !== undefined && !longer(rowDistance, rule.limits.pitchBesideD * rule.diameter);
  return [...pitchLow(pitch, rule, isPaired), ...high('pitch-high', 'pitch', pitch, rule, rule.limits.pitchHighD)];
}

/** `isPaired`: a row stands beside it within 4 D; then under 4 D is a caution whatever the head. */
function pitchLow(pitch: Mm, rule: SpacingRule, isPaired = false, more: MoreData = {}): Finding[] {
  const { pitchStopD, pitchFlushD, pitchBesideD } = rule.limits;
  if (!isPaired) return low('pitch-low', 'pitch', pitch, rule, pitchStopD, pitchFlushD, undefined, more);
  return low('pitch-low', 'pitch', pitch, { ...rule, flush: true }, pitchStopD, pitchBesideD, undefined, { ...more, paired: 1 });
}

/** Between rows: under 2.5 D stop. */
export function rowDistanceFindings(distance: Mm, rule: SpacingRule, more: MoreData = {}): Finding[] {
  return low('row-distance-low', 'distance', distance, rule, rule.limits.rowDistanceD, 0, undefined, more);
}

const pairData = (pair: HolePair) => ({ hole: pair.hole + 1, otherHole: pair.other + 1 });

/**
 * What the true places of a row's holes say, against each other and against the rows around: `pitch-low` within the row (with a row
 * beside it within 4 D under 4 D too), `pitch-high`, `row-distance-low`, and any two holes of two rows under 3 D, staggered
 * neighbours under 2.5 D.
 */
export function trueSpacingFindings(spacing: TrueSpacing, rule: SpacingRule): Finding[] {
  const { limits } = rule;
  const findings: Finding[] = [];
  const { least, widest, beside } = spacing;
  const isPaired = beside !== null && !longer(beside.distance, limits.pitchBesideD * beside.diameter);
  if (least) findings.push(...pitchLow(least.distance, rule, isPaired, pairData(least)));
  if (widest) findings.push(...high('pitch-high', 'pitch', widest.distance, rule, limits.pitchHighD, undefined, pairData(widest)));
  if (beside) findings.push(...rowDistanceFindings(beside.distance, { ...rule, diameter: beside.diameter }, { row: beside.row }));
  for (const [pair, limitD] of [
    [spacing.near, limits.pitchStopD],
    [spacing.staggered, limits.rowDistanceD],
  ] as const) {
    if (!pair) continue;
    const its = { ...rule, diameter: pair.diameter };
    findings.push(...low('pitch-low', 'pitch', pair.distance, its, limitD, 0, undefined, { ...pairData(pair), row: pair.row }));
  }
  return findings;
}
