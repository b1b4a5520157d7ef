import { useCallback, useLayoutEffect, useRef, type RefObject } from 'react';
import { panBy, pictureTransform, type MapLook, type Size } from '../../drawing/map-drawing';
import { isPaintedAtOnce, paintingOf, paintMap, type MapScene } from '../../drawing/map-paint';

export interface MapPicture {
  /** Two sheets in the same place: what is painted anew piece by piece is painted on the one that is not seen. */
  readonly sheets: readonly [RefObject<HTMLCanvasElement | null>, RefObject<HTMLCanvasElement | null>];
  /** Pushes the picture by so many pixels, without painting it anew; gives how far it has been pushed since the look was set. */
  readonly push: (dx: number, dy: number) => { readonly x: number; readonly y: number };
  /** The look with what the picture has been pushed since it was set. */
  readonly lookNow: () => MapLook;
}

interface Asked {
  readonly scene: MapScene;
  readonly look: MapLook;
  /** Of what is seen, in the middle of the picture; null: not measured yet. */
  readonly seen: Size | null;
  /** Paper does not wait: all is painted at once. */
  readonly isPrinting: boolean;
  /** Whatever else the picture is painted anew for. */
  readonly paintedFor: string;
}

/** Keeps the map's picture painted. Until a large one is painted anew, the one before stands in its place, pushed and enlarged to fit. */
export function useMapPicture({ scene, look, seen, isPrinting, paintedFor }: Asked): MapPicture {
  const sheets = [useRef<HTMLCanvasElement>(null), useRef<HTMLCanvasElement>(null)] as const;
  const [first, second] = sheets;
  const front = useRef<{ readonly node: HTMLCanvasElement; readonly look: MapLook } | null>(null);
  const shift = useRef({ x: 0, y: 0 });
  const wanted = useRef(look);
  const { rows, outlines, flags, selectedId } = scene;
  const fit = useCallback(() => {
    if (front.current) front.current.node.style.transform = pictureTransform(front.current.look, wanted.current, shift.current);
  }, []);
  useLayoutEffect(() => {
    const [one, other] = [first.current, second.current];
    if (!one || !other || !seen) return undefined;
    wanted.current = look;
    shift.current = { x: 0, y: 0 };
    const scene = { rows, outlines, flags, selectedId };
    const show = (node: HTMLCanvasElement) => {
      front.current = { node, look };
      fit();
      node.style.visibility = '';
      (node === one ? other : one).style.visibility = 'hidden';
    };
    const sizeOf = (node: HTMLCanvasElement): Size => ({ width: node.clientWidth, height: node.clientHeight });
    if (isPrinting || isPaintedAtOnce(scene)) {
      const node = front.current?.node ?? one;
      const context = node.getContext('2d');
      if (context) paintMap(context, scene, look, sizeOf(node), seen);
      show(node);
      return undefined;
    }
    fit();
    const node = front.current?.node === one ? other : one;
    const context = node.getContext('2d');
    if (!context) return undefined;
    const painting = paintingOf(context, scene, look, sizeOf(node), seen);
    let frame = requestAnimationFrame(function next() {
      if (painting.next().done) show(node);
      else frame = requestAnimationFrame(next);
    });
    return () => cancelAnimationFrame(frame);
  }, [first, second, fit, rows, outlines, flags, selectedId, look, seen, isPrinting, paintedFor]);
  return {
    sheets,
    push: (dx, dy) => {
      shift.current = { x: shift.current.x + dx, y: shift.current.y + dy };
      fit();
      return shift.current;
    },
    lookNow: () => panBy(look, shift.current.x, shift.current.y),
  };
}
