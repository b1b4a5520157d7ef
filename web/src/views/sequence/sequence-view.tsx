import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { eveningOf, hoursLeft, learnedMinutes } from '#core/sequence/hours';
import { assemblyOperations, type AssemblyOperation } from '#core/sequence/operations';
import { operationProgress, type OperationProgress } from '#core/sequence/progress';
import { setupName } from '#core/wording/setups';
import { operationVerb, precedenceReason, STATE_WORDS } from '#core/wording/sequence';
import type { Setup } from '#core/setup/setup';
import { useFollow, type AssemblyAnswer } from '../../api/queries';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { Button, ErrorText, Select } from '../../ui/controls';
import { AssemblyPage } from '../../ui/assembly-page';
import { useUndo } from '../../ui/use-undo';
import { useUnits } from '../../ui/units';
import { partsById } from '../../rows/row-model';
import { useBench } from '../../rows/use-bench';
import { EveningCalendar } from './evening-calendar';
import { TrackPicture } from './track-picture';
import { useOrder } from './use-order';

/** The whole assembly at a glance: parts as tracks, operations as stations, in the order that changes set-ups least. */
export function SequenceView() {
  return <AssemblyScreen name="Sequence">{(data) => <SequenceOfAssembly data={data} />}</AssemblyScreen>;
}

const NOTHING: OperationProgress = { state: 'blocked', open: 0, waitsFor: [] };

function SequenceOfAssembly({ data }: { data: AssemblyAnswer }) {
  const units = useUnits();
  const { kit, assembly } = data;
  useFollow(kit.id);
  const { marks, rows, scuffAfterDimple } = useBench(data);
  const undo = useUndo(kit, marks);
  const [chosen, setChosen] = useState<string | null>(null);
  const [showsDone, setShowsDone] = useState(false);
  const [budget, setBudget] = useState(120);
  const [now] = useState(() => new Date().toISOString());
  const parts = useMemo(() => partsById(data.parts), [data.parts]);
  const { operations, progress } = useMemo(() => {
    const own = rows.map((r) => ({ id: r.entity.id, row: r.entity.definition, steps: r.steps, uses: r.setups, states: r.states }));
    const all = assemblyOperations(own, parts, scuffAfterDimple);
    return { operations: all, progress: operationProgress(all, own, rows[0]?.partsDone ?? new Set()) };
  }, [rows, parts, scuffAfterDimple]);
  const left = useMemo(() => (showsDone ? operations : withoutDone(operations, progress)), [operations, progress, showsDone]);
  const { order, found, isBusy, problem, stop } = useOrder(left);
  const minutes = useMemo(() => learnedMinutes(marks, now), [marks, now]);
  const byId = useMemo(() => new Map(left.map((o) => [o.id, o])), [left]);
  const ordered = useMemo(() => order.flatMap((id) => byId.get(id) ?? []), [order, byId]);
  const hours = hoursLeft(operations, progress, minutes);
  const evening = eveningOf(ordered, progress, minutes, budget);
  const titles = useMemo(() => new Map(rows.map((r) => [r.entity.id, r.title])), [rows]);
  const setups = useMemo(() => new Map(rows.flatMap((r) => r.setups.map((u) => [u.setup.key, u.setup] as const))), [rows]);
  const nameOf = (o: AssemblyOperation) =>
    `${operationVerb(o.kind)}: ${o.rowId ? (titles.get(o.rowId) ?? '') : o.partIds.length > 3 ? 'the whole assembly' : o.partIds.map((p) => parts.get(p)?.name ?? '').join(', ')}`;
  const bandName = (key: string) => {
    const setup: Setup | undefined = setups.get(key);
    return setup ? setupName(setup, units) : (key.split('/')[0] ?? '').replace('-', ' ');
  };
  const next = ordered.find((o) => ['ready', 'under-way'].includes((progress.get(o.id) ?? NOTHING).state));
  const selected = byId.get(chosen ?? '') ?? next;
  return (
    <AssemblyPage data={data} here="sequence" undo={undo}>
      <main className="flex flex-col gap-4 p-4">
        <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
          <h1 className="label text-[26px]">The order of the work</h1>
          <p role="status">
            {found
              ? `${found.setupChanges} changes of set-up${found.optimal ? ': no order has fewer' : `; at least ${found.lowerBound} whatever the order`}.`
              : isBusy
                ? 'Looking for fewer changes of set-up …'
                : 'Stopped: this order keeps every precedence, but may change set-ups more often.'}
          </p>
          {isBusy ? <Button onClick={stop}>Stop</Button> : null}
          <label className="ml-auto flex items-center gap-2">
            <input type="checkbox" className="size-5" checked={showsDone} onChange={(e) => setShowsDone(e.target.checked)} />
            what is done too
          </label>
        </div>
        {problem ? <ErrorText>{problem}</ErrorText> : null}
        {operations.length === 0 ? (
          <p>No row has a hole yet. A row such as skin .025 / rib .032 : 426AD3 x12, typed under Plan, makes the first operations.</p>
        ) : (
          <TrackPicture
            operations={ordered}
            progress={progress}
            partName={(id) => parts.get(id)?.name ?? ''}
            bandName={bandName}
            nameOf={nameOf}
            selectedId={selected?.id ?? null}
            nextId={next?.id ?? null}
            onPick={setChosen}
          />
        )}
        <p className="text-[14px] text-ink2">
          Each line is a part, each station an operation on the parts it stops at. Disc: done. Half a disc: under way. Ring: ready. Small
          dot: waits. Brackets above: one set-up.
        </p>
        <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
          {selected ? (
            <section aria-label="The operation" className="flex flex-col gap-1">
              <h2 className="label text-[22px]">
                {selected.id === next?.id && chosen === null ? 'Next: ' : ''}
                {nameOf(selected)}
              </h2>
              <p>
                {bandName(selected.setup)}; {STATE_WORDS[(progress.get(selected.id) ?? NOTHING).state]},{' '}
                {(progress.get(selected.id) ?? NOTHING).open} of {selected.count} to do, some{' '}
                {Math.max(1, Math.round((progress.get(selected.id) ?? NOTHING).open * minutes[selected.kind].minutes))} min.
              </p>
              <Waits selected={selected} operations={operations} progress={progress} nameOf={nameOf} onPick={setChosen} />
              {selected.rowId && (progress.get(selected.id) ?? NOTHING).state !== 'done' ? (
                <Link
                  className="self-start underline underline-offset-2"
                  to={`/assemblies/${assembly.id}/bench?${new URLSearchParams({ setup: selected.setup, item: `row/${selected.rowId}` }).toString()}`}
                >
                  At the bench
                </Link>
              ) : null}
            </section>
          ) : (
            <p>Everything here is done.</p>
          )}
          <section aria-label="Hours left" className="flex flex-col gap-2">
            <h2 className="label text-[22px]">
              {hours.low.toFixed(1)} to {hours.high.toFixed(1)} hours left
            </h2>
            <p className="text-ink2">
              Eight times in ten, in the middle {hours.middle.toFixed(1)}.{' '}
              {hours.ownShare === 0
                ? 'All of it rests on stated defaults until shifts and marks say how fast you are.'
                : `${Math.round(hours.ownShare * 100)} % of it rests on your own shifts, the rest on defaults.`}
            </p>
            <label className="flex items-center gap-2">
              An evening of
              <Select value={budget} onChange={(e) => setBudget(Number(e.target.value))}>
                {[30, 60, 90, 120, 180, 240].map((m) => (
                  <option key={m} value={m}>
                    {m < 60 ? `${m} min` : `${m / 60} h`}
                  </option>
                ))}
              </Select>
              in this order:
            </label>
            <ol aria-label="The evening" className="list-decimal pl-6">
              {evening.map(({ operation, minutes: m }) => (
                <li key={operation.id}>
                  {nameOf(operation)} <span className="text-ink2">{Math.max(1, Math.round(m))} min</span>
                </li>
              ))}
            </ol>
            <EveningCalendar
              title={`${assembly.definition.name}, an evening`}
              lines={evening.map((e) => `${nameOf(e.operation)}, ${Math.max(1, Math.round(e.minutes))} min`)}
              minutes={budget}
            />
          </section>
        </div>
      </main>
    </AssemblyPage>
  );
}

/** What is not done yet, waiting for nothing that is done. */
function withoutDone(operations: readonly AssemblyOperation[], progress: ReadonlyMap<string, OperationProgress>): AssemblyOperation[] {
  const left = operations.filter((o) => progress.get(o.id)?.state !== 'done');
  const known = new Set(left.map((o) => o.id));
  return left.map((o) => ({ ...o, after: o.after.filter((a) => known.has(a.id)) }));
}

interface WaitsProps {
  readonly selected: AssemblyOperation;
  readonly operations: readonly AssemblyOperation[];
  readonly progress: ReadonlyMap<string, OperationProgress>;
  readonly nameOf: (o: AssemblyOperation) => string;
  readonly onPick: (id: string) => void;
}

/** What it still waits for, and why; what can begin once it is done. */
function Waits({ selected, operations, progress, nameOf, onPick }: WaitsProps) {
  const byId = new Map(operations.map((o) => [o.id, o]));
  const waits = selected.after.filter((a) => progress.get(a.id)?.state !== 'done');
  const then = operations.filter((o) => o.after.some((a) => a.id === selected.id) && progress.get(o.id)?.waitsFor.length === 1);
  const pick = (o: AssemblyOperation) => (
    <button type="button" className="text-left underline underline-offset-2" onClick={() => onPick(o.id)}>
      {nameOf(o)}
    </button>
  );
  return (
    <>
      {waits.length > 0 ? (
        <ul aria-label="Waits for">
          {waits.map((a) => {
            const earlier = byId.get(a.id);
            return earlier ? (
              <li key={a.id}>
                waits for {pick(earlier)}: <span className="text-ink2">{precedenceReason(a.because, earlier.kind, selected.kind)}</span>
              </li>
            ) : null;
          })}
        </ul>
      ) : null}
      {then.length > 0 ? (
        <ul aria-label="Opens">
          {then.slice(0, 8).map((o) => (
            <li key={o.id}>opens {pick(o)}</li>
          ))}
        </ul>
      ) : null}
    </>
  );
}
