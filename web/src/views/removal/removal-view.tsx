import { AT_HOLE } from '#core/record/step-key';
import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { inHole, type InHole } from '#core/done/in-hole';
import { holeStory } from '#core/inspect/hole-story';
import { holesInPlan } from '#core/record/holes';
import { drillOfDiameter } from '#core/tables/drills';
import {
  blindRemovalSteps,
  DRILLING,
  farFlushRemovalSteps,
  MISHAP_DEPTHS,
  OFF_CENTRES,
  otherRemovalSteps,
  removalSteps,
  type Mishap,
  type MishapDepth,
  type RemovalQuestion,
  type RemovalStep,
} from '#core/rivet/removal';
import { showBoth, showLength } from '#core/units/show';
import { ADVICE_FIRST } from '#core/wording/cautions';
import { MISHAP_DEPTH_WORDS, OFF_CENTRE_WORDS, REMOVAL_DO_WORDS, REMOVAL_WORDS } from '#core/wording/removal';
import { holeEventText } from '#core/wording/hole-story';
import { sheetName } from '#core/wording/words';
import { useFollow } from '../../api/queries';
import { AssemblyScreen } from '../../ui/assembly-screen';
import { Button, Select } from '../../ui/controls';
import { AssemblyPage } from '../../ui/assembly-page';
import { useUndo } from '../../ui/use-undo';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';
import { useBench } from '../../models/use-bench';
import { useWorkMark } from '../../models/use-work-mark';
import { MeasureHole } from './measure-hole';

/** One rivet taken out: one step at a time, big; then the hole measured and judged. */
export function RemovalView() {
  return <AssemblyScreen name="Taking a rivet out">{(data) => <RemovalOfAssembly data={data} />}</AssemblyScreen>;
}

function RemovalOfAssembly({ data }: { data: AssemblyAnswer }) {
  const { kit, assembly } = data;
  useFollow(kit.id);
  const { marks, rows } = useBench(data);
  const undo = useUndo(kit, marks);
  const [search] = useSearchParams();
  const row = rows.find((r) => r.entity.id === search.get('row'));
  const holeId = search.get('hole') ?? '';
  const number = row ? holesInPlan(row.entity.definition.holes).findIndex((h) => h.id === holeId) + 1 : 0;
  const isSet = row?.states.get(holeId)?.has(AT_HOLE.set) ?? false;
  const [isOut, setOut] = useState(false);
  return (
    <AssemblyPage data={data} here="inspect" undo={undo}>
      <main id="content" className="mx-auto flex w-full max-w-5xl flex-col gap-4 p-4">
        {row && number === 0 ? (
          <WholeRow data={data} row={row} />
        ) : !row || number === 0 ? (
          <p className="text-[19px]">
            Choose a rivet first: look at it under{' '}
            <Link className="underline" to={`/assemblies/${assembly.id}/inspect`}>
              Inspect
            </Link>
            , decide to take it out, and come here from there.
          </p>
        ) : (
          <>
            <h1 className="label text-[30px] leading-tight">
              {isSet && !isOut ? 'Taking out' : 'The hole of'}: <span className="text-dye">{inHoleOf(row, holeId).name}</span>, {row.title},
              hole {number}
            </h1>
            {isSet && inHoleOf(row, holeId).isUnknown ? (
              <p role="note" className="text-caution">
                The record does not say which rivet went in. The card is for the one planned now: check the head before the bit goes in.
              </p>
            ) : null}
            {isSet && !isOut ? (
              <Steps data={data} row={row} holeId={holeId} onOut={() => setOut(true)} />
            ) : (
              <MeasureHole key={holeId} data={data} row={row} holeId={holeId} />
            )}
            <Story data={data} row={row} holeId={holeId} marks={marks} />
          </>
        )}
      </main>
    </AssemblyPage>
  );
}

/** What is in the hole, by the record. */
const inHoleOf = (row: RowModel, holeId: string) =>
  inHole(row.done.get(holeId), { row: row.entity.definition, stack: row.stack, plan: row.plan });

/** The card of what is in the hole, whatever is planned now. */
function cardOf(there: InHole, row: RowModel, branch: Branch, hasGroup: boolean): RemovalStep[] {
  if (there.kind === 'blind') return blindRemovalSteps(drillOfDiameter(row.stack.hole));
  if (there.kind !== 'solid') return otherRemovalSteps(there.kind, hasGroup);
  const size = { ...there.size, drill: there.size.drill || (drillOfDiameter(there.size.hole) ?? '') };
  const question = { callout: { head: there.head, alloy: there.alloy, size }, grip: row.plan.grip, ...branch };
  return there.isFarFlush ? farFlushRemovalSteps(question) : removalSteps(question);
}

/** A whole row comes out, such as for a part that is changed: the card once, then a tick for every hole. */
function WholeRow({ data, row }: { data: AssemblyAnswer; row: RowModel }) {
  const mark = useWorkMark(data, [row]);
  const holes = holesInPlan(row.entity.definition.holes);
  const [seen] = useState(() => new Set(holes.filter((h) => row.states.get(h.id)?.has(AT_HOLE.set)).map((h) => h.id)));
  const left = holes.filter((h) => row.states.get(h.id)?.has(AT_HOLE.set));
  const first = left[0] ?? holes.find((h) => seen.has(h.id));
  if (!first) return <p className="text-[19px]">Nothing of this row is set: there is nothing to take out.</p>;
  return (
    <>
      <h1 className="label text-[30px] leading-tight">
        Taking out the row: <span className="text-dye">{inHoleOf(row, first.id).name}</span>, {row.title}
      </h1>
      <Steps data={data} row={row} holeId={first.id} />
      <section aria-label="Hole by hole" className="flex flex-col gap-2 border-t border-line pt-2">
        <h2 className="label text-[22px]">Out, hole by hole: {left.length === 0 ? 'all of them are' : `${left.length} still in`}</h2>
        <ul className="flex flex-wrap gap-2">
          {holes.map((h, i) =>
            seen.has(h.id) ? (
              <li key={h.id} className="flex flex-col items-stretch">
                <Button
                  className="min-h-14 min-w-20 text-[19px]"
                  disabled={!left.some((l) => l.id === h.id)}
                  aria-label={`Hole ${i + 1} is out`}
                  onClick={() => mark([{ kind: 'removed', rowId: row.entity.id, holeIds: [h.id] }])}
                >
                  {left.some((l) => l.id === h.id) ? i + 1 : `${i + 1} ✓`}
                </Button>
                <Link
                  className="text-center text-[14px] underline underline-offset-2"
                  to={`/assemblies/${data.assembly.id}/removal?${new URLSearchParams({ row: row.entity.id, hole: h.id }).toString()}`}
                >
                  measure
                </Link>
              </li>
            ) : null,
          )}
        </ul>
      </section>
    </>
  );
}

type Branch = Pick<RemovalQuestion, 'mishap' | 'stuck' | 'shopHeadShort'>;

function Steps({
  data,
  row,
  holeId,
  onOut,
}: {
  data: AssemblyAnswer;
  row: RowModel;
  holeId: string;
  /** Absent: a whole row, ticked off below. */ onOut?: () => void;
}) {
  const units = useUnits();
  const mark = useWorkMark(data, [row]);
  const [branch, setBranch] = useState<Branch>({ mishap: null, stuck: false, shopHeadShort: false });
  const [index, setIndex] = useState(0);
  const there = inHoleOf(row, holeId);
  const hasGroup = Boolean(data.fasteners.find((f) => f.definition.name === there.name)?.definition.group);
  const steps = cardOf(there, row, branch, hasGroup);
  const at = Math.min(index, steps.length - 1);
  const step = steps[at] as RemovalStep;
  const isDrilling = DRILLING.includes(step.do);
  const isStopped = step.do === 'stop';
  /* Which sheet is thrown away is asked: what stays is what is protected. */
  const [scrapped, setScrapped] = useState<string>('');
  const staying = row.stack.layers.map((l, i) => sheetName(l.part, i)).filter((name) => name !== scrapped);
  const keep = staying.join(', ');
  const behind = sheetName(row.stack.layers.at(-1)?.part, row.stack.layers.length - 1);
  const toggle = (key: 'stuck' | 'shopHeadShort', text: string) => (
    <Button
      className={`min-h-14 px-4 text-[17px] ${branch[key] ? 'border-dye bg-dye-soft' : ''}`}
      aria-pressed={branch[key]}
      onClick={() => setBranch({ ...branch, [key]: !branch[key] })}
    >
      {text}
    </Button>
  );
  return (
    <section aria-label="Removal card" className="flex flex-col gap-3">
      <div className="flex min-h-72 flex-col justify-center gap-3 rounded border-2 border-edge p-5" aria-live="polite">
        <p className="label text-[19px] text-ink2">
          Step {at + 1} of {steps.length}
        </p>
        <p className="label text-[44px] leading-none">{REMOVAL_DO_WORDS[step.do]}</p>
        <p className="flex flex-wrap gap-x-8 text-[30px]">
          {step.bit ? (
            <span>
              bit <strong>{step.bit}</strong>
            </span>
          ) : null}
          {step.depth !== undefined ? (
            <span>
              no deeper than <strong>{showLength(step.depth, units)}</strong> at its lips
            </span>
          ) : null}
          {step.punch !== undefined ? (
            <span>
              punch <strong>{showBoth(step.punch, units)}</strong>
            </span>
          ) : null}
        </p>
        <p className="text-[21px]">{REMOVAL_WORDS[step.because]}</p>
      </div>
      <div className="flex flex-wrap gap-2">
        <Button className="min-h-20 px-6 text-[22px]" disabled={at === 0} onClick={() => setIndex(at - 1)}>
          Back
        </Button>
        {at < steps.length - 1 ? (
          <Button tone="primary" className="min-h-20 flex-1 px-6 text-[26px]" onClick={() => setIndex(at + 1)}>
            Done, next step
          </Button>
        ) : isStopped || !onOut ? null : (
          <Button
            tone="primary"
            className="min-h-20 flex-1 px-6 text-[26px]"
            onClick={() => {
              mark([{ kind: 'removed', rowId: row.entity.id, holeIds: [holeId] }]);
              onOut();
            }}
          >
            It is out: measure the hole
          </Button>
        )}
      </div>
      {there.kind !== 'solid' ? null : (
        <div className="flex flex-wrap gap-2" role="group" aria-label="What it is like">
          {isDrilling || branch.mishap ? (
            <MishapChoice
              mishap={branch.mishap ?? null}
              at={at}
              onSay={(mishap) => {
                setBranch({ ...branch, mishap });
                setIndex(mishap ? mishap.at + 1 : (branch.mishap?.at ?? at));
              }}
            />
          ) : null}
          {there.isFarFlush ? null : toggle('shopHeadShort', 'the shop head is short')}
          {there.isFarFlush ? null : toggle('stuck', 'it stays stuck')}
        </div>
      )}
      <label className="flex flex-wrap items-center gap-2 text-[17px]">
        Is one of the sheets thrown away?
        <Select className="min-h-14 text-[17px]" value={scrapped} onChange={(e) => setScrapped(e.target.value)}>
          <option value="">none: all of them stay</option>
          {row.stack.layers.map((l, i) => (
            <option key={i} value={sheetName(l.part, i)}>
              {sheetName(l.part, i)}
            </option>
          ))}
        </Select>
      </label>
      <ul className="text-[17px]">
        <li>{keep === '' ? 'Nothing here stays.' : `Protect: ${keep}. The bit never touches ${staying.length === 1 ? 'it' : 'them'}.`}</li>
        <li>Behind it lies {behind}, and whatever is behind that: look before the bit comes through.</li>
        <li>
          Slow drill, battery rather than air. Square by reflection: on a dull or painted surface a stick-on bright patch with a hole in it
          gives it back, the eye just behind the drill. Eye and ear protection.
        </li>
        <li className="text-ink2">{ADVICE_FIRST}</li>
      </ul>
    </section>
  );
}

/** A bit that went off centre: where to, and how deep; the card goes on from there. */
function MishapChoice({ mishap, at, onSay }: { mishap: Mishap | null; at: number; onSay: (next: Mishap | null) => void }) {
  const [depth, setDepth] = useState<MishapDepth>('within');
  const big = 'min-h-14 px-4 text-[17px]';
  if (mishap)
    return (
      <Button className={`${big} border-dye bg-dye-soft`} aria-pressed onClick={() => onSay(null)}>
        it went off centre, {OFF_CENTRE_WORDS[mishap.offCentre]}
      </Button>
    );
  return (
    <details className="w-full">
      <summary className="label inline-flex min-h-14 cursor-pointer items-center rounded border border-edge bg-raised px-4 text-[17px]">
        the drill went off centre here
      </summary>
      <div className="flex flex-wrap items-end gap-2 pt-2">
        <label className="flex flex-col text-[15px] text-ink2">
          How deep it went
          <Select className="min-h-14 text-[17px]" value={depth} onChange={(e) => setDepth(e.target.value as MishapDepth)}>
            {MISHAP_DEPTHS.map((d) => (
              <option key={d} value={d}>
                {MISHAP_DEPTH_WORDS[d]}
              </option>
            ))}
          </Select>
        </label>
        {OFF_CENTRES.map((offCentre) => (
          <Button key={offCentre} className={big} onClick={() => onSay({ at, offCentre, depth })}>
            {OFF_CENTRE_WORDS[offCentre]}
          </Button>
        ))}
      </div>
    </details>
  );
}

function Story({
  data,
  row,
  holeId,
  marks,
}: {
  data: AssemblyAnswer;
  row: RowModel;
  holeId: string;
  marks: Parameters<typeof holeStory>[0];
}) {
  const units = useUnits();
  const events = useMemo(() => holeStory(marks, row.entity.id, holeId), [marks, row.entity.id, holeId]);
  if (events.length === 0) return null;
  const who = (id: string) => data.kit.definition.people.find((p) => p.id === id)?.initials ?? '';
  return (
    <section aria-label="History of this hole" className="border-t border-line pt-2">
      <h2 className="label text-[20px]">What happened here</h2>
      <ol>
        {events.map(({ mark }) => (
          <li key={mark.id} className="grid grid-cols-[150px_50px_minmax(0,1fr)] gap-2 border-t border-line py-0.5 text-[15px]">
            <time dateTime={mark.doneAt}>
              {new Date(mark.doneAt).toLocaleString([], { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })}
            </time>
            <span>{who(mark.person)}</span>
            <span>{holeEventText(mark, units)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
