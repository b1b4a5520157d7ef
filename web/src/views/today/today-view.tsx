import type { AssemblyAnswer, KitAnswer } from '#contract/answers';
import { useLayoutEffect } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { BenchStation, BenchWork, OrderedItem, OrderedSetup } from '#core/access/bench-order';
import { wantedSets } from '#core/access/ways-out';
import { operationVerb, orderWaitSentence, wantedSetsSentence } from '#core/wording/sequence';
import { itemAmount, OPERATION_WORDS, setupName, setupVerb } from '#core/wording/setups';
import { useMark } from '../../api/commands';
import { useLocal, writeLocal } from '../../api/device';
import { useAssembly, useKit } from '../../api/queries';
import { useScreenUnits } from '../../ui/assembly-screen';
import { ErrorText, Select } from '../../ui/controls';
import { KitBar } from '../../ui/kit-page';
import { isPageKey } from '../../ui/typing';
import { UnitsContext, useUnits } from '../../ui/units';
import { useUndo } from '../../ui/use-undo';
import type { Mark } from '#core/record/marks';
import { usePageFlags } from '../../ui/page-flag';
import type { RowModel } from '../../models/row-model';
import { FlangeAngles } from '../../ui/flange-angles';
import { RecallNotice } from '../recalls/recall-notice';
import { ShiftBar } from '../../ui/shift-bar';
import { OrderedBench, type OrderedBenchOf } from '../../models/ordered-bench';
import type { Sequence } from '../../models/use-sequence';

/** How many set-ups and rows are offered at once. */
const SETUPS_SHOWN = 4;
const ROWS_SHOWN = 6;

/** What to take up now: the shift, and what is ready in the assembly at hand. */
export function TodayView() {
  const { kitId = '' } = useParams();
  const answer = useKit(kitId);
  const units = useScreenUnits(answer.data?.kit.definition.units);
  return (
    <UnitsContext value={units}>
      {answer.data ? (
        <TodayOfKit kit={answer.data} units={units} />
      ) : (
        <div className="flex h-full flex-col">
          <KitBar kit={undefined} here="today" name="Today" units={units} />
          <main id="content" className="p-4">
            {answer.error ? <ErrorText>{answer.error.message}</ErrorText> : <p role="status">Loading the kit …</p>}
          </main>
        </div>
      )}
    </UnitsContext>
  );
}

function TodayOfKit({ kit: { kit, assemblies }, units }: { kit: KitAnswer; units: 'in' | 'mm' }) {
  const [search, setSearch] = useSearchParams();
  const last = useLocal(`assembly.${kit.id}`);
  const sorted = [...assemblies].sort((a, b) => a.definition.order - b.definition.order);
  const chosen = sorted.find((a) => a.id === (search.get('assembly') ?? last)) ?? sorted.find((a) => a.rows > 0) ?? sorted[0];
  const data = useAssembly(chosen?.id ?? '', chosen !== undefined);
  const select = (
    <Select
      aria-label="Assembly"
      className="min-h-14 text-[19px]"
      value={chosen?.id ?? ''}
      onChange={(e) => {
        writeLocal(`assembly.${kit.id}`, e.target.value);
        setSearch({ assembly: e.target.value }, { replace: true });
      }}
    >
      {sorted.map((a) => (
        <option key={a.id} value={a.id}>
          {a.definition.name}
        </option>
      ))}
    </Select>
  );
  const frame = (
    <div className="flex min-h-full flex-col max-sm:pb-16">
      <KitBar kit={kit} here="today" name="Today" units={units} />
      <main id="content" className="p-4">
        {chosen === undefined ? (
          <p>No assembly yet: name the first one on the kit’s page.</p>
        ) : data.error ? (
          <ErrorText>{data.error.message}</ErrorText>
        ) : (
          <p role="status">Loading …</p>
        )}
      </main>
    </div>
  );
  const answer = data.data;
  if (!answer) return frame;
  return (
    <OrderedBench data={answer} loading={frame}>
      {(ordered) => <TodayOfAssembly data={answer} ordered={ordered} select={select} units={units} />}
    </OrderedBench>
  );
}

interface TodayProps {
  readonly data: AssemblyAnswer;
  readonly ordered: OrderedBenchOf;
  readonly select: React.ReactNode;
  readonly units: 'in' | 'mm';
}

function TodayOfAssembly({ data, ordered, select, units }: TodayProps) {
  const { kit, assembly } = data;
  const navigate = useNavigate();
  const { marks, rows, setups, stations, sequence } = ordered;
  const undo = useUndo(kit, marks);
  const mark = useMark(kit);
  const ready = stations.filter((s) => (s.kind === 'setup' ? s.setup.readyHoles > 0 : s.work.waits.length === 0));
  const shown = ready.slice(0, SETUPS_SHOWN);
  const to = (key: string, item?: OrderedItem) =>
    `/assemblies/${assembly.id}/bench?${new URLSearchParams({ setup: key, ...(item ? { item: item.key } : {}) }).toString()}`;
  /* Before the picture is there, so that no key is pressed into nothing. */
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!isPageKey(e)) return;
      const station = shown[Number(e.key) - 1];
      if (!station) return;
      e.preventDefault();
      void navigate(to(station.key));
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return (
    <div className="flex min-h-full flex-col max-sm:pb-16">
      <KitBar kit={kit} here="today" name="Today" undo={undo} units={units} />
      <main id="content" className="mx-auto flex w-full max-w-5xl flex-col gap-4 p-3">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="label text-[28px]">Today</h1>
          {select}
          <Link className="label underline underline-offset-2" to={`/assemblies/${assembly.id}/plan`}>
            the plan
          </Link>
        </div>
        <ShiftBar kit={kit} assemblyId={assembly.id} marks={marks} />
        <FlangeAngles data={data} rows={rows} marks={marks} onMark={mark} />
        <Flagged data={data} marks={marks} rows={rows} />
        <RecallNotice kitId={kit.id} />
        <DeadEndAlert sequence={sequence} rows={rows} data={data} />
        {shown.length === 0 ? (
          <p className="text-[19px]">
            {stations.length === 0
              ? 'Nothing is left to do here, or it has no row yet.'
              : 'Everything that is left waits for something else: see the bench.'}
          </p>
        ) : null}
        {shown.map((s, i) => (
          <StationOffer key={s.key} station={s} number={i + 1} rows={rows} data={data} sequence={sequence} to={to} />
        ))}
        <Blocked setups={setups} sequence={sequence} rows={rows} />
        {ready.length > shown.length ? (
          <Link className="label text-[17px] underline underline-offset-2" to={`/assemblies/${assembly.id}/bench`}>
            {ready.length - shown.length} more set-ups on the bench
          </Link>
        ) : null}
      </main>
    </div>
  );
}

/** Rows whose page was revised, until somebody says what that means for them. */
function Flagged({ data, marks, rows }: Pick<OfferProps, 'rows' | 'data'> & { readonly marks: readonly Mark[] }) {
  const flags = [...usePageFlags(data, marks).values()].flat();
  if (flags.length === 0) return null;
  const titles = new Map(rows.map((r) => [r.entity.id, r.title]));
  return (
    <ul aria-label="Revised pages" className="rounded border border-caution bg-caution-soft p-2 text-[17px]">
      {flags.map((f) => (
        <li key={`${f.rowId}/${f.pageId}`}>
          <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/plan?row=${f.rowId}`}>
            {titles.get(f.rowId)}
          </Link>
          : page {f.page} revision {f.revision}
          {f.asked ? `, asked: ${f.asked.question}` : ', nobody has said yet what it changes here'}
        </li>
      ))}
    </ul>
  );
}

/** The order that is followed ends dead: said before anything is taken up. */
function DeadEndAlert({ sequence, rows, data }: { sequence: Sequence } & Pick<OfferProps, 'rows' | 'data'>) {
  const { deadEnds } = sequence.access;
  const units = useUnits();
  if (deadEnds.length === 0) return null;
  const titles = new Map(rows.map((r) => [r.entity.id, r.title]));
  const wanted = deadEnds.flatMap((d) => {
    const row = sequence.model.rows.find((r) => r.id === d.rowId);
    const sets = row ? wantedSets(row, sequence.model.tools) : null;
    return sets ? [wantedSetsSentence(sets, units)] : [];
  });
  return (
    <p role="alert" className="rounded border border-stop bg-stop-soft p-2 text-[18px] text-stop">
      The order you follow ends dead at {deadEnds.map((d) => titles.get(d.rowId)).join(', ')}. {[...new Set(wanted)].join(' ')}{' '}
      <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/sequence`}>
        See the ways out
      </Link>
    </p>
  );
}

/** Blocked rows are named up to so many. */
const BLOCKED_SHOWN = 4;

/** What waits for something told, and for what. */
function Blocked({ setups, sequence, rows }: { setups: readonly OrderedSetup[]; sequence: Sequence } & Pick<OfferProps, 'rows'>) {
  const titles = new Map(rows.map((r) => [r.entity.id, r.title]));
  const waiting = setups.flatMap((s) => s.items.filter((i) => i.orderWaits.length > 0).map((i) => ({ setup: s.setup, item: i })));
  if (waiting.length === 0) return null;
  return (
    <ul aria-label="Waits" className="border-t border-line pt-2 text-[17px] text-ink2">
      {waiting.slice(0, BLOCKED_SHOWN).map(({ setup, item }) => (
        <li key={`${setup.key}/${item.key}`}>
          {OPERATION_WORDS[setup.operation].verb}: {titles.get(item.rowId)} waits for{' '}
          {item.orderWaits
            .map((w) => orderWaitSentence(w.because, sequence.byId.get(w.id)?.kind ?? 'set', sequence.nameOf(w.id)))
            .join('; ')}
        </li>
      ))}
      {waiting.length > BLOCKED_SHOWN ? <li>and {waiting.length - BLOCKED_SHOWN} more, see the bench</li> : null}
    </ul>
  );
}

interface OfferProps {
  readonly number: number;
  readonly rows: readonly RowModel[];
  readonly data: AssemblyAnswer;
  readonly to: (key: string, item?: OrderedItem) => string;
}

function StationOffer({ station, sequence, ...offer }: OfferProps & { readonly station: BenchStation; readonly sequence: Sequence }) {
  return station.kind === 'setup' ? (
    <SetupOffer setup={station.setup} {...offer} />
  ) : (
    <WorkOffer work={station.work} name={sequence.nameOf(station.key)} {...offer} />
  );
}

/** Work on the whole that can be taken up now. */
function WorkOffer({ work, name, number, to }: OfferProps & { readonly work: BenchWork; readonly name: string }) {
  const verb = operationVerb(work.kind);
  const parts = work.openPartIds.length;
  return (
    <section aria-label={name} className="border-t border-line pt-2">
      <h2 className="label text-[22px]">
        <kbd className="mr-2 rounded border border-edge px-1.5 text-[15px]">{number}</kbd>
        {verb}
      </h2>
      <Link
        to={to(work.id)}
        className="label mt-1 inline-flex min-h-14 items-center rounded border border-edge bg-raised px-3 text-[18px] hover:bg-dye-soft"
      >
        {name.slice(verb.length + 2)}
        {work.rowId === null ? ` · ${parts} ${parts === 1 ? 'part' : 'parts'}` : ''}
      </Link>
    </section>
  );
}

/** One set-up with the rows that can be done in it now; a tap takes to the bench with the row chosen. */
function SetupOffer({ setup, number, rows, data, to }: OfferProps & { readonly setup: OrderedSetup }) {
  const units = useUnits();
  const ready = setup.items.filter((i) => i.waitsFor.length === 0 && i.orderWaits.length === 0);
  const name = (i: OrderedItem) => {
    const row = rows.find((r) => r.entity.id === i.rowId);
    return i.partId ? data.parts.find((p) => p.id === i.partId)?.definition.name : row ? row.title : '';
  };
  return (
    <section aria-label={`${setupVerb(setup.setup)}: ${setupName(setup.setup, units)}`} className="border-t border-line pt-2">
      <h2 className="label text-[22px]">
        <kbd className="mr-2 rounded border border-edge px-1.5 text-[15px]">{number}</kbd>
        {setupVerb(setup.setup)}: <span className="text-dye">{setupName(setup.setup, units)}</span>
      </h2>
      <div className="mt-1 flex flex-wrap gap-2">
        {ready.slice(0, ROWS_SHOWN).map((i) => (
          <Link
            key={i.key}
            to={to(setup.setup.key, i)}
            className="label flex min-h-14 items-center rounded border border-edge bg-raised px-3 text-[18px] hover:bg-dye-soft"
          >
            {name(i)}
            {i.hand ? `, ${i.hand === 'L' ? 'left' : 'right'}` : ''}
            {itemAmount(i)}
          </Link>
        ))}
        {ready.length > ROWS_SHOWN ? (
          <Link to={to(setup.setup.key)} className="label flex min-h-14 items-center px-3 text-[17px] underline">
            {ready.length - ROWS_SHOWN} more
          </Link>
        ) : null}
      </div>
    </section>
  );
}
