import type { AssemblyAnswer } from '#contract/answers';
import type { Mark } from '#core/record/marks';
import { AT_HOLE } from '#core/record/step-key';
import { type KeyboardEvent, lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { HoleDefinition } from '#core/record/definitions';
import { marksFor } from '#core/work/bench';
import { holesInPlan, parseRange } from '#core/record/holes';
import type { LayerReach } from '#core/reach/layer-reach';
import type { MarkWish } from '../../api/commands';
import { Button } from '../../ui/controls';
import { areKeysOn } from '../../ui/typing';
import type { RowModel } from '../../models/row-model';
import { HoleMenu } from '../hole/hole-menu';
import { reachSentence } from './reach-line';
import { StripPicture } from './strip-picture';
import { HoldChoice, type OnHold } from './hold-choice';
import { RangeField } from './range-field';
import { useMomentOf } from '../../ui/zone';

const Leftovers = lazy(() => import('./leftovers').then((m) => ({ default: m.Leftovers })));

interface HoleStripProps {
  readonly data: AssemblyAnswer;
  readonly marks: readonly Mark[];
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
export function HoleStrip({ data, marks, row, others, reaches, onMark, onHold, asked }: HoleStripProps) {
  const holes = useMemo(() => holesInPlan(row.entity.definition.holes), [row.entity.definition.holes]);
  const [picked, setChosen] = useState<readonly number[] | null>(() => (asked ? parseRange(asked, holes.length) : null));
  const chosen = picked ?? unfinished(row, holes);
  const [sheetsOff, setSheetsOff] = useState<ReadonlySet<string>>(new Set());
  const [doneAt, setDoneAt] = useState('');
  const momentOf = useMomentOf();
  const [cursor, setCursor] = useState(() => picked?.[0] ?? 0);
  const [isMenuOpen, setMenuOpen] = useState(false);
  const count = holes.length;
  const valid = chosen.filter((i) => i < count);
  const menuHole = holes[Math.min(cursor, count - 1)];
  const layers = row.entity.definition.layers.filter((l) => !sheetsOff.has(l.id));

  const mark = (wishes: readonly Pick<MarkWish, 'kind' | 'layerIds' | 'side'>[]) => {
    const time = momentOf(doneAt);
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
        cursor={Math.min(cursor, count - 1)}
        onCursor={setCursor}
        onMenu={() => setMenuOpen(true)}
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
        {menuHole ? (
          <HoleMenu
            data={data}
            row={row}
            marks={marks}
            holeId={menuHole.id}
            here="plan"
            open={isMenuOpen}
            onOpen={setMenuOpen}
            onMark={onMark}
          />
        ) : null}
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
      {row.leftovers.length > 0 ? (
        <Suspense fallback={null}>
          <Leftovers row={row} others={others} onMark={onMark} />
        </Suspense>
      ) : null}
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
