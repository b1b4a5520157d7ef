import { Check, Circle } from 'lucide-react';
import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import type { CycleStanding, JobStanding, StepStanding } from '#core/jobs/job';
import { alongRow, CLAMP_EVERY, edgeOrder } from '#core/jobs/edge-order';
import type { Entity, RowDefinition } from '#core/record/definitions';
import { formatRange, holesInPlan } from '#core/record/holes';
import type { Mark } from '#core/record/marks';
import { showLength } from '#core/units/show';
import { rowTitle } from '#core/record/title';
import { cutText } from '#core/typed/whole-text';
import { carryUnit } from '#core/units/carry';
import { CARD_ORDER, readingSentence, spreadSentence } from '#core/wording/jobs';
import { countOf } from '#core/wording/words';
import type { MarkWish } from '../../api/commands';
import { partsById } from '../../models/planned-rows';
import { Button, ErrorText } from '../../ui/controls';
import { Dents } from '../../ui/dents';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { useShowMoment } from '../../ui/zone';

interface JobCardProps {
  readonly data: AssemblyAnswer;
  readonly job: Entity<'job'>;
  readonly standing: JobStanding;
  readonly marks: readonly Mark[];
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

/** A job's card: cycle by cycle its steps, ticked one by one, with their readings; a reading beyond its limit is said, not hidden. */
export function JobCard({ data, job, standing, marks, onMark }: JobCardProps) {
  const { kind, partIds } = job.definition;
  return (
    <div className="flex flex-col gap-3">
      {kind === 'fit-up' || kind === 'edge' ? <p className="text-[15px] text-ink2">{CARD_ORDER}</p> : null}
      {standing.steps === 0 ? <p className="text-caution">No step on the card yet: edit it.</p> : null}
      {standing.cycles.map((cycle) => (
        <Cycle key={cycle.id} data={data} job={job} cycle={cycle} isCurrent={cycle.id === standing.current} onMark={onMark} />
      ))}
      {kind === 'fit-up' ? (
        <Dents
          kit={data.kit}
          parts={partIds.length > 0 ? data.parts.filter((p) => partIds.includes(p.id)) : data.parts}
          marks={marks}
          jobId={job.id}
          onMark={onMark}
        />
      ) : null}
      {standing.leftOver.length > 0 ? (
        <p className="text-caution">
          {countOf(standing.leftOver.length, 'step')} that {standing.leftOver.length === 1 ? 'was' : 'were'} done{' '}
          {standing.leftOver.length === 1 ? 'is' : 'are'} on the card no more; what was marked stays in the record.
        </p>
      ) : null}
    </div>
  );
}

type CycleProps = Omit<JobCardProps, 'standing' | 'marks'> & { readonly cycle: CycleStanding; readonly isCurrent: boolean };

function Cycle({ data, job, cycle, isCurrent, onMark }: CycleProps) {
  const units = useUnits();
  const parts = partsById(data.parts);
  const rows = data.rows.filter((r) => cycle.rowIds.includes(r.id));
  return (
    <section aria-label={cycle.name} className={`border-l-4 pl-3 ${isCurrent ? 'border-dye' : 'border-line'}`}>
      <h3 className="label text-[20px]">
        {cycle.name}
        {cycle.isDone && cycle.steps.length > 0 ? ', done' : isCurrent ? ', at work' : ''}
      </h3>
      {rows.length > 0 ? (
        <p className="text-[15px] text-ink2">
          Drilled in it:{' '}
          {rows.map((r) => `${rowTitle(r.definition, parts)} (${countOf(holesInPlan(r.definition.holes).length, 'hole')})`).join(', ')}
        </p>
      ) : null}
      {job.definition.kind === 'edge'
        ? rows.map((r) => <EdgeNumbers key={r.id} row={r.definition} title={rowTitle(r.definition, parts)} />)
        : null}
      <ol className="flex flex-col">
        {cycle.steps.map((s) => (
          <Step key={s.step.id} data={data} job={job} cycleId={cycle.id} standing={s} onMark={onMark} />
        ))}
      </ol>
      {cycle.spread ? (
        <p role="status" className={cycle.spread.isBeyond ? 'label text-caution' : 'text-ink2'}>
          {spreadSentence(cycle.spread, units)}
        </p>
      ) : null}
    </section>
  );
}

/** The numbers that stand on the holes of a clamped edge. */
function EdgeNumbers({ row, title }: { row: RowDefinition; title: string }) {
  const units = useUnits();
  const along = alongRow(row);
  if (!along) return <p className="text-[15px] text-ink2">{title}: neither places nor a pitch say where its holes lie along the edge.</p>;
  const { clamped, rest } = edgeOrder(along);
  return (
    <p className="text-[17px]">
      {title}, a clamp every {showLength(CLAMP_EVERY, units)}: holes <strong>{clamped.join(', ')}</strong>
      {rest.length > 0 ? `; clamps off, then ${formatRange(rest.map((n) => n - 1))}` : ''}.
    </p>
  );
}

type StepProps = Omit<JobCardProps, 'standing' | 'marks'> & { readonly cycleId: string; readonly standing: StepStanding };

function Step({ data, job, cycleId, standing, onMark }: StepProps) {
  const show = useShowMoment();
  const units = useUnits();
  const { step, mark, beyond } = standing;
  const [text, setText] = useState('');
  const [isBad, setBad] = useState(false);
  useUnitSwitch((from) => setText((t) => carryUnit(t, from)));
  const isZero = /^\s*-?0(?:[.,]0+)?\s*$/.test(text);
  const read = dimensionValue(isZero ? '' : text, units);
  const done = () => {
    const reading = isZero ? { mm: 0, text: '0', units } : read.length;
    /* A reading that is asked for is read, or it is said that it was not. */
    if (step.reading && !reading) return setBad(true);
    setBad(false);
    setText('');
    onMark([
      {
        kind: 'job-step',
        rowId: data.assembly.id,
        holeIds: [],
        payload: {
          job: {
            jobId: job.id,
            cycleId,
            stepId: step.id,
            said: cutText(`${job.definition.name}: ${step.text}`, 450),
            ...(reading ? { reading } : {}),
          },
        },
      },
    ]);
  };
  return (
    <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-line py-1">
      {mark ? (
        <Check size={24} aria-hidden className="shrink-0 text-done" />
      ) : (
        <Circle size={24} aria-hidden className="shrink-0 text-ink2" />
      )}
      <div className="min-w-0 flex-1 basis-64 text-[18px]">
        <span className="sr-only">{mark ? 'done: ' : 'to do: '}</span>
        {step.text}
        {step.reading ? (
          <span className={`block text-[15px] ${beyond === null ? 'text-ink2' : 'label text-caution'}`}>
            {readingSentence(standing, units)}
          </span>
        ) : null}
        {mark ? (
          <span className="block text-[14px] text-ink2">
            {mark.payload.by ?? data.kit.definition.people.find((p) => p.id === mark.person)?.initials ?? ''} {show(mark.doneAt)}
          </span>
        ) : null}
      </div>
      {step.reading ? (
        <DimensionField
          label={`Reading: ${step.text}`}
          text={text}
          onText={setText}
          units={units}
          placeholder={mark ? 'read again' : 'is'}
        />
      ) : null}
      {mark && !step.reading ? (
        <Button
          className="min-h-14 px-3"
          aria-label={`Take back: ${step.text}`}
          onClick={() => onMark([{ kind: 'undo', rowId: data.assembly.id, holeIds: [], payload: { undoes: mark.id } }])}
        >
          Take back
        </Button>
      ) : (
        <Button
          tone={mark ? 'plain' : 'primary'}
          className="min-h-14 min-w-28 px-4 text-[18px]"
          aria-label={`${step.reading ? 'Keep the reading' : 'Done'}: ${step.text}`}
          onClick={done}
        >
          {step.reading ? 'Keep the reading' : 'Done'}
        </Button>
      )}
      {isBad ? (
        <ErrorText>Type what was read first, with its unit where it is not {units === 'in' ? 'inches' : 'millimetres'}.</ErrorText>
      ) : null}
    </li>
  );
}
