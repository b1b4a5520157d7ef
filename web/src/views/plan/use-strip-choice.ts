import { useRef, type KeyboardEvent, type MouseEvent, type PointerEvent } from 'react';
import type { StripPlaces } from '../../drawing/strip-drawing';

interface StripChoice {
  readonly chosen: readonly number[];
  readonly onChoose: (places: readonly number[]) => void;
  /** Where the cursor is. */
  readonly cursor: number;
  readonly onCursor: (place: number) => void;
}

const span = (a: number, b: number) => Array.from({ length: Math.abs(a - b) + 1 }, (_, i) => Math.min(a, b) + i);

/** How holes of a strip are chosen: a mouse drags a range anywhere, a finger only from the grip over the cursor, arrows go from hole to hole. */
export function useStripChoice(holes: number, places: StripPlaces, { chosen, onChoose, cursor, onCursor }: StripChoice) {
  const drag = useRef<{ from: number; kept: readonly number[] } | null>(null);
  const anchor = useRef(0);
  const picture = useRef<SVGSVGElement>(null);
  const at = (e: { readonly clientX: number }) => {
    const box = (picture.current as SVGSVGElement).getBoundingClientRect();
    return places.holeAt(((e.clientX - box.left) / box.width) * places.width);
  };
  const onPointerDown = (e: PointerEvent<SVGSVGElement>) => {
    if (e.button !== 0 || e.pointerType !== 'mouse') return;
    const hole = at(e);
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = { from: e.shiftKey ? anchor.current : hole, kept: e.ctrlKey || e.metaKey ? chosen : [] };
    if (!e.shiftKey) anchor.current = hole;
    onCursor(hole);
    onChoose([...drag.current.kept, ...span(drag.current.from, hole)]);
  };
  /* A finger that stays where it is chooses one; one that moves scrolls. */
  const onClick = (e: MouseEvent) => {
    if (!(e.nativeEvent instanceof globalThis.PointerEvent) || e.nativeEvent.pointerType === 'mouse') return;
    const hole = at(e);
    anchor.current = hole;
    onCursor(hole);
    onChoose([hole]);
  };
  const onGrip = (e: PointerEvent) => {
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = { from: cursor, kept: [] };
    anchor.current = cursor;
  };
  const onDrag = (e: PointerEvent) => {
    if (!drag.current) return;
    const hole = at(e);
    onCursor(hole);
    onChoose([...new Set([...drag.current.kept, ...span(drag.current.from, hole)])]);
  };
  const onDragEnd = () => {
    drag.current = null;
  };
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key === 'a' && (e.ctrlKey || e.metaKey)) {
      e.preventDefault();
      onChoose(Array.from({ length: holes }, (_, i) => i));
      return;
    }
    const to = { ArrowRight: cursor + 1, ArrowLeft: cursor - 1, Home: 0, End: holes - 1 }[e.key];
    if (to === undefined) return;
    e.preventDefault();
    const next = Math.min(holes - 1, Math.max(0, to));
    onCursor(next);
    if (!e.shiftKey) anchor.current = next;
    onChoose(span(anchor.current, next));
  };
  const handlers = { onClick, onPointerDown, onPointerMove: onDrag, onPointerUp: onDragEnd, onPointerCancel: onDragEnd, onKeyDown };
  return { picture, at, onGrip, onDrag, onDragEnd, handlers };
}
