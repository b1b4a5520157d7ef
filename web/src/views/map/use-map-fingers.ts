import { useRef, type MouseEvent, type PointerEvent } from 'react';

interface Point {
  readonly x: number;
  readonly y: number;
}

interface OnFingers {
  /** Pushes the picture; gives how far it has been pushed in all. */
  readonly push: (dx: number, dy: number) => Point;
  /** Whether it was pushed farther than the picture reaches. */
  readonly isBeyond: (pushed: Point) => boolean;
  /** It was pushed, and let go or beyond what is painted. */
  readonly onPushed: () => void;
  /** Two fingers: how far their middle went, by how much they are farther apart, and where their middle is. */
  readonly onPinch: (dx: number, dy: number, larger: number, middle: Point) => void;
  readonly onTap: (point: Point, isMouse: boolean) => void;
}

interface MapFingers {
  readonly onPointerDown: (e: PointerEvent<HTMLDivElement>) => void;
  readonly onPointerMove: (e: PointerEvent<HTMLDivElement>) => void;
  readonly onPointerUp: (e: PointerEvent<HTMLDivElement>) => void;
  readonly onPointerCancel: (e: PointerEvent<HTMLDivElement>) => void;
  /** Where in the map something happened. */
  readonly at: (e: Pick<MouseEvent, 'clientX' | 'clientY' | 'currentTarget'>) => Point;
  /** Forgets every finger: something else was meant. */
  readonly letGo: () => void;
}

/** A press moves the map only after so many pixels. */
const DRAG_FROM_PX = 4;

/** One finger or the mouse pushes the map, two pinch it, a tap that does not move is a tap. */
export function useMapFingers({ push, isBeyond, onPushed, onPinch, onTap }: OnFingers): MapFingers {
  const drag = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const fingers = useRef(new Map<number, Point>());
  const at: MapFingers['at'] = (e) => {
    const box = e.currentTarget.getBoundingClientRect();
    return { x: e.clientX - box.left, y: e.clientY - box.top };
  };
  const onPointerDown = (e: PointerEvent<HTMLDivElement>) => {
    if (e.button !== 0) return;
    e.currentTarget.setPointerCapture(e.pointerId);
    fingers.current.set(e.pointerId, { x: e.clientX, y: e.clientY });
    drag.current = { x: e.clientX, y: e.clientY, moved: fingers.current.size > 1 };
  };
  const pinch = (e: PointerEvent<HTMLDivElement>) => {
    const before = [...fingers.current.values()];
    fingers.current.set(e.pointerId, { x: e.clientX, y: e.clientY });
    const [b, a] = [spanOf(before), spanOf([...fingers.current.values()])];
    if (b.length < 1 || a.length < 1) return;
    onPinch(a.x - b.x, a.y - b.y, a.length / b.length, at({ clientX: a.x, clientY: a.y, currentTarget: e.currentTarget }));
    drag.current = { x: e.clientX, y: e.clientY, moved: true };
  };
  const onPointerMove = (e: PointerEvent<HTMLDivElement>) => {
    const from = drag.current;
    if (!from) return;
    if (fingers.current.size > 1) return pinch(e);
    fingers.current.set(e.pointerId, { x: e.clientX, y: e.clientY });
    const [dx, dy] = [e.clientX - from.x, e.clientY - from.y];
    if (!from.moved && Math.hypot(dx, dy) < DRAG_FROM_PX) return;
    drag.current = { x: e.clientX, y: e.clientY, moved: true };
    if (isBeyond(push(dx, dy))) onPushed();
  };
  const onPointerUp = (e: PointerEvent<HTMLDivElement>) => {
    fingers.current.delete(e.pointerId);
    const was = drag.current;
    const [left] = fingers.current.values();
    drag.current = left ? { ...left, moved: true } : null;
    if (!was || left) return;
    if (was.moved) onPushed();
    else onTap(at(e), e.pointerType === 'mouse');
  };
  const onPointerCancel = (e: PointerEvent<HTMLDivElement>) => {
    fingers.current.delete(e.pointerId);
    drag.current = null;
  };
  const letGo = () => {
    fingers.current.clear();
    drag.current = null;
  };
  return { onPointerDown, onPointerMove, onPointerUp, onPointerCancel, at, letGo };
}

/** The middle between the first two of some fingers, and how far apart they are. */
function spanOf(fingers: readonly Point[]): Point & { readonly length: number } {
  const [a, b] = fingers;
  if (!a || !b) return { x: 0, y: 0, length: 0 };
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, length: Math.hypot(a.x - b.x, a.y - b.y) };
}
