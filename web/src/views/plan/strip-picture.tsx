import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import type { LayerReach } from '#core/reach/layer-reach';
import type { HoleDefinition } from '#core/record/definitions';
import { formatRange } from '#core/record/holes';
import { countOf, PREP_WORDS, sheetName } from '#core/wording/words';
import { BAND_PX, HOLE_PX, stripPlaces } from '../../drawing/strip-drawing';
import type { RowModel } from '../../models/row-model';
import { differentReaches, ReachLine } from './reach-line';
import { StripHole } from './strip-hole';
import { useStripChoice } from './use-strip-choice';

const NAME_PX = 118;

interface StripPictureProps {
  readonly row: RowModel;
  readonly reaches: readonly LayerReach[];
  readonly holes: readonly HoleDefinition[];
  readonly chosen: readonly number[];
  readonly onChoose: (places: readonly number[]) => void;
  readonly sheetsOff: ReadonlySet<string>;
  readonly onToggleSheet: (layerId: string) => void;
  /** Where the cursor is. */
  readonly cursor: number;
  readonly onCursor: (place: number) => void;
  /** Everything else about the hole at the cursor is wanted. */
  readonly onMenu: () => void;
}

/** The strip itself: sheets as bands, holes as their stages. A mouse drags a range anywhere, a finger only from the grip over the cursor. */
export function StripPicture({
  row,
  reaches,
  holes,
  chosen,
  onChoose,
  sheetsOff,
  onToggleSheet,
  cursor,
  onCursor,
  onMenu,
}: StripPictureProps) {
  const { layers } = row.entity.definition;
  const lines = useMemo(() => differentReaches(reaches), [reaches]);
  const places = stripPlaces({ holes: holes.length, layers: layers.length, nameWidth: 0, lines: lines.length });
  /* Only the holes in view are drawn, so that a row of thousands stays light. */
  const scroller = useRef<HTMLDivElement>(null);
  const [view, setView] = useState({ from: 0, to: 80 });
  const look = useCallback(() => {
    const box = scroller.current;
    if (!box) return;
    const from = Math.max(0, Math.floor(box.scrollLeft / HOLE_PX) - 10);
    setView({ from, to: from + Math.ceil(box.clientWidth / HOLE_PX) + 20 });
  }, []);
  /* Once the browser has laid it out by itself: asked sooner, it would have to do so at once. */
  useEffect(() => {
    const box = scroller.current;
    if (!box) return undefined;
    const observer = new ResizeObserver(look);
    observer.observe(box);
    return () => observer.disconnect();
  }, [look]);
  useEffect(() => {
    const box = scroller.current;
    const x = places.holeX(cursor);
    if (cursor > 0 && box && (x < box.scrollLeft || x > box.scrollLeft + box.clientWidth)) box.scrollLeft = x - box.clientWidth / 2;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- follows the cursor only
  }, [cursor]);
  const { picture, at, onGrip, onDrag, onDragEnd, handlers } = useStripChoice(holes.length, places, { chosen, onChoose, cursor, onCursor });
  const isChosen = new Set(chosen);
  return (
    <div className="flex">
      <ul className="flex shrink-0 flex-col pt-5" style={{ width: NAME_PX }} aria-label="Sheets to mark">
        {layers.map((layer, i) => {
          const name = sheetName(row.plan.layers[i]?.part, i);
          return (
            <li key={layer.id} style={{ height: BAND_PX }} className="pr-1">
              <button
                type="button"
                aria-pressed={!sheetsOff.has(layer.id)}
                onClick={() => onToggleSheet(layer.id)}
                title={`${name}: ${PREP_WORDS[row.plan.layers[i]?.prep ?? 'none']}`}
                className={`flex h-9 w-full flex-col justify-center truncate rounded border px-1 text-left leading-none ${sheetsOff.has(layer.id) ? 'border-dashed border-edge text-ink2 line-through' : 'border-edge bg-raised'}`}
              >
                <span className="label w-full truncate text-[14px]">{name}</span>
                <span className="text-[12px] text-ink2">{PREP_WORDS[row.plan.layers[i]?.prep ?? 'none']}</span>
              </button>
            </li>
          );
        })}
      </ul>
      <div ref={scroller} className="relative flex-1 overflow-x-auto" onScroll={look}>
        <div
          aria-hidden
          data-testid="strip-grip"
          className="absolute top-0 hidden h-11 w-11 -translate-x-1/2 touch-none items-start justify-center pointer-coarse:flex"
          style={{ left: places.holeX(cursor) }}
          onPointerDown={onGrip}
          onPointerMove={onDrag}
          onPointerUp={onDragEnd}
          onPointerCancel={onDragEnd}
        >
          <span className="mt-0.5 h-1.5 w-8 rounded-full bg-dye" />
        </div>
        <svg
          width={places.width}
          height={places.height}
          viewBox={`0 0 ${places.width} ${places.height}`}
          role="application"
          aria-roledescription="strip of holes"
          aria-label={`${countOf(holes.length, 'hole')}, ${formatRange(chosen) || 'none'} chosen. Arrows move, Shift extends, D H S P mark.`}
          tabIndex={0}
          ref={picture}
          className="select-none"
          {...handlers}
          onContextMenu={(e) => {
            e.preventDefault();
            onDragEnd();
            onCursor(at(e));
            onMenu();
          }}
        >
          {layers.map((layer, i) => (
            <rect
              key={layer.id}
              x="0"
              y={places.bandY(i) + 1}
              width={places.width}
              height={BAND_PX - 4}
              style={{ fill: sheetsOff.has(layer.id) ? 'transparent' : 'var(--metal)', stroke: 'var(--line)' }}
            />
          ))}
          {lines.map((r, i) => (
            <ReachLine key={r.layerId} reach={r} y={places.lineY(i)} holeX={places.holeX} />
          ))}
          {holes
            .slice(view.from, view.to)
            .map((hole, i) => ({ hole, h: view.from + i }))
            .map(({ hole, h }) => (
              <StripHole key={hole.id} row={row} hole={hole} number={h + 1} places={places} isChosen={isChosen.has(h)} />
            ))}
        </svg>
      </div>
    </div>
  );
}
