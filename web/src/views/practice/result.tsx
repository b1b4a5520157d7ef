import { PRACTICE } from '#core/depth/practice-text';
import { STRATEGIES, type Shares, type Strategy } from '#core/depth/simulate';
import type { Mm, Units } from '#core/units/length';
import { showLength, showNumber } from '#core/units/show';
import { drawShares } from '../../drawing/shares-drawing';

const WAYS: Readonly<Record<Strategy, { readonly text: string; readonly dash: string; readonly colour: string }>> = {
  advice: { text: 'following the advice', dash: '', colour: 'var(--done)' },
  'every-reading': { text: 'adjusting after every reading', dash: '7 4', colour: 'var(--stop)' },
  never: { text: 'never adjusting', dash: '2 4', colour: 'var(--ink2)' },
};

interface ResultProps {
  readonly points: readonly Shares[];
  /** The gauge's scatter at each of them, and at those still to come. */
  readonly values: readonly Mm[];
  readonly units: Units;
}

/** Where each way of setting the cage wins, drawn and in numbers. */
export function Result({ points, values, units }: ResultProps) {
  const marks = drawShares(values.slice(0, points.length), points, 640, 340);
  return (
    <>
      <svg
        viewBox={`0 0 ${marks.width} ${marks.height}`}
        className="w-full"
        role="img"
        aria-label="Share of good holes over the gauge’s scatter, three ways"
      >
        {marks.ticksY.map((t) => (
          <g key={t.share}>
            <line x1="52" x2={marks.width - 16} y1={t.y} y2={t.y} style={{ stroke: 'var(--line)' }} />
            <text x="46" y={t.y + 4} textAnchor="end" fontSize="12" style={{ fill: 'var(--ink2)' }}>
              {t.share * 100} %
            </text>
          </g>
        ))}
        {marks.ticksX.map((t) => (
          <text key={t.x} x={t.x} y={marks.height - 40} textAnchor="middle" fontSize="12" style={{ fill: 'var(--ink2)' }}>
            {showNumber(t.value, units)}
          </text>
        ))}
        {marks.lines.map((l) => (
          <g key={l.strategy}>
            <path
              d={l.path}
              fill="none"
              strokeWidth="2.5"
              strokeDasharray={WAYS[l.strategy].dash}
              style={{ stroke: WAYS[l.strategy].colour }}
            />
            {l.points.map((p) => (
              <circle key={p.x} cx={p.x} cy={p.y} r="3" style={{ fill: WAYS[l.strategy].colour }} />
            ))}
          </g>
        ))}
        {marks.winners.map((w) => (
          <rect
            key={w.x1}
            x={w.x1}
            y={marks.height - 28}
            width={Math.max(1, w.x2 - w.x1)}
            height="12"
            style={{ fill: WAYS[w.strategy].colour }}
          />
        ))}
        <text x="52" y={marks.height - 2} fontSize="12" style={{ fill: 'var(--ink2)' }}>
          gauge scatter, {units}; the bar: which way wins
        </text>
      </svg>
      <table className="text-[14.5px]">
        <caption className="label pb-1 text-left text-[16px]">
          Holes within {showLength(PRACTICE.tolerance, units)} of the target, {points[0]?.rows} rows
        </caption>
        <thead>
          <tr className="text-left">
            <th className="pr-3">Gauge scatter</th>
            {STRATEGIES.map((s) => (
              <th key={s} className="pr-3">
                {WAYS[s].text}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {points.map((p, i) => (
            <tr key={i} className="border-t border-line">
              <td>{showLength(values[i] as number, units)}</td>
              {STRATEGIES.map((s) => (
                <td key={s}>{(p.share[s] * 100).toFixed(1)} %</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-[14px] text-ink2">
        Assumed: every scatter is normal, the drift even, the builder turns whole clicks of {showLength(PRACTICE.click, units)} and the cage
        does what it is told. A real cage may stick, a real hand may press. It shows a tendency, not your shop.
      </p>
    </>
  );
}
