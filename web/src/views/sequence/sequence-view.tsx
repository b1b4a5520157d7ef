import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { learnedMinutes } from '#core/operations/hours';
import type { WorkedTime } from '#core/log/work-hours';
import { NOTHING_TRIED } from '#core/access/what-if';
import { orderCostWords } from '#core/wording/sequence';
import { setupName } from '#core/wording/setups';
import { useLocal, writeLocal } from '../../api/device';
import { useWorked } from '../../api/record';
import { OrderedBench, type OrderedBenchOf } from '../../models/ordered-bench';
import { AssemblyPage, LoadingPage } from '../../ui/assembly-page';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { Button, ErrorText } from '../../ui/controls';
import { PageFlagLine, usePageFlags } from '../../ui/page-flag';
import { useUndo } from '../../ui/use-undo';
import { useUnits } from '../../ui/units';
import { ClosedOffLaterList, DeadEnds } from './dead-ends';
import { FollowedOrder } from './followed';
import { HoursPanel } from './hours-panel';
import { MoveAnswer } from './move-answer';
import { OperationPanel } from './operation-panel';
import { NextLine, OrderHead, Tick } from './order-head';
import { TrackLegend } from './track-legend';
import { TrackPicture } from './track-picture';
import { useDecide } from './use-decide';
import { useMove } from './use-move';
import { useShownOperations } from './use-shown-operations';
import { useShownOrder } from './use-shown-order';
import { WhatIfPanel } from './what-if-panel';

/** The whole assembly at a glance: parts as tracks, operations as stations, in the order that is followed. */
export function SequenceView() {
  return (
    <AssemblyScreen name="Sequence">
      {(data) => (
        <OrderedBench data={data} loading={<LoadingPage data={data} here="sequence" />}>
          {(ordered, of) => <SequenceOfAssembly data={of} ordered={ordered} />}
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
  const [chosen, setChosen] = useState<string | null>(null);
  const [showsDone, setShowsDone] = useState(false);
  const [budget, setBudget] = useState(120);
  const [person, setPerson] = useState<string | null>(null);
  const worked = useWorked(kit.id).data?.worked ?? NO_TIMES;

  const minutes = useMemo(() => learnedMinutes(worked, person), [worked, person]);
  const { order, access, ownCost, advice, isAdvised, tried, setTried, whatIf, aside, until, known, ...shown } = useShownOrder(
    assembly.id,
    sequence,
    minutes,
  );
  const { shownOrder, byId, operations, bandName, nextId, nextSetup } = useShownOperations(sequence, rows, order, showsDone, units);
  const selected = byId.get(chosen ?? '') ?? byId.get(nextId ?? '');
  const isLarge = useLocal('tracks') === 'large';

  const { move, look, leave, takeAnyway } = useMove({
    derived,
    order,
    doneBefore: shownOrder.length - order.length,
    known,
    onTried: setTried,
  });
  const { error, keepDecision, takeWay } = useDecide(data, setTried);

  return (
    <AssemblyPage data={data} here="sequence" undo={undo}>
      <main id="content" className="flex flex-col gap-4 p-4">
        <OrderHead follows={sequence.follows} isTrying={tried !== null} isAdvised={isAdvised} advice={advice} ownCost={ownCost}>
          <Tick label="larger, for the bench" isSet={isLarge} onSet={(so) => writeLocal('tracks', so ? 'large' : '')} />
          <Tick label="what is done too" isSet={showsDone} onSet={setShowsDone} />
        </OrderHead>
        {nextId ? (
          <NextLine
            name={nameOf(nextId)}
            setup={nextSetup ? setupName(nextSetup, units) : null}
            isLarge={isLarge}
            onChoose={() => setChosen(nextId)}
          />
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
        {move ? <MoveAnswer move={move} nameOf={nameOf} operations={byId} onAnyway={takeAnyway} onLeave={leave} /> : null}
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
          onTake={(deadEnd, way, edits) => takeWay(way, deadEnd.rowId, edits)}
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
