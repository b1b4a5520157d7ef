import { AT_HOLE } from '#core/record/step-key';
import type { AssemblyAnswer } from '#contract/answers';
import { carryUnit } from '#core/units/carry';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { diagnose } from '#core/inspect/diagnose';
import { DEFECTS_OF_LOOK, diagnoseLook, FIELDS_OF_LOOK, type LookField } from '#core/inspect/looked-at';
import { typedMm } from '#core/compose/compose-drawing';
import type { Mm } from '#core/units/length';
import { showLength } from '#core/units/show';
import { measuredText } from '#core/typed/measured';
import type { HoleDefinition } from '#core/record/definitions';
import { DISPOSITIONS, type Disposition, type HeadCheck, type HeadDefect, type Mark } from '#core/record/marks';
import { ADVICE_WORDS, diagnosisSentence, DISPOSITION_WORDS, LOOK_WORDS } from '#core/wording/inspect';
import type { MarkWish } from '../../api/commands';
import { Button, ErrorText, TextInput } from '../../ui/controls';
import { dimensionValue } from '../../ui/dimension-field';
import type { RowModel } from '../../models/row-model';
import { useInspection } from '../../models/use-inspection';
import { GaugeField } from './gauge-field';
import { HeadWindow } from './head-window';
import { LookNext } from './look-next';
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

const NOTHING: Readonly<Record<LookField, string>> = { width: '', width2: '', height: '', flush: '', gap: '', far: '', stem: '' };
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
  const [texts, setTexts] = useState(NOTHING);
  const [gauge, setGauge] = useState<HeadCheck['gauge']>(undefined);
  const [defects, setDefects] = useState<readonly HeadDefect[]>([]);
  const [note, setNote] = useState('');
  const [error, setError] = useState<string | null>(null);
  useUnitSwitch((from) =>
    setTexts((old) => Object.fromEntries(Object.entries(old).map(([k, t]) => [k, carryUnit(t, from)])) as typeof old),
  );
  const { every, due, readings: all, fitted, rejected: decided } = useInspection(data.kit.definition, rows, marks);
  const here = due.filter((d) => d.rowId === row.entity.id);
  const numberOf = (id: string) => holes.findIndex((h) => h.id === id) + 1;
  const at = holeId ?? here[0]?.holeId ?? holes.find((h) => row.states.get(h.id)?.has(AT_HOLE.set))?.id ?? null;
  const readings = useMemo(() => all.filter((r) => r.rowId === row.entity.id), [all, row.entity.id]);
  const formFactor = fitted?.mean ?? row.stack.limits.formFactor;
  const { rivet, look, volumeD3, lipVolumeD3, nameOf, ...there } = useRivetThere(row, marks, at, formFactor);
  const fields = FIELDS_OF_LOOK[look];
  const read = Object.fromEntries(fields.map((name) => [name, readField(name, texts[name], units)])) as Partial<
    Record<LookField, ReturnType<typeof readField>>
  >;
  const check: Omit<HeadCheck, 'disposition'> = {
    ...Object.fromEntries(fields.flatMap((name) => (read[name]?.length ? [[name, read[name].length]] : []))),
    ...(gauge ? { gauge } : {}),
    ...(defects.length > 0 ? { defects } : {}),
  };
  const found = look === 'driven' ? diagnose(check, rivet, row.stack.limits) : diagnoseLook(check, look, row.stack.limits);
  const isSaid = Object.keys(check).length > 0;
  const keep = (disposition: Disposition) => {
    if (at === null) return;
    if (fields.some((f) => read[f]?.isBad)) return setError('One of the measures does not read.');
    if (disposition === 'accept-note' && note.trim() === '') return setError('Accepting with a note wants the note.');
    setError(null);
    setTexts(NOTHING);
    setGauge(undefined);
    setDefects([]);
    setNote('');
    onMark([
      {
        kind: 'head-check',
        rowId: row.entity.id,
        holeIds: [at],
        payload: { head: { ...check, disposition }, ...(note.trim() ? { note: note.trim() } : {}) },
      },
    ]);
  };
  /* By keys alone: Enter goes from field to field, and once width and height are there it keeps what is good; what is not is decided by hand. */
  const [first, second] = fields;
  const isMeasured = first !== undefined && texts[first].trim() !== '' && (second === undefined || texts[second].trim() !== '');
  const onEnter = (field: HTMLInputElement) => {
    const panel = field.closest('section');
    if (isMeasured && found.advice === 'accept') {
      keep('accept');
      panel?.querySelector<HTMLElement>('[data-measure]')?.focus();
      return;
    }
    const inputs = [...(panel?.querySelectorAll<HTMLInputElement>('input[inputmode=decimal]') ?? [])];
    const next = isMeasured ? panel?.querySelector<HTMLElement>('[data-advised]') : inputs.find((f) => f.value.trim() === '');
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
            {fields.map((field, i) => (
              <div key={field} className="flex flex-col text-[14px] text-ink2">
                <label className="flex flex-col">
                  {FIELD_LABELS[field]}
                  <TextInput
                    className="min-h-14 w-26 text-[20px]"
                    inputMode="decimal"
                    value={texts[field]}
                    aria-invalid={read[field]?.isBad}
                    enterKeyHint={isMeasured ? 'done' : 'next'}
                    {...(i === 0 ? { 'data-measure': '' } : {})}
                    onKeyDown={(e) => {
                      if (e.key !== 'Enter') return;
                      e.preventDefault();
                      onEnter(e.currentTarget);
                    }}
                    onChange={(e) => setTexts({ ...texts, [field]: e.target.value })}
                  />
                </label>
                <span className="text-[13px]">
                  {read[field]?.length && texts[field].trim() !== '' ? showLength(Math.abs(read[field].length.mm) as Mm, units) : '\u00a0'}
                </span>
              </div>
            ))}
          </div>
          <GaugeField
            onTake={(_, reading) => {
              /* In the order of the fields: width first, then height; a third one is the width across. */
              const next = fields.find((f) => f !== 'gap' && texts[f].trim() === '');
              if (next) setTexts({ ...texts, [next]: typedMm(reading.mm, units).text });
              else setError('Everything that is measured here is there already: decide, or empty a field.');
            }}
          />
          {look === 'driven' ? (
            <div className="flex flex-wrap gap-2" role="group" aria-label="By the head gauge">
              {(['go', 'no-go'] as const).map((g) => (
                <Button
                  key={g}
                  className={`min-h-14 px-5 text-[18px] ${gauge === g ? 'border-dye bg-dye-soft' : ''}`}
                  aria-pressed={gauge === g}
                  onClick={() => setGauge(gauge === g ? undefined : g)}
                >
                  {g === 'go' ? 'gauge: go' : 'gauge: no-go'}
                </Button>
              ))}
            </div>
          ) : (
            <p className="text-[17px]">{LOOK_WORDS[look]}</p>
          )}
          {isSaid ? (
            <p aria-live="polite" className={`text-[19px] ${found.advice === 'accept' ? '' : 'font-semibold text-caution'}`}>
              {diagnosisSentence(found, found.suggestDash === null ? null : nameOf(found.suggestDash))}{' '}
              <span className="font-normal text-ink">{ADVICE_WORDS[found.advice]}</span>
            </p>
          ) : null}
          <div className="flex flex-wrap items-end gap-2">
            {DISPOSITIONS.map((d) => (
              <Button
                key={d}
                tone={isSaid && d === found.advice ? 'primary' : 'plain'}
                {...(isSaid && d === found.advice ? { 'data-advised': '' } : {})}
                className="min-h-14 px-4 text-[18px]"
                disabled={at === null}
                onClick={() => keep(d)}
              >
                {DISPOSITION_WORDS[d]}
              </Button>
            ))}
            <label className="flex min-w-48 flex-1 flex-col text-[14px] text-ink2">
              Note
              <TextInput className="min-h-12" maxLength={500} value={note} onChange={(e) => setNote(e.target.value)} />
            </label>
          </div>
          {error ? <ErrorText>{error}</ErrorText> : null}
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
            current={found.judgement ? { widthD: found.judgement.widthRatio, heightD: found.judgement.heightRatio } : null}
          />
        )}
      </div>
      <DefectChoice offered={DEFECTS_OF_LOOK[look]} chosen={defects} onChoose={setDefects} />
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

/** A length of one field; the head's own may lie under the skin. */
function readField(name: LookField, text: string, units: 'in' | 'mm') {
  const isUnder = (name === 'flush' || name === 'far' || name === 'stem') && /^\s*[-\u2212]/.test(text);
  const value = dimensionValue(measuredText(text.replace(/^\s*[-\u2212+]/, ''), units), units);
  return value.length && isUnder ? { ...value, length: { ...value.length, mm: -value.length.mm } } : value;
}
