import type { Stage } from '#core/record/stage';

/** How far a hole is, as the map draws it: stage by shape. `size` in pixels. */
export function StageMark({ stage, size = 18 }: { stage: Stage; size?: number }) {
  const colour = stage === 'open' || stage === 'laid-out' ? 'var(--ink2)' : 'var(--done)';
  const isFull = stage === 'prepared' || stage === 'inspected' || stage === 'laid-out';
  const fill = isFull ? colour : 'var(--paper)';
  return (
    <svg width={size} height={size} viewBox="-10 -10 20 20" aria-hidden className="shrink-0">
      <g style={{ stroke: colour, fill }} strokeWidth="2">
        <StageShape stage={stage} />
      </g>
    </svg>
  );
}

function StageShape({ stage }: { stage: Stage }) {
  switch (stage) {
    case 'open':
      return <path d="M-6 0h12M0 -6v12" fill="none" />;
    case 'laid-out':
      return <circle r="2.4" />;
    case 'piloted':
      return <circle r="4.6" />;
    case 'drilled':
    case 'prepared':
      return <circle r="7.4" />;
    case 'deburred':
      return (
        <>
          <circle r="7.4" />
          <path d="M-7.4 0h14.8" />
        </>
      );
    case 'set':
    case 'inspected':
      return <rect x="-7" y="-7" width="14" height="14" />;
  }
}
