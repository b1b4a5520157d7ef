import type { RecallsAnswer } from '#contract/answers';
import { useForm, useWatch } from 'react-hook-form';
import { LOT_KINDS, type Entity, type LotDefinition, type LotKind } from '#core/record/definitions';
import type { Units } from '#core/units/length';
import { LOT_WORDS } from '#core/wording/tools';
import { Button, Field, Select } from '../../ui/controls';
import { TextField } from '../../ui/form-fields';
import { ThingChecks } from './thing-checks';

interface LotsProps {
  readonly kit: Entity<'kit'>;
  readonly lots: readonly Entity<'lot'>[];
  readonly units: Units;
  readonly recalls: RecallsAnswer | undefined;
  readonly onKeep: (id: string, expectedVersion: number, next: LotDefinition | null) => Promise<void>;
  /** Throws where it is refused. */
  readonly onAdd: (next: LotDefinition) => Promise<void>;
}

/** Lots of rivets and batches of what is mixed or sprayed: what is taken from now is named by the work done with it. */
export function Lots({ kit, lots, units, recalls, onKeep, onAdd }: LotsProps) {
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
          <li key={l.id}>
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
      <NewLot kitId={kit.id} onAdd={onAdd} />
    </section>
  );
}

interface LotTyped {
  name: string;
  kind: LotKind;
  callout: string;
}

function NewLot({ kitId, onAdd }: { kitId: string; onAdd: (next: LotDefinition) => Promise<void> }) {
  const { control, register, handleSubmit, reset, setError, formState } = useForm<LotTyped>({
    defaultValues: { name: '', kind: 'rivets', callout: '' },
    resolver: (typed) => {
      const errors = {
        ...(typed.name.trim() === '' ? { name: { type: 'empty', message: 'Give the number or name on its label.' } } : {}),
        ...(typed.kind === 'rivets' && typed.callout.trim() === ''
          ? { callout: { type: 'empty', message: 'Say which rivets they are, such as MS20426AD3-3.5.' } }
          : {}),
      };
      return Object.keys(errors).length > 0 ? { values: {}, errors } : { values: typed, errors: {} };
    },
  });
  const kind = useWatch({ control, name: 'kind' });
  const keep = handleSubmit(async ({ name, kind: of, callout }) => {
    try {
      await onAdd({ v: 1, kitId, name: name.trim(), kind: of, callout: of === 'rivets' ? callout.trim() : '', isInUse: true });
      reset({ name: '', kind: of, callout: '' });
    } catch (e) {
      setError('name', { type: 'refused', message: (e as Error).message });
    }
  });
  return (
    <form aria-label="A new lot or batch" className="flex flex-wrap items-start gap-3" noValidate onSubmit={(e) => void keep(e)}>
      <TextField control={control} name="name" label="On its label" placeholder="lot 4411" maxLength={120} />
      <Field label="What it is">
        <Select {...register('kind')}>
          {LOT_KINDS.map((k) => (
            <option key={k} value={k}>
              {LOT_WORDS[k]}
            </option>
          ))}
        </Select>
      </Field>
      {kind === 'rivets' ? (
        <TextField control={control} name="callout" label="Which rivets" placeholder="MS20426AD3-3.5" maxLength={80} />
      ) : null}
      <Button type="submit" disabled={formState.isSubmitting} className="mt-5 min-h-8 pointer-coarse:min-h-11">
        Add it, in use
      </Button>
    </form>
  );
}
