import { useMemo } from 'react';
import type { AssemblyOperation } from '#core/sequence/operations';
import type { OperationProgress } from '#core/sequence/progress';
import { STATE_WORDS } from '#core/wording/sequence';
import { TRACK_TOP_PX, trackDrawing } from '../../drawing/track-drawing';

interface TrackPictureProps {
  readonly operations: readonly AssemblyOperation[];
  readonly progress: ReadonlyMap<string, OperationProgress>;
  readonly partName: (id: string) => string;
  readonly bandName: (setup: string) => string;
  readonly nameOf: (o: AssemblyOperation) => string;
  readonly selectedId: string | null;
  readonly nextId: string | null;
  readonly onPick: (id: string) => void;
}

const R = 8;
/** Letters that fit into a pixel of a bracket's label. */
const LETTERS_PER_PX = 0.16;

/** Parts as tracks, operations as stations. */
export function TrackPicture({ operations, progress, partName, bandName, nameOf, selectedId, nextId, onPick }: TrackPictureProps) {
  const d = useMemo(() => trackDrawing(operations), [operations]);
  const byId = useMemo(() => new Map(operations.map((o) => [o.id, o])), [operations]);
  return (
    <div className="flex overflow-hidden rounded border border-line">
      <svg width="130" height={d.height} className="shrink-0 border-r border-line" aria-hidden>
        {d.tracks.map((t) => (
          <text key={t.partId} x="122" y={t.y + 5} textAnchor="end" fontSize="14" style={{ fill: 'var(--ink)' }}>
            {partName(t.partId).slice(0, 19)}
          </text>
        ))}
      </svg>
      <div className="flex-1 overflow-x-auto">
        <svg width={d.width} height={d.height} role="group" aria-label={`${operations.length} operations on ${d.tracks.length} parts`}>
          {d.bands.map((b, i) => {
            const name = bandName(b.setup);
            const fits = Math.max(2, Math.floor((b.x2 - b.x1) * LETTERS_PER_PX));
            return (
              <g key={`${b.setup}/${i}`}>
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
          {d.tracks.map((t) => (
            <line key={t.partId} x1={t.x1} x2={t.x2} y1={t.y} y2={t.y} strokeWidth="2" style={{ stroke: 'var(--edge)' }} />
          ))}
          {d.stations.map((s) => {
            const o = byId.get(s.id);
            const state = progress.get(s.id)?.state ?? 'blocked';
            if (!o) return null;
            const [top, bottom] = [s.ys[0] ?? 0, s.ys.at(-1) ?? 0];
            const isChosen = s.id === selectedId;
            const colour = state === 'blocked' ? 'var(--ink2)' : state === 'ready' ? 'var(--dye)' : 'var(--done)';
            return (
              <g
                key={s.id}
                role="button"
                tabIndex={0}
                aria-pressed={isChosen}
                aria-label={`${nameOf(o)}, ${STATE_WORDS[state]}${s.id === nextId ? ', next' : ''}`}
                className="cursor-pointer"
                onClick={() => onPick(s.id)}
                onKeyDown={(e) => {
                  if (e.key !== 'Enter' && e.key !== ' ') return;
                  e.preventDefault();
                  onPick(s.id);
                }}
              >
                <rect
                  x={s.x - 14}
                  y={top - 14}
                  width="28"
                  height={bottom - top + 28}
                  rx="14"
                  style={{ fill: isChosen ? 'var(--dye-soft)' : 'transparent', stroke: isChosen ? 'var(--dye)' : 'transparent' }}
                />
                {top < bottom ? <line x1={s.x} x2={s.x} y1={top} y2={bottom} strokeWidth="2" style={{ stroke: colour }} /> : null}
                {s.ys.map((y) => (
                  <Sign key={y} x={s.x} y={y} state={state} colour={colour} />
                ))}
                {s.id === nextId ? <path d={`M${s.x - 6} ${top - 22}h12l-6 8z`} style={{ fill: 'var(--dye)' }} /> : null}
              </g>
            );
          })}
        </svg>
      </div>
    </div>
  );
}

function Sign({ x, y, state, colour }: { x: number; y: number; state: OperationProgress['state']; colour: string }) {
  if (state === 'blocked') return <circle cx={x} cy={y} r={R * 0.45} style={{ fill: 'var(--paper)', stroke: colour }} strokeWidth="1.6" />;
  return (
    <>
      <circle cx={x} cy={y} r={R} style={{ fill: state === 'done' ? colour : 'var(--paper)', stroke: colour }} strokeWidth="2" />
      {state === 'under-way' ? <path d={`M${x} ${y - R}A${R} ${R} 0 0 0 ${x} ${y + R}Z`} style={{ fill: colour }} /> : null}
    </>
  );
}
