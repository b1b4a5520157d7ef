import type { AssemblyAnswer } from '#contract/answers';
import { PanelLeftOpen } from 'lucide-react';
import { lazy, Suspense, useCallback, useState } from 'react';
import type { TakenBack } from '#core/access/asked-station';
import { isWholeWork, type BenchStation } from '#core/access/bench-order';
import type { Setting } from '#core/record/marks';
import { markText } from '#core/wording/marks';
import { setupVerb, setupName } from '#core/wording/setups';
import { firstPieces, goesOnUnlooked, type FirstPieces } from '#core/inspect/first-pieces';
import { usePerson } from '../../api/commands';
import { useWorkMark } from '../../models/use-work-mark';
import { useInspection } from '../../models/use-inspection';
import { Button } from '../../ui/controls';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { AssemblyPage, LoadingPage } from '../../ui/assembly-page';
import { usePageKeys } from '../../ui/page-keys';
import { useIsBehind } from '../../api/all-marks';
import { useUndo } from '../../ui/use-undo';
import type { Units } from '#core/units/length';
import { SideSheet } from '../../ui/side-sheet';
import { useMedia } from '../../ui/use-media';
import { useUnits } from '../../ui/units';
import { FlangeAngles } from '../../ui/flange-angles';
import { ShiftBar } from '../../ui/shift-bar';
import { useMarkLock } from './use-mark-lock';
import { OrderedBench, type OrderedBenchOf } from '../../models/ordered-bench';
import { useEarlyGuard } from '../../models/use-early-guard';
import { SetupRail } from './setup-rail';
import { jobIn } from '#core/jobs/job';
import { SetupAtWork } from './setup-at-work';
import { useStation } from './use-station';

const WorkOnWhole = lazy(() => import('./work-on-whole').then((m) => ({ default: m.WorkOnWhole })));
const JobAtWork = lazy(() => import('../jobs/job-at-work').then((m) => ({ default: m.JobAtWork })));

/** Doing: one set-up at a time, at arm's length. */
export function BenchView() {
  return (
    <AssemblyScreen name="Bench">
      {(data) => (
        <OrderedBench data={data} loading={<LoadingPage data={data} here="bench" />}>
          {(ordered, of) => <BenchOfAssembly data={of} ordered={ordered} />}
        </OrderedBench>
      )}
    </AssemblyScreen>
  );
}

function BenchOfAssembly({ data, ordered }: { data: AssemblyAnswer; ordered: OrderedBenchOf }) {
  const units = useUnits();
  const { kit, assembly } = data;
  const { marks, rows, stations, order, sequence } = ordered;
  const [marked, setMarked] = useState<string | null>(null);
  const onLeftOut = useCallback((text: string) => setMarked((said) => [said, text].filter(Boolean).join(' ')), []);
  const onMark = useWorkMark(data, rows, onLeftOut);
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
  const [undone, setUndone] = useState<string | null>(null);
  /* What was taken back is to be seen again: its row comes back as soon as the bench has it. */
  const [bringBack, setBringBack] = useState<TakenBack | null>(null);
  const lock = useMarkLock(useIsBehind(marks));
  const undo = useUndo(kit, marks, undefined, (taken) => {
    setMarked(null);
    setUndone(`Taken back: ${markText(taken)}.`);
    setBringBack({ kind: taken.kind, rowId: taken.rowId, partIds: taken.payload.partIds ?? [] });
  });
  const isFirstOrder = sequence.follows === 'advice' && sequence.advice.known === null && sequence.advice.isBusy;
  const { station, index, current, item, asked, go } = useStation(stations, data.rows, {
    isFirstOrder,
    bringBack,
    onBack: () => setBringBack(null),
  });
  const work = station?.kind === 'work' ? station.work : null;
  usePageKeys({ measure: () => document.querySelector<HTMLElement>('[data-measure]')?.focus() });
  const isWide = useMedia('(min-width: 1280px)');
  const [isRailOpen, setRailOpen] = useState(false);
  const rail = (
    <SetupRail
      stations={stations}
      current={station}
      nameOf={sequence.nameOf}
      onOpen={(to) => {
        setRailOpen(false);
        go(to);
      }}
    />
  );
  const shift = <ShiftBar kit={kit} assemblyId={assembly.id} marks={marks} />;
  const after = stations[index + 1];
  const next = station && after ? { text: nextText(after, sequence.nameOf, units), onOpen: () => go(after) } : null;
  return (
    <AssemblyPage data={data} here="bench" rowId={item?.partId === null ? item.rowId : asked.rowId} undo={undo}>
      <main id="content" className="flex flex-1 gap-3 p-3 pb-0">
        {isWide ? (
          <div className="sticky top-2 flex max-h-[calc(100dvh-1rem)] w-[220px] shrink-0 flex-col gap-2 self-start overflow-y-auto">
            {shift}
            {rail}
          </div>
        ) : null}
        <div className="flex min-w-0 flex-1 flex-col gap-3">
          {isWide ? null : (
            <div className="flex flex-wrap items-center gap-2">
              <SideSheet
                title="Set-ups"
                open={isRailOpen}
                onOpen={setRailOpen}
                trigger={
                  <Button className="min-h-14 px-4 text-[18px]">
                    <PanelLeftOpen size={22} aria-hidden /> Set-ups ({stations.length})
                  </Button>
                }
              >
                {rail}
              </SideSheet>
              {shift}
            </div>
          )}
          <FlangeAngles data={data} rows={rows} marks={marks} onMark={onMark} />
          {work && !isWholeWork(work) ? (
            <Suspense fallback={null}>
              <JobAtWork
                key={work.id}
                data={data}
                jobId={jobIn(work.id)}
                marks={marks}
                waits={work.waits.map((w) => sequence.nameOf(w.id))}
                onMark={onMark}
              />
            </Suspense>
          ) : work ? (
            <Suspense fallback={null}>
              <WorkOnWhole
                key={work.id}
                data={data}
                work={work}
                sequence={sequence}
                lock={lock}
                onMark={(wishes, text) => {
                  setMarked(text);
                  onMark(wishes);
                }}
                marked={marked ? `Marked: ${marked}.` : undone}
                undo={undo}
                next={next}
              />
            </Suspense>
          ) : station && current && item ? (
            <SetupAtWork
              key={`${current.setup.key}/${item.key}`}
              lock={lock}
              data={data}
              current={current}
              item={item}
              rows={rows}
              marks={marks}
              onOpen={(chosen) => go(station, chosen)}
              onMark={guard.mark}
              onMarked={setMarked}
              firstOf={(setting) => firstOf(item.rowId, setting)}
              marked={marked ? `Marked: ${marked}.` : undone}
              undo={undo}
              sequence={sequence}
              next={next}
            />
          ) : (
            <p className="text-[20px]">Nothing is left to do in this assembly, or it has no row yet.</p>
          )}
        </div>
      </main>
      {guard.dialog}
    </AssemblyPage>
  );
}

/** What comes after this, in a line. */
function nextText(next: BenchStation, nameOf: (id: string) => string, units: Units): string {
  return next.kind === 'setup'
    ? `${setupVerb(next.setup.setup)}: ${setupName(next.setup.setup, units)} (${next.setup.openHoles})`
    : nameOf(next.key);
}
