import { AT_HOLE } from '#core/record/step-key';
import { useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { Link } from 'react-router';
import type { HoleDefinition } from '#core/record/definitions';
import { marksFor } from '#core/work/bench';
import { HOLD_WORDS } from '#core/wording/setups';
import { formatRange, holesInPlan, parseRange } from '#core/record/holes';
import { PREP_WORDS, sheetName } from '#core/wording/words';
import type { LayerReach } from '#core/reach/layer-reach';
import type { MarkWish } from '../../api/commands';
import { BAND_PX, HOLE_PX, stripPlaces } from '../../drawing/strip-drawing';
import { Button } from '../../ui/controls';
import { areKeysOn } from '../../ui/typing';
import { HoleGlyph, type HoleStage } from './hole-glyph';
import type { RowModel } from '../../models/row-model';
import { differentReaches, ReachLine, reachSentence } from './reach-line';
import { HoldChoice, type OnHold } from './hold-choice';
import { Leftovers } from './leftovers';
import { RangeField } from './range-field';

const NAME_PX = 118;

interface HoleStripProps {
  readonly row: RowModel;
  readonly reaches: readonly LayerReach[];
  /** Other rows of the assembly. */
  readonly others: readonly { readonly id: string; readonly title: string }[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
  readonly onHold: OnHold;
  /** Holes chosen to begin with, as text; absent: those that are not finished. */
  readonly asked?: string | null;
}

/** The row as a strip of its holes: choose holes by drag, keys or text, then tap what was done. */
export function HoleStrip({ row, others, reaches, onMark, onHold, asked }: HoleStripProps) {
  const holes = useMemo(() => holesInPlan(row.entity.definition.holes), [row.entity.definition.holes]);
  const [picked, setChosen] = useState<readonly number[] | null>(() => (asked ? parseRange(asked, holes.length) : null));
  const chosen = picked ?? unfinished(row, holes);
  const [sheetsOff, setSheetsOff] = useState<ReadonlySet<string>>(new Set());
  const [doneAt, setDoneAt] = useState('');
  const count = holes.length;
  const valid = chosen.filter((i) => i < count);
  const layers = row.entity.definition.layers.filter((l) => !sheetsOff.has(l.id));

  const mark = (wishes: readonly Pick<MarkWish, 'kind' | 'layerIds' | 'side'>[]) => {
    const time = doneAt === '' ? undefined : new Date(doneAt).toISOString();
    const holeIds = valid.map((i) => (holes[i] as { id: string }).id);
    if (holeIds.length > 0)
      onMark(wishes.map((w) => ({ ...w, rowId: row.entity.id, holeIds, ...(time ? { doneAt: time } : {}) })) as MarkWish[]);
  };
  const layerIds = layers.map((l) => l.id);
  const dimpled = layerIds.filter((id) => row.steps.some((s) => s.kind === 'dimpled' && s.layerId === id));
  const countersunk = layerIds.filter((id) => row.steps.some((s) => s.kind === 'countersunk' && s.layerId === id));
  const actions = {
    drilled: () => mark([{ kind: 'drilled' }]),
    head: () => mark([{ kind: 'deburred', layerIds, side: 'head' }]),
    shop: () => mark([{ kind: 'deburred', layerIds, side: 'shop' }]),
    prepared: () =>
      mark(
        marksFor(
          row.steps.filter((s) => (s.kind === 'dimpled' || s.kind === 'countersunk') && layerIds.includes(s.layerId ?? '')),
          [],
        ).map(({ kind, layerIds: ids, side }) => ({ kind, layerIds: ids, side })),
      ),
  };
  const onKeyDown = (e: KeyboardEvent) => {
    const key = e.key.toLowerCase();
    const action = { d: actions.drilled, h: actions.head, s: layerIds.length > 0 ? actions.shop : undefined, p: actions.prepared }[key];
    if (action && areKeysOn() && !e.ctrlKey && !e.metaKey && !e.altKey) {
      e.preventDefault();
      action();
    }
  };
  const n = valid.length;
  const onSheets =
    layerIds.length === row.entity.definition.layers.length
      ? ''
      : ` on ${layerIds.length} of ${row.entity.definition.layers.length} sheets`;
  const prepText = [
    dimpled.length > 0 ? `dimpled${dimpled.length > 1 ? ` ×${dimpled.length}` : ''}` : '',
    countersunk.length > 0 ? 'countersunk' : '',
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <section
      aria-label="Holes"
      className="flex flex-col gap-1.5 border-t border-line bg-panel p-2"
      onKeyDown={(e) => (e.target instanceof HTMLInputElement ? undefined : onKeyDown(e))}
    >
      <StripPicture
        row={row}
        reaches={reaches}
        holes={holes}
        chosen={valid}
        onChoose={setChosen}
        sheetsOff={sheetsOff}
        onToggleSheet={(id) => setSheetsOff(toggled(sheetsOff, id))}
      />
      <div className="flex flex-wrap items-end gap-1.5 [&>button]:px-2">
        <RangeField count={count} chosen={valid} onChoose={setChosen} />
        <Button tone="primary" disabled={n === 0} onClick={actions.drilled} title="Key D">
          Drilled ({n})
        </Button>
        <Button
          tone="primary"
          disabled={n === 0 || layerIds.length === 0}
          onClick={actions.head}
          title="Key H"
          aria-label={`Deburred head side (${n} × ${layerIds.length})`}
        >
          Deburred head ({n}×{layerIds.length})
        </Button>
        <Button
          tone="primary"
          disabled={n === 0 || layerIds.length === 0}
          onClick={actions.shop}
          title="Key S"
          aria-label={`Deburred shop side (${n} × ${layerIds.length})`}
        >
          Deburred shop ({n}×{layerIds.length})
        </Button>
        {prepText ? (
          <Button tone="primary" disabled={n === 0} onClick={actions.prepared} title="Key P">
            {prepText[0]?.toUpperCase()}
            {prepText.slice(1)} ({n})
          </Button>
        ) : null}
        <TakeOut row={row} holeIds={valid.map((i) => (holes[i] as HoleDefinition).id)} count={count} />
        <HoldChoice chosen={valid.map((i) => holes[i] as HoleDefinition)} onHold={onHold} />
        <label
          className="ml-auto flex items-center gap-1 text-[13px] text-ink2"
          title="Empty means now. Set it back for work written up from paper."
        >
          done at
          <input type="datetime-local" className="field w-46 text-[14px]" value={doneAt} onChange={(e) => setDoneAt(e.target.value)} />
        </label>
      </div>
      <p className="sr-only" role="status">
        {n} holes chosen{onSheets}
        {reaches.length > 0 ? `. Tools: ${reachSentence(reaches)}` : ''}
      </p>
      <Leftovers row={row} others={others} onMark={onMark} />
    </section>
  );
}

/** The way to the removal card, where something chosen is set: of one hole, or of the whole row. */
function TakeOut({ row, holeIds, count }: { row: RowModel; holeIds: readonly string[]; count: number }) {
  const set = holeIds.filter((id) => row.states.get(id)?.has(AT_HOLE.set));
  const [only] = set;
  if (only === undefined) return null;
  const isOne = holeIds.length === 1;
  const search = new URLSearchParams({ row: row.entity.id, ...(isOne ? { hole: only } : {}) }).toString();
  return (
    <Link
      className="label rounded border border-edge bg-raised px-2 py-1 hover:bg-dye-soft"
      to={`/assemblies/${row.entity.definition.assemblyId}/removal?${search}`}
    >
      {isOne ? 'Take it out' : holeIds.length === count ? 'Take the row out' : 'Take out …'}
    </Link>
  );
}

/** What the strip marks; the rest is the bench's. */
const MARKED_HERE: readonly string[] = ['drilled', 'deburred', 'dimpled', 'countersunk'];

/** The holes that still want something; all of them where none does. */
function unfinished(row: RowModel, holes: readonly { readonly id: string }[]): readonly number[] {
  const all = holes.map((_, i) => i);
  const open = all.filter(
    (i) => !row.steps.filter((s) => MARKED_HERE.includes(s.kind)).every((s) => row.states.get((holes[i] as { id: string }).id)?.has(s.key)),
  );
  return open.length > 0 ? open : all;
}

function toggled(set: ReadonlySet<string>, id: string): ReadonlySet<string> {
  const next = new Set(set);
  if (!next.delete(id)) next.add(id);
  return next;
}

interface StripPictureProps {
  readonly row: RowModel;
  readonly reaches: readonly LayerReach[];
  readonly holes: readonly HoleDefinition[];
  readonly chosen: readonly number[];
  readonly onChoose: (places: readonly number[]) => void;
  readonly sheetsOff: ReadonlySet<string>;
  readonly onToggleSheet: (layerId: string) => void;
}

function StripPicture({ row, reaches, holes, chosen, onChoose, sheetsOff, onToggleSheet }: StripPictureProps) {
  const { layers } = row.entity.definition;
  const lines = useMemo(() => differentReaches(reaches), [reaches]);
  const places = stripPlaces({ holes: holes.length, layers: layers.length, nameWidth: 0, lines: lines.length });
  const drag = useRef<{ from: number; kept: readonly number[] } | null>(null);
  const [cursor, setCursor] = useState(0);
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
  const at = (e: PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    return places.holeAt(((e.clientX - box.left) / box.width) * places.width);
  };
  const onPointerDown = (e: PointerEvent<SVGSVGElement>) => {
    if (e.button !== 0) return;
    const hole = at(e);
    e.currentTarget.setPointerCapture(e.pointerId);
    drag.current = { from: e.shiftKey ? anchor.current : hole, kept: e.ctrlKey || e.metaKey ? chosen : [] };
    if (!e.shiftKey) anchor.current = hole;
    setCursor(hole);
    onChoose([...drag.current.kept, ...span(drag.current.from, hole)]);
  };
  const onPointerMove = (e: PointerEvent<SVGSVGElement>) => {
    if (!drag.current) return;
    const hole = at(e);
    setCursor(hole);
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
    setCursor(next);
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
      <div ref={scroller} className="flex-1 overflow-x-auto" onScroll={look}>
        <svg
          width={places.width}
          height={places.height}
          viewBox={`0 0 ${places.width} ${places.height}`}
          role="application"
          aria-roledescription="strip of holes"
          aria-label={`${holes.length} holes, ${formatRange(chosen) || 'none'} chosen. Arrows move, Shift extends, D H S P mark.`}
          tabIndex={0}
          className="touch-pan-y select-none"
          style={{ touchAction: 'pan-y' }}
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
