import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import { closedWithFastener } from '#core/compose/compose';
import { useForm, type UseFormReturn } from 'react-hook-form';
import { carryFastenerTyped, NO_FASTENER, readFastenerForm, type FastenerTyped } from '#core/compose/fastener-text';
import type { Edit, Entity, RowDefinition } from '#core/record/definitions';
import type { Units } from '#core/units/length';
import { problemMessage } from '#core/wording/problems';
import { FASTENER_WORDS } from '#core/wording/words';
import { Link } from 'react-router';
import { newId } from '../../api/device';
import { Field, Select } from '../../ui/controls';
import { useUnitSwitch } from '../../ui/units';
import { FastenerFieldset } from '../fasteners/fastener-fieldset';

const NEW = 'new';

/** What a row is closed with: the solid rivet of its call-out, a fastener of the kit, or a new one. */
export interface ClosedWithChoice {
  readonly chosen: string;
  /** A fastener made anew with the row. */
  readonly form: UseFormReturn<FastenerTyped>;
  readonly far: boolean;
  readonly choose: (id: string) => void;
  readonly setFar: (far: boolean) => void;
  /** What is kept with the row; throws what is wrong in words. */
  readonly read: () => { readonly row: Partial<RowDefinition>; readonly edits: readonly Edit[] };
}

export function useClosedWith(data: AssemblyAnswer, row: RowDefinition, units: Units): ClosedWithChoice {
  const [chosen, choose] = useState(row.fastenerId ?? '');
  const form = useForm<FastenerTyped>({
    defaultValues: { ...NO_FASTENER, kind: 'blind', head: row.head === 'flush-100' ? 'flush' : 'protruding' },
  });
  const [far, setFar] = useState(row.far === 'flush');
  useUnitSwitch((from) => form.reset(carryFastenerTyped(form.getValues(), from), { keepDirty: true }));
  const of = (entry: Entity<'fastener'>): Partial<RowDefinition> => {
    const isFar = far && entry.definition.kind === 'solid' && closedWithFastener(entry, row).head === 'flush-100';
    return { ...closedWithFastener(entry, row), far: isFar ? 'flush' : undefined };
  };
  return {
    chosen,
    form,
    far,
    choose,
    setFar,
    read: () => {
      if (chosen === '') return { row: { fastenerId: null, far: far && row.head === 'flush-100' ? 'flush' : undefined }, edits: [] };
      const entry = data.fasteners.find((f) => f.id === chosen);
      if (entry) return { row: of(entry), edits: [] };
      const made = readFastenerForm(form.getValues(), data.kit.id, units);
      form.clearErrors();
      if (!made.ok) {
        for (const p of made.problems) form.setError(p.path, { type: p.code, message: problemMessage(p) });
        throw new Error(made.problems.map(problemMessage).join(' '));
      }
      const id = newId();
      const fresh: Entity<'fastener'> = { kind: 'fastener', id, version: 0, definition: made.value };
      return { row: of(fresh), edits: [{ kind: 'fastener', id, expectedVersion: 0, definition: made.value }] };
    },
  };
}

export function ClosedWithFields({
  data,
  row,
  choice,
  units,
}: {
  data: AssemblyAnswer;
  row: RowDefinition;
  choice: ClosedWithChoice;
  units: Units;
}) {
  const { chosen, form, far, choose, setFar } = choice;
  const entry = data.fasteners.find((f) => f.id === chosen)?.definition;
  const others = entry ? data.rows.filter((r) => r.definition.fastenerId === chosen && r.definition !== row).length : 0;
  const canBeFar = chosen === '' ? row.head === 'flush-100' : entry?.kind === 'solid' && entry.head?.kind === 'flush';
  return (
    <>
      <Field label="Closed with">
        <Select value={chosen} onChange={(e) => choose(e.target.value)}>
          <option value="">the solid rivet of its call-out</option>
          {data.fasteners.map((f) => (
            <option key={f.id} value={f.id}>
              {f.definition.name}, {FASTENER_WORDS[f.definition.kind]}
            </option>
          ))}
          <option value={NEW}>a fastener that is new in this kit</option>
        </Select>
      </Field>
      {canBeFar ? (
        <label className="flex items-center gap-2 pt-5">
          <input type="checkbox" className="size-5" checked={far} onChange={(e) => setFar(e.target.checked)} />
          flush on both sides
        </label>
      ) : (
        <span />
      )}
      {entry ? (
        <p className="col-span-2 text-[14px] text-ink2">
          {others === 0
            ? 'No other row here names it. '
            : others === 1
              ? 'One other row here names it. '
              : `${others} other rows here name it. `}
          Its figures stand under{' '}
          <Link className="underline underline-offset-2" to={`/kits/${data.kit.id}/fasteners`}>
            Fasteners
          </Link>
          .
        </p>
      ) : null}
      {chosen === NEW ? (
        <fieldset className="col-span-2 border-l-4 border-line pl-3">
          <legend className="label text-[15px]">The new fastener</legend>
          <FastenerFieldset form={form} units={units} />
        </fieldset>
      ) : null}
    </>
  );
}
