import type { ReachingKind } from '#core/reach/reach';
import { toolSilhouette } from '../../drawing/tool-silhouette';

/** Where the measures of a tool are taken: T throat, h nose height, w half the nose's width. */
export function SilhouettePicture({ kind }: { kind: ReachingKind }) {
  const s = toolSilhouette(kind);
  return (
    <svg
      viewBox="0 0 230 130"
      className="w-56"
      role="img"
      aria-label="Where to measure: T throat depth, h nose height, w half the width of the nose"
    >
      <path d={s.outline} strokeWidth="2" style={{ fill: 'var(--metal)', stroke: 'var(--ink)' }} />
      <g strokeWidth="1.5" fontSize="14" style={{ stroke: 'var(--dye)', fill: 'var(--dye)' }}>
        <line x1={s.throat.x1} y1={s.throat.y} x2={s.throat.x2} y2={s.throat.y} />
        <text x={(s.throat.x1 + s.throat.x2) / 2} y={s.throat.y - 4} strokeWidth="0">
          T
        </text>
        <line x1={s.noseHeight.x} y1={s.noseHeight.y1} x2={s.noseHeight.x} y2={s.noseHeight.y2} />
        <text x={s.noseHeight.x - 10} y={s.noseHeight.y2} strokeWidth="0">
          h
        </text>
        <line x1={s.noseHalfWidth.x1} y1={s.noseHalfWidth.y} x2={s.noseHalfWidth.x2} y2={s.noseHalfWidth.y} />
        <text x={s.noseHalfWidth.x2 + 2} y={s.noseHalfWidth.y} strokeWidth="0">
          w
        </text>
      </g>
    </svg>
  );
}
