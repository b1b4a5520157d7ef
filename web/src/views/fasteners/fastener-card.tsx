import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { carryFastenerTyped, NO_FASTENER, readFastenerForm, typedFastener, type FastenerTyped } from '#core/compose/fastener-text';
import type { Entity, FastenerDefinition } from '#core/record/definitions';
import { missingFigures } from '#core/record/fastener-check';
import type { Units } from '#core/units/length';
import { FASTENER_WORDS, GROUP_WORDS, HOLE_END_WORDS, MISSING_WORDS } from '#core/wording/words';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { useUnitSwitch } from '../../ui/units';
import { useCard } from '../../ui/use-card';
import { FastenerFieldset } from './fastener-fieldset';

interface FastenerCardProps {
  readonly fastener: Entity<'fastener'>;
  readonly tools: readonly Entity<'tool'>[];
  readonly units: Units;
  readonly onKeep: (version: number, next: FastenerDefinition | null, reason: string) => Promise<unknown>;
  /** Rows that name it: an edit holds for all of them. */
  readonly rows: number;
}

const withDie = (value: FastenerDefinition, dieToolId: string): FastenerDefinition => ({
  ...value,
  ...(dieToolId === '' ? {} : { dieToolId }),
});

/** The fields of one fastener that is kept; what is wrong is said at its field, and nothing typed is lost. */
export function FastenerCard({ fastener: { id, version, definition }, tools, units, rows, onKeep }: FastenerCardProps) {
  /* Null: as it is kept. */
  const [die, setDie] = useState<string | null>(null);
  const dieToolId = die ?? definition.dieToolId ?? '';
  const [reason, setReason] = useState('');
  const { form, said, remove, onSubmit } = useCard<FastenerTyped, FastenerDefinition>({
    version,
    definition,
    typedOf: (f) => typedFastener(f, units),
    carry: carryFastenerTyped,
    read: (typed, was) => readFastenerForm(typed, was.kitId, units),
    keep: async (expectedVersion, next) => {
      await onKeep(expectedVersion, next && withDie(next, dieToolId), reason);
      setReason('');
      setDie(null);
    },
    describe: (now) => [now.name, FASTENER_WORDS[now.kind], ...(now.hole ? [`hole ${now.hole.text}`] : [])].join(', '),
  });
  return (
    <form key={id} aria-label={definition.name} className="flex flex-col gap-3 pb-3" noValidate onSubmit={onSubmit}>
      <FastenerFieldset form={form} units={units} dies={{ tools, chosen: dieToolId, onChoose: setDie }} />
      {rows > 0 ? (
        <div className="flex flex-wrap items-end gap-3">
          <p className="min-w-0 flex-1 text-[14px] text-ink2">
            {rows === 1 ? 'One row names it' : `${rows} rows name it`}: what is changed here holds there too, and what it does to work
            already done is said before it is kept.
          </p>
          <Field label="Reason">
            <TextInput maxLength={500} value={reason} onChange={(e) => setReason(e.target.value)} />
          </Field>
        </div>
      ) : null}
      {said && !said.ok ? <ErrorText>{said.text}</ErrorText> : null}
      <div className="flex flex-wrap items-center gap-3">
        <Button type="submit" tone="primary">
          Keep the fastener
        </Button>
        <Button tone="danger" onClick={remove}>
          Delete
        </Button>
        {said?.ok ? <span role="status">{said.text}</span> : null}
      </div>
    </form>
  );
}

interface NewFastenerProps {
  readonly kitId: string;
  readonly tools: readonly Entity<'tool'>[];
  readonly units: Units;
  readonly onAdd: (made: FastenerDefinition) => Promise<unknown>;
}

/** The fields of a fastener that is made anew; the next one begins with the same kind and head. */
export function NewFastener({ kitId, tools, units, onAdd }: NewFastenerProps) {
  const [dieToolId, setDie] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const form = useForm<FastenerTyped>({
    defaultValues: { ...NO_FASTENER, kind: 'blind', head: 'flush' },
    resolver: (typed) => {
      const made = readFastenerForm(typed, kitId, units);
      return made.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<FastenerTyped>(made.problems) };
    },
  });
  useUnitSwitch((from) => form.reset(carryFastenerTyped(form.getValues(), from), { keepDirty: true }));
  const add = form.handleSubmit(async (typed) => {
    const made = readFastenerForm(typed, kitId, units);
    if (!made.ok) return;
    try {
      await onAdd(withDie(made.value, dieToolId));
      form.reset({ ...NO_FASTENER, kind: typed.kind, head: typed.head });
    } catch (e) {
      setProblem((e as Error).message);
    }
  });
  return (
    <form
      aria-label="A new fastener"
      className="flex flex-col gap-3 pb-3"
      noValidate
      onSubmit={(e) => {
        setProblem(null);
        void add(e);
      }}
    >
      <FastenerFieldset form={form} units={units} dies={{ tools, chosen: dieToolId, onChoose: setDie }} />
      {problem ? <ErrorText>{problem}</ErrorText> : null}
      <Button type="submit" tone="primary" className="self-start" disabled={form.formState.isSubmitting}>
        Add the fastener
      </Button>
    </form>
  );
}

/** One fastener in a line: what it is, where it is named, how many are at hand, what is still to be typed. */
export function FastenerSummary({ entry, rows, stock }: { entry: FastenerDefinition; rows: number; stock: number }) {
  const missing = rows > 0 ? missingFigures(entry) : [];
  return (
    <>
      {entry.name} <span className="text-ink2">{FASTENER_WORDS[entry.kind]}</span>
      {entry.group ? <span className="text-ink2">, {GROUP_WORDS[entry.group.kind]}</span> : null}
      {entry.kind === 'none' ? <span className="text-ink2">, {HOLE_END_WORDS[entry.ends ?? 'open']}</span> : null}
      <span className="text-[15px] font-normal text-ink2">
        {' '}
        {rows === 0 ? 'in no row' : rows === 1 ? 'in one row' : `in ${rows} rows`}
        {entry.kind === 'none' ? '' : `, ${stock} at hand`}
      </span>
      {missing.length > 0 ? (
        <span className="block text-[15px] font-normal text-caution">Not typed: {missing.map((m) => MISSING_WORDS[m]).join('; ')}.</span>
      ) : null}
    </>
  );
}
