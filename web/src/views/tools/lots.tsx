import { useState, type FormEvent } from 'react';
import type { RecallsAnswer } from '#contract/answers';
import { LOT_KINDS, type Entity, type LotDefinition, type LotKind } from '#core/record/definitions';
import type { Units } from '#core/units/length';
import { LOT_WORDS } from '#core/wording/tools';
import { newId } from '../../api/device';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { ThingChecks } from './thing-checks';

interface LotsProps {
  readonly kit: Entity<'kit'>;
  readonly lots: readonly Entity<'lot'>[];
  readonly units: Units;
  readonly recalls: RecallsAnswer | undefined;
  readonly onKeep: (id: string, expectedVersion: number, next: LotDefinition | null) => Promise<void>;
}

/** Lots of rivets and batches of what is mixed or sprayed: what is taken from now is named by the work done with it. */
export function Lots({ kit, lots, units, recalls, onKeep }: LotsProps) {
  const sorted = [...lots].sort(
    (a, b) => Number(b.definition.isInUse) - Number(a.definition.isInUse) || a.definition.name.localeCompare(b.definition.name),
  );
  return (
    <section aria-label="Lots and batches" className="flex flex-col gap-2">
      <h2 className="label text-[20px]">Lots and batches</h2>
      <p className="text-[15px] text-ink2">
        The one in use is named by every rivet set and every part primed, with no tap of yours. Where two of the same rivet are in use,
        neither is.
      </p>
      <ul className="flex flex-col">
        {sorted.map((l) => (
          <li key={`${l.id}/${l.version}`}>
            <details className="border-t border-line">
              <summary className="label cursor-pointer py-2 text-[17px]">
                {l.definition.name}{' '}
                <span className="text-ink2">
                  {LOT_WORDS[l.definition.kind]}
                  {l.definition.callout ? ` ${l.definition.callout}` : ''}
                  {l.definition.isInUse ? ', in use' : ''}
                </span>
              </summary>
              <div className="flex flex-wrap gap-2 pb-2">
                <Button onClick={() => void onKeep(l.id, l.version, { ...l.definition, isInUse: !l.definition.isInUse })}>
                  {l.definition.isInUse ? 'No longer in use' : 'In use now'}
                </Button>
                <Button tone="danger" onClick={() => void onKeep(l.id, l.version, null)}>
                  Delete
                </Button>
              </div>
              <ThingChecks kit={kit} thing={{ id: l.id, name: l.definition.name }} isGauge={false} units={units} answer={recalls} />
            </details>
          </li>
        ))}
        {sorted.length === 0 ? <li className="text-ink2">None yet. A box of rivets has its number on the label.</li> : null}
      </ul>
      <NewLot kitId={kit.id} onKeep={(next) => onKeep(newId(), 0, next)} />
    </section>
  );
}

function NewLot({ kitId, onKeep }: { kitId: string; onKeep: (next: LotDefinition) => Promise<void> }) {
  const [name, setName] = useState('');
  const [kind, setKind] = useState<LotKind>('rivets');
  const [callout, setCallout] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() === '') return setProblem('Give the number or name on its label.');
    if (kind === 'rivets' && callout.trim() === '') return setProblem('Say which rivets they are, such as MS20426AD3-3.5.');
    setProblem(null);
    void onKeep({ v: 1, kitId, name: name.trim(), kind, callout: kind === 'rivets' ? callout.trim() : '', isInUse: true }).then(() => {
      setName('');
      setCallout('');
    });
  };
  return (
    <form aria-label="A new lot or batch" className="flex flex-wrap items-end gap-3" onSubmit={keep}>
      <Field label="On its label">
        <TextInput maxLength={120} value={name} placeholder="lot 4411" onChange={(e) => setName(e.target.value)} />
      </Field>
      <Field label="What it is">
        <Select value={kind} onChange={(e) => setKind(e.target.value as LotKind)}>
          {LOT_KINDS.map((k) => (
            <option key={k} value={k}>
              {LOT_WORDS[k]}
            </option>
          ))}
        </Select>
      </Field>
      {kind === 'rivets' ? (
        <Field label="Which rivets">
          <TextInput maxLength={80} value={callout} placeholder="MS20426AD3-3.5" onChange={(e) => setCallout(e.target.value)} />
        </Field>
      ) : null}
      <Button type="submit">Add it, in use</Button>
      {problem ? <ErrorText>{problem}</ErrorText> : null}
    </form>
  );
}
