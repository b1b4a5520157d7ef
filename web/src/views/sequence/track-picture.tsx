import { countOf } from '#core/wording/words';
import { DndContext } from '@dnd-kit/core';
import { useMemo, type KeyboardEvent } from 'react';
import type { AssemblyOperation } from '#core/operations/operations';
import type { OperationProgress } from '#core/operations/progress';
import { bandLabels, tethers, TRACK_TOP_PX, trackDrawing, within } from '../../drawing/track-drawing';
import { Station } from './station';
import { TetherLine } from './tether-line';
import { HEIGHT_MOST_PX, SPARE_PX, useSeenTracks } from './use-seen-tracks';
import { useStationDrag } from './use-station-drag';

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
  /** Of a row's setting: the operation after which nothing gets at it. */
  readonly until: ReadonlyMap<string, string>;
  /** What the chosen operation waits for, and what it opens. */
  readonly waitedFor: ReadonlySet<string>;
  readonly opened: ReadonlySet<string>;
  /** How large it is drawn; 1: for the desk. */
  readonly scale: number;
  readonly onPick: (id: string) => void;
  /** While an operation is dragged and when it is let go: its place among the others. */
  readonly onDrag: (id: string, to: number) => void;
  readonly onDrop: (id: string, to: number) => void;
}

const NAMES_PX = 130;

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
  until,
  waitedFor,
  opened,
  scale,
  ...on
}: TrackPictureProps) {
  const { onPick, onDrag, onDrop } = on;
  const d = useMemo(() => trackDrawing(operations), [operations]);
  const { box, seen, look } = useSeenTracks(scale);
  const [left, right] = [seen.x - SPARE_PX, seen.x + seen.width + SPARE_PX];
  const stations = within(d.stations, (s) => s.x, left, right);
  const tracks = within(d.tracks, (t) => t.y, seen.y - SPARE_PX, seen.y + seen.height + SPARE_PX);
  const labels = useMemo(() => bandLabels(d.bands, bandName), [d, bandName]);
  const bands = d.bands.flatMap((band, i) => (band.x2 >= left && band.x1 <= right ? [{ band, label: labels[i] }] : []));
  const held = useMemo(() => tethers(d, until), [d, until]).filter((t) => Math.max(t.x1, t.x2) >= left && Math.min(t.x1, t.x2) <= right);
  const byId = useMemo(() => new Map(operations.map((o) => [o.id, o])), [operations]);
  const drag = useStationDrag({ d, box, scale, nameOf, onDrag, onDrop });
  return (
    <DndContext {...drag}>
      <div
        ref={box}
        onScroll={look}
        className="flex overflow-auto overscroll-x-contain rounded border border-line"
        style={{ maxHeight: `min(${HEIGHT_MOST_PX * scale}px, 75vh)` }}
        role="region"
        aria-label="Tracks"
        tabIndex={0}
      >
        <svg
          width={NAMES_PX * scale}
          height={d.height * scale}
          viewBox={`0 0 ${NAMES_PX} ${d.height}`}
          className="sticky left-0 z-10 shrink-0 border-r border-line bg-paper"
          aria-hidden
        >
          {tracks.map((t) => (
            <text key={t.partId} x="122" y={t.y + 5} textAnchor="end" fontSize="14" style={{ fill: 'var(--ink)' }}>
              {partName(t.partId).slice(0, 19)}
            </text>
          ))}
        </svg>
        <svg
          width={d.width * scale}
          height={d.height * scale}
          viewBox={`0 0 ${d.width} ${d.height}`}
          className="shrink-0"
          onKeyDown={walkStations}
          role="group"
          aria-label={`${countOf(operations.length, 'operation')} on ${countOf(d.tracks.length, 'part')}`}
        >
          {bands.map(({ band: b, label }) => (
            <g key={`${b.setup}/${b.x1}`}>
              <title>{bandName(b.setup)}</title>
              <path
                d={`M${b.x1 + 2} ${TRACK_TOP_PX - 24}v-6H${b.x2 - 2}v6`}
                fill="none"
                strokeWidth="1.4"
                style={{ stroke: 'var(--ink2)' }}
              />
              <text x={label?.x} y={TRACK_TOP_PX - 36 - (label?.line ?? 0) * 16} fontSize="12.5" style={{ fill: 'var(--ink2)' }}>
                {label?.text}
              </text>
            </g>
          ))}
          {tracks.map((t) => (
            <line key={t.partId} x1={t.x1} x2={t.x2} y1={t.y} y2={t.y} strokeWidth="2" style={{ stroke: 'var(--edge)' }} />
          ))}
          {held.map((t) => (
            <TetherLine key={t.id} tether={t} />
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
                link={waitedFor.has(s.id) ? 'waited-for' : opened.has(s.id) ? 'opened' : null}
                scale={scale}
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

/** Left and right go from station to station. */
function walkStations(e: KeyboardEvent<SVGSVGElement>): void {
  if (e.key !== 'ArrowRight' && e.key !== 'ArrowLeft') return;
  const all = [...e.currentTarget.querySelectorAll<SVGGElement>('[role=button]')];
  const at = all.indexOf(document.activeElement as SVGGElement);
  const next = at < 0 ? undefined : all[at + (e.key === 'ArrowRight' ? 1 : -1)];
  if (!next) return;
  e.preventDefault();
  next.focus();
}
