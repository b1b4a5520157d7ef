import type { ReachingKind } from '#core/reach/reach';
import { TOOL_LETTERS, TOOL_SHORT } from '#core/wording/tools';
import { useRef, useState, type KeyboardEvent, type MouseEvent, type PointerEvent } from 'react';

/** A hole as the pad shows it. */
export interface PadHole {
  readonly id: string;
  readonly number: number;
  readonly isDone: boolean;
  readonly isHeld: boolean;
  /** Something was found at it. */
  readonly hasDeviation: boolean;
  /** What is odd about it, in words; empty: nothing. */
  readonly odd: readonly string[];
  /** Its place in the order of riveting. */
  readonly order?: number | undefined;
  /** The tool that reaches it, where that is asked. */
  readonly tool?: ReachingKind | 'none' | undefined;
}

interface HolePadProps {
  readonly holes: readonly PadHole[];
  readonly chosen: ReadonlySet<string>;
  /** The hole last touched: a finger's drag begins on it. */
  readonly touched: string | null;
  readonly onChoose: (next: ReadonlySet<string>) => void;
  readonly onTouch: (holeId: string) => void;
  /** A held-back hole was tapped: it is not chosen, and says why. */
  readonly onHeld: (hole: PadHole) => void;
  /** Everything else about a hole is wanted: a long press, the other button, the menu key. */
  readonly onMenu: (holeId: string) => void;
}

/**
 * The row's holes big enough for a glove. A tap chooses or lets go of one; a drag chooses a range, by a finger only where it begins on the
 * hole touched last, which shows a grip: everywhere else a finger scrolls. Done ones are filled, held ones crossed.
 */
export function HolePad({ holes, chosen, touched, onChoose, onTouch, onHeld, onMenu }: HolePadProps) {
  const drag = useRef<{ from: number; on: boolean; before: ReadonlySet<string>; hasMoved: boolean; isOver: boolean } | null>(null);
  const [at, setAt] = useState(0);
  const grip = Math.max(
    0,
    holes.findIndex((h) => (touched === null ? chosen.has(h.id) : h.id === touched)),
  );
  const choose = (from: number, to: number, on: boolean, before: ReadonlySet<string>) => {
    const next = new Set(before);
    for (let i = Math.min(from, to); i <= Math.max(from, to); i++) {
      const hole = holes[i];
      if (!hole || hole.isHeld) continue;
      if (on) next.add(hole.id);
      else next.delete(hole.id);
    }
    onChoose(next);
  };
  const indexAt = (e: PointerEvent): number | null => {
    const node = document.elementFromPoint(e.clientX, e.clientY)?.closest('[data-pad]');
    return node instanceof HTMLElement ? Number(node.dataset.pad) : null;
  };
  const onPointerDown = (e: PointerEvent) => {
    drag.current = null;
    const index = indexAt(e);
    const hole = index === null ? undefined : holes[index];
    if (index === null || !hole || e.button !== 0 || (e.pointerType !== 'mouse' && index !== grip)) return;
    /* A finger's drag says the whole range; a mouse adds to what is chosen, or takes from it. */
    const isMouse = e.pointerType === 'mouse';
    drag.current = {
      from: index,
      on: isMouse ? !chosen.has(hole.id) : true,
      before: isMouse ? chosen : new Set(),
      hasMoved: false,
      isOver: false,
    };
  };
  const onPointerMove = (e: PointerEvent) => {
    const from = drag.current;
    const index = from && !from.isOver ? indexAt(e) : null;
    if (!from || index === null || (index === from.from && !from.hasMoved)) return;
    from.hasMoved = true;
    choose(from.from, index, from.on, from.before);
  };
  const tap = (index: number) => {
    const hole = holes[index];
    if (!hole) return;
    setAt(index);
    onTouch(hole.id);
    if (hole.isHeld) onHeld(hole);
    else choose(index, index, !chosen.has(hole.id), chosen);
  };
  /* Also what an assistive program presses; a drag that moved is no press. */
  const onClick = (e: MouseEvent<HTMLButtonElement>, index: number) => {
    const hasDragged = e.detail > 0 && drag.current?.hasMoved;
    drag.current = null;
    if (hasDragged) return;
    tap(index);
  };
  const onKeyDown = (e: KeyboardEvent<HTMLButtonElement>, index: number) => {
    const to = { ArrowRight: index + 1, ArrowLeft: index - 1, Home: 0, End: holes.length - 1 }[e.key];
    const hole = to === undefined ? undefined : holes[to];
    if (to === undefined) return;
    e.preventDefault();
    e.stopPropagation();
    if (!hole) return;
    setAt(to);
    onTouch(hole.id);
    (e.currentTarget.parentElement?.children[to] as HTMLElement | undefined)?.focus();
  };
  return (
    <div
      role="group"
      aria-label={`Holes, ${chosen.size} of ${holes.length} chosen`}
      className="grid grid-cols-[repeat(auto-fill,minmax(60px,1fr))] gap-1 select-none"
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={() => {
        if (drag.current) drag.current.isOver = true;
      }}
      onPointerCancel={() => (drag.current = null)}
    >
      {holes.map((h, i) => (
        <PadButton
          key={h.id}
          hole={h}
          index={i}
          isChosen={chosen.has(h.id)}
          hasGrip={i === grip}
          isTabStop={i === Math.min(at, holes.length - 1)}
          onClick={onClick}
          onKeyDown={onKeyDown}
          onMenu={() => {
            drag.current = null;
            onTouch(h.id);
            onMenu(h.id);
          }}
        />
      ))}
    </div>
  );
}

interface PadButtonProps {
  readonly hole: PadHole;
  readonly index: number;
  readonly isChosen: boolean;
  readonly hasGrip: boolean;
  readonly isTabStop: boolean;
  readonly onClick: (e: MouseEvent<HTMLButtonElement>, index: number) => void;
  readonly onKeyDown: (e: KeyboardEvent<HTMLButtonElement>, index: number) => void;
  readonly onMenu: () => void;
}

function PadButton({ hole: h, index, isChosen, hasGrip, isTabStop, onClick, onKeyDown, onMenu }: PadButtonProps) {
  const facts = [
    ...(h.isDone ? ['done'] : []),
    ...(h.isHeld ? ['held back'] : []),
    ...(h.hasDeviation ? ['deviation'] : []),
    ...h.odd,
    ...(h.tool ? [TOOL_SHORT[h.tool]] : []),
  ];
  const tone = isChosen ? 'border-dye bg-dye text-on-dye' : h.isDone ? 'border-done bg-done-soft' : 'border-edge bg-raised';
  return (
    <button
      type="button"
      data-pad={index}
      aria-pressed={isChosen}
      aria-label={[`Hole ${h.number}`, ...facts].join(', ')}
      title={facts.length > 0 ? facts.join(', ') : undefined}
      tabIndex={isTabStop ? 0 : -1}
      onClick={(e) => onClick(e, index)}
      onKeyDown={(e) => onKeyDown(e, index)}
      onContextMenu={(e) => {
        e.preventDefault();
        onMenu();
      }}
      className={`chosen-mark label relative flex h-14 items-center justify-center rounded border-2 text-[22px] ${tone} ${h.isHeld ? 'border-dashed text-ink2 line-through' : ''} ${hasGrip ? 'touch-none' : ''}`}
    >
      {h.number}
      {h.isDone && !isChosen ? (
        <span className="absolute right-1 bottom-0 text-[13px]" aria-hidden>
          ✓
        </span>
      ) : null}
      {h.order !== undefined && !h.isDone ? (
        <span className={`absolute top-0 left-1 text-[13px] ${isChosen ? '' : 'text-ink2'}`} aria-hidden>
          {h.order}
        </span>
      ) : null}
      {h.tool ? (
        <span
          className={`absolute bottom-0 left-1 text-[13px] ${h.tool === 'none' ? 'text-stop' : isChosen ? '' : 'text-ink2'}`}
          aria-hidden
        >
          {TOOL_LETTERS[h.tool]}
        </span>
      ) : null}
      {h.hasDeviation ? (
        <span className={`absolute top-0 right-1 text-[15px] ${isChosen ? '' : 'text-caution'}`} aria-hidden>
          ▲
        </span>
      ) : null}
      {hasGrip ? (
        <span
          className="absolute -bottom-px left-1/2 hidden h-[5px] w-7 -translate-x-1/2 rounded-full bg-current opacity-70 pointer-coarse:block"
          aria-hidden
        />
      ) : null}
    </button>
  );
}
