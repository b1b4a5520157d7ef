import { useCallback, useLayoutEffect, useRef, useState, type RefObject } from 'react';

/** So far beyond what is seen stations are drawn, pixels. */
export const SPARE_PX = 400;
export const HEIGHT_MOST_PX = 420;

interface SeenTracks {
  /** The box that scrolls. */
  readonly box: RefObject<HTMLDivElement | null>;
  /** What is seen of the tracks, in the drawing's own pixels. */
  readonly seen: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  /** It was scrolled. */
  readonly look: () => void;
}

/** What is seen of the tracks as they are scrolled; the same until what is drawn beyond it runs out. */
export function useSeenTracks(scale: number): SeenTracks {
  const box = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState({ x: 0, y: 0, width: 1200, height: HEIGHT_MOST_PX });
  const look = useCallback(() => {
    const node = box.current;
    if (!node) return;
    const px = (n: number) => n / scale;
    const next = { x: px(node.scrollLeft), y: px(node.scrollTop), width: px(node.clientWidth), height: px(node.clientHeight) };
    setSeen((was) =>
      Math.abs(was.x - next.x) < SPARE_PX / 2 &&
      Math.abs(was.y - next.y) < SPARE_PX / 2 &&
      was.width === next.width &&
      was.height === next.height
        ? was
        : next,
    );
  }, [scale]);
  useLayoutEffect(() => {
    const node = box.current;
    if (!node) return undefined;
    const watch = new ResizeObserver(look);
    watch.observe(node);
    return () => watch.disconnect();
  }, [look]);
  return { box, seen, look };
}
