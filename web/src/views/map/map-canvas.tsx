import { useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent, type WheelEvent } from 'react';
import type { Place } from '#core/layout/path';
import type { Stage } from '#core/record/stage';
import { showLength } from '#core/units/show';
import { lookAtAll, nearest, panBy, scaleBarMm, toScreen, zoomAt, type MapLook, type Size } from '../../drawing/map-drawing';
import { useUnits } from '../../ui/units';

export interface MapRow {
  readonly id: string;
  readonly title: string;
  readonly path: readonly Place[];
  readonly holes: readonly { readonly place: Place; readonly stage: Stage; readonly isShown: boolean }[];
}

export interface MapOutline {
  readonly id: string;
  readonly name: string;
  readonly corners: readonly Place[];
}

interface MapCanvasProps {
  readonly rows: readonly MapRow[];
  readonly outlines?: readonly MapOutline[];
  readonly selectedId: string | null;
  readonly onPick: (rowId: string) => void;
}

const PICK_PX = 16;
const BAR_PX = 160;

const NO_OUTLINES: readonly MapOutline[] = [];

/** The holes as they lie, stage by shape. Wheel or plus and minus zoom, drag or arrows pan, a tap picks the row. */
export function MapCanvas({ rows, outlines = NO_OUTLINES, selectedId, onPick }: MapCanvasProps) {
  const units = useUnits();
  const canvas = useRef<HTMLCanvasElement>(null);
  const [size, setSize] = useState<Size>({ width: 800, height: 560 });
  const [moved, setLook] = useState<MapLook | null>(null);
  const drag = useRef<{ x: number; y: number; moved: boolean } | null>(null);
  const everything = useMemo(
    () => [...rows.flatMap((r) => [...r.path, ...r.holes.map((h) => h.place)]), ...outlines.flatMap((o) => o.corners)],
    [rows, outlines],
  );
  const whole = useMemo(() => lookAtAll(everything, size), [everything, size]);
  const look = moved ?? whole;

  useLayoutEffect(() => {
    const box = canvas.current?.parentElement;
    if (!box) return;
    const watch = new ResizeObserver(() => setSize({ width: Math.max(200, box.clientWidth), height: Math.max(200, box.clientHeight) }));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context) return;
    const frame = requestAnimationFrame(() => paint(context, rows, outlines, selectedId, look, size, units));
    return () => cancelAnimationFrame(frame);
  });

  const at = (e: { clientX: number; clientY: number; currentTarget: Element }) => {
    const box = e.currentTarget.getBoundingClientRect();
    return { x: e.clientX - box.left, y: e.clientY - box.top };
  };
  const onPointerDown = (e: PointerEvent<HTMLCanvasElement>) => {
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = { x: e.clientX, y: e.clientY, moved: false };
  };
  const onPointerMove = (e: PointerEvent) => {
    const from = drag.current;
    if (!from) return;
    const [dx, dy] = [e.clientX - from.x, e.clientY - from.y];
    if (!from.moved && Math.hypot(dx, dy) < 4) return;
    drag.current = { x: e.clientX, y: e.clientY, moved: true };
    setLook(panBy(look, dx, dy));
  };
  const onPointerUp = (e: PointerEvent<HTMLCanvasElement>) => {
    const was = drag.current;
    drag.current = null;
    if (!was || was.moved) return;
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
  const onWheel = (e: WheelEvent<HTMLCanvasElement>) => setLook(zoomAt(look, Math.exp(-e.deltaY / 500), at(e), size));
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
  return (
    <canvas
      ref={canvas}
      width={size.width * devicePixelRatio}
      height={size.height * devicePixelRatio}
      style={{ width: size.width, height: size.height, touchAction: 'none', display: 'block' }}
      role="application"
      aria-roledescription="map of holes"
      aria-label={`Map: ${count} holes of ${rows.length} rows. Plus and minus zoom, arrows pan, 0 shows all; the rows are listed beside it.`}
      tabIndex={0}
      onPointerDown={onPointerDown}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
      onPointerCancel={() => (drag.current = null)}
      onWheel={onWheel}
      onKeyDown={onKeyDown}
    />
  );
}

/** Paints all that is in view; several thousand holes take a few milliseconds. */
function paint(
  c: CanvasRenderingContext2D,
  rows: readonly MapRow[],
  outlines: readonly MapOutline[],
  selectedId: string | null,
  look: MapLook,
  size: Size,
  units: 'in' | 'mm',
): void {
  const style = getComputedStyle(document.documentElement);
  const colour = (name: string) => style.getPropertyValue(name).trim();
  const [ink, ink2, done, dye, paper] = ['--ink', '--ink2', '--done', '--dye', '--paper'].map(colour) as [
    string,
    string,
    string,
    string,
    string,
  ];
  c.setTransform(devicePixelRatio, 0, 0, devicePixelRatio, 0, 0);
  c.clearRect(0, 0, size.width, size.height);
  for (const outline of outlines) paintOutline(c, outline, look, size, ink2);
  const r = Math.min(9, Math.max(2.5, 2.4 * look.scale));
  for (const row of rows) {
    c.strokeStyle = row.id === selectedId ? dye : ink2;
    c.lineWidth = row.id === selectedId ? 3 : 1;
    c.setLineDash(row.id === selectedId ? [] : [8, 5]);
    c.beginPath();
    row.path.forEach((p, i) => {
      const s = toScreen(p, look, size);
      if (i === 0) c.moveTo(s.x, s.y);
      else c.lineTo(s.x, s.y);
    });
    c.stroke();
    c.setLineDash([]);
    c.lineWidth = 1.6;
    for (const hole of row.holes) {
      if (!hole.isShown) continue;
      const s = toScreen(hole.place, look, size);
      if (s.x < -10 || s.y < -10 || s.x > size.width + 10 || s.y > size.height + 10) continue;
      paintHole(c, s, r, hole.stage, hole.stage === 'open' ? ink : done, paper);
    }
    const first = row.path[0];
    if (first && (row.id === selectedId || look.scale > 0.5)) {
      const s = toScreen(first, look, size);
      c.fillStyle = row.id === selectedId ? dye : ink;
      c.font = '600 14px "Barlow Condensed", sans-serif';
      c.fillText(row.title, s.x, s.y - r - 8);
    }
  }
  const bar = scaleBarMm(look, BAR_PX, units);
  c.strokeStyle = ink;
  c.lineWidth = 2;
  c.strokeRect(16, size.height - 20, bar * look.scale, 0);
  c.fillStyle = ink;
  c.font = '13px "Source Sans 3 Variable", sans-serif';
  c.fillText(showLength(bar, units), 16, size.height - 26);
}

/** A part's edge, thin and grey, its name at its lower left corner. */
function paintOutline(c: CanvasRenderingContext2D, outline: MapOutline, look: MapLook, size: Size, colour: string): void {
  c.strokeStyle = colour;
  c.lineWidth = 1;
  c.setLineDash([]);
  c.beginPath();
  outline.corners.forEach((p, i) => {
    const s = toScreen(p, look, size);
    if (i === 0) c.moveTo(s.x, s.y);
    else c.lineTo(s.x, s.y);
  });
  c.closePath();
  c.stroke();
  const low = toScreen(
    outline.corners.reduce((a, b) => (b.y < a.y - 1e-6 || (Math.abs(b.y - a.y) <= 1e-6 && b.x < a.x) ? b : a)),
    look,
    size,
  );
  c.fillStyle = colour;
  c.font = '13px "Barlow Condensed", sans-serif';
  c.fillText(outline.name, low.x + 4, low.y + 14);
}

/** Open: a small cross. Drilled: a ring. Deburred: a ring with a bar. Prepared: a filled disc. */
function paintHole(c: CanvasRenderingContext2D, s: Place, r: number, stage: Stage, colour: string, paper: string): void {
  c.strokeStyle = colour;
  c.fillStyle = stage === 'prepared' ? colour : paper;
  c.beginPath();
  if (stage === 'open') {
    c.moveTo(s.x - r * 0.7, s.y);
    c.lineTo(s.x + r * 0.7, s.y);
    c.moveTo(s.x, s.y - r * 0.7);
    c.lineTo(s.x, s.y + r * 0.7);
    c.stroke();
    return;
  }
  c.arc(s.x, s.y, r, 0, 2 * Math.PI);
  c.fill();
  c.stroke();
  if (stage === 'deburred') {
    c.beginPath();
    c.moveTo(s.x - r, s.y);
    c.lineTo(s.x + r, s.y);
    c.stroke();
  }
}
