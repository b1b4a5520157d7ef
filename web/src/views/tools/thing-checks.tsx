import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import type { RecallsAnswer, RecallView } from '#contract/answers';
import type { Entity, TypedLength } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import type { Units } from '#core/units/length';
import { parseDimension } from '#core/typed/dimension';
import { checkSentence } from '#core/wording/recalls';
import { useMark } from '../../api/commands';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';

interface ThingChecksProps {
  readonly kit: Entity<'kit'>;
  /** A tool, a lot or a batch. */
  readonly thing: { readonly id: string; readonly name: string };
  readonly isGauge: boolean;
  readonly units: Units;
  readonly answer: RecallsAnswer | undefined;
}

/** After a mark was sent the answer is asked for anew. */
const SENT_MS = 400;

/** How far a gauge reads off: a length with its sign. */
function offOf(text: string, units: Units): TypedLength | null {
  const sign = text.trim().startsWith('-') ? -1 : 1;
  const parsed = parseDimension(text.trim().replace(/^[-+]/, ''), { units });
  return parsed.ok ? { mm: sign * parsed.value.length, text: text.trim(), units } : null;
}

/** What was found of a thing, when it was proved good, and what has to be looked at again because of it. */
export function ThingChecks({ kit, thing, isGauge, units, answer }: ThingChecksProps) {
  const mark = useMark(kit);
  const client = useQueryClient();
  const [note, setNote] = useState('');
  const [off, setOff] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const again = () => window.setTimeout(() => void client.invalidateQueries({ queryKey: ['marks', 'recalls'] }), SENT_MS);
  const keep = (kind: 'thing-check' | 'thing-finding', isGood: boolean) => {
    const read = off.trim() === '' ? null : offOf(off, units);
    if (off.trim() !== '' && !read) return setProblem('How far it reads off does not read: such as -.002.');
    if (!isGood && note.trim() === '') return setProblem('Say what was found, such as: die cracked.');
    setProblem(null);
    const said = { thingId: thing.id, name: thing.name, isGood, ...(read ? { off: read } : {}) };
    mark([{ kind, rowId: kit.id, holeIds: [], payload: { thing: said, ...(note.trim() ? { note: note.trim() } : {}) } }]);
    setNote('');
    setOff('');
    again();
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    keep('thing-finding', false);
  };
  const own = (answer?.checks ?? []).filter((m) => m.payload.thing?.thingId === thing.id);
  const recalls = (answer?.recalls ?? []).filter((r) => r.cause.payload.thing?.thingId === thing.id);
  return (
    <section aria-label={`Checks of ${thing.name}`} className="flex flex-col gap-2 pb-3">
      <form className="flex flex-wrap items-end gap-3" onSubmit={submit}>
        <Field label="What was found">
          <TextInput
            className="w-72"
            maxLength={500}
            value={note}
            placeholder="die cracked; proved on a block"
            onChange={(e) => setNote(e.target.value)}
          />
        </Field>
        {isGauge ? (
          <Field label="It reads off by (low: minus)">
            <TextInput className="w-28" value={off} placeholder="-.002" onChange={(e) => setOff(e.target.value)} />
          </Field>
        ) : null}
        <Button onClick={() => keep('thing-check', true)}>Proved good</Button>
        <Button type="submit" tone="danger">
          Something is wrong with it
        </Button>
      </form>
      {problem ? <ErrorText>{problem}</ErrorText> : null}
      {own.length > 0 ? (
        <ul aria-label={`What was found of ${thing.name}`} className="flex flex-col">
          {own.map((m) => (
            <li key={m.id} className="flex flex-wrap items-center gap-x-3 border-t border-line py-1">
              <span className="flex-1">{checkSentence(m, units)}</span>
              <RecallLink kit={kit} recall={recalls.find((r) => r.cause.id === m.id)} />
              <TakeBack mark={m} kit={kit} onTaken={again} />
            </li>
          ))}
        </ul>
      ) : null}
    </section>
  );
}

/** How many holes and parts a finding leaves to be looked at. */
export function leftOf(recall: RecallView): number {
  return recall.places.reduce((n, p) => n + p.holes.filter((h) => !h.isLookedAt).length + p.parts.length, 0);
}

/** How many holes and parts of that time name no thing, and are not looked at. */
export function unnamedOf(recall: RecallView): number {
  return recall.unnamed.reduce((n, p) => n + p.holes.filter((h) => !h.isLookedAt).length + p.parts.length, 0);
}

function RecallLink({ kit, recall }: { kit: Entity<'kit'>; recall: RecallView | undefined }) {
  if (!recall) return null;
  const left = leftOf(recall);
  return (
    <Link className="underline underline-offset-2" to={`/kits/${kit.id}/recalls#${recall.cause.id}`}>
      {left > 0
        ? `${left} to look at again`
        : recall.places.length > 0
          ? 'all looked at again'
          : `no mark names it; ${unnamedOf(recall)} may have been made with it`}
    </Link>
  );
}

function TakeBack({ mark: { id, kind }, kit, onTaken }: { mark: Mark; kit: Entity<'kit'>; onTaken: () => void }) {
  const mark = useMark(kit);
  return (
    <Button
      tone="quiet"
      onClick={() => {
        mark([{ kind: 'undo', rowId: kit.id, holeIds: [], payload: { undoes: id } }]);
        onTaken();
      }}
    >
      {kind === 'thing-check' ? 'Take the check back' : 'Take the finding back'}
    </Button>
  );
}
