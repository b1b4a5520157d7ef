import type { AssemblyAnswer } from '#contract/answers';
import type { Mark } from '#core/record/marks';
import { AT_HOLE } from '#core/record/step-key';
import { type KeyboardEvent, lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import type { HoleDefinition } from '#core/record/definitions';
import { isOffered } from '#core/done/offered';
import { holesInPlan, parseRange } from '#core/record/holes';
import { isDone, type Step } from '#core/record/steps';
import type { LayerReach } from '#core/reach/layer-reach';
import type { MarkWish } from '../../api/commands';
import { Button } from '../../ui/controls';
import { Fold } from '../../ui/fold';
import { areKeysOn } from '../../ui/typing';
import type { RowModel } from '../../models/row-model';
import { HoleMenu } from '../hole/hole-menu';
import { reachSentence } from './reach-line';
import { StripPicture } from './strip-picture';
import { MARKED_HERE, worksOf, type StripWork } from './strip-works';
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

  const layerIds = layers.map((l) => l.id);
  const isOpenAt = (step: Step, i: number) => {
    const { id } = holes[i] as HoleDefinition;
    return !isDone(step, row.states.get(id)) && isOffered(row.standing, id, step);
  };
  const all = worksOf(row, layerIds);
  const open = worksOf(row, layerIds, (step) => valid.some((i) => isOpenAt(step, i)));
  /* What is open is offered; where nothing of it is, the same press is a correction and stands apart. */
  const openOf = (work: StripWork) => valid.filter((i) => work.steps.some((step) => isOpenAt(step, i)));
  const works = all.map((work) => {
    const now = open.find((w) => w.key === work.key);
    return now && openOf(now).length > 0 ? { work: now, places: openOf(now), isOpen: true } : { work, places: valid, isOpen: false };
  });
  const mark = (work: StripWork, places: readonly number[]) => {
    const time = momentOf(doneAt);
    const holeIds = places.map((i) => (holes[i] as HoleDefinition).id);
    if (holeIds.length > 0 && work.wishes.length > 0)
      onMark(work.wishes.map((w) => ({ ...w, rowId: row.entity.id, holeIds, ...(time ? { doneAt: time } : {}) })) as MarkWish[]);
  };
  const onKeyDown = (e: KeyboardEvent) => {
    const key = e.key.toLowerCase();
    const pressed = works.find((w) => w.work.key === key);
    if (pressed && areKeysOn() && !e.ctrlKey && !e.metaKey && !e.altKey) {
      e.preventDefault();
      mark(pressed.work, pressed.places);
    }
  };
  const n = valid.length;
  const onSheets =
    layerIds.length === row.entity.definition.layers.length
      ? ''
      : ` on ${layerIds.length} of ${row.entity.definition.layers.length} sheets`;
  const offered = works.filter((w) => n === 0 || w.isOpen);
  const again = works.filter((w) => !offered.includes(w));
  const buttonOf = (work: StripWork, places: readonly number[], tone: 'primary' | 'plain') => (
    <Button
      key={work.key}
      tone={tone}
      disabled={places.length === 0 || work.wishes.length === 0}
      onClick={() => mark(work, places)}
      title={`Key ${work.key.toUpperCase()}`}
      aria-label={work.spoken(places.length)}
    >
      {work.text(places.length)}
    </Button>
  );
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
        {offered.map((w) => buttonOf(w.work, w.places, 'primary'))}
        {again.length > 0 ? (
          <Fold title="Again, or correct">
            <div className="flex flex-wrap gap-1.5 [&>button]:px-2">{again.map((w) => buttonOf(w.work, w.places, 'plain'))}</div>
          </Fold>
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
