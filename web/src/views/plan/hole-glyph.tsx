import type { PrepAnswer } from '#core/prep/stack';

/** What was done at one hole in one sheet. */
export interface HoleStage {
  readonly drilled: boolean;
  readonly head: boolean;
  readonly shop: boolean;
  readonly prepared: boolean;
  readonly prep: PrepAnswer;
}

/**
 * Stage by shape: dotted ring, not drilled; ring, drilled; a bar above, deburred head side; a bar below, deburred shop
 * side; inside a chevron, dimpled, or a filled wedge, countersunk.
 */
export function HoleGlyph({ x, y, stage }: { x: number; y: number; stage: HoleStage }) {
  const colour = stage.drilled || stage.head || stage.shop || stage.prepared ? 'var(--done)' : 'var(--edge)';
  return (
    <g transform={`translate(${x} ${y})`} style={{ stroke: colour }} strokeWidth="1.8" fill="none">
      <circle r="8" strokeDasharray={stage.drilled ? undefined : '2 3'} style={{ fill: 'var(--raised)' }} />
      {stage.head ? <path d="M-7 -12.5h14" strokeWidth="2.6" /> : null}
      {stage.shop ? <path d="M-7 12.5h14" strokeWidth="2.6" /> : null}
      {stage.prepared && stage.prep === 'dimple' ? <path d="M-5 -2.5l5 5.5 5-5.5" strokeWidth="2.4" /> : null}
      {stage.prepared && stage.prep === 'countersink' ? <path d="M-5.5 -3.5h11l-5.5 8z" style={{ fill: colour }} /> : null}
    </g>
  );
}
