import { countOf } from '#core/wording/words';
import { Maximize, Minus, Plus } from 'lucide-react';
import { useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type MouseEvent, type WheelEvent } from 'react';
import { showLength } from '#core/units/show';
import { useLocal } from '../../api/device';
import { lookAtAll, nearest, panBy, scaleBarMm, zoomAt, type MapLook, type Size } from '../../drawing/map-drawing';
import { sceneBounds, type AccessFlag, type MapOutline, type MapRow } from '../../drawing/map-paint';
import { useUnits } from '../../ui/units';
import { usePrinting } from '../../ui/use-printing';
import { useMapFingers } from './use-map-fingers';
import { useMapPicture } from './use-map-picture';

interface MapCanvasProps {
  readonly rows: readonly MapRow[];
  readonly outlines?: readonly MapOutline[];
  /** Rows and parts that a dead end concerns. */
  readonly flags?: ReadonlyMap<string, AccessFlag>;
  readonly selectedId: string | null;
  readonly onPick: (rowId: string, hole: number) => void;
  /** Everything else about a hole is wanted: the other button, or a long press. */
  readonly onMenu?: (rowId: string, hole: number) => void;
}

const PICK_PX = 16;
const TOUCH_PX = 28;
const BAR_PX = 160;
/** The picture reaches this share of the view beyond each side, so that panning only has to push it. */
const SPARE = 0.5;
/** Until it is measured. */
const FIRST_SIZE: Size = { width: 800, height: 560 };
const NO_OUTLINES: readonly MapOutline[] = [];
const NO_FLAGS: ReadonlyMap<string, AccessFlag> = new Map();

/** The holes as they lie, stage by shape. Wheel or plus and minus zoom, drag or arrows pan, a tap picks the row. */
export function MapCanvas({ rows, outlines = NO_OUTLINES, flags = NO_FLAGS, selectedId, onPick, onMenu }: MapCanvasProps) {
  const units = useUnits();
  const theme = useLocal('theme');
  const isPrinting = usePrinting();
  const view = useRef<HTMLDivElement>(null);
  const [measured, setMeasured] = useState<Size | null>(null);
  const size = measured ?? FIRST_SIZE;
  const [moved, setLook] = useState<MapLook | null>(null);
  const [hasFonts, setHasFonts] = useState(() => document.fonts.status === 'loaded');
  const bounds = useMemo(() => sceneBounds(rows, outlines), [rows, outlines]);
  const whole = useMemo(() => lookAtAll(bounds, size), [bounds, size]);
  const look = moved ?? whole;
  const picture = { width: size.width * (1 + 2 * SPARE), height: size.height * (1 + 2 * SPARE) };

  useLayoutEffect(() => {
    const box = view.current;
    if (!box) return;
    const measure = () => setMeasured({ width: Math.max(200, box.clientWidth), height: Math.max(200, box.clientHeight) });
    /* Before it is seen for the first time, so that it does not jump. */
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    void document.fonts.ready.then(() => setHasFonts(true));
  }, []);
  const scene = { rows, outlines, flags, selectedId };
  const { sheets, push, lookNow } = useMapPicture({ scene, look, seen: measured, isPrinting, paintedFor: `${theme}/${hasFonts}` });
  const holeAt = (point: { x: number; y: number }, withinPx: number) => {
    const holes = rows.flatMap((r) => r.holes.flatMap((h, i) => (h.isShown ? [{ rowId: r.id, hole: i, place: h.place }] : [])));
    const found = nearest(
      holes.map((h) => h.place),
      point,
      look,
      size,
      withinPx,
    );
    return found === null ? null : (holes[found] as (typeof holes)[number]);
  };
  const { at, letGo, ...fingers } = useMapFingers({
    push,
    onPinch: (dx, dy, larger, middle) => setLook(zoomAt(panBy(lookNow(), dx, dy), larger, middle, size)),
    isBeyond: ({ x, y }) => Math.abs(x) > SPARE * size.width || Math.abs(y) > SPARE * size.height,
    onPushed: () => setLook(lookNow()),
    onTap: (point, isMouse) => {
      const found = holeAt(point, isMouse ? PICK_PX : TOUCH_PX);
      if (found) onPick(found.rowId, found.hole);
    },
  });
  const onContextMenu = (e: MouseEvent<HTMLDivElement>) => {
    e.preventDefault();
    letGo();
    const found = holeAt(at(e), TOUCH_PX);
    if (found) onMenu?.(found.rowId, found.hole);
  };
  const onWheel = (e: WheelEvent<HTMLDivElement>) => setLook(zoomAt(lookNow(), Math.exp(-e.deltaY / 500), at(e), size));
  const centre = { x: size.width / 2, y: size.height / 2 };
  const onKeyDown = (e: KeyboardEvent) => {
    const next = {
      '+': () => zoomAt(look, 1.25, centre, size),
      '=': () => zoomAt(look, 1.25, centre, size),
      '-': () => zoomAt(look, 0.8, centre, size),
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
    <>
      <div
        ref={view}
        role="application"
        aria-roledescription="map of holes"
        aria-label={`Map: ${countOf(count, 'hole')} of ${countOf(rows.length, 'row')}. Plus and minus zoom, arrows pan, 0 shows all; the rows are listed beside it.`}
        tabIndex={0}
        className="absolute inset-0 touch-none overflow-hidden"
        {...fingers}
        onContextMenu={onContextMenu}
        onWheel={onWheel}
        onKeyDown={onKeyDown}
      >
        {sheets.map((sheet, i) => (
          <canvas
            key={i}
            ref={sheet}
            aria-hidden
            width={picture.width * devicePixelRatio}
            height={picture.height * devicePixelRatio}
            className="absolute max-w-none will-change-transform"
            style={{ ...picture, left: -SPARE * size.width, top: -SPARE * size.height }}
          />
        ))}
        <div className="pointer-events-none absolute bottom-4 left-4 border-b-2 border-ink text-[13px]" style={{ width: bar * look.scale }}>
          <span className="whitespace-nowrap">{showLength(bar, units)}</span>
        </div>
      </div>
      <div className="absolute right-3 bottom-3 flex flex-col gap-1" role="group" aria-label="Zoom">
        {(
          [
            ['Larger', <Plus key="i" size={20} aria-hidden />, () => setLook(zoomAt(lookNow(), 1.5, centre, size))],
            ['Smaller', <Minus key="i" size={20} aria-hidden />, () => setLook(zoomAt(lookNow(), 1 / 1.5, centre, size))],
            ['Show all of it', <Maximize key="i" size={18} aria-hidden />, () => setLook(whole)],
          ] as const
        ).map(([name, icon, run]) => (
          <button
            key={name}
            type="button"
            title={name}
            onClick={run}
            className="flex size-11 items-center justify-center rounded border border-edge bg-raised hover:bg-dye-soft pointer-coarse:size-14"
          >
            {icon}
            <span className="sr-only">{name}</span>
          </button>
        ))}
      </div>
    </>
  );
}
