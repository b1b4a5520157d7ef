import { countOf } from '#core/wording/words';
import { drawLayout, RESIDUAL_TIMES } from '../../drawing/layout-drawing';
import { pathLength } from '#core/layout/path';
import type { Units } from '#core/units/length';
import { showNumber } from '#core/units/show';
import type { LaidOut } from '#core/compose/layout-text';

/** The row as it will lie, holes numbered; a clash is a crossed ring, a measured hole a stroke from where the fit puts it. */
export function LayoutPicture({ laid, title, from, units }: { laid: LaidOut; title: string; from: 'start' | 'end'; units: Units }) {
  const clash = new Set(laid.first.clashes);
  const fit = laid.fit;
  const total = pathLength(laid.path);
  const marks = drawLayout({
    path: laid.path,
    holes: [
      ...laid.first.places.map((p, i) => ({ ...p, row: 0, isClash: clash.has(i) })),
      ...laid.second.map((h) => ({ ...h.place, row: 1, isClash: false })),
    ],
    ...(fit
      ? {
          residuals: laid.first.places.map((p, i) => ({
            from: p,
            to: {
              x: p.x + (laid.measured[i]?.x ?? 0) - (fit.fitted[i]?.x ?? 0),
              y: p.y + (laid.measured[i]?.y ?? 0) - (fit.fitted[i]?.y ?? 0),
            },
            isOutlier: fit.outlier === i,
          })),
        }
      : {}),
    running: laid.first.distances.map((d) => showNumber(from === 'start' ? d : total - d, units)),
    width: 760,
    maxHeight: 260,
  });
  return (
    <figure>
      <svg
        viewBox={`0 0 ${marks.width} ${marks.height.toFixed(0)}`}
        className="w-full"
        role="img"
        aria-label={`${title}: ${countOf(laid.first.count, 'hole')}${laid.second.length > 0 ? ` and ${laid.second.length} in the second row` : ''}`}
      >
        <path d={marks.path} fill="none" strokeWidth="1.2" strokeDasharray="8 4" style={{ stroke: 'var(--dye)' }} />
        {marks.holes.map((h, i) => (
          <g key={i} style={{ stroke: h.isClash ? 'var(--stop)' : 'var(--ink)' }}>
            <circle cx={h.x} cy={h.y} r="4.5" strokeWidth="1.6" style={{ fill: h.row === 0 ? 'var(--raised)' : 'var(--metal)' }} />
            {h.isClash ? <path d={`M${h.x - 7} ${h.y - 7}l14 14M${h.x + 7} ${h.y - 7}l-14 14`} strokeWidth="2" /> : null}
            {h.showName ? (
              <text x={h.x} y={h.y - 10} textAnchor="middle" fontSize="12" strokeWidth="0" style={{ fill: 'var(--ink)' }}>
                {h.name}
              </text>
            ) : null}
          </g>
        ))}
        {marks.running.map((t, i) => (
          <text
            key={i}
            fontSize="12.5"
            textAnchor="end"
            transform={`translate(${t.x + 4} ${t.y}) rotate(-90)`}
            style={{ fill: 'var(--ink2)' }}
          >
            {t.text}
          </text>
        ))}
        {marks.residuals.map((r, i) => (
          <line
            key={i}
            x1={r.x1}
            y1={r.y1}
            x2={r.x2}
            y2={r.y2}
            strokeWidth={r.isOutlier ? 3.5 : 2}
            style={{ stroke: r.isOutlier ? 'var(--stop)' : 'var(--done)' }}
          />
        ))}
      </svg>
      <p className="text-[13px] text-ink2">Below each hole: its distance from the {from} of the row, as the ruler lies once.</p>
      {fit ? (
        <figcaption className="text-[13px] text-ink2">
          Strokes: where each hole was measured against the best fit, {RESIDUAL_TIMES} times larger than it is.
        </figcaption>
      ) : null}
    </figure>
  );
}
