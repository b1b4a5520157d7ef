import { useDraggable } from '@dnd-kit/core';
import type { OperationProgress } from '#core/operations/progress';
import { STATE_WORDS } from '#core/wording/sequence';
import type { Station as Drawn } from '../../drawing/track-drawing';

interface StationProps {
  readonly station: Drawn;
  readonly name: string;
  readonly state: OperationProgress['state'];
  readonly isChosen: boolean;
  readonly isNext: boolean;
  /** It shuts a row off too early; or its row is shut off when it comes. */
  readonly warning: 'closes' | 'shut' | null;
  /** What it is to the chosen operation. */
  readonly link: 'waited-for' | 'opened' | null;
  readonly scale: number;
  readonly onPick: () => void;
}

const R = 8;
const WARNING_WORDS = { closes: ', shuts a row off too early', shut: ', comes when its row is shut off' } as const;

/** One operation on the tracks of its parts; a press picks it, a drag moves it in the order. */
export function Station({ station: s, name, state, isChosen, isNext, warning, link, scale, onPick }: StationProps) {
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: s.id });
  const [top, bottom] = [s.ys[0] ?? 0, s.ys.at(-1) ?? 0];
  const colour = warning ? 'var(--stop)' : state === 'blocked' ? 'var(--ink2)' : state === 'ready' ? 'var(--dye)' : 'var(--done)';
  return (
    <g
      ref={(node) => setNodeRef(node as unknown as HTMLElement | null)}
      {...listeners}
      role="button"
      tabIndex={0}
      aria-pressed={isChosen}
      aria-label={`${name}, ${STATE_WORDS[state]}${isNext ? ', next' : ''}${warning ? WARNING_WORDS[warning] : ''}`}
      className="cursor-pointer select-none [-webkit-touch-callout:none]"
      transform={isDragging && transform ? `translate(${transform.x / scale} 0)` : undefined}
      onClick={onPick}
      onKeyDown={(e) => {
        if (e.key !== 'Enter' && e.key !== ' ') return;
        e.preventDefault();
        onPick();
      }}
    >
      <rect
        x={s.x - 14}
        y={top - 14}
        width="28"
        height={bottom - top + 28}
        rx="14"
        style={{
          fill: isChosen || isDragging ? 'var(--dye-soft)' : 'transparent',
          stroke: isChosen || isDragging ? 'var(--dye)' : 'transparent',
        }}
      />
      {top < bottom ? <line x1={s.x} x2={s.x} y1={top} y2={bottom} strokeWidth="2" style={{ stroke: colour }} /> : null}
      {s.ys.map((y) => (
        <StateSign key={y} x={s.x} y={y} state={state} colour={colour} />
      ))}
      {link ? <LinkSign x={s.x} y={bottom} link={link} /> : null}
      {isNext ? <NextSign x={s.x} y={top} /> : null}
      {warning ? <WarningSign x={s.x} top={top} bottom={bottom} warning={warning} /> : null}
    </g>
  );
}

interface LinkSignProps {
  readonly x: number;
  readonly y: number;
  readonly link: 'waited-for' | 'opened';
}

/** Under a station: the chosen one waits for it, or it waits for the chosen one. */
export function LinkSign({ x, y, link }: LinkSignProps) {
  return (
    <path
      d={`M${x - 4} ${y + 12}l9 5l-9 5z`}
      strokeWidth="1.4"
      style={{ fill: link === 'waited-for' ? 'var(--dye)' : 'var(--paper)', stroke: 'var(--dye)' }}
    />
  );
}

/** Over a station: it is the next one. */
export function NextSign({ x, y }: { x: number; y: number }) {
  return <path d={`M${x - 6} ${y - 22}h12l-6 8z`} style={{ fill: 'var(--dye)' }} />;
}

interface WarningSignProps {
  readonly x: number;
  readonly top: number;
  readonly bottom: number;
  readonly warning: 'closes' | 'shut';
}

/** A bar behind a station that shuts a row off too early; a cross under one that comes too late. */
export function WarningSign({ x, top, bottom, warning }: WarningSignProps) {
  return warning === 'closes' ? (
    <path d={`M${x + 11} ${top - 14}V${bottom + 14}`} strokeWidth="3.5" style={{ stroke: 'var(--stop)' }} />
  ) : (
    <path d={`M${x - 6} ${bottom + 11}l12 8m0 -8l-12 8`} strokeWidth="2.4" fill="none" style={{ stroke: 'var(--stop)' }} />
  );
}

/** The shape says how far it is, the colour after it. */
export function StateSign({ x, y, state, colour }: { x: number; y: number; state: OperationProgress['state']; colour: string }) {
  if (state === 'blocked') return <circle cx={x} cy={y} r={R * 0.45} style={{ fill: 'var(--paper)', stroke: colour }} strokeWidth="1.6" />;
  return (
    <>
      <circle cx={x} cy={y} r={R} style={{ fill: state === 'done' ? colour : 'var(--paper)', stroke: colour }} strokeWidth="2" />
      {state === 'under-way' ? <path d={`M${x} ${y - R}A${R} ${R} 0 0 0 ${x} ${y + R}Z`} style={{ fill: colour }} /> : null}
    </>
  );
}
