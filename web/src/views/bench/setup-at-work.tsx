import { notSolid } from '#core/prep/stack';
import { AT_HOLE } from '#core/record/step-key';
import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState, type ReactNode } from 'react';
import { marksFor } from '#core/work/bench';
import { haveSameDies } from '#core/work/together';
import type { OrderedItem, OrderedSetup } from '#core/access/bench-order';
import type { Deviation, HoleOrigin, Mark, Setting } from '#core/record/marks';
import { cageOf, clickOf } from '#core/depth/cage-record';
import { hardestByHole } from '#core/reach/layer-reach';
import type { Entity } from '#core/record/definitions';
import { setupCards } from '#core/work/cards';
import { workFindings } from '#core/work/work-findings';
import { holesInPlan } from '#core/record/holes';
import { isDone, isHeld, type Step } from '#core/record/steps';
import { ADVICE_FIRST, setupCautions } from '#core/wording/cautions';
import { firstOutOfReach, setters, settingAccess } from '#core/reach/setting-reach';
import { outOfReachSentence } from '#core/wording/tools';
import { OPERATION_WORDS, setupName, setupVerb } from '#core/wording/setups';
import { type FirstPieces } from '#core/inspect/first-pieces';
import { settingRanks } from '#core/inspect/setting-order';
import { type MarkWish } from '../../api/commands';
import { useTools } from '../../api/queries';
import { fileName } from '../../drawing/export-svg';
import { Button, Select } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import { partsById, type RowModel } from '../../models/row-model';
import { PageFlags, usePageFlags } from '../../ui/page-flag';
import { StandingPanel } from '../../ui/standing-panel';
import { WorkFindings } from '../../ui/work-findings';
import { MarkFoot } from './mark-foot';
import { useMarkKey } from './use-mark-key';
import type { useMarkLock } from './use-mark-lock';
import { cardRows } from '../../models/use-bench';
import type { Sequence } from '../../models/use-sequence';
import { useReach } from '../../models/use-reach';
import { AllAtOnce } from './all-at-once';
import { BareZones } from './bare-zones';
import { BenchHelp } from './bench-help';
import { DimpleChecks } from './dimple-checks';
import { SetupCardPanel } from './setup-card-panel';
import { DepthPanel } from './depth-panel';
import { DeviationDialog } from './deviation-dialog';
import { HoleGauge } from './hole-gauge';
import { Modal } from '../../ui/modal';
import { NoteForm } from '../../ui/note-form';
import { HolePad } from './hole-pad';
import { ItemChips } from './item-chips';
import { StepToggles } from './step-toggles';
import { InspectPanel } from './inspect-panel';
import { FINISH_WAYS, type FinishWay } from '#core/record/mark-work';
import { FINISH_WORDS } from '#core/wording/marks';
import { oddHoles } from '#core/inspect/odd-holes';
import { rejectedRivets } from '#core/inspect/rejected';
import { settingFor } from '#core/inspect/setting';
import { orderNumbers, SettingPanel } from './setting-panel';
import { useSetting } from '../../models/use-setting';
import { ReachPanel } from './reach-panel';

const NO_ODD: ReadonlyMap<string, Deviation> = new Map();
const NO_HOLES: ReadonlySet<string> = new Set();
const NO_ORDER: ReadonlyMap<string, number> = new Map();
const NO_TOOLS: readonly Entity<'tool'>[] = [];

interface AtWorkProps {
  readonly data: AssemblyAnswer;
  readonly current: OrderedSetup;
  readonly item: OrderedItem;
  readonly rows: readonly RowModel[];
  readonly marks: readonly Mark[];
  readonly onOpen: (item: OrderedItem) => void;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
  /** Says in words what was marked. */
  readonly onMarked: (text: string) => void;
  /** The first pieces of the batch that a rivet of this row, set so, would belong to. */
  readonly firstOf: (setting: Setting) => FirstPieces | null;
  /** What was marked last, in words. */
  readonly marked: string | null;
  readonly undo: { readonly label: string | null; readonly run: () => void };
  /** Outlives the set-up: the press that bounces falls on the next one. */
  readonly lock: ReturnType<typeof useMarkLock>;
  readonly sequence: Sequence;
}

/** One set-up at work: which row and holes, what to mind, the button that marks. */
export function SetupAtWork({
  data,
  current,
  item,
  rows,
  marks,
  onOpen,
  onMark,
  onMarked,
  firstOf,
  marked,
  undo,
  lock,
  sequence,
}: AtWorkProps) {
  const units = useUnits();
  const row = rows.find((r) => r.entity.id === item.rowId) as RowModel;
  const holes = useMemo(() => holesInPlan(row.entity.definition.holes), [row]);
  const tools = useTools(data.kit.id).data?.tools ?? NO_TOOLS;
  const [chosen, setChosen] = useState<ReadonlySet<string> | null>(null);
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const [doneAt, setDoneAt] = useState('');
  const [how, setHow] = useState<HoleOrigin | ''>('');
  const [finishWay, setFinishWay] = useState<FinishWay>('primed');
  const [touched, setTouched] = useState<string | null>(null);
  const [isDeviating, setDeviating] = useState(false);
  const [isNoting, setNoting] = useState(false);
  /* A rivet that is not in, or was decided against, is not looked at with the rest. */
  const rejected = useMemo(
    () =>
      current.setup.operation === 'inspected'
        ? new Set(rejectedRivets(marks).flatMap((r) => (r.rowId === item.rowId ? [r.holeId] : [])))
        : NO_HOLES,
    [current, marks, item.rowId],
  );
  const odd = useMemo(() => (current.setup.operation === 'set' ? oddHoles(marks, item.rowId) : NO_ODD), [current, marks, item.rowId]);
  const open = new Set(
    current.setup.operation === 'inspected'
      ? item.openHoleIds.filter((id) => row.states.get(id)?.has(AT_HOLE.set) && !rejected.has(id))
      : item.openHoleIds.filter((id) => !odd.has(id)),
  );
  const { remembered, remember } = useSetting();
  /* Another length is this row's alone; way, tool and pressure stay from row to row. */
  const [chosenSetting, setChosenSetting] = useState<Partial<Setting>>({});
  const settingNow = settingFor({
    remembered,
    meant: row.entity.definition.setting?.way ?? null,
    chosen: chosenSetting,
    isBlind: notSolid(row.stack)?.kind === 'blind',
  });
  const otherKind = notSolid(row.stack)?.kind;
  const isSetByTool = otherKind === undefined || otherKind === 'blind';
  /* The first pieces of a batch are proposed alone, in the order they are riveted in. */
  const first = current.setup.operation === 'set' && isSetByTool ? firstOf(settingNow) : null;
  const ranks = useMemo(() => settingRanks(holes.map((h) => h.id)), [holes]);
  const inOrder = [...open].sort((a, b) => (ranks.get(a) ?? 0) - (ranks.get(b) ?? 0));
  const proposed = first && first.left > 0 ? new Set(inOrder.slice(0, first.left)) : open;
  const valid = chosen ?? proposed;
  const steps = item.steps.filter((s) => !off.has(s.key));
  const word = OPERATION_WORDS[current.setup.operation];
  const verb = setupVerb(current.setup);
  const isOnPart = item.partId !== null;
  const name = isOnPart ? (data.parts.find((p) => p.id === item.partId)?.definition.name ?? '') : row.title;
  /* The row's other dimpled sheets, where the dies in hand are made for them, too. */
  const sameDies = useMemo(
    () =>
      current.setup.operation === 'dimpled'
        ? row.setups.filter((u) => u.setup.key !== current.setup.key && haveSameDies(tools, u.setup, current.setup)).flatMap((u) => u.steps)
        : [],
    [row.setups, current.setup, tools],
  );
  const together = [...steps, ...sameDies.filter((s) => !off.has(s.key))];
  const canMark = steps.length > 0 && (isOnPart || valid.size > 0);
  const flags = usePageFlags(data, marks);
  const { isLocked, tryMark } = lock;
  /* Another finish than primer is said with the mark; primer is filled in with its batch. */
  const finishSaid = () => {
    if (current.setup.operation !== 'primed' || finishWay === 'primed') return {};
    return { work: { finish: data.parts.find((p) => p.id === item.partId)?.definition.finish ?? '', how: finishWay } };
  };
  const markNow = () => {
    onMarked(`${isOnPart ? name : `${howMany(valid.size, together)} of ${name}`} ${word.done}`);
    const payload = {
      ...(how === '' ? {} : { how }),
      /* A screw, a bolt, a pin is put in by hand: no squeezer, no gun. */
      ...(current.setup.operation === 'set' && isSetByTool ? { setting: settingNow } : {}),
      ...finishSaid(),
    };
    const time = doneAt === '' ? {} : { doneAt: new Date(doneAt).toISOString() };
    onMark(
      marksFor(
        together,
        (current.setup.operation === 'set' ? [...ranks.keys()] : holes.map((h) => h.id)).filter((id) => valid.has(id)),
      ).map((m) =>
        m.partIds.length > 0
          ? { kind: m.kind, rowId: data.assembly.id, holeIds: [], payload: { ...payload, partIds: m.partIds }, ...time }
          : { kind: m.kind, rowId: item.rowId, holeIds: m.holeIds, layerIds: m.layerIds, side: m.side, payload, ...time },
      ) as MarkWish[],
    );
    setChosen(null);
  };
  /* Never refused for what was not measured; what is known not to reach is refused with the first hole. */
  const chosenSetters = setters(tools, notSolid(row.stack)?.kind === 'blind').filter(
    (s) => s.way === settingNow.way && (settingNow.toolId === undefined || s.tool.id === settingNow.toolId),
  );
  const refused =
    current.setup.operation === 'set' && isSetByTool
      ? firstOutOfReach(
          chosenSetters,
          settingAccess(row.entity.definition, partsById(data.parts)),
          holes.flatMap((h, i) => (valid.has(h.id) ? [i] : [])),
        )
      : null;
  const [refusal, setRefusal] = useState<string | null>(null);
  const mark = (by: 'click' | 'key' | 'held-key') => {
    setRefusal(refused ? outOfReachSentence(refused.hole + 1, refused.tool, refused.failures) : null);
    if (canMark && !refused) tryMark(by, markNow);
  };
  useMarkKey(mark);
  const doneKey = (id: string) => steps.every((s) => isDone(s, row.states.get(id)));
  const deviating = touched ?? holes[0]?.id;
  const deviatingNumber = holes.findIndex((h) => h.id === deviating) + 1;
  const { key } = current.setup;
  const click = useMemo(() => clickOf(cageOf(tools, marks, key)), [tools, marks, key]);
  const card = useMemo(() => setupCards(cardRows(rows), () => click, key)[0], [rows, click, key]);
  const reaches = useReach(
    data,
    useMemo(() => (current.setup.operation === 'dimpled' ? [row] : []), [row, current.setup.operation]),
  );
  const hardest = hardestByHole((reaches.get(row.entity.id) ?? []).filter((r) => item.steps.some((s) => s.layerId === r.layerId)));
  const sheet = item.steps.find((s) => s.layerId !== null);
  const changeSetting = (next: Setting) => {
    setChosenSetting(next);
    const { lengthDash: _, gap: __, ...rest } = next;
    remember(rest);
  };
  const order = current.setup.operation === 'set' ? orderNumbers(row, holes) : NO_ORDER;
  return (
    <section aria-label="The set-up at work" className="flex flex-col gap-3">
      <h1 className="label text-[34px] leading-none">
        {verb[0]?.toUpperCase()}
        {verb.slice(1)}: <span className="text-dye">{setupName(current.setup, units)}</span>
      </h1>
      <ItemChips current={current} item={item} rows={rows} data={data} sequence={sequence} onOpen={onOpen} />
      <AllAtOnce data={data} current={current} rows={rows} lock={lock} onMark={onMark} onMarked={onMarked} />
      <BenchHelp data={data} row={row} current={current} rows={rows} onMark={onMark} />
      {card ? <SetupCardPanel data={data} card={card} current={current} item={item} row={row} tools={tools} marks={marks} /> : null}
      {current.setup.operation === 'dimpled' ? <ReachPanel data={data} item={item} row={row} /> : null}
      {current.setup.operation === 'set' ? (
        <SettingPanel
          data={data}
          row={row}
          odd={odd}
          holes={holes}
          tools={tools}
          marks={marks}
          setting={settingNow}
          onSetting={changeSetting}
          onMark={onMark}
        />
      ) : null}
      {first && (first.left > 0 || first.unlooked.length > 0) && open.size > 0 ? (
        <p role="note" className="rounded border border-caution bg-caution-soft px-2 py-1 text-[17px]">
          {first.left > 0
            ? `A new batch: set ${first.left === 1 ? 'the one' : `the ${first.left}`} proposed, look at ${first.left === 1 ? 'it' : 'them'}, then go on.`
            : `${first.unlooked.length} of the first three of this batch ${first.unlooked.length === 1 ? 'was' : 'were'} not looked at yet: inspect before going on.`}
        </p>
      ) : null}
      {isOnPart ? null : (
        <>
          <StepToggles row={row} steps={[...item.steps, ...sameDies]} off={off} onToggle={(key) => setOff(toggled(off, key))} />
          <HolePad
            holes={holes.map((h, i) => ({
              id: h.id,
              number: i + 1,
              isDone: doneKey(h.id),
              isHeld: isHeld(h, current.setup.operation, row.states.get(h.id)) || odd.has(h.id),
              hasDeviation: row.deviations.has(h.id),
              tool: hardest[i],
              order: order.get(h.id),
            }))}
            chosen={valid}
            onChoose={setChosen}
            onTouch={setTouched}
          />
          <div className="flex flex-wrap gap-2">
            <Big onClick={() => setChosen(open)}>All open ({open.size})</Big>
            <Big onClick={() => setChosen(new Set())}>None</Big>
            <Big onClick={() => setChosen(new Set(item.openHoleIds.filter((id) => !valid.has(id))))}>All but these</Big>
            <Big onClick={() => setDeviating(true)}>Deviation at hole {deviatingNumber}</Big>
            <Big onClick={() => setNoting(true)}>Note or photo of hole {deviatingNumber}</Big>
            {current.setup.operation === 'set' && deviating ? (
              <HoleGauge rowId={item.rowId} holeId={deviating} number={deviatingNumber} onMark={onMark} onMarked={onMarked} />
            ) : null}
          </div>
        </>
      )}
      {isOnPart && row.touchUp.has(item.partId ?? '') ? (
        <p role="note" className="rounded border border-caution bg-caution-soft px-2 py-1 text-[17px]">
          Touch up {row.touchUp.get(item.partId ?? '')} holes of {name}: they were cut after its finish.
        </p>
      ) : null}
      {isOnPart && current.setup.operation === 'primed' ? (
        <BareZones data={data} partId={item.partId ?? ''} rows={rows} marks={marks} onMark={onMark} />
      ) : null}
      <PageFlags data={data} flags={flags.get(item.rowId) ?? []} />
      <StandingPanel row={row} />
      <WorkFindings findings={workFindings(row.entity.definition, row.plan, item.steps)} parts={row.plan.layers} />
      {refusal ? (
        <p role="alert" className="rounded border border-stop px-2 py-1 text-[17px] text-stop">
          {refusal}
        </p>
      ) : null}
      <MarkFoot
        marked={marked}
        what={isOnPart ? `Mark the part ${word.done}` : `Mark ${howMany(valid.size, together)} ${word.done}`}
        name={name}
        canMark={canMark}
        isLocked={isLocked}
        onMark={() => mark('click')}
        undo={undo}
      >
        {current.setup.operation === 'primed' ? (
          <label className="flex flex-col text-[14px] text-ink2">
            Which finish
            <Select className="min-h-14 text-[17px]" value={finishWay} onChange={(e) => setFinishWay(e.target.value as FinishWay)}>
              {FINISH_WAYS.map((w) => (
                <option key={w} value={w}>
                  {FINISH_WORDS[w]}
                </option>
              ))}
            </Select>
          </label>
        ) : null}
        {current.setup.operation === 'drilled' || current.setup.operation === 'piloted' ? (
          <label className="flex flex-col text-[14px] text-ink2">
            How the hole came to be
            <Select className="min-h-14 text-[17px]" value={how} onChange={(e) => setHow(e.target.value as HoleOrigin | '')}>
              <option value="">not said</option>
              <option value="drilled">drilled apart</option>
              <option value="together">drilled together</option>
              <option value="reamed">reamed</option>
              <option value="back-drilled">back-drilled from behind</option>
              <option value="transferred">transferred by strip or punch</option>
            </Select>
          </label>
        ) : null}
      </MarkFoot>
      <div className="flex flex-wrap items-center gap-3 text-[15px]">
        <label className="flex items-center gap-2">
          Done at, if not now
          <input type="datetime-local" className="field" value={doneAt} onChange={(e) => setDoneAt(e.target.value)} />
        </label>
        <span>On paper:</span>
        {(['a4', 'letter'] as const).map((paper) => (
          <a
            key={paper}
            className="label inline-flex min-h-11 items-center rounded border border-edge bg-raised px-3"
            href={`/api/assemblies/${data.assembly.id}/bench-card.pdf?${new URLSearchParams({ setup: current.setup.key, paper }).toString()}`}
            download={fileName(`${data.assembly.definition.name} ${current.setup.key}`, 'pdf')}
          >
            bench card, {paper === 'a4' ? 'A4' : 'Letter'}
          </a>
        ))}
      </div>
      <ul className="text-[15px] text-ink2">
        {[...setupCautions(current.setup, notSolid(row.stack)?.kind), ADVICE_FIRST].map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      {current.setup.operation === 'dimpled' && sheet?.layerId && sheet.partId && deviating ? (
        <DimpleChecks
          assemblyId={data.assembly.id}
          rowId={item.rowId}
          layerId={sheet.layerId}
          partId={sheet.partId}
          partName={data.parts.find((p) => p.id === sheet.partId)?.definition.name ?? ''}
          wantedDeg={data.parts.find((p) => p.id === sheet.partId)?.definition.flangeAngleDeg}
          hole={{ id: deviating, number: holes.findIndex((h) => h.id === deviating) + 1 }}
          marks={marks}
          onMark={onMark}
        />
      ) : null}
      {current.setup.operation === 'inspected' ? (
        <InspectPanel
          key={`${item.rowId}/${touched ?? ''}`}
          data={data}
          row={row}
          rows={rows}
          holes={holes}
          marks={marks}
          holeId={touched}
          onMark={onMark}
        />
      ) : null}
      {current.setup.operation === 'countersunk' && card ? (
        <DepthPanel data={data} current={current} card={card} tools={tools} row={row} marks={marks} holeId={touched} onMark={onMark} />
      ) : null}
      {isNoting && deviating ? (
        <Modal title={`${row.title}, hole ${deviatingNumber}`} open onClose={() => setNoting(false)}>
          <NoteForm
            kit={data.kit}
            about={{ rowId: item.rowId, holeIds: [deviating] }}
            button="Keep the note"
            onKept={() => {
              setNoting(false);
              onMarked(`A note on hole ${deviatingNumber}`);
            }}
          />
        </Modal>
      ) : null}
      {isDeviating && deviating ? <DeviationDialog data={data} row={row} holeId={deviating} onClose={() => setDeviating(false)} /> : null}
    </section>
  );
}

/** What one press marks: holes times sheets times sides. */
function howMany(holes: number, steps: readonly Step[]): string {
  const sheets = new Set(steps.map((s) => s.layerId)).size;
  const sides = new Set(steps.map((s) => s.side)).size;
  if (steps.length !== sheets * sides) return `${holes} × ${steps.length}`;
  /* A single sheet with no sides to tell apart says no more than its holes. */
  return [holes, ...(steps[0]?.layerId && (sheets > 1 || sides > 1) ? [sheets] : []), ...(steps[0]?.side ? [sides] : [])].join(' × ');
}

function Big({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <Button className="min-h-14 px-4 text-[17px]" onClick={onClick}>
      {children}
    </Button>
  );
}

function toggled(set: ReadonlySet<string>, key: string): ReadonlySet<string> {
  const next = new Set(set);
  if (!next.delete(key)) next.add(key);
  return next;
}
