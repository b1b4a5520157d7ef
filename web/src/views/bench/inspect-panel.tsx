import { AT_HOLE } from '#core/record/step-key';
import type { AssemblyAnswer } from '#contract/answers';
import { useMemo } from 'react';
import { Link } from 'react-router';
import { DEFECTS_OF_LOOK, type LookField } from '#core/inspect/looked-at';
import type { Mm } from '#core/units/length';
import { showLength } from '#core/units/show';
import type { HoleDefinition } from '#core/record/definitions';
import { DISPOSITIONS, type Mark } from '#core/record/marks';
import { ADVICE_WORDS, diagnosisSentence, DISPOSITION_WORDS, LOOK_WORDS } from '#core/wording/inspect';
import { usePerson, type MarkWish } from '../../api/commands';
import { Button, ErrorText, TextInput } from '../../ui/controls';
import { useUnits } from '../../ui/units';
import type { RowModel } from '../../models/row-model';
import { useInspection } from '../../models/use-inspection';
import { GaugeField } from './gauge-field';
import { HeadWindow } from './head-window';
import { lookKey } from './look-drafts';
import { LookNext } from './look-next';
import { useLook } from './use-look';
import { useRivetThere } from './use-rivet-there';
import { DefectChoice } from './defect-choice';

interface InspectPanelProps {
  readonly data: AssemblyAnswer;
  readonly row: RowModel;
  readonly rows: readonly RowModel[];
  readonly holes: readonly HoleDefinition[];
  readonly marks: readonly Mark[];
  /** The hole that was touched last. */
  readonly holeId: string | null;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
}

const FIELD_LABELS: Readonly<Record<LookField, string>> = {
  width: 'Width',
  height: 'Height',
  width2: 'Width across',
  flush: 'Head proud (- sunken)',
  gap: 'Gap by feeler',
  far: 'Driven end above (- below)',
  stem: 'Stem proud (- below)',
};

/** One rivet looked at: measured or gauged or named, diagnosed, and what the builder decides. */
export function InspectPanel({ data, row, rows, holes, marks, holeId, onMark }: InspectPanelProps) {
  const units = useUnits();
  const person = usePerson(data.kit);
  const { every, due, readings: all, fitted, rejected: decided } = useInspection(data.kit.definition, rows, marks);
  const here = due.filter((d) => d.rowId === row.entity.id);
  const numberOf = (id: string) => holes.findIndex((h) => h.id === id) + 1;
  const at = holeId ?? here[0]?.holeId ?? holes.find((h) => row.states.get(h.id)?.has(AT_HOLE.set))?.id ?? null;
  const readings = useMemo(() => all.filter((r) => r.rowId === row.entity.id), [all, row.entity.id]);
  const formFactor = fitted?.mean ?? row.stack.limits.formFactor;
  const { rivet, look, volumeD3, lipVolumeD3, nameOf, ...there } = useRivetThere(row, marks, at, formFactor);
  const l = useLook({
    look,
    rivet,
    limits: row.stack.limits,
    units,
    draftKey: at === null ? null : lookKey(person, row.entity.id, at),
    onKeep: (head, note) => {
      if (at === null) return;
      onMark([{ kind: 'head-check', rowId: row.entity.id, holeIds: [at], payload: { head, ...(note === '' ? {} : { note }) } }]);
    },
  });
  /* By keys alone: Enter goes from field to field, and once width and height are there it keeps what is good; what is not is decided by hand. */
  const onEnter = (field: HTMLInputElement) => {
    const panel = field.closest('section');
    if (l.isMeasured && l.found.advice === 'accept') {
      if (at !== null) l.keep('accept');
      panel?.querySelector<HTMLElement>('[data-measure]')?.focus();
      return;
    }
    const inputs = [...(panel?.querySelectorAll<HTMLInputElement>('input[inputmode=decimal]') ?? [])];
    const next = l.isMeasured ? panel?.querySelector<HTMLElement>('[data-advised]') : inputs.find((f) => f.value.trim() === '');
    next?.focus();
  };
  const rejected = decided.flatMap((r) => (r.rowId === row.entity.id ? [r.holeId] : []));
  return (
    <section aria-label="Inspect one rivet" className="flex flex-col gap-3 rounded border border-line p-3 text-[16px]">
      <LookNext here={here.map((d) => numberOf(d.holeId))} elsewhere={due.length - here.length} every={every} />
      <div className="grid gap-3 md:max-lg:grid-cols-[minmax(0,1fr)_300px] 2xl:grid-cols-[minmax(0,1fr)_300px]">
        <div className="flex flex-col gap-2">
          <h2 className="label text-[20px]">
            Hole {at === null ? '–' : numberOf(at)}: {there.name}
          </h2>
          <div className="flex flex-wrap gap-2">
            {l.fields.map((field, i) => (
              <div key={field} className="flex flex-col text-[14px] text-ink2">
                <label className="flex flex-col">
                  {FIELD_LABELS[field]}
                  <TextInput
                    className="min-h-14 w-26 text-[20px]"
                    inputMode="decimal"
                    value={l.typed[field]}
                    aria-invalid={l.bad.includes(field)}
                    enterKeyHint={l.isMeasured ? 'done' : 'next'}
                    {...(i === 0 ? { 'data-measure': '' } : {})}
                    onKeyDown={(e) => {
                      if (e.key !== 'Enter') return;
                      e.preventDefault();
                      onEnter(e.currentTarget);
                    }}
                    onChange={(e) => l.type(field, e.target.value)}
                  />
                </label>
                <span className="text-[13px]">
                  {l.measured[field] ? showLength(Math.abs(l.measured[field].mm) as Mm, units) : '\u00a0'}
                </span>
              </div>
            ))}
          </div>
          <GaugeField onTake={(_, reading) => l.takeReading(reading.mm)} />
          {look === 'driven' ? (
            <div className="flex flex-wrap gap-2" role="group" aria-label="By the head gauge">
              {(['go', 'no-go'] as const).map((g) => (
                <Button
                  key={g}
                  className={`min-h-14 px-5 text-[18px] ${l.gauge === g ? 'border-dye bg-dye-soft' : ''}`}
                  aria-pressed={l.gauge === g}
                  onClick={() => l.setGauge(l.gauge === g ? undefined : g)}
                >
                  {g === 'go' ? 'gauge: go' : 'gauge: no-go'}
                </Button>
              ))}
            </div>
          ) : (
            <p className="text-[17px]">{LOOK_WORDS[look]}</p>
          )}
          {l.isSaid ? (
            <p aria-live="polite" className={`text-[19px] ${l.found.advice === 'accept' ? '' : 'font-semibold text-caution'}`}>
              {diagnosisSentence(l.found, l.found.suggestDash === null ? null : nameOf(l.found.suggestDash))}{' '}
              <span className="font-normal text-ink">{ADVICE_WORDS[l.found.advice]}</span>
            </p>
          ) : null}
          <div className="flex flex-wrap items-end gap-2">
            {DISPOSITIONS.map((d) => (
              <Button
                key={d}
                tone={l.isSaid && d === l.found.advice ? 'primary' : 'plain'}
                {...(l.isSaid && d === l.found.advice ? { 'data-advised': '' } : {})}
                className="min-h-14 px-4 text-[18px]"
                disabled={at === null}
                onClick={() => l.keep(d)}
              >
                {DISPOSITION_WORDS[d]}
              </Button>
            ))}
            <label className="flex min-w-48 flex-1 flex-col text-[14px] text-ink2">
              Note
              <TextInput className="min-h-12" maxLength={500} value={l.note} onChange={(e) => l.setNote(e.target.value)} />
            </label>
          </div>
          {l.error ? <ErrorText>{l.error}</ErrorText> : null}
        </div>
        {look !== 'driven' ? null : (
          <HeadWindow
            profile={rivet.profile}
            volumeD3={volumeD3}
            lipVolumeD3={lipVolumeD3}
            formFactor={formFactor}
            readings={readings.flatMap((r) =>
              r.widthD !== null && r.heightD !== null
                ? [{ widthD: r.widthD, heightD: r.heightD, isAccepted: r.disposition.startsWith('accept') }]
                : [],
            )}
            current={l.found.judgement ? { widthD: l.found.judgement.widthRatio, heightD: l.found.judgement.heightRatio } : null}
          />
        )}
      </div>
      <DefectChoice offered={DEFECTS_OF_LOOK[look]} chosen={l.defects} onChoose={l.setDefects} />
      {rejected.length > 0 ? (
        <ul aria-label="Decided against" className="flex flex-wrap gap-x-6 gap-y-2 text-[18px]">
          {rejected.map((id) => (
            <li key={id}>
              <Link
                className="underline underline-offset-2"
                to={`/assemblies/${data.assembly.id}/removal?${new URLSearchParams({ row: row.entity.id, hole: id }).toString()}`}
              >
                Take the rivet of hole {numberOf(id)} out
              </Link>
            </li>
          ))}
        </ul>
      ) : null}
      <p className="text-[14px] text-ink2">
        Advice, never approval.{' '}
        {look !== 'driven'
          ? null
          : fitted
            ? `Form factor from ${fitted.n} good heads of yours: ${fitted.mean.toFixed(3)} ± ${fitted.sd.toFixed(3)}.`
            : `Form factor ${formFactor}: the default, until enough of your own good heads are measured.`}
      </p>
    </section>
  );
}
