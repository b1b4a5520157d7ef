import type { Profile } from '#core/tables/profiles';
import { windowDrawing } from '../../drawing/window-drawing';

interface HeadWindowProps {
  readonly profile: Profile;
  readonly volumeD3: number;
  /** Of a stack dimpled all through: the same reckoned to the lip; the head lies between the two curves. */
  readonly lipVolumeD3: number | null;
  readonly formFactor: number;
  readonly readings: readonly {
    readonly widthD: number;
    readonly heightD: number; /** What the builder decided, whatever the window says. */
    readonly isAccepted: boolean;
  }[];
  readonly current: { readonly widthD: number; readonly heightD: number } | null;
}

const FRAME = { width: 300, height: 230 };

/** Width against height, in diameters: the window that is accepted, the curve this rivet can follow in this stack, the readings on it. */
export function HeadWindow({ profile, volumeD3, lipVolumeD3, formFactor, readings, current }: HeadWindowProps) {
  const d = windowDrawing(profile, volumeD3, formFactor, FRAME);
  const atLip = lipVolumeD3 === null ? null : windowDrawing(profile, lipVolumeD3, formFactor, FRAME).curve;
  /* Where no metal is left for a head, nothing is inside any window. */
  const isPossible = volumeD3 > 0;
  return (
    <svg
      viewBox={`0 0 ${FRAME.width} ${FRAME.height}`}
      className="w-[300px] max-w-full"
      role="img"
      aria-label={`Acceptance window: width ${profile.minWidthD} to ${profile.maxWidthD} D, height ${profile.minHeightD} to ${profile.maxHeightD} D, ${readings.length} readings`}
    >
      {isPossible ? (
        <rect {...d.window} style={{ fill: 'var(--done-soft)', stroke: 'var(--done)' }} strokeWidth="1.5" />
      ) : (
        <text x={FRAME.width / 2 + 14} y={90} textAnchor="middle" fontSize="12" style={{ fill: 'var(--stop)' }}>
          no head can be made of this length
        </text>
      )}
      {atLip ? <path d={atLip} fill="none" style={{ stroke: 'var(--dye)' }} strokeWidth="2" strokeDasharray="5 3" /> : null}
      <path d={d.curve} fill="none" style={{ stroke: 'var(--dye)' }} strokeWidth="2" />
      <g fontSize="11" style={{ fill: 'var(--ink2)', stroke: 'var(--line)' }}>
        <path d={`M${d.x(1.1)} ${d.y(1.2)}V${d.y(0.2)}H${d.x(2)}`} fill="none" style={{ stroke: 'var(--ink2)' }} />
        {d.ticksX.map((t) => (
          <text key={t} x={d.x(t)} y={FRAME.height - 20} textAnchor="middle" strokeWidth="0">
            {t}
          </text>
        ))}
        {d.ticksY.map((t) => (
          <text key={t} x={34} y={d.y(t) + 4} textAnchor="end" strokeWidth="0">
            {t}
          </text>
        ))}
        <text x={(FRAME.width + 40) / 2} y={FRAME.height - 5} textAnchor="middle" strokeWidth="0">
          width / D
        </text>
        <text x={10} y={110} transform="rotate(-90 10 110)" textAnchor="middle" strokeWidth="0">
          height / D
        </text>
      </g>
      {readings.map((r, i) =>
        r.isAccepted ? (
          <circle key={i} cx={d.x(r.widthD)} cy={d.y(r.heightD)} r="3.5" style={{ fill: 'var(--paper)', stroke: 'var(--ink)' }} />
        ) : (
          <path
            key={i}
            d={`M${d.x(r.widthD) - 4} ${d.y(r.heightD) - 4}l8 8m0 -8l-8 8`}
            style={{ stroke: 'var(--stop)' }}
            strokeWidth="1.6"
          />
        ),
      )}
      {current ? (
        <circle
          cx={d.x(current.widthD)}
          cy={d.y(current.heightD)}
          r="7"
          style={{ fill: 'var(--dye)', stroke: 'var(--paper)' }}
          strokeWidth="2"
        />
      ) : null}
    </svg>
  );
}
