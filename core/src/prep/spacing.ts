import type { RowEdge } from '../layout/outline';
import type { Limits } from '../tables/limits';
import { longer, shorter, type Mm } from '../units/length';
import type { Finding, FindingCode } from './findings';

/** What edge distance and spacing are judged by. */
export interface SpacingRule {
  readonly diameter: Mm;
  readonly flush: boolean;
  readonly limits: Limits;
}

/** Under the stop limit stop; flush heads under theirs caution; lengths as multiples of D. */
function low(code: FindingCode, key: string, value: Mm, rule: SpacingRule, stopD: number, flushD: number, layer?: number): Finding[] {
  const isStop = shorter(value, stopD * rule.diameter);
  if (!isStop && !(rule.flush && shorter(value, flushD * rule.diameter))) return [];
  const limitD = isStop ? stopD : flushD;
  return [
    {
      code,
      severity: isStop ? 'stop' : 'caution',
      ...(layer === undefined ? {} : { layer }),
      data: { [key]: value, limit: limitD * rule.diameter, limitD },
    },
  ];
}

function high(code: FindingCode, key: string, value: Mm, rule: SpacingRule, limitD: number, layer?: number): Finding[] {
  if (!longer(value, limitD * rule.diameter)) return [];
  return [
    { code, severity: 'note', ...(layer === undefined ? {} : { layer }), data: { [key]: value, limit: limitD * rule.diameter, limitD } },
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

/** Along one row: under 3 D stop, flush heads under 3.5 D caution, over 16 D a note. */
export function pitchFindings(pitch: Mm, rule: SpacingRule): Finding[] {
  const { pitchStopD, pitchFlushD, pitchHighD } = rule.limits;
  return [...low('pitch-low', 'pitch', pitch, rule, pitchStopD, pitchFlushD), ...high('pitch-high', 'pitch', pitch, rule, pitchHighD)];
}

/** Between rows: under 2.5 D stop. */
export function rowDistanceFindings(distance: Mm, rule: SpacingRule): Finding[] {
  return low('row-distance-low', 'distance', distance, rule, rule.limits.rowDistanceD, 0);
}
