import { countOf } from '#core/wording/words';
import { AT_HOLE } from '#core/record/step-key';
import {
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
} from 'react';
import type { HoleDefinition } from '#core/record/definitions';
import { HOLD_WORDS } from '#core/wording/setups';
import { formatRange } from '#core/record/holes';
import { PREP_WORDS, sheetName } from '#core/wording/words';
import type { LayerReach } from '#core/reach/layer-reach';
import { BAND_PX, HOLE_PX, stripPlaces } from '../../drawing/strip-drawing';
import { HoleGlyph, type HoleStage } from './hole-glyph';
import type { RowModel } from '../../models/row-model';
import { differentReaches, ReachLine } from './reach-line';

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
  const drag = useRef<{ from: number; kept: readonly number[] } | null>(null);
  const anchor = useRef(0);
  /* Only the holes in view are drawn, so that a row of thousands stays light. */
  const scroller = useRef<HTMLDivElement>(null);
  const [view, setView] = useState({ from: 0, to: 80 });
  const look = useCallback(() => {
    const box = scroller.current;
    if (!box) return;
    const from = Math.max(0, Math.floor(box.scrollLeft / HOLE_PX) - 10);
    setView({ from, to: from + Math.ceil(box.clientWidth / HOLE_PX) + 20 });
  }, []);
  useLayoutEffect(look, [look, holes.length]);
  useEffect(() => {
    const box = scroller.current;
    const x = places.holeX(cursor);
    if (box && (x < box.scrollLeft || x > box.scrollLeft + box.clientWidth)) box.scrollLeft = x - box.clientWidth / 2;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- follows the cursor only
  }, [cursor]);
  const isChosen = new Set(chosen);
  const span = (a: number, b: number) => Array.from({ length: Math.abs(a - b) + 1 }, (_, i) => Math.min(a, b) + i);
  const picture = useRef<SVGSVGElement>(null);
  const at = (e: { readonly clientX: number }) => {
    const box = (picture.current as SVGSVGElement).getBoundingClientRect();
    return places.holeAt(((e.clientX - box.left) / box.width) * places.width);
  };
  const onPointerDown = (e: PointerEvent<SVGSVGElement>) => {
    if (e.button !== 0 || e.pointerType !== 'mouse') return;
    const hole = at(e);
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = { from: e.shiftKey ? anchor.current : hole, kept: e.ctrlKey || e.metaKey ? chosen : [] };
    if (!e.shiftKey) anchor.current = hole;
    onCursor(hole);
    onChoose([...drag.current.kept, ...span(drag.current.from, hole)]);
  };
  /* A finger that stays where it is chooses one; one that moves scrolls. */
  const onClick = (e: MouseEvent) => {
    if (!(e.nativeEvent instanceof globalThis.PointerEvent) || e.nativeEvent.pointerType === 'mouse') return;
    const hole = at(e);
    anchor.current = hole;
    onCursor(hole);
    onChoose([hole]);
  };
  const onGrip = (e: PointerEvent) => {
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = { from: cursor, kept: [] };
    anchor.current = cursor;
  };
  const onPointerMove = (e: PointerEvent) => {
    if (!drag.current) return;
    const hole = at(e);
    onCursor(hole);
    onChoose([...new Set([...drag.current.kept, ...span(drag.current.from, hole)])]);
  };
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key === 'a' && (e.ctrlKey || e.metaKey)) {
      e.preventDefault();
      onChoose(holes.map((_, i) => i));
      return;
    }
    const to = { ArrowRight: cursor + 1, ArrowLeft: cursor - 1, Home: 0, End: holes.length - 1 }[e.key];
    if (to === undefined) return;
    e.preventDefault();
    const next = Math.min(holes.length - 1, Math.max(0, to));
    onCursor(next);
    if (!e.shiftKey) anchor.current = next;
    onChoose(span(anchor.current, next));
  };
  const heldOf = (hole: HoleDefinition): string => (hole.holds ?? []).map((h) => HOLD_WORDS[h].sign).join('');
  /** `!`: the work contradicts the plan; `~`: something is to be done again. */
  const signOf = (holeId: string): string => {
    const { findings, again } = row.standing;
    if (findings.get(holeId)?.some((f) => f.severity === 'stop')) return '!';
    return findings.has(holeId) || again.has(holeId) ? '~' : '';
  };
  const isPrepared = (layerId: string, done: ReadonlySet<string> | undefined): boolean => {
    const own = row.steps.filter((s) => (s.kind === 'dimpled' || s.kind === 'countersunk') && s.layerId === layerId);
    return own.length > 0 && own.every((s) => done?.has(s.key) ?? false);
  };
  const stageOf = (holeId: string, index: number): HoleStage => {
    const done = row.states.get(holeId);
    const layerId = (layers[index] as { id: string }).id;
    const prep = row.plan.layers[index]?.prep ?? 'none';
    return {
      drilled: done?.has(AT_HOLE.drilled) ?? false,
      head: done?.has(`deburred/${layerId}/head`) ?? false,
      shop: done?.has(`deburred/${layerId}/shop`) ?? false,
      prepared: isPrepared(layerId, done),
      prep,
    };
  };
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
          onPointerMove={onPointerMove}
          onPointerUp={() => (drag.current = null)}
          onPointerCancel={() => (drag.current = null)}
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
          onClick={onClick}
          onContextMenu={(e) => {
            e.preventDefault();
            drag.current = null;
            onCursor(at(e));
            onMenu();
          }}
          onPointerDown={onPointerDown}
          onPointerMove={onPointerMove}
          onPointerUp={() => (drag.current = null)}
          onPointerCancel={() => (drag.current = null)}
          onKeyDown={onKeyDown}
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
              <g key={hole.id} data-hole={h + 1}>
                {isChosen.has(h) ? (
                  <rect
                    x={places.holeX(h) - HOLE_PX / 2}
                    y="0"
                    width={HOLE_PX}
                    height={places.height}
                    style={{ fill: 'var(--dye)', opacity: 0.22 }}
                  />
                ) : null}
                <text
                  x={places.holeX(h)}
                  y={places.numberY}
                  textAnchor="middle"
                  fontSize="12"
                  fontWeight={isChosen.has(h) ? 700 : 400}
                  style={{ fill: 'var(--ink)' }}
                >
                  {h + 1}
                  {signOf(hole.id) ? (
                    <tspan style={{ fill: `var(--${signOf(hole.id) === '!' ? 'stop' : 'caution'})` }}>{signOf(hole.id)}</tspan>
                  ) : null}
                  {heldOf(hole) ? <tspan style={{ fill: 'var(--caution)' }}>{heldOf(hole)}</tspan> : null}
                </text>
                {layers.map((layer, i) => (
                  <HoleGlyph key={layer.id} x={places.holeX(h)} y={places.bandY(i) + BAND_PX / 2 - 1} stage={stageOf(hole.id, i)} />
                ))}
              </g>
            ))}
        </svg>
      </div>
    </div>
  );
}
