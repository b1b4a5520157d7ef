import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { eveningsOf, type EveningStep } from '#core/operations/evening';
import { hoursLeft, LEARN_FROM, LEARN_SHIFTS, openWork, workRates, type MinutesOf } from '#core/operations/hours';
import type { AssemblyOperation } from '#core/operations/operations';
import type { WorkedTime } from '#core/log/work-hours';
import { countOf } from '#core/wording/words';
import { operationVerb, wayList } from '#core/wording/sequence';
import { SETTING_WAYS, type SettingWay } from '#core/record/definitions';
import type { Sequence } from '../../models/use-sequence';
import { Select } from '../../ui/controls';
import { EveningCalendar } from './evening-calendar';

/** So many evenings are planned at once. */
const EVENINGS = [1, 2, 3, 4, 6, 8] as const;

interface HoursPanelProps {
  readonly data: AssemblyAnswer;
  readonly sequence: Sequence;
  readonly ordered: readonly AssemblyOperation[];
  /** How the kit's shifts went. */
  readonly worked: readonly WorkedTime[];
  readonly minutes: MinutesOf;
  readonly person: string | null;
  readonly onPerson: (person: string | null) => void;
  readonly budget: number;
  readonly onBudget: (minutes: number) => void;
}

/** What is left in hours, an evening cut from the order, and how fast the builder was so far. */
export function HoursPanel({ data, sequence, ordered, worked, minutes, person, onPerson, budget, onBudget }: HoursPanelProps) {
  const { derived, nameOf } = sequence;
  const hours = hoursLeft(openWork(derived.operations, derived.progress), minutes);
  const [count, setCount] = useState(1);
  const [isAlone, setAlone] = useState(false);
  const evenings = eveningsOf(ordered, derived.progress, minutes, budget, count, isAlone);
  const forTwo = ordered.filter((o) => o.needsTwo && derived.progress.get(o.id)?.state !== 'done');
  const { people } = data.kit.definition;
  return (
    <section aria-label="Hours left" className="flex flex-col gap-2">
      <h2 className="label text-[22px]">
        {hours.low.toFixed(1)} to {hours.high.toFixed(1)} hours left
      </h2>
      <p className="text-ink2">
        Eight times in ten, in the middle {hours.middle.toFixed(1)}.{' '}
        {hours.ownShare === 0
          ? 'All of it rests on stated defaults until shifts and marks say how fast you are.'
          : `${Math.round(hours.ownShare * 100)} % of it rests on your own shifts, the rest on defaults.`}
      </p>
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex items-center gap-2">
          At the bench
          <Select value={person ?? ''} onChange={(e) => onPerson(e.target.value === '' ? null : e.target.value)}>
            <option value="">whoever</option>
            {people.map((p) => (
              <option key={p.id} value={p.id}>
                {p.initials}
              </option>
            ))}
          </Select>
        </label>
        <label className="flex items-center gap-2">
          An evening of
          <Select value={budget} onChange={(e) => onBudget(Number(e.target.value))}>
            {[30, 60, 90, 120, 180, 240].map((m) => (
              <option key={m} value={m}>
                {m < 60 ? `${m} min` : `${m / 60} h`}
              </option>
            ))}
          </Select>
        </label>
        <label className="flex items-center gap-2">
          Evenings
          <Select value={count} onChange={(e) => setCount(Number(e.target.value))}>
            {EVENINGS.map((n) => (
              <option key={n} value={n}>
                {n}
              </option>
            ))}
          </Select>
          in this order:
        </label>
        {forTwo.length > 0 ? (
          <label className="flex min-h-10 items-center gap-2">
            <input type="checkbox" className="size-5" checked={isAlone} onChange={(e) => setAlone(e.target.checked)} />
            alone
          </label>
        ) : null}
      </div>
      {isAlone && forTwo.length > 0 ? (
        <p className="text-caution">
          {countOf(forTwo.length, 'job')} {forTwo.length === 1 ? 'needs two and is' : 'need two and are'} left out:{' '}
          {forTwo.map((o) => nameOf(o.id).replace(/^job: /, '')).join(', ')}. What waits for {forTwo.length === 1 ? 'it' : 'them'} is left
          out, too.
        </p>
      ) : null}
      {evenings.map((steps, i) => (
        <Evening key={i} number={evenings.length > 1 ? i + 1 : null} steps={steps} nameOf={nameOf} />
      ))}
      <EveningCalendar
        assemblyId={data.assembly.id}
        title={`${data.assembly.definition.name}, an evening`}
        evenings={evenings.map((steps) => steps.map((e) => `${nameOf(e.operation.id)}${share(e)}, ${shownMinutes(e.minutes)}`))}
        minutes={budget}
      />
      <Rates data={data} sequence={sequence} worked={worked} minutes={minutes} />
    </section>
  );
}

interface EveningProps {
  /** Which one, where there are several. */
  readonly number: number | null;
  readonly steps: readonly EveningStep[];
  readonly nameOf: (id: string) => string;
}

function Evening({ number, steps, nameOf }: EveningProps) {
  const name = number === null ? 'The evening' : `Evening ${number}`;
  return (
    <>
      {number === null ? null : <h3 className="label text-[17px]">{name}</h3>}
      <ol aria-label={name} className="list-decimal pl-6">
        {steps.map((step) => (
          <li key={step.operation.id}>
            {nameOf(step.operation.id)}
            {share(step)} <span className="text-ink2">{shownMinutes(step.minutes)}</span>
          </li>
        ))}
      </ol>
      <p className="text-ink2">Together {shownMinutes(steps.reduce((sum, e) => sum + e.minutes, 0))}.</p>
    </>
  );
}

/** How much of a row an evening holds, where it is not all that is left. */
const share = ({ things, open }: EveningStep) => (things < open ? `, ${things} of ${open}` : '');
const shownMinutes = (minutes: number) => `${Math.max(1, Math.round(minutes))} min`;

/** Minutes of one hole or part by kind of work, person and tool, with the spread of the shifts. */
function Rates({ data, sequence, worked, minutes }: Pick<HoursPanelProps, 'data' | 'sequence' | 'worked' | 'minutes'>) {
  const rates = useMemo(() => workRates(worked), [worked]);
  const people = new Map(data.kit.definition.people.map((p) => [p.id, p.initials]));
  const tools = new Map(sequence.model.tools.map((t) => [t.id, t.definition.name]));
  const toolName = (tool: string) =>
    tools.get(tool) ?? ((SETTING_WAYS as readonly string[]).includes(tool) ? wayList([tool as SettingWay]) : tool);
  return (
    <details>
      <summary className="label min-h-10 cursor-pointer py-1 text-[17px]">How fast it went so far, by work, person and tool</summary>
      {rates.length === 0 ? (
        <p>No shift has timed anything yet.</p>
      ) : (
        <table className="w-full text-[15px]">
          <thead className="text-left text-ink2">
            <tr>
              <th>Work</th>
              <th>Who</th>
              <th>With</th>
              <th className="text-right">Minutes each</th>
              <th className="text-right">Timed</th>
            </tr>
          </thead>
          <tbody>
            {rates.map((r) => (
              <tr key={`${r.kind}/${r.person}/${r.tool}`} className="border-t border-line">
                <td>{operationVerb(r.kind)}</td>
                <td>{people.get(r.person ?? '') ?? ''}</td>
                <td>{r.tool === null ? '' : toolName(r.tool)}</td>
                <td className="text-right tabular-nums">
                  {r.minutes.toFixed(2)} (×/÷ {Math.exp(r.spread).toFixed(2)})
                </td>
                <td className="text-right tabular-nums">
                  {r.timed} in {r.shifts} {r.shifts === 1 ? 'shift' : 'shifts'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <p className="text-[14px] text-ink2">
        Used for the hours from {LEARN_FROM} things in {LEARN_SHIFTS} shifts on; until then the default, such as{' '}
        {minutes.drilled.minutes.toFixed(2)} min a hole drilled. Setting goes by the way the row says, where that way was timed enough.
      </p>
    </details>
  );
}
