import type { AssemblyAnswer } from '#contract/answers';
import { useCallback, useMemo, useState } from 'react';
import type { Edit, SequenceDecision } from '#core/record/definitions';
import { breaksOf, followOrder, moved } from '#core/access/follow';
import { learnedMinutes } from '#core/operations/hours';
import type { AssemblyOperation } from '#core/operations/operations';
import { orderCost } from '#core/order/order-cost';
import { accessAlong } from '#core/access/shut-off';
import type { WorkedTime } from '#core/log/work-hours';
import type { WayOut } from '#core/access/ways-out';
import { NOTHING_TRIED } from '#core/access/what-if';
import type { Setup } from '#core/setup/setup';
import type { OperationKind } from '#core/operations/minutes';
import { FOLLOWED_WORDS, orderCostWords, operationVerb, orderKnownSentence, WAY_OUT_WORDS } from '#core/wording/sequence';
import { setupName } from '#core/wording/setups';
import { useKeep } from '../../api/commands';
import { useLocal, writeLocal } from '../../api/device';
import { useWorked } from '../../api/record';
import { OrderedBench, type OrderedBenchOf } from '../../models/ordered-bench';
import type { FoundOrder } from '../../models/use-order';
import { AssemblyPage, LoadingPage } from '../../ui/assembly-page';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { Button, ErrorText } from '../../ui/controls';
import { PageFlagLine, usePageFlags } from '../../ui/page-flag';
import { useUndo } from '../../ui/use-undo';
import { useUnits } from '../../ui/units';
import { ClosedOffLaterList, DeadEnds } from './dead-ends';
import { FollowedOrder } from './followed';
import { HoursPanel } from './hours-panel';
import { MoveAnswer, type Move } from './move-answer';
import { OperationPanel } from './operation-panel';
import { TrackLegend } from './track-legend';
import { TrackPicture } from './track-picture';
import { useShownOrder } from './use-shown-order';
import { WhatIfPanel } from './what-if-panel';

/** The whole assembly at a glance: parts as tracks, operations as stations, in the order that is followed. */
export function SequenceView() {
  return (
    <AssemblyScreen name="Sequence">
      {(data) => (
        <OrderedBench data={data} loading={<LoadingPage data={data} here="sequence" />}>
          {(ordered) => <SequenceOfAssembly data={data} ordered={ordered} />}
        </OrderedBench>
      )}
    </AssemblyScreen>
  );
}

const NO_TIMES: readonly WorkedTime[] = [];
/** How much larger the picture is at the bench: a station is 56 pixels wide then. */
const LARGE = 2;

function SequenceOfAssembly({ data, ordered }: { data: AssemblyAnswer; ordered: OrderedBenchOf }) {
  const units = useUnits();
  const { kit, assembly } = data;
  const { marks, rows, sequence } = ordered;
  const { derived, model, nameOf } = sequence;
  const undo = useUndo(kit, marks);
  const pageFlags = usePageFlags(data, marks);
  const keep = useKeep(kit);
  const [chosen, setChosen] = useState<string | null>(null);
  const [showsDone, setShowsDone] = useState(false);
  const [budget, setBudget] = useState(120);
  const [person, setPerson] = useState<string | null>(null);
  const worked = useWorked(kit.id).data?.worked ?? NO_TIMES;
  const [move, setMove] = useState<Move | null>(null);
  const [error, setError] = useState<string | null>(null);

  const minutes = useMemo(() => learnedMinutes(worked, person), [worked, person]);
  const { order, access, ownCost, advice, isAdvised, tried, setTried, whatIf, aside, until, known, ...shown } = useShownOrder(
    sequence,
    minutes,
  );
  const shownOrder = useMemo(
    () => (showsDone ? [...followOrder(derived.operations, []).filter((id) => derived.done.has(id)), ...order] : order),
    [showsDone, derived, order],
  );
  const byId = useMemo(
    () => new Map([...derived.operations.map((o) => [o.id, o] as const), ...sequence.byId]),
    [derived.operations, sequence.byId],
  );
  const operations = useMemo(
    () => shownOrder.flatMap((id): AssemblyOperation[] => (byId.has(id) ? [byId.get(id) as AssemblyOperation] : [])),
    [shownOrder, byId],
  );
  const setups = useMemo(() => new Map(rows.flatMap((r) => r.setups.map((u) => [u.setup.key, u.setup] as const))), [rows]);
  const bandName = useCallback(
    (key: string) => {
      const setup: Setup | undefined = setups.get(key);
      return setup ? setupName(setup, units) : operationVerb(key.split('/')[0] as OperationKind);
    },
    [setups, units],
  );
  const nextId = order.find((id) => ['ready', 'under-way'].includes(derived.progress.get(id)?.state ?? '')) ?? null;
  const selected = byId.get(chosen ?? '') ?? byId.get(nextId ?? '');
  const nextSetup = setups.get(byId.get(nextId ?? '')?.setup ?? '');
  const isLarge = useLocal('tracks') === 'large';

  /* Moved among what is shown; what is done stays before everything. */
  const look = (id: string, to: number, isDropped: boolean) => {
    const doneBefore = shownOrder.length - order.length;
    const at = order.indexOf(id);
    const place = to - doneBefore;
    if (at < 0 || place === at) return setMove(null);
    /* Dragged on within the same place: it is answered already. */
    if (!isDropped && move?.id === id && move.order.indexOf(id) === place) return;
    const next = moved(order, id, place);
    const breaks = breaksOf(derived.left, next).filter((b) => b.earlier === id || b.later === id);
    setMove({
      id,
      order: next,
      breaks,
      deadEnds: accessAlong(next, derived.access, derived.done).deadEnds,
      ...orderCost(next, known),
      isDropped,
    });
    if (isDropped && breaks.length === 0) {
      setTried(next);
      setMove(null);
    }
  };
  const keepDecision = async (decision: SequenceDecision) => {
    await keep({
      edits: [
        {
          kind: 'assembly',
          id: assembly.id,
          expectedVersion: assembly.version,
          definition: { ...assembly.definition, sequence: decision },
        },
      ],
      reason: decision.reason,
    });
    setTried(null);
  };
  const take = (way: WayOut, rowId: string, more: readonly Edit[]) => {
    const row = data.rows.find((r) => r.id === rowId);
    setError(null);
    if (!way.row || !row) return setTried(way.order);
    keep({
      edits: [...more, { kind: 'row', id: row.id, expectedVersion: row.version, definition: way.row }],
      reason: `Out of a dead end: ${WAY_OUT_WORDS[way.kind]}`,
    }).catch((e: Error) => setError(e.message));
  };

  return (
    <AssemblyPage data={data} here="sequence" undo={undo}>
      <main id="content" className="flex flex-col gap-4 p-4">
        <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
          <h1 className="label text-[26px]">The order of the work</h1>
          <span className="text-ink2">Following {tried ? 'an order you are trying' : FOLLOWED_WORDS[sequence.follows]}</span>
          <div className="ml-auto flex gap-6">
            <Tick label="larger, for the bench" isSet={isLarge} onSet={(so) => writeLocal('tracks', so ? 'large' : '')} />
            <Tick label="what is done too" isSet={showsDone} onSet={setShowsDone} />
          </div>
        </div>
        <div className="flex min-h-[52px] items-start gap-4">
          <p role="status" className="flex-1">
            {isAdvised ? adviceSentence(advice) : `${orderCostWords(ownCost)}; the advice: ${orderCostWords(advice)}.`}
          </p>
          {advice.isBusy ? <Button onClick={advice.stop}>Stop</Button> : null}
        </div>
        {nextId ? (
          <p className={isLarge ? 'text-[26px]' : 'text-[18px]'}>
            Next:{' '}
            <button type="button" className="font-semibold underline underline-offset-2" onClick={() => setChosen(nextId)}>
              {nameOf(nextId)}
            </button>
            {nextSetup ? (
              <>
                , <span className="text-dye">{setupName(nextSetup, units)}</span>
              </>
            ) : null}
          </p>
        ) : null}
        <PageFlagLine data={data} flags={pageFlags} />
        {advice.problem ? <ErrorText>{advice.problem}</ErrorText> : null}
        {error ? <ErrorText>{error}</ErrorText> : null}
        {derived.operations.length === 0 ? (
          <p>No row has a hole yet. A row such as skin .025 / rib .032 : 426AD3 x12, typed under Plan, makes the first operations.</p>
        ) : (
          <TrackPicture
            operations={operations}
            progress={derived.progress}
            partName={(id) => model.parts.get(id)?.name ?? ''}
            bandName={bandName}
            nameOf={nameOf}
            selectedId={selected?.id ?? null}
            nextId={nextId}
            closing={new Set(access.deadEnds.flatMap((d) => d.closedBy ?? []))}
            shut={new Set(access.deadEnds.map((d) => d.setId))}
            until={until}
            waitedFor={new Set(selected?.after.map((a) => a.id))}
            opened={new Set(operations.flatMap((o) => (o.after.some((a) => a.id === selected?.id) ? [o.id] : [])))}
            scale={isLarge ? LARGE : 1}
            onPick={setChosen}
            onDrag={(id, to) => look(id, to, false)}
            onDrop={(id, to) => look(id, to, true)}
          />
        )}
        <TrackLegend />
        {move ? (
          <MoveAnswer
            move={move}
            nameOf={nameOf}
            operations={byId}
            onAnyway={() => {
              setTried(followOrder(derived.left, move.order));
              setMove(null);
            }}
            onLeave={() => setMove(null)}
          />
        ) : null}
        {tried ? (
          <p className="flex flex-wrap items-center gap-3 text-[17px]">
            You are trying an order of your own: {orderCostWords(ownCost)}; the advice: {orderCostWords(advice)}. Keep it below, with its
            reason, or
            <Button onClick={() => setTried(null)}>leave it</Button>
          </p>
        ) : null}
        <ClosedOffLaterList
          data={data}
          nameOf={(kind, id) =>
            kind === 'part'
              ? (data.parts.find((p) => p.id === id)?.definition.name ?? 'a part')
              : (rows.find((r) => r.entity.id === id)?.title ?? 'a row')
          }
        />
        <DeadEnds
          sequence={sequence}
          order={order}
          deadEnds={access.deadEnds}
          cost={ownCost}
          minutes={minutes}
          data={data}
          onTake={(deadEnd, way, edits) => take(way, deadEnd.rowId, edits)}
        />
        <div className="grid gap-6 lg:grid-cols-2">
          {selected ? (
            <OperationPanel
              sequence={{ ...sequence, access }}
              operations={operations}
              selected={selected}
              isNext={selected.id === nextId && chosen === null}
              bandName={bandName(selected.setup)}
              minutes={minutes}
              assemblyId={assembly.id}
              onPick={setChosen}
              onMove={(by) => look(selected.id, shownOrder.indexOf(selected.id) + by, true)}
            />
          ) : (
            <p>Everything here is done.</p>
          )}
          <HoursPanel
            data={data}
            sequence={sequence}
            ordered={operations}
            worked={worked}
            minutes={minutes}
            person={person}
            onPerson={setPerson}
            budget={budget}
            onBudget={setBudget}
          />
        </div>
        <WhatIfPanel
          sequence={sequence}
          whatIf={whatIf}
          onWhatIf={shown.setWhatIf}
          aside={aside}
          cost={shown.asideCost}
          onNothing={() => shown.setWhatIf(NOTHING_TRIED)}
        />
        <FollowedOrder
          key={`${assembly.version}/${tried ? 'tried' : ''}`}
          sequence={sequence}
          decision={assembly.definition.sequence ?? null}
          tried={tried}
          onKeep={keepDecision}
        />
        {!shown.isAnythingPossible ? <p className="text-caution">Nothing can be done like that today.</p> : null}
      </main>
    </AssemblyPage>
  );
}

function Tick({ label, isSet, onSet }: { label: string; isSet: boolean; onSet: (so: boolean) => void }) {
  return (
    <label className="flex items-center gap-2 pointer-coarse:min-h-14">
      <input type="checkbox" className="size-5" checked={isSet} onChange={(e) => onSet(e.target.checked)} />
      {label}
    </label>
  );
}

function adviceSentence({ known, isBusy, ...cost }: FoundOrder): string {
  if (!known)
    return isBusy
      ? 'Looking for fewer changes of set-up …'
      : 'Stopped: this order keeps every precedence, but may change set-ups more often.';
  return `${orderKnownSentence(cost, known)}${isBusy ? ' Still looking …' : ''}`;
}
