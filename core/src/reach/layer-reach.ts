import type { Entity, PartDefinition, RowDefinition } from '../record/definitions';
import type { Step } from '../record/steps';
import {
  measuresToTake,
  rangeReasons,
  REACHING_KINDS,
  reachRanges,
  type RangeReasons,
  type ReachingKind,
  type ReachingTool,
  type ReachRange,
} from './reach';
import { reachingTool, rowAccess } from './row-reach';

/** Which of the owned tools reach the holes of a row in one of its dimpled sheets. */
export interface LayerReach {
  readonly layerId: string;
  readonly part: string;
  readonly ranges: readonly (ReachRange<ReachingTool> & RangeReasons<ReachingTool>)[];
  readonly asks: ReturnType<typeof measuresToTake<ReachingTool>>;
}

/** Reach in every dimpled sheet of a row, from the head side; none where nothing is dimpled. */
export function layerReaches(
  row: RowDefinition,
  steps: readonly Step[],
  parts: ReadonlyMap<string, PartDefinition>,
  tools: readonly Entity<'tool'>[],
): LayerReach[] {
  const reaching = tools.map(reachingTool).filter((t): t is ReachingTool => t !== null);
  if (reaching.length === 0) return [];
  return steps
    .filter((s) => s.kind === 'dimpled')
    .map((s): LayerReach => {
      const part = parts.get(s.partId as string);
      const access = rowAccess(
        row,
        part,
        row.layers.findIndex((l) => l.id === s.layerId),
      );
      return {
        layerId: s.layerId as string,
        part: part?.name ?? '',
        ranges: reachRanges(reaching, access).map((r) => ({ ...r, ...rangeReasons(r, reaching, access) })),
        asks: measuresToTake(reaching, access),
      };
    });
}

/** Each hole's hardest sheet: the least preferred of the best tools, or none where a sheet is reached by nothing. */
export function hardestByHole(reaches: readonly LayerReach[]): (ReachingKind | 'none')[] {
  const [first] = reaches;
  const count = first ? (first.ranges.at(-1)?.to ?? -1) + 1 : 0;
  const rank = (kind: ReachingKind | 'none') => (kind === 'none' ? REACHING_KINDS.length : REACHING_KINDS.indexOf(kind));
  return Array.from({ length: count }, (_, hole) =>
    reaches
      .map((r): ReachingKind | 'none' => r.ranges.find((x) => hole >= x.from && hole <= x.to)?.best?.kind ?? 'none')
      .reduce((a, b) => (rank(a) >= rank(b) ? a : b)),
  );
}
