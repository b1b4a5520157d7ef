import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import type { Entity } from '#core/record/definitions';
import type { MixedBatch } from '#core/record/mark-payloads';
import { rowTitle } from '#core/record/title';
import { SPARE_SHARE, type Batch } from '#core/sealing/batch';
import { countOf } from '#core/wording/words';
import { partsById } from '../../models/row-model';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';

interface MixFormProps {
  readonly data: AssemblyAnswer;
  /** Rows that are sealed, and bonded joints. */
  readonly rows: readonly Entity<'row'>[];
  readonly joints: readonly Entity<'job'>[];
  /** The batch before, whose sheet is most likely the same. */
  readonly last: Batch | null;
  readonly amountFor: (rowIds: readonly string[], jobIds: readonly string[]) => { readonly ml: number | null; readonly unknown: number };
  readonly onMix: (workMinutes: number, batch: MixedBatch) => void;
  readonly onClose: () => void;
}

/** What is mixed, as the maker's sheet says, and for what; the clock begins with the press. */
export function MixForm({ data, rows, joints, last, amountFor, onMix, onClose }: MixFormProps) {
  const text = (value: number | undefined) => (value === undefined ? '' : String(value));
  const [typed, setTyped] = useState({
    product: last?.product ?? '',
    ratio: last?.ratio ?? '',
    work: text(last?.workMinutes),
    tackFree: text(last?.tackFreeMinutes),
    cure: text(last?.cureMinutes),
    temperature: '',
  });
  const [ratioBy, setRatioBy] = useState<'weight' | 'volume'>(last?.ratioBy ?? 'weight');
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [error, setError] = useState<string | null>(null);
  const parts = partsById(data.parts);
  const rowIds = rows.filter((r) => chosen.has(r.id)).map((r) => r.id);
  const jobIds = joints.filter((j) => chosen.has(j.id)).map((j) => j.id);
  const { ml, unknown } = amountFor(rowIds, jobIds);
  const set = (key: keyof typeof typed) => (e: { target: { value: string } }) => setTyped({ ...typed, [key]: e.target.value });
  const mix = () => {
    const number = (t: string) => (t.trim() === '' ? undefined : Number(t.replace(',', '.')));
    const [work, tackFree, cure, temperature] = [typed.work, typed.tackFree, typed.cure, typed.temperature].map(number);
    const isTime = (n: number | undefined) => n === undefined || (n >= 1 && n <= 100_000);
    if (typed.product.trim() === '') return setError('What is mixed, as it stands on the tin?');
    if (work === undefined || !(work >= 1 && work <= 2000))
      return setError('How many minutes can it be worked? It stands on the maker’s sheet.');
    if (!isTime(tackFree) || !isTime(cure)) return setError('Tack-free and cured are minutes from mixing.');
    if (tackFree !== undefined && tackFree < work) return setError('It cannot be tack-free before its work life is over.');
    if (cure !== undefined && cure < (tackFree ?? work)) return setError('It cannot be cured before it is tack-free.');
    if (temperature !== undefined && !(temperature >= -40 && temperature <= 60)) return setError('The temperature does not read.');
    if (rowIds.length + jobIds.length === 0) return setError('Choose the rows and joints it is mixed for.');
    onMix(work, {
      product: typed.product.trim(),
      ...(typed.ratio.trim() ? { ratio: typed.ratio.trim(), ratioBy } : {}),
      ...(tackFree === undefined ? {} : { tackFreeMinutes: tackFree }),
      ...(cure === undefined ? {} : { cureMinutes: cure }),
      ...(temperature === undefined ? {} : { temperatureC: temperature }),
      ...(ml === null ? {} : { amountMl: Math.round(ml * 10) / 10 }),
      rowIds,
      jobIds,
    });
  };
  return (
    <form
      aria-label="A batch"
      className="flex flex-col gap-3 rounded border border-edge p-3"
      onSubmit={(e) => {
        e.preventDefault();
        mix();
      }}
    >
      <div className="grid gap-3 sm:grid-cols-4">
        <Field label="Product, as on its tin">
          <TextInput value={typed.product} maxLength={120} onChange={set('product')} />
        </Field>
        <Field label="Ratio, base to hardener">
          <TextInput value={typed.ratio} maxLength={40} placeholder="10 : 1" onChange={set('ratio')} />
        </Field>
        <Field label="by">
          <Select value={ratioBy} onChange={(e) => setRatioBy(e.target.value as 'weight' | 'volume')}>
            <option value="weight">weight</option>
            <option value="volume">volume</option>
          </Select>
        </Field>
        <Field label="Temperature, °C">
          <TextInput inputMode="decimal" value={typed.temperature} onChange={set('temperature')} />
        </Field>
        <Field label="Work life, minutes">
          <TextInput inputMode="numeric" value={typed.work} onChange={set('work')} />
        </Field>
        <Field label="Tack-free after, minutes">
          <TextInput inputMode="numeric" value={typed.tackFree} onChange={set('tackFree')} />
        </Field>
        <Field label="Cured after, minutes">
          <TextInput inputMode="numeric" value={typed.cure} onChange={set('cure')} />
        </Field>
      </div>
      <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
        <legend className="label text-[15px] text-ink2">Mixed for</legend>
        {[
          ...rows.map((r) => ({ id: r.id, name: rowTitle(r.definition, parts) })),
          ...joints.map((j) => ({ id: j.id, name: j.definition.name })),
        ].map(({ id, name }) => (
          <label key={id} className="flex min-h-11 items-center gap-1.5 text-[16px]">
            <input
              type="checkbox"
              className="size-5"
              checked={chosen.has(id)}
              onChange={() => setChosen(chosen.has(id) ? new Set([...chosen].filter((o) => o !== id)) : new Set([...chosen, id]))}
            />
            {name}
          </label>
        ))}
      </fieldset>
      <p role="status" className="text-[16px]">
        {chosen.size === 0
          ? ''
          : ml === null
            ? 'How much it takes is not known: no length of it is told.'
            : `About ${ml.toFixed(1)} ml, ${SPARE_SHARE * 100} % over${unknown > 0 ? `; ${countOf(unknown, 'row or joint', 'rows and joints')} of unknown length not counted` : ''}.`}
      </p>
      {error ? <ErrorText>{error}</ErrorText> : null}
      <div className="flex flex-wrap justify-end gap-2">
        <Button className="min-h-12" onClick={onClose}>
          Not now
        </Button>
        <Button type="submit" tone="primary" className="min-h-12">
          Mixed now: start the clock
        </Button>
      </div>
    </form>
  );
}
