import type { ReachingKind } from '#core/reach/reach';
import { TOOL_LETTERS, TOOL_SHORT } from '#core/wording/tools';
import { useRef, type KeyboardEvent, type PointerEvent } from 'react';

interface HolePadProps {
  readonly holes: readonly {
    readonly id: string;
    readonly number: number;
    readonly isDone: boolean;
    readonly isHeld: boolean;
    readonly hasDeviation: boolean;
    /** The tool that reaches it, where that is asked. */
    /** Its place in the order of riveting. */
    readonly order?: number | undefined;
    readonly tool?: ReachingKind | 'none' | undefined;
  }[];
  readonly chosen: ReadonlySet<string>;
  readonly onChoose: (next: ReadonlySet<string>) => void;
  /** The hole last touched, for what begins by touching one. */
  readonly onTouch: (holeId: string) => void;
}

/** The row's holes big enough for a glove: tap toggles one, a drag a range; done ones are filled, held ones crossed. */
export function HolePad({ holes, chosen, onChoose, onTouch }: HolePadProps) {
  const drag = useRef<{ from: number; on: boolean; before: ReadonlySet<string> } | null>(null);
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
    const index = indexAt(e);
    const hole = index === null ? undefined : holes[index];
    if (index === null || !hole) return;
    drag.current = { from: index, on: !chosen.has(hole.id), before: chosen };
    onTouch(hole.id);
    choose(index, index, !chosen.has(hole.id), chosen);
  };
  const onPointerMove = (e: PointerEvent) => {
    const index = drag.current ? indexAt(e) : null;
    if (drag.current && index !== null) choose(drag.current.from, index, drag.current.on, drag.current.before);
  };
  const onKeyDown = (e: KeyboardEvent<HTMLButtonElement>, index: number) => {
    const to = { ArrowRight: index + 1, ArrowLeft: index - 1 }[e.key];
    if (to !== undefined) {
      e.preventDefault();
      e.stopPropagation();
      (e.currentTarget.parentElement?.children[to] as HTMLElement | undefined)?.focus();
    }
    if (e.key === ' ') {
      e.preventDefault();
      const hole = holes[index];
      if (hole) {
        onTouch(hole.id);
        choose(index, index, !chosen.has(hole.id), chosen);
      }
    }
  };
  return (
    <div
      role="group"
      aria-label={`Holes, ${chosen.size} of ${holes.length} chosen`}
      className="grid touch-none grid-cols-[repeat(auto-fill,minmax(60px,1fr))] gap-1 select-none"
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={() => (drag.current = null)}
      onPointerCancel={() => (drag.current = null)}
    >
      {holes.map((h, i) => {
        const isChosen = chosen.has(h.id);
        return (
          <button
            key={h.id}
            type="button"
            data-pad={i}
            aria-pressed={isChosen}
            aria-label={`Hole ${h.number}${h.isDone ? ', done' : ''}${h.isHeld ? ', held back' : ''}${h.hasDeviation ? ', deviation' : ''}${h.tool ? `, ${TOOL_SHORT[h.tool]}` : ''}`}
            disabled={h.isHeld}
            tabIndex={i === 0 ? 0 : -1}
            onKeyDown={(e) => onKeyDown(e, i)}
            className={`label relative flex h-14 items-center justify-center rounded border-2 text-[22px] ${
              isChosen ? 'border-dye bg-dye text-on-dye' : h.isDone ? 'border-done bg-done-soft' : 'border-edge bg-raised'
            } ${h.isHeld ? 'border-dashed text-ink2 line-through' : ''}`}
          >
            {h.number}
            {h.isDone && !isChosen ? <span className="absolute right-1 bottom-0 text-[13px]">✓</span> : null}
            {h.order !== undefined && !h.isDone ? (
              <span className={`absolute top-0 left-1 text-[13px] ${isChosen ? '' : 'text-ink2'}`} aria-hidden>
                {h.order}
              </span>
            ) : null}
            {h.tool ? (
              <span className={`absolute bottom-0 left-1 text-[13px] ${h.tool === 'none' ? 'text-stop' : isChosen ? '' : 'text-ink2'}`}>
                {TOOL_LETTERS[h.tool]}
              </span>
            ) : null}
            {h.hasDeviation ? <span className={`absolute top-0 right-1 text-[15px] ${isChosen ? '' : 'text-caution'}`}>▲</span> : null}
          </button>
        );
      })}
    </div>
  );
}
