import type { AssemblyAnswer, KitAnswer } from '#contract/answers';
import { useLayoutEffect } from 'react';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { OrderedItem } from '#core/access/bench-order';
import { useMark } from '../../api/commands';
import { useLocal, writeLocal } from '../../api/device';
import { useAssembly, useKit } from '../../api/queries';
import { useScreenUnits } from '../../ui/assembly-screen';
import { ErrorText, Select } from '../../ui/controls';
import { KitBar } from '../../ui/kit-page';
import { isPageKey } from '../../ui/typing';
import { UnitsContext } from '../../ui/units';
import { ZoneContext, zoneOf } from '../../ui/zone';
import { useUndo } from '../../ui/use-undo';
import { FlangeAngles } from '../../ui/flange-angles';
import { RecallNotice } from '../recalls/recall-notice';
import { ShiftBar } from '../../ui/shift-bar';
import { OrderedBench, type OrderedBenchOf } from '../../models/ordered-bench';
import { DecideFirst } from './decide-first';
import { StationOffer } from './offers';
import { Flagged, DeadEndAlert, Blocked } from './today-alerts';

/** How many set-ups and rows are offered at once. */
const SETUPS_SHOWN = 4;

/** What to take up now: the shift, and what is ready in the assembly at hand. */
export function TodayView() {
  const { kitId = '' } = useParams();
  const answer = useKit(kitId);
  const units = useScreenUnits(answer.data?.kit.definition.units);
  return (
    <ZoneContext value={zoneOf(answer.data?.kit)}>
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
    </ZoneContext>
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
      {(ordered, of) => <TodayOfAssembly data={of} ordered={ordered} select={select} units={units} />}
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
        <DecideFirst data={data} rows={rows} marks={marks} />
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
