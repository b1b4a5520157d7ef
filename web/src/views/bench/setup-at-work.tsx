import { lazy, Suspense } from 'react';
import { inHole } from '#core/done/in-hole';
import type { FirstPieces } from '#core/inspect/first-pieces';
import { notSolid } from '#core/prep/stack';
import type { Entity } from '#core/record/definitions';
import { MakingCard } from './making-card';
import { ADVICE_FIRST, setupCautions } from '#core/wording/cautions';
import { dashSize, setupName, setupVerb } from '#core/wording/setups';
import { leftOutSentence } from '#core/wording/standing';
import { decidingNumbers } from '#core/work/deciding';
import { workFindings } from '#core/work/work-findings';
import { useTools } from '../../api/queries';
import { PageFlags, usePageFlags } from '../../ui/page-flag';
import { StandingPanel } from '../../ui/standing-panel';
import { useUnits } from '../../ui/units';
import { rangeIn } from '../../models/use-work-mark';
import { WorkFindings } from '../../ui/work-findings';
import { AllAtOnce } from './all-at-once';
import { BenchHelp } from './bench-help';
import { DecidingNumbers } from './deciding-numbers';
import { ItemChips } from './item-chips';
import { FinishChoice, HoleOriginChoice } from './mark-choices';
import { MarkFoot } from './mark-foot';
import { OnPaper } from './on-paper';
import { StepToggles } from './step-toggles';
import { useMarkKey } from './use-mark-key';
import { useWorkAtHand } from './use-work-at-hand';
import { BesideTheHoles } from './beside-the-holes';
import { HolesAtHand } from './holes-at-hand';
import type { AtWorkProps, BodyProps } from './at-work-props';

const BareZones = lazy(() => import('../../ui/bare-zones').then((m) => ({ default: m.BareZones })));

const NO_TOOLS: readonly Entity<'tool'>[] = [];

/** One set-up at work: the row in letters one reads from a metre, the numbers that decide, the holes, measuring beside them, the button that marks. */
export function SetupAtWork(props: AtWorkProps) {
  const { data, current, item, rows, marks, onMark, onMarked, marked, undo, lock, next } = props;
  const units = useUnits();
  const tools = useTools(data.kit.id).data?.tools ?? NO_TOOLS;
  const at = useWorkAtHand({ ...props, tools });
  const { row, asked, holes } = at;
  const { operation } = current.setup;
  const verb = setupVerb(current.setup);
  const flags = usePageFlags(data, marks);
  const mark = (by: 'click' | 'key' | 'held-key') => {
    const reason = at.whyNot();
    at.say(reason);
    if (reason === null) lock.tryMark(by, at.markNow);
  };
  useMarkKey(mark);
  const lookedAt = at.touched ?? holes.find((h) => at.open.has(h.id))?.id;
  const numbers = decidingNumbers({
    row: item.ownDash === undefined ? row.entity.definition : { ...row.entity.definition, dash: asked.stack.size.dash },
    stack: asked.stack,
    plan: asked.plan,
    setup: current.setup,
    steps: item.steps,
    ...(operation === 'set' ? { lengthDash: at.setting.lengthDash } : {}),
    ...(operation === 'inspected' && lookedAt
      ? { there: inHole(row.done.get(lookedAt), { row: row.entity.definition, stack: row.stack, plan: row.plan }) }
      : {}),
  });
  const sheets = at.isOnPart ? [] : row.plan.layers.map((l) => l.part).filter(Boolean);
  return (
    <section aria-label="The set-up at work" className="flex min-h-0 flex-1 flex-col gap-3">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
        <div className="min-w-60 flex-1">
          <h1 className="label text-[22px] leading-tight">
            {verb[0]?.toUpperCase()}
            {verb.slice(1)}: <span className="text-dye">{setupName(current.setup, units)}</span>
          </h1>
          <h2 className="label text-[40px] leading-none">
            {at.name}
            {item.hand && !at.isOnPart ? <span className="text-[24px] text-ink2"> {item.hand === 'L' ? 'left' : 'right'}</span> : null}
          </h2>
          {sheets.length > 0 ? <p className="truncate text-[17px] text-ink2">{sheets.join(' / ')}</p> : null}
          {item.ownDash === undefined ? null : (
            <p className="text-[17px] text-ink2">Only the holes that take their own {dashSize(item.ownDash)} rivet.</p>
          )}
          {item.stoppedHoleIds.length > 0 ? (
            <p className="text-[17px] font-semibold text-stop">
              {leftOutSentence(rangeIn(rows, item.rowId, item.stoppedHoleIds), item.stoppedHoleIds.length)}
            </p>
          ) : null}
        </div>
        <DecidingNumbers numbers={numbers} />
      </div>
      <ItemChips current={current} item={item} rows={rows} data={data} sequence={props.sequence} onOpen={props.onOpen} />
      {at.first && (at.first.left > 0 || at.first.unlooked.length > 0) && at.open.size > 0 ? <FirstPieceNote first={at.first} /> : null}
      <WorkFindings findings={workFindings(row.entity.definition, asked.plan, item.steps)} parts={row.plan.layers} />
      <BenchHelp data={data} row={row} current={current} rows={rows} onMark={onMark} part="cautions" />
      <MakingCard row={row.entity.definition} operation={operation} />
      <WorkBody {...props} at={at} tools={tools} />
      <AllAtOnce data={data} current={current} rows={rows} lock={lock} onMark={onMark} onMarked={onMarked} />
      <BenchHelp data={data} row={row} current={current} rows={rows} onMark={onMark} part="helps" />
      {at.isOnPart && row.touchUp.has(item.partId ?? '') ? (
        <p role="note" className="rounded border border-caution bg-caution-soft px-2 py-1 text-[17px]">
          Touch up {row.touchUp.get(item.partId ?? '')} holes of {at.name}: they were cut after its finish.
        </p>
      ) : null}
      {at.isOnPart && operation === 'primed' ? (
        <Suspense fallback={null}>
          <BareZones
            assemblyId={data.assembly.id}
            part={data.parts.find((p) => p.id === item.partId)}
            rows={rows}
            marks={marks}
            onMark={onMark}
          />
        </Suspense>
      ) : null}
      <PageFlags data={data} flags={flags.get(item.rowId) ?? []} />
      <StandingPanel row={row} onMark={onMark} />
      <OnPaper assembly={data.assembly} setupKey={current.setup.key} doneAt={at.doneAt} onDoneAt={at.setDoneAt} />
      <ul className="text-[15px] text-ink2">
        {[...setupCautions(current.setup, notSolid(row.stack)?.kind), ADVICE_FIRST].map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <div className="flex-1" />
      <MarkFoot
        marked={marked}
        refusal={at.said}
        what={at.isOnPart ? `Mark the part ${at.doneWord}` : `Mark ${at.amount} ${at.doneWord}`}
        name={`${at.name}${item.hand && !at.isOnPart && holes.length > 0 ? `, ${item.hand === 'L' ? 'left' : 'right'}` : ''}`}
        isLocked={lock.isLocked}
        onMark={() => mark('click')}
        undo={undo}
        next={next}
      >
        {operation === 'primed' ? <FinishChoice value={at.finishWay} onChange={at.setFinishWay} /> : null}
        {operation === 'drilled' || operation === 'piloted' ? <HoleOriginChoice value={at.how} onChange={at.setHow} /> : null}
      </MarkFoot>
    </section>
  );
}

/** A new batch: its first pieces are looked at before the rest. */
function FirstPieceNote({ first }: { first: FirstPieces }) {
  const { left, unlooked } = first;
  return (
    <p role="note" className="rounded border border-caution bg-caution-soft px-2 py-1 text-[17px]">
      {left > 0
        ? `A new batch: set ${left === 1 ? 'the one' : `the ${left}`} proposed, look at ${left === 1 ? 'it' : 'them'}, then go on.`
        : `${unlooked.length} of the first three of this batch ${unlooked.length === 1 ? 'was' : 'were'} not looked at yet: inspect before going on.`}
    </p>
  );
}

/** The holes, and beside them what is set or measured while they are worked on. */
function WorkBody(props: BodyProps) {
  const { current, item, at } = props;
  const { operation } = current.setup;
  const hasSide = operation === 'inspected' || operation === 'countersunk' || operation === 'dimpled' || operation === 'set';
  if (at.isOnPart) return null;
  return (
    <div className={`grid items-start gap-3 ${hasSide ? 'lg:grid-cols-2' : ''}`}>
      <div className="flex min-w-0 flex-col gap-3">
        <StepToggles row={at.row} steps={[...item.steps, ...at.sameDies]} off={at.off} onToggle={at.toggleOff} />
        <HolesAtHand {...props} />
      </div>
      {hasSide ? (
        <div className="flex min-w-0 flex-col gap-3">
          <Suspense fallback={<div className="min-h-60" />}>
            <BesideTheHoles {...props} />
          </Suspense>
        </div>
      ) : null}
    </div>
  );
}
