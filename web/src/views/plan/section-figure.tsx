import { useId, useMemo, type Ref } from 'react';
import type { Plan } from '#core/prep/plan';
import type { Stack } from '#core/prep/stack';
import { drawSection, type SectionFrame } from '../../drawing/section-drawing';
import type { PlacedLabel } from '../../drawing/labels';
import { useUnits } from '../../ui/units';

/** Hatch of each sheet in turn: angle and spacing, so that neighbours never look alike, in grey print either. */
const HATCHES = [
  { angle: 45, gap: 7 },
  { angle: -45, gap: 7 },
  { angle: 45, gap: 4 },
  { angle: -45, gap: 4 },
  { angle: 90, gap: 5 },
  { angle: 0, gap: 5 },
] as const;

const TONE = { plain: 'var(--ink)', caution: 'var(--caution)', stop: 'var(--stop)' } as const;

interface SectionFigureProps {
  readonly stack: Stack;
  readonly plan: Plan;
  readonly title: string;
  readonly frame: SectionFrame;
  readonly svgRef?: Ref<SVGSVGElement>;
}

/** The row's cross-section, to scale. Colours are styles with named variables, so that an export can resolve them. */
export function SectionFigure({ stack, plan, title, frame, svgRef }: SectionFigureProps) {
  const units = useUnits();
  const id = useId();
  const { plotWidth, plotHeight, labelWidth } = frame;
  const marks = useMemo(
    () => drawSection(stack, plan, units, { plotWidth, plotHeight, labelWidth }),
    [stack, plan, units, plotWidth, plotHeight, labelWidth],
  );
  return (
    <svg
      ref={svgRef}
      viewBox={`0 0 ${marks.width} ${marks.height.toFixed(1)}`}
      style={{ width: '100%', maxWidth: marks.width, height: 'auto', display: 'block' }}
      role="img"
      aria-label={`${title}, section ${marks.scale} to 1`}
    >
      <defs>
        {HATCHES.map((h, i) => (
          <pattern
            key={i}
            id={`${id}h${i}`}
            width={h.gap}
            height={h.gap}
            patternUnits="userSpaceOnUse"
            patternTransform={`rotate(${h.angle})`}
          >
            <rect width={h.gap} height={h.gap} style={{ fill: 'var(--metal)' }} />
            <line x1="0" y1="0" x2="0" y2={h.gap} strokeWidth="1.3" style={{ stroke: 'var(--edge)' }} />
          </pattern>
        ))}
      </defs>
      <path d={marks.rivet.driven} strokeWidth="1.2" style={{ fill: 'var(--rivet)', stroke: 'var(--ink)' }} />
      <path d={marks.rivet.shank} strokeWidth="0" style={{ fill: 'var(--rivet)' }} />
      {marks.rivet.fill.map((d, i) => (
        <path key={`fill${i}`} d={d} strokeWidth="0" style={{ fill: 'var(--rivet)' }} />
      ))}
      <path d={marks.rivet.head} strokeWidth="1.2" style={{ fill: 'var(--rivet)', stroke: 'var(--ink)' }} />
      <path d={marks.rivet.stem} strokeWidth="0.9" style={{ fill: 'var(--metal)', stroke: 'var(--ink)' }} />
      {marks.sheets.map((s) => (
        <path
          key={s.index}
          d={s.path}
          fill={`url(#${id}h${s.hatch % HATCHES.length})`}
          strokeWidth="1.6"
          strokeLinejoin="round"
          strokeDasharray={s.isOpen ? '4 3' : undefined}
          style={{ stroke: 'var(--ink)' }}
        />
      ))}
      <path d={marks.rivet.undriven} strokeWidth="1" strokeDasharray="3 3" style={{ fill: 'none', stroke: 'var(--ink2)' }} />
      <line
        x1={marks.axis.x}
        x2={marks.axis.x}
        y1={marks.axis.top}
        y2={marks.axis.bottom}
        strokeWidth="0.7"
        strokeDasharray="9 3 2 3"
        style={{ stroke: 'var(--ink2)' }}
      />
      {marks.alarms.map((d, i) => (
        <path key={i} d={d} strokeWidth="3.2" strokeLinecap="round" style={{ stroke: 'var(--stop)', fill: 'none' }} />
      ))}
      {marks.left.map((label, i) => (
        <SideLabel key={`l${i}`} label={label} textX={marks.plot.left - 12} anchor="end" />
      ))}
      {marks.right.map((label, i) => (
        <SideLabel key={`r${i}`} label={label} textX={marks.plot.right + 12} anchor="start" />
      ))}
    </svg>
  );
}

function SideLabel({ label, textX, anchor }: { label: PlacedLabel; textX: number; anchor: 'start' | 'end' }) {
  const knee = anchor === 'end' ? textX + 4 : textX - 4;
  const colour = TONE[label.tone];
  return (
    <g>
      <polyline
        points={`${label.anchorX.toFixed(1)},${label.anchorY.toFixed(1)} ${knee},${label.y.toFixed(1)}`}
        strokeWidth="0.7"
        style={{ fill: 'none', stroke: colour }}
      />
      <circle cx={label.anchorX} cy={label.anchorY} r="1.6" style={{ fill: colour }} />
      <text
        x={textX}
        y={label.y}
        textAnchor={anchor}
        dominantBaseline="central"
        fontSize="13"
        fontWeight={label.tone === 'plain' ? 400 : 600}
        style={{ fill: colour, fontFamily: 'var(--font-sans)' }}
      >
        {label.text}
      </text>
    </g>
  );
}
