import { useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent, type WheelEvent } from 'react';
import { showLength } from '#core/units/show';
import { useLocal } from '../../api/device';
import { lookAtAll, nearest, panBy, scaleBarMm, zoomAt, type MapLook, type Size } from '../../drawing/map-drawing';
import { paintMap, type AccessFlag, type MapOutline, type MapRow } from '../../drawing/map-paint';
import { useUnits } from '../../ui/units';

interface MapCanvasProps {
  readonly rows: readonly MapRow[];
  readonly outlines?: readonly MapOutline[];
  /** Rows and parts that a dead end concerns. */
  readonly flags?: ReadonlyMap<string, AccessFlag>;
  readonly selectedId: string | null;
  readonly onPick: (rowId: string) => void;
}

const PICK_PX = 16;
const BAR_PX = 160;
/** The picture reaches this share of the view beyond each side, so that panning only has to push it. */
const SPARE = 0.5;
const NO_OUTLINES: readonly MapOutline[] = [];
const NO_FLAGS: ReadonlyMap<string, AccessFlag> = new Map();

/** The holes as they lie, stage by shape. Wheel or plus and minus zoom, drag or arrows pan, a tap picks the row. */
export function MapCanvas({ rows, outlines = NO_OUTLINES, flags = NO_FLAGS, selectedId, onPick }: MapCanvasProps) {
  const units = useUnits();
  const theme = useLocal('theme');
  const view = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<Size>({ width: 800, height: 560 });
  const [moved, setLook] = useState<MapLook | null>(null);
  const [hasFonts, setHasFonts] = useState(false);
  const drag = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const shift = useRef({ x: 0, y: 0 });
  const everything = useMemo(
    () => [...rows.flatMap((r) => [...r.path, ...r.holes.map((h) => h.place)]), ...outlines.flatMap((o) => o.corners)],
    [rows, outlines],
  );
  const whole = useMemo(() => lookAtAll(everything, size), [everything, size]);
  const look = moved ?? whole;
  const picture = { width: size.width * (1 + 2 * SPARE), height: size.height * (1 + 2 * SPARE) };

  useLayoutEffect(() => {
    const box = view.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setSize({ width: Math.max(200, box.clientWidth), height: Math.max(200, box.clientHeight) }));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    void document.fonts.ready.then(() => setHasFonts(true));
  }, []);
  useLayoutEffect(() => {
    const node = canvas.current;
    const context = node?.getContext('2d');
    if (!node || !context) return;
    paintMap(context, { rows, outlines, flags, selectedId }, look, { width: node.clientWidth, height: node.clientHeight }, size);
    shift.current = { x: 0, y: 0 };
    node.style.transform = '';
  }, [rows, outlines, flags, selectedId, look, size, theme, hasFonts]);

  const at = (e: { clientX: number; clientY: number; currentTarget: Element }) => {
    const box = e.currentTarget.getBoundingClientRect();
    return { x: e.clientX - box.left, y: e.clientY - box.top };
  };
  /** The look with what the picture has been pushed since it was painted. */
  const lookNow = () => panBy(look, shift.current.x, shift.current.y);
  const onPointerDown = (e: PointerEvent<HTMLDivElement>) => {
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = { x: e.clientX, y: e.clientY, moved: false };
  };
  const onPointerMove = (e: PointerEvent) => {
    const from = drag.current;
    if (!from) return;
    const [dx, dy] = [e.clientX - from.x, e.clientY - from.y];
    if (!from.moved && Math.hypot(dx, dy) < 4) return;
    drag.current = { x: e.clientX, y: e.clientY, moved: true };
    shift.current = { x: shift.current.x + dx, y: shift.current.y + dy };
    const { x, y } = shift.current;
    if (Math.abs(x) > SPARE * size.width || Math.abs(y) > SPARE * size.height) setLook(lookNow());
    else if (canvas.current) canvas.current.style.transform = `translate(${x}px, ${y}px)`;
  };
  const onPointerUp = (e: PointerEvent<HTMLDivElement>) => {
    const was = drag.current;
    drag.current = null;
    if (!was) return;
    if (was.moved) return setLook(lookNow());
    const holes = rows.flatMap((r) => r.holes.filter((h) => h.isShown).map((h) => ({ rowId: r.id, place: h.place })));
    const found = nearest(
      holes.map((h) => h.place),
      at(e),
      look,
      size,
      PICK_PX,
    );
    if (found !== null) onPick((holes[found] as { rowId: string }).rowId);
  };
  const onWheel = (e: WheelEvent<HTMLDivElement>) => setLook(zoomAt(lookNow(), Math.exp(-e.deltaY / 500), at(e), size));
  const onKeyDown = (e: KeyboardEvent) => {
    const middle = { x: size.width / 2, y: size.height / 2 };
    const next = {
      '+': () => zoomAt(look, 1.25, middle, size),
      '=': () => zoomAt(look, 1.25, middle, size),
      '-': () => zoomAt(look, 0.8, middle, size),
      ArrowLeft: () => panBy(look, 60, 0),
      ArrowRight: () => panBy(look, -60, 0),
      ArrowUp: () => panBy(look, 0, 60),
      ArrowDown: () => panBy(look, 0, -60),
      '0': () => whole,
    }[e.key];
    if (!next) return;
    e.preventDefault();
    setLook(next());
  };
  const count = rows.reduce((n, r) => n + r.holes.filter((h) => h.isShown).length, 0);
  const bar = scaleBarMm(look, BAR_PX, units);
  return (
    <div
      ref={view}
      role="application"
      aria-roledescription="map of holes"
      aria-label={`Map: ${count} holes of ${rows.length} rows. Plus and minus zoom, arrows pan, 0 shows all; the rows are listed beside it.`}
      tabIndex={0}
      className="absolute inset-0 touch-none overflow-hidden"
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={() => (drag.current = null)}
      onWheel={onWheel}
      onKeyDown={onKeyDown}
    >
      <canvas
        ref={canvas}
        aria-hidden
        width={picture.width * devicePixelRatio}
        height={picture.height * devicePixelRatio}
        className="absolute max-w-none will-change-transform"
        style={{ ...picture, left: -SPARE * size.width, top: -SPARE * size.height }}
      />
      <div className="pointer-events-none absolute bottom-4 left-4 border-b-2 border-ink text-[13px]" style={{ width: bar * look.scale }}>
        <span className="whitespace-nowrap">{showLength(bar, units)}</span>
      </div>
    </div>
  );
}
