import { notSolid } from '#core/prep/stack';
import type { AssemblyAnswer } from '#contract/answers';
import { carryUnit } from '#core/units/carry';
import { useState } from 'react';
import { judgeHole, missingOf, type Trial } from '#core/deviation/judge';
import type { TypedLength } from '#core/record/definitions';
import { formatCallout } from '#core/rivet/callout';
import { nextSizeUp } from '#core/rivet/removal';
import { showBoth } from '#core/units/show';
import type { Mm } from '#core/units/length';
import { objectionSentence, verdictSentence } from '#core/wording/deviations';
import { sheetName } from '#core/wording/words';
import { useMark } from '../../api/commands';
import { Button, ErrorText } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
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
  const [hole, setHole] = useState('');
  const [edges, setEdges] = useState<Readonly<Record<string, string>>>({});
  const [pitch, setPitch] = useState('');
  const [isElongated, setElongated] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [isKept, setKept] = useState(false);
  useUnitSwitch((from) => {
    setHole((t) => carryUnit(t, from));
    setPitch((t) => carryUnit(t, from));
    setEdges((old) => Object.fromEntries(Object.entries(old).map(([k, t]) => [k, carryUnit(t, from)])));
  });
  const read = {
    hole: dimensionValue(hole, units),
    pitch: dimensionValue(pitch, units),
    edges: layers.map((l) => dimensionValue(edges[l.id] ?? '', units)),
  };
  const isBad = [read.hole, read.pitch, ...read.edges].some((v) => v.isBad);
  const mmOf = (v: { length: TypedLength | null }) => v.length?.mm as Mm | undefined;
  const judgement = judgeHole(row.stack, { hole: mmOf(read.hole), isElongated, edges: read.edges.map(mmOf), pitch: mmOf(read.pitch) });
  const isOwnLimit = data.kit.definition.limits.edgeStopD !== undefined;
  const edgeLimit = { factorD: row.stack.limits.edgeStopD, by: isOwnLimit ? ('kit' as const) : ('program' as const) };
  const shown: Trial = judgement.next ?? judgement.same;
  const next = notSolid(row.stack)
    ? null
    : nextSizeUp(
        { callout: { head: row.stack.head, alloy: row.stack.alloy, size: row.stack.size }, grip: row.plan.grip },
        row.stack.halfDash,
      );
  const keep = () => {
    if (isBad) return setError('One of the lengths does not read.');
    if (!read.hole.length) return setError('Measure the hole: nothing can be said without it.');
    setError(null);
    const measured = layers.flatMap((l, i) => {
      const length = read.edges[i]?.length;
      return length ? [[l.id, length] as const] : [];
    });
    mark([
      {
        kind: 'deviation',
        rowId: row.entity.id,
        holeIds: [holeId],
        payload: {
          deviation: {
            kind: 'after-removal',
            hole: read.hole.length,
            ...(read.pitch.length ? { pitch: read.pitch.length } : {}),
            ...(measured.length > 0 ? { edges: Object.fromEntries(measured) } : {}),
            edgeLimit,
            verdict: judgement.verdict,
            ...(judgement.missing ? { missing: missingOf(judgement, row.entity.definition) } : {}),
          },
        },
      },
    ]);
    setKept(true);
  };
  return (
    <section aria-label="The hole afterwards" className="grid gap-4 md:grid-cols-2">
      <div className="flex flex-col gap-2">
        <h2 className="label text-[22px]">Measure the hole</h2>
        <DimensionField
          label={isElongated ? 'Hole, the longer way' : 'Hole'}
          text={hole}
          onText={setHole}
          units={units}
          placeholder=".098"
        />
        <label className="flex min-h-11 items-center gap-2">
          <input type="checkbox" className="size-6" checked={isElongated} onChange={(e) => setElongated(e.target.checked)} />
          it is longer one way
        </label>
        {layers.map((l, i) => (
          <DimensionField
            key={l.id}
            label={`Edge distance in ${sheetName(row.plan.layers[i]?.part, i)}`}
            text={edges[l.id] ?? ''}
            onText={(t) => setEdges((old) => ({ ...old, [l.id]: t }))}
            units={units}
            placeholder="as planned"
          />
        ))}
        <DimensionField label="To the nearest neighbour" text={pitch} onText={setPitch} units={units} placeholder="as planned" />
        <p className="text-[15px] text-ink2">
          The same one goes up to {showBoth(row.stack.holeMax, units)}.
          {next ? ` Then ${formatCallout(next.callout)} in ${showBoth(next.hole, units)}, if edge, pitch and every sheet bear it.` : ''}{' '}
          Edge limit: {edgeLimit.factorD} D, {isOwnLimit ? 'this kit’s own' : 'the program’s default'}.
        </p>
        {error ? <ErrorText>{error}</ErrorText> : null}
        <Button tone="primary" className="min-h-16 text-[22px]" onClick={keep} disabled={isKept}>
          {isKept ? 'Kept' : 'Keep what was measured'}
        </Button>
        {isKept ? (
          <GoesOn data={data} row={row} holeId={holeId} isStopped={judgement.verdict === 'stop' || judgement.verdict === 'unknown'} />
        ) : null}
      </div>
      <div className="flex flex-col gap-2" aria-live="polite">
        {hole.trim() === '' ? null : (
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
