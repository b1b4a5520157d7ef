import type { LayerReach } from '#core/reach/layer-reach';
import { TOOL_SHORT } from '#core/wording/tools';
import { HOLE_PX, LINE_PX } from '../../drawing/strip-drawing';

interface ReachLineProps {
  readonly reach: LayerReach;
  readonly y: number;
  readonly holeX: (index: number) => number;
}

/** Under the strip: which tool reaches from where to where. Dashed and in the stop colour where none does. */
export function ReachLine({ reach, y, holeX }: ReachLineProps) {
  return (
    <g aria-hidden>
      {reach.ranges.map((r) => {
        const [x1, x2] = [holeX(r.from) - HOLE_PX / 2 + 3, holeX(r.to) + HOLE_PX / 2 - 3];
        const colour = r.best ? 'var(--ink2)' : 'var(--stop)';
        const text = r.best ? (x2 - x1 > 110 ? r.best.name : TOOL_SHORT[r.best.kind]) : TOOL_SHORT.none;
        return (
          <g key={r.from} style={{ stroke: colour, fill: colour }}>
            <path d={`M${x1} ${y + 1}v5H${x2}v-5`} fill="none" strokeWidth="1.5" strokeDasharray={r.best ? undefined : '4 3'} />
            <text x={(x1 + x2) / 2} y={y + LINE_PX - 1} textAnchor="middle" fontSize="12" strokeWidth="0">
              {x2 - x1 > 50 ? text : (text[0]?.toUpperCase() ?? '')}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** Reach told once for sheets that have the same ranges. */
export function differentReaches(reaches: readonly LayerReach[]): LayerReach[] {
  const keyOf = (r: LayerReach) => r.ranges.map((x) => `${x.from}-${x.to}:${x.best?.id ?? ''}`).join();
  return [...new Map(reaches.map((r) => [keyOf(r), r])).values()];
}

/** The same in words, for those who do not see the strip. */
export function reachSentence(reaches: readonly LayerReach[]): string {
  return reaches
    .flatMap((r) => r.ranges.map((x) => `${r.part} holes ${x.from + 1} to ${x.to + 1}: ${x.best?.name ?? TOOL_SHORT.none}`))
    .join('; ');
}
