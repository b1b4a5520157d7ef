import type { Tether } from '../../drawing/track-drawing';

/** Dashed from a row's station to what shuts it off, where it ends at a bar. */
export function TetherLine({ tether: { x1, x2, y, isLate } }: { tether: Omit<Tether, 'id'> }) {
  const colour = isLate ? 'var(--stop)' : 'var(--ink2)';
  return (
    <g aria-hidden style={{ stroke: colour }} fill="none">
      <path d={`M${x1} ${y}H${x2}`} strokeWidth={isLate ? 2.4 : 1.4} strokeDasharray="5 4" />
      <path d={`M${x2} ${y - 5}v10`} strokeWidth="2.4" />
    </g>
  );
}
