import { FlipHorizontal2, RotateCw } from 'lucide-react';
import type { Place } from '#core/layout/path';
import type { Hand, Orientation } from '#core/record/definitions';
import { mirrorOrientation } from '#core/record/mirror';
import { drawPart, shapeOf, type PartShape } from '../../drawing/part-drawing';
import { Button } from '../../ui/controls';

const HALF = 84;
export const AS_MADE: Orientation = { turnDeg: 0, flipped: false };

/** How the part lies in its place: one turns and flips it; the other hand stands beside it, as a mirror shows it. */
export function OrientationPicture({
  hand,
  corners,
  orientation,
  onChange,
}: {
  hand: Hand | null;
  /** The part's own outline, where it has one. */
  corners?: readonly Place[] | undefined;
  orientation: Orientation;
  onChange: (next: Orientation) => void;
}) {
  const turn = () => onChange({ ...orientation, turnDeg: ((orientation.turnDeg + 90) % 360) as Orientation['turnDeg'] });
  const flip = () => onChange({ ...orientation, flipped: !orientation.flipped });
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap gap-3">
        <OnePart
          hand={hand ?? 'L'}
          shape={shapeOf(corners, hand)}
          name={hand === null ? 'no hand' : hand === 'L' ? 'left' : 'right'}
          orientation={orientation}
        />
        {hand === null ? null : (
          <OnePart
            hand={hand === 'L' ? 'R' : 'L'}
            shape={shapeOf(corners, hand)}
            name={hand === 'L' ? 'right' : 'left'}
            orientation={mirrorOrientation(orientation)}
            isOther
          />
        )}
      </div>
      <div className="flex flex-wrap items-center gap-2">
        <Button onClick={turn}>
          <RotateCw size={16} aria-hidden /> Turn
        </Button>
        <Button onClick={flip}>
          <FlipHorizontal2 size={16} aria-hidden /> Flip over
        </Button>
        <span className="text-[14px] text-ink2" role="status">
          Turned {orientation.turnDeg}°, {orientation.flipped ? 'back face' : 'marked face'} out
        </span>
      </div>
    </div>
  );
}

interface OnePartProps {
  readonly hand: Hand;
  readonly shape: PartShape;
  readonly name: string;
  readonly orientation: Orientation;
  readonly isOther?: boolean;
}

function OnePart({ hand, shape, name, orientation, isOther = false }: OnePartProps) {
  const marks = drawPart(shape, hand, orientation, HALF);
  const forward = hand === 'L' ? '← forward' : 'forward →';
  return (
    <figure className={`flex flex-col items-center rounded border ${isOther ? 'border-dashed border-edge' : 'border-dye'} p-1`}>
      <svg
        width={HALF * 2}
        height={HALF * 2}
        role="img"
        aria-label={`${name}: turned ${orientation.turnDeg} degrees, ${orientation.flipped ? 'back face' : 'marked face'} out`}
      >
        <text x={HALF} y="13" textAnchor="middle" fontSize="13" style={{ fill: 'var(--ink2)' }}>
          ↑ up
        </text>
        <text x={HALF} y={HALF * 2 - 4} textAnchor="middle" fontSize="13" style={{ fill: 'var(--ink2)' }}>
          {forward}
        </text>
        <path
          d={marks.outline}
          strokeWidth="2"
          strokeDasharray={orientation.flipped ? '6 3' : undefined}
          style={{ fill: 'var(--metal)', stroke: 'var(--ink)' }}
        />
        {marks.holes.map((h, i) => (
          <circle key={i} cx={h.x} cy={h.y} r="5" strokeWidth="1.5" style={{ fill: 'var(--paper)', stroke: 'var(--ink)' }} />
        ))}
        <line
          x1={marks.arrow.from.x}
          y1={marks.arrow.from.y}
          x2={marks.arrow.to.x}
          y2={marks.arrow.to.y}
          strokeWidth="2.5"
          style={{ stroke: 'var(--dye)' }}
        />
        <circle cx={marks.arrow.to.x} cy={marks.arrow.to.y} r="4.5" style={{ fill: 'var(--dye)' }} />
      </svg>
      <figcaption className="label text-[14px]">
        {name}
        {isOther ? ' (as a mirror shows it)' : ''}
      </figcaption>
    </figure>
  );
}
