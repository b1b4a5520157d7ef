import { notSolid } from '#core/prep/stack';
import type { AssemblyAnswer } from '#contract/answers';
import { useRef, useState } from 'react';
import { useForm, useWatch } from 'react-hook-form';
import {
  afterRemovalOf,
  carryAfterRemoval,
  measuredAfterRemoval,
  nothingMeasured,
  readAfterRemoval,
  type AfterRemovalTyped,
} from '#core/deviation/after-removal-text';
import { judgeHole, type Trial } from '#core/deviation/judge';
import { formatCallout } from '#core/rivet/callout';
import { nextSizeUp } from '#core/rivet/removal';
import { showBoth } from '#core/units/show';
import { objectionSentence, verdictSentence } from '#core/wording/deviations';
import { sheetName } from '#core/wording/words';
import { useMark } from '../../api/commands';
import { Button } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { CheckField, LengthField } from '../../ui/form-fields';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { VerdictSign } from '../../ui/verdict';
import { SectionFigure } from '../plan/section-figure';
import { Link } from 'react-router';
import { isHeld, isPartStep } from '#core/record/steps';
import { setupVerb } from '#core/wording/setups';
import type { RowModel } from '../../models/row-model';

const FRAME = { plotWidth: 260, plotHeight: 200, labelWidth: 104 };

/** The hole after its rivet came out: measured, judged sheet by sheet, kept with whose edge limit it was. */
export function MeasureHole({ data, row, holeId }: { data: AssemblyAnswer; row: RowModel; holeId: string }) {
  const units = useUnits();
  const mark = useMark(data.kit);
  const { layers } = row.entity.definition;
  const form = useForm<AfterRemovalTyped>({
    defaultValues: nothingMeasured(layers.length),
    resolver: (typed) => {
      const read = readAfterRemoval(typed, units);
      return read.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<AfterRemovalTyped>(read.problems) };
    },
  });
  const { control } = form;
  const [isKept, setKept] = useState(false);
  useUnitSwitch((from) => form.reset(carryAfterRemoval(form.getValues(), from), { keepDirty: true }));
  const typed = useWatch({ control }) as AfterRemovalTyped;
  const judgement = judgeHole(row.stack, measuredAfterRemoval(typed, units));
  const isOwnLimit = data.kit.definition.limits.edgeStopD !== undefined;
  const edgeLimit = { factorD: row.stack.limits.edgeStopD, by: isOwnLimit ? ('kit' as const) : ('program' as const) };
  const shown: Trial = judgement.next ?? judgement.same;
  const next = notSolid(row.stack)
    ? null
    : nextSizeUp(
        { callout: { head: row.stack.head, alloy: row.stack.alloy, size: row.stack.size }, grip: row.plan.grip },
        row.stack.halfDash,
      );
  /* A second press makes no second one. */
  const isMarked = useRef(false);
  const keep = form.handleSubmit((typed) => {
    const read = readAfterRemoval(typed, units);
    if (!read.ok || isMarked.current) return;
    isMarked.current = true;
    const deviation = afterRemovalOf(read.value, judgement, row.entity.definition, edgeLimit);
    mark([{ kind: 'deviation', rowId: row.entity.id, holeIds: [holeId], payload: { deviation } }]);
    setKept(true);
  });
  return (
    <section aria-label="The hole afterwards" className="grid gap-4 md:grid-cols-2">
      <form className="flex flex-col gap-2" noValidate onSubmit={(e) => void keep(e)}>
        <h2 className="label text-[22px]">Measure the hole</h2>
        <LengthField control={control} name="hole" label={typed.isElongated ? 'Hole, the longer way' : 'Hole'} placeholder=".098" />
        <CheckField control={control} name="isElongated">
          it is longer one way
        </CheckField>
        {layers.map((l, i) => (
          <LengthField
            key={l.id}
            control={control}
            name={`edges.${i}`}
            label={`Edge distance in ${sheetName(row.plan.layers[i]?.part, i)}`}
            placeholder="as planned"
          />
        ))}
        <LengthField control={control} name="pitch" label="To the nearest neighbour" placeholder="as planned" />
        <p className="text-[15px] text-ink2">
          The same one goes up to {showBoth(row.stack.holeMax, units)}.
          {next ? ` Then ${formatCallout(next.callout)} in ${showBoth(next.hole, units)}, if edge, pitch and every sheet bear it.` : ''}{' '}
          Edge limit: {edgeLimit.factorD} D, {isOwnLimit ? 'this kit’s own' : 'the program’s default'}.
        </p>
        <Button type="submit" tone="primary" className="min-h-16 text-[22px]" disabled={isKept}>
          {isKept ? 'Kept' : 'Keep what was measured'}
        </Button>
        {isKept ? (
          <GoesOn data={data} row={row} holeId={holeId} isStopped={judgement.verdict === 'stop' || judgement.verdict === 'unknown'} />
        ) : null}
      </form>
      <div className="flex flex-col gap-2" aria-live="polite">
        {typed.hole.trim() === '' ? null : (
          <>
            <p className="flex items-start gap-2 text-[20px]">
              <VerdictSign
                of={
                  judgement.verdict === 'stop'
                    ? 'stop'
                    : judgement.verdict === 'next-size' || judgement.verdict === 'unknown'
                      ? 'caution'
                      : 'ok'
                }
              />
              <span>{verdictSentence(judgement.verdict, 'after-removal', judgement)}</span>
            </p>
            {[judgement.same, ...(judgement.next ? [judgement.next] : [])].map((trial) => (
              <section key={trial.plan.rivet.callout} aria-label={trial.plan.rivet.callout}>
                <h3 className="label text-[18px]">{trial.plan.rivet.callout}</h3>
                {trial.objections.length === 0 ? <p>Nothing speaks against it.</p> : null}
                <ul>
                  {trial.objections.map((o, i) => (
                    <li key={i} className="text-stop">
                      {objectionSentence(o, trial, units)}
                    </li>
                  ))}
                </ul>
              </section>
            ))}
            <SectionFigure stack={shown.stack} plan={shown.plan} title={`${row.title} as measured`} frame={FRAME} />
          </>
        )}
      </div>
    </section>
  );
}

/** Where the hole goes on: the bench at the first thing that is open at it, or the questions where it stopped. */
function GoesOn({ data, row, holeId, isStopped }: { data: AssemblyAnswer; row: RowModel; holeId: string; isStopped: boolean }) {
  const here = `/assemblies/${data.assembly.id}`;
  const big = 'label inline-flex min-h-14 items-center rounded border border-edge bg-raised px-4 text-[19px] hover:bg-dye-soft';
  if (isStopped)
    return (
      <p className="text-[17px]">
        The hole stays empty until somebody was asked.{' '}
        <Link className={big} to={`${here}?row=${row.entity.id}`}>
          To the row and its deviations
        </Link>
      </p>
    );
  const hole = row.entity.definition.holes.find((h) => h.id === holeId);
  const open = row.setups.find((u) =>
    u.steps.some((s) => !isPartStep(s) && !row.states.get(holeId)?.has(s.key) && !(hole && isHeld(hole, s.kind, row.states.get(holeId)))),
  );
  if (!open) return null;
  return (
    <Link className={big} to={`${here}/bench?${new URLSearchParams({ setup: open.setup.key, item: `row/${row.entity.id}` }).toString()}`}>
      Back to the bench: {setupVerb(open.setup)}
    </Link>
  );
}
