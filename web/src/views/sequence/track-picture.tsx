import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent, type DragMoveEvent } from '@dnd-kit/core';
import { useCallback, useLayoutEffect, useMemo, useRef, useState } from 'react';
import type { AssemblyOperation } from '#core/sequence/operations';
import type { OperationProgress } from '#core/sequence/progress';
import { placeAt, TRACK_TOP_PX, trackDrawing, within } from '../../drawing/track-drawing';
import { Station } from './station';

interface TrackPictureProps {
  readonly operations: readonly AssemblyOperation[];
  readonly progress: ReadonlyMap<string, OperationProgress>;
  readonly partName: (id: string) => string;
  readonly bandName: (setup: string) => string;
  readonly nameOf: (id: string) => string;
  readonly selectedId: string | null;
  readonly nextId: string | null;
  /** Operations that shut a row off too early, and rows' operations that come too late. */
  readonly closing: ReadonlySet<string>;
  readonly shut: ReadonlySet<string>;
  readonly onPick: (id: string) => void;
  /** While an operation is dragged and when it is let go: its place among the others. */
  readonly onDrag: (id: string, to: number) => void;
  readonly onDrop: (id: string, to: number) => void;
}

/** Letters that fit into a pixel of a bracket's label. */
const LETTERS_PER_PX = 0.16;
/** So far beyond what is seen stations are drawn, pixels. */
const SPARE_PX = 400;
const HEIGHT_MOST_PX = 420;
/** A press moves a station only after so many pixels. */
const DRAG_FROM_PX = 8;

/** Parts as tracks, operations as stations; only what is near the window is drawn. */
export function TrackPicture({
  operations,
  progress,
  partName,
  bandName,
  nameOf,
  selectedId,
  nextId,
  closing,
  shut,
  ...on
}: TrackPictureProps) {
  const { onPick, onDrag, onDrop } = on;
  const d = useMemo(() => trackDrawing(operations), [operations]);
  const box = useRef<HTMLDivElement>(null);
  const [seen, setSeen] = useState({ x: 0, y: 0, width: 1200, height: HEIGHT_MOST_PX });
  const look = useCallback(() => {
    const node = box.current;
    if (!node) return;
    const next = { x: node.scrollLeft, y: node.scrollTop, width: node.clientWidth, height: node.clientHeight };
    /* Drawn anew only where what is spare runs out. */
    setSeen((was) =>
      Math.abs(was.x - next.x) < SPARE_PX / 2 &&
      Math.abs(was.y - next.y) < SPARE_PX / 2 &&
      was.width === next.width &&
      was.height === next.height
        ? was
        : next,
    );
  }, []);
  useLayoutEffect(() => {
    const node = box.current;
    if (!node) return;
    const watch = new ResizeObserver(look);
    watch.observe(node);
    return () => watch.disconnect();
  }, [look]);
  const [left, right] = [seen.x - SPARE_PX, seen.x + seen.width + SPARE_PX];
  const stations = within(d.stations, (s) => s.x, left, right);
  const tracks = within(d.tracks, (t) => t.y, seen.y - SPARE_PX, seen.y + seen.height + SPARE_PX);
  const bands = d.bands.filter((b) => b.x2 >= left && b.x1 <= right);
  const byId = useMemo(() => new Map(operations.map((o) => [o.id, o])), [operations]);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: DRAG_FROM_PX } }));
  const to = (e: DragMoveEvent | DragEndEvent) => {
    const id = String(e.active.id);
    const from = d.stations.find((s) => s.id === id);
    return from ? ([id, placeAt(d, id, from.x + e.delta.x)] as const) : null;
  };
  return (
    <DndContext
      sensors={sensors}
      accessibility={{
        announcements: {
          onDragStart: ({ active }) => `${nameOf(String(active.id))} is moved.`,
          onDragOver: () => undefined,
          onDragEnd: ({ active }) => `${nameOf(String(active.id))} was let go.`,
          onDragCancel: ({ active }) => `${nameOf(String(active.id))} stays where it was.`,
        },
      }}
      onDragMove={(e) => {
        const place = to(e);
        if (place) onDrag(...place);
      }}
      onDragEnd={(e) => {
        const place = to(e);
        if (place) onDrop(...place);
      }}
    >
      <div
        ref={box}
        onScroll={look}
        className="flex overflow-auto rounded border border-line"
        style={{ maxHeight: HEIGHT_MOST_PX }}
        role="region"
        aria-label="Tracks"
        tabIndex={0}
      >
        <svg width="130" height={d.height} className="sticky left-0 z-10 shrink-0 border-r border-line bg-paper" aria-hidden>
          {tracks.map((t) => (
            <text key={t.partId} x="122" y={t.y + 5} textAnchor="end" fontSize="14" style={{ fill: 'var(--ink)' }}>
              {partName(t.partId).slice(0, 19)}
            </text>
          ))}
        </svg>
        <svg
          width={d.width}
          height={d.height}
          className="shrink-0"
          role="group"
          aria-label={`${operations.length} operations on ${d.tracks.length} parts`}
        >
          {bands.map((b, i) => {
            const name = bandName(b.setup);
            const fits = Math.max(2, Math.floor((b.x2 - b.x1) * LETTERS_PER_PX));
            return (
              <g key={`${b.setup}/${b.x1}`}>
                <title>{name}</title>
                <path
                  d={`M${b.x1 + 2} ${TRACK_TOP_PX - 24}v-6H${b.x2 - 2}v6`}
                  fill="none"
                  strokeWidth="1.4"
                  style={{ stroke: 'var(--ink2)' }}
                />
                <text x={b.x1 + 2} y={TRACK_TOP_PX - 36 - (i % 2) * 16} fontSize="12.5" style={{ fill: 'var(--ink2)' }}>
                  {name.length > fits * 2 ? `${name.slice(0, fits * 2)}…` : name}
                </text>
              </g>
            );
          })}
          {tracks.map((t) => (
            <line key={t.partId} x1={t.x1} x2={t.x2} y1={t.y} y2={t.y} strokeWidth="2" style={{ stroke: 'var(--edge)' }} />
          ))}
          {stations.map((s) =>
            byId.has(s.id) ? (
              <Station
                key={s.id}
                station={s}
                name={nameOf(s.id)}
                state={progress.get(s.id)?.state ?? 'blocked'}
                isChosen={s.id === selectedId}
                isNext={s.id === nextId}
                warning={closing.has(s.id) ? 'closes' : shut.has(s.id) ? 'shut' : null}
                onPick={() => onPick(s.id)}
              />
            ) : null,
          )}
        </svg>
      </div>
    </DndContext>
  );
}
