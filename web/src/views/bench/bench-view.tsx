import { useEffect, useLayoutEffect, useState } from 'react';
import { useSearchParams } from 'react-router';
import type { OrderedItem, OrderedSetup } from '#core/sequence/bench-order';
import type { Setting } from '#core/record/marks';
import { markText } from '#core/wording/marks';
import { OPERATION_WORDS, setupName } from '#core/wording/setups';
import { firstPieces, goesOnUnlooked, type FirstPieces } from '#core/inspect/first-pieces';
import { useMark, usePerson } from '../../api/commands';
import { useInspection } from '../../rows/use-inspection';
import { type AssemblyAnswer } from '../../api/queries';
import { Button } from '../../ui/controls';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { AssemblyPage, LoadingPage } from '../../ui/assembly-page';
import { isTyping } from '../../ui/typing';
import { useUndo } from '../../ui/use-undo';
import { useUnits } from '../../ui/units';
import { FlangeAngles } from '../../rows/flange-angles';
import { ShiftBar } from '../../rows/shift-bar';
import { useMarkLock } from './use-mark-lock';
import { OrderedBench, type OrderedBenchOf } from '../../rows/ordered-bench';
import { useEarlyGuard } from '../../rows/use-early-guard';
import { SetupRail } from './setup-rail';
import { SetupAtWork, type Marked } from './setup-at-work';

/** Doing: one set-up at a time, at arm's length. */
export function BenchView() {
  return (
    <AssemblyScreen name="Bench">
      {(data) => (
        <OrderedBench data={data} loading={<LoadingPage data={data} here="bench" />}>
          {(ordered) => <BenchOfAssembly data={data} ordered={ordered} />}
        </OrderedBench>
      )}
    </AssemblyScreen>
  );
}

function BenchOfAssembly({ data, ordered }: { data: AssemblyAnswer; ordered: OrderedBenchOf }) {
  const { kit, assembly } = data;
  const { marks, rows, setups, order, sequence } = ordered;
  const onMark = useMark(kit);
  const { batches } = useInspection(kit.definition, rows, marks);
  const person = usePerson(kit);
  const firstOf = (rowId: string, setting: Setting | undefined): FirstPieces | null => {
    const own = rows.find((r) => r.entity.id === rowId);
    return own ? firstPieces(batches, { person, setting, callout: own.plan.rivet.callout }) : null;
  };
  const guard = useEarlyGuard(rows, order, onMark, sequence, (wishes) =>
    wishes.some((w) => {
      const first = w.kind === 'set' ? firstOf(w.rowId, w.payload?.setting) : null;
      return first !== null && goesOnUnlooked(first, w.holeIds.length);
    }),
  );
  const [marked, setMarked] = useState<Marked | null>(null);
  const [undone, setUndone] = useState<string | null>(null);
  /* What was taken back is to be seen again: its row comes back as soon as the bench has it. */
  const [bringBack, setBringBack] = useState<{ kind: string; rowId: string; partIds: readonly string[] } | null>(null);
  const lock = useMarkLock();
  const undo = useUndo(kit, marks, undefined, (taken) => {
    setMarked(null);
    setUndone(`Taken back: ${markText(taken)}.`);
    setBringBack({ kind: taken.kind, rowId: taken.rowId, partIds: taken.payload.partIds ?? [] });
  });
  const [search, setSearch] = useSearchParams();
  /* What is open stays open when a better order is found: nothing changes under a finger. */
  const [open, setOpen] = useState<{ setup: string; item: string } | null>(null);
  const wanted = search.get('setup') ?? open?.setup;
  const index = Math.max(
    0,
    setups.findIndex((s) => s.setup.key === wanted),
  );
  const current = setups[index];
  const wantedItem = search.get('item') ?? (open?.setup === current?.setup.key ? open?.item : undefined);
  const item = current?.items.find((i) => i.key === wantedItem) ?? current?.items[0];
  const isFirstOrder = sequence.follows === 'advice' && sequence.advice.known === null && sequence.advice.isBusy;
  if (current && item && !isFirstOrder && (open?.setup !== current.setup.key || open.item !== item.key))
    setOpen({ setup: current.setup.key, item: item.key });
  const go = (setup: OrderedSetup, chosen?: OrderedItem) =>
    setSearch({ setup: setup.setup.key, ...(chosen ? { item: chosen.key } : {}) }, { replace: true });
  useEffect(() => {
    if (!bringBack) return;
    const setup = setups.find((s) => s.setup.operation === bringBack.kind && s.items.some(isMeant));
    function isMeant(i: OrderedItem): boolean {
      return i.partId === null ? i.rowId === bringBack?.rowId : (bringBack?.partIds.includes(i.partId) ?? false);
    }
    if (!setup) return;
    setBringBack(null);
    go(setup, setup.items.find(isMeant));
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the bench has the row again
  }, [bringBack, setups]);
  /* Before the picture is there, so that no key is pressed into nothing. */
  useLayoutEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!current || isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey || document.querySelector('[role=dialog]')) return;
      const at = item ? current.items.indexOf(item) : 0;
      const row = { ArrowDown: at + 1, ArrowUp: at - 1 }[e.key];
      const setup = { ']': index + 1, '[': index - 1 }[e.key];
      const nextItem = row === undefined ? undefined : current.items[row];
      const nextSetup = setup === undefined ? undefined : setups[setup];
      if (!nextItem && !nextSetup) return;
      e.preventDefault();
      if (nextItem) go(current, nextItem);
      else if (nextSetup) go(nextSetup);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  return (
    <AssemblyPage data={data} here="bench" undo={undo}>
      <main className="grid flex-1 grid-cols-[minmax(0,1fr)] gap-3 p-3 md:grid-cols-[230px_minmax(0,1fr)]">
        <SetupRail setups={setups} current={current} onOpen={go} />
        <div className="flex min-w-0 flex-col gap-3">
          <ShiftBar kit={kit} assemblyId={assembly.id} marks={marks} />
          <FlangeAngles data={data} rows={rows} marks={marks} onMark={onMark} />
          {current && item ? (
            <SetupAtWork
              key={`${current.setup.key}/${item.key}`}
              lock={lock}
              data={data}
              current={current}
              item={item}
              rows={rows}
              marks={marks}
              onOpen={(chosen) => go(current, chosen)}
              onMark={guard.mark}
              onMarked={(what) => setMarked(what)}
              firstOf={(setting) => firstOf(item.rowId, setting)}
              marked={marked ? `Marked: ${marked.text}.` : undone}
              undo={undo}
              sequence={sequence}
            />
          ) : (
            <p className="text-[20px]">Nothing is left to do in this assembly, or it has no row yet.</p>
          )}
          {current ? <NextSetup current={current} next={setups[index + 1]} onOpen={go} /> : null}
        </div>
      </main>
      {guard.dialog}
    </AssemblyPage>
  );
}

/** What comes after this, and how many holes until then. */
function NextSetup({
  current,
  next,
  onOpen,
}: {
  current: OrderedSetup;
  next: OrderedSetup | undefined;
  onOpen: (s: OrderedSetup) => void;
}) {
  const units = useUnits();
  if (!next) return null;
  return (
    <div className="flex flex-wrap items-center gap-3 border-t border-line pt-2 text-[17px]">
      <span>
        Next after {current.openHoles} more: <strong>{OPERATION_WORDS[next.setup.operation].verb}</strong>, {setupName(next.setup, units)} (
        {next.openHoles})
      </span>
      <Button className="min-h-14 px-4 text-[17px]" onClick={() => onOpen(next)}>
        Go there
      </Button>
    </div>
  );
}
