import { useState } from 'react';
import { LENGTH_FIELDS, NO_FASTENER, readFastener, typedFastener, type FastenerTyped } from '#core/compose/fastener-text';
import type { Entity, FastenerDefinition } from '#core/record/definitions';
import { missingFigures } from '#core/record/fastener-check';
import { carryUnit } from '#core/units/carry';
import type { Units } from '#core/units/length';
import { problemMessage } from '#core/wording/problems';
import { FASTENER_WORDS, GROUP_WORDS, HOLE_END_WORDS, MISSING_WORDS } from '#core/wording/words';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { useUnitSwitch } from '../../ui/units';
import { FastenerFieldset } from './fastener-fieldset';

interface FastenerFormProps {
  readonly kitId: string;
  /** Null: a new one. */
  readonly entry: FastenerDefinition | null;
  readonly tools: readonly Entity<'tool'>[];
  readonly units: Units;
  readonly onKeep: (next: FastenerDefinition, reason: string) => Promise<void>;
  /** Rows that name it: an edit holds for all of them. */
  readonly rows: number;
}

/** The fields of one fastener; what is wrong is said at its field, and nothing typed is lost. */
export function FastenerForm({ kitId, entry, tools, units, rows, onKeep }: FastenerFormProps) {
  const [typed, setTyped] = useState<FastenerTyped>(() =>
    entry ? typedFastener(entry, units) : { ...NO_FASTENER, kind: 'blind', head: 'flush' },
  );
  const [dieToolId, setDie] = useState(entry?.dieToolId ?? '');
  const [problem, setProblem] = useState<{ field: string; text: string } | null>(null);
  const [reason, setReason] = useState('');
  useUnitSwitch((from) =>
    setTyped((old) => {
      return { ...old, ...Object.fromEntries(LENGTH_FIELDS.map((k) => [k, carryUnit(old[k], from)])) };
    }),
  );
  const keep = async () => {
    const read = readFastener(typed, kitId, units);
    if (!read.ok) return setProblem({ field: read.problem.path ?? '', text: problemMessage(read.problem) });
    setProblem(null);
    try {
      await onKeep({ ...read.value, ...(dieToolId === '' ? {} : { dieToolId }) }, reason);
      if (!entry) setTyped({ ...NO_FASTENER, kind: typed.kind, head: typed.head });
      setReason('');
    } catch (e) {
      setProblem({ field: '', text: (e as Error).message });
    }
  };
  return (
    <form
      aria-label={entry ? entry.name : 'A new fastener'}
      className="flex flex-col gap-3 pb-3"
      onSubmit={(e) => {
        e.preventDefault();
        void keep();
      }}
    >
      <FastenerFieldset
        typed={typed}
        units={units}
        problem={problem}
        onTyped={(next) => setTyped(next.group !== '' && next.small === '' ? { ...next, small: '2', angle: '0' } : next)}
        dies={{ tools, chosen: dieToolId, onChoose: setDie }}
      />
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
      {problem && problem.field === '' ? <ErrorText>{problem.text}</ErrorText> : null}
      <Button type="submit" tone="primary" className="self-start">
        {entry ? 'Keep the fastener' : 'Add the fastener'}
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
