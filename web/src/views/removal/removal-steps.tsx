import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import { inHole, type InHole } from '#core/done/in-hole';
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
import { sheetName } from '#core/wording/words';
import { Button, Select } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';
import { useWorkMark } from '../../models/use-work-mark';

export type Branch = Pick<RemovalQuestion, 'mishap' | 'stuck' | 'shopHeadShort'>;

export function Steps({
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
      {at < steps.length - 1 ? (
        <ol aria-label="Then" start={at + 2} className="list-decimal pl-8 text-[18px] text-ink2">
          {steps.slice(at + 1).map((s, i) => (
            <li key={i}>
              {REMOVAL_DO_WORDS[s.do]}
              {s.bit ? `, bit ${s.bit}` : ''}
            </li>
          ))}
        </ol>
      ) : null}
      <div className="flex flex-wrap gap-2">
        <Button className="min-h-20 px-6 text-[22px]" disabled={at === 0} onClick={() => setIndex(at - 1)}>
          Back
        </Button>
        {at < steps.length - 1 ? (
          <Button tone="primary" className="min-h-20 flex-1 px-6 text-[26px]" onClick={() => setIndex(at + 1)}>
            Done, next step
          </Button>
        ) : null}
        {isStopped || !onOut ? null : (
          <Button
            tone={at === steps.length - 1 ? 'primary' : 'plain'}
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
/** What is in the hole, by the record. */
export const inHoleOf = (row: RowModel, holeId: string) =>
  inHole(row.done.get(holeId), { row: row.entity.definition, stack: row.stack, plan: row.plan });

/** The card of what is in the hole, whatever is planned now. */
export function cardOf(there: InHole, row: RowModel, branch: Branch, hasGroup: boolean): RemovalStep[] {
  if (there.kind === 'blind') return blindRemovalSteps(drillOfDiameter(row.stack.hole));
  if (there.kind !== 'solid') return otherRemovalSteps(there.kind, hasGroup);
  const size = { ...there.size, drill: there.size.drill || (drillOfDiameter(there.size.hole) ?? '') };
  const question = { callout: { head: there.head, alloy: there.alloy, size }, grip: row.plan.grip, ...branch };
  return there.isFarFlush ? farFlushRemovalSteps(question) : removalSteps(question);
}
