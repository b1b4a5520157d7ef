import type { AssemblyAnswer } from '#contract/answers';
import { useRef, useState } from 'react';
import { useFieldArray, useForm, useWatch } from 'react-hook-form';
import { carryJobTyped, readJobTyped, typedOfJob, type CycleTyped, type JobTyped } from '#core/jobs/job-text';
import { JOB_KINDS, JOB_PLACES, type Entity, type JobDefinition, type JobKind } from '#core/record/definitions';
import { JOB_CARDS, JOB_KIND_WORDS, JOB_PLACE_WORDS } from '#core/wording/jobs';
import { ApiError } from '../../api/client';
import { newId } from '../../api/device';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { CheckField, LengthField, TextField } from '../../ui/form-fields';
import { faultsOf } from '../../ui/form-faults';
import { Modal } from '../../ui/modal';
import { useUnits, useUnitSwitch } from '../../ui/units';
import { CycleFields } from './cycle-fields';
import { ManyOf } from '../../ui/many-of';

interface JobDialogProps {
  readonly data: AssemblyAnswer;
  /** Null: a new one. */
  readonly job: Entity<'job'> | null;
  readonly order: number;
  readonly onKeep: (definition: JobDefinition | null) => Promise<void>;
  readonly onClose: () => void;
}

const cyclesOf = (kind: JobKind): CycleTyped[] =>
  JOB_CARDS[kind].cycles.map((c) => ({ id: newId(), name: c.name, text: c.steps, rowIds: [] }));

const newJob = (): JobTyped => ({
  name: '',
  kind: 'fit-up',
  place: JOB_CARDS['fit-up'].place,
  minutes: '',
  needsTwo: false,
  page: '',
  note: '',
  partIds: [],
  cycles: cyclesOf('fit-up'),
  amount: { length: '', width: '', height: '' },
});

/** A job's card typed: what, where in the order, which parts, and the steps line by line. */
export function JobDialog({ data, job, order, onKeep, onClose }: JobDialogProps) {
  const units = useUnits();
  const was = job?.definition ?? null;
  const [error, setError] = useState<string | null>(null);
  const isBusy = useRef(false);
  const read = (typed: JobTyped) => readJobTyped(typed, { assemblyId: data.assembly.id, order, was, units, newId });
  const form = useForm<JobTyped>({
    defaultValues: was ? typedOfJob(was, units) : newJob(),
    resolver: (typed) => {
      const made = read(typed);
      return made.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<JobTyped>(made.problems) };
    },
  });
  const { control, formState } = form;
  useUnitSwitch((from) => form.reset(carryJobTyped(form.getValues(), from), { keepDirty: true }));
  const cycles = useFieldArray({ control, name: 'cycles', keyName: 'key' });
  const kind = useWatch({ control, name: 'kind' });
  const partIds = useWatch({ control, name: 'partIds' });
  const choose = (next: JobKind) => {
    form.setValue('kind', next);
    /* The usual card of its kind, as long as nothing was typed over it. */
    if (was || formState.dirtyFields.cycles) return;
    form.resetField('cycles', { defaultValue: cyclesOf(next) });
    form.setValue('place', JOB_CARDS[next].place);
  };
  const keep = async (definition: JobDefinition | null) => {
    if (isBusy.current) return;
    isBusy.current = true;
    try {
      await onKeep(definition);
    } catch (e) {
      setError(
        e instanceof ApiError && e.code === 'version-conflict'
          ? 'Somebody else has changed this job since. What you typed stays here: close this, look at theirs, and type again what is still wanted.'
          : (e as Error).message,
      );
    }
    isBusy.current = false;
  };
  const send = form.handleSubmit(async (typed) => {
    const made = read(typed);
    if (made.ok) await keep(made.value);
  });
  return (
    <Modal title={was ? `Edit: ${was.name}` : 'A new job'} open onClose={onClose} wide>
      <form className="flex flex-col gap-3" noValidate onSubmit={(e) => void send(e)}>
        <div className="grid gap-3 sm:grid-cols-3">
          <Field label="What it is">
            <Select value={kind} onChange={(e) => choose(e.target.value as JobKind)}>
              {JOB_KINDS.map((k) => (
                <option key={k} value={k}>
                  {JOB_KIND_WORDS[k]}
                </option>
              ))}
            </Select>
          </Field>
          <TextField control={control} name="name" label="Name of the job" maxLength={120} />
          <Field label="Its place in the order">
            <Select {...form.register('place')}>
              {JOB_PLACES.map((p) => (
                <option key={p} value={p}>
                  {JOB_PLACE_WORDS[p]}
                </option>
              ))}
            </Select>
          </Field>
          <TextField control={control} name="minutes" label="Minutes it takes, about" placeholder="30" isNumber />
          <TextField control={control} name="page" label="Page of the plans" maxLength={80} />
          <div className="self-end">
            <CheckField control={control} name="needsTwo">
              needs two
            </CheckField>
          </div>
        </div>
        <fieldset>
          <legend className="label text-[15px] text-ink2">Parts it is done on</legend>
          <ManyOf
            choices={data.parts.map((p) => ({ id: p.id, name: p.definition.name }))}
            chosen={partIds}
            onChange={(next) => form.setValue('partIds', next, { shouldDirty: true })}
          />
        </fieldset>
        {kind === 'bond' ? (
          <div className="grid gap-3 sm:grid-cols-3">
            <LengthField control={control} name="amount.length" label="Length of the joint" />
            <LengthField control={control} name="amount.width" label="Width of the film or bead" />
            <LengthField control={control} name="amount.height" label="Thickness of the film, height of the bead" />
          </div>
        ) : null}
        {cycles.fields.map((c, i) => (
          <CycleFields key={c.key} form={form} data={data} index={i} onOut={cycles.fields.length > 1 ? () => cycles.remove(i) : null} />
        ))}
        <Button
          className="self-start"
          onClick={() => cycles.append({ id: newId(), name: `Cycle ${cycles.fields.length + 1}`, text: '', rowIds: [] })}
        >
          Add a cycle
        </Button>
        <Field label="A note">
          <textarea className="field min-h-12" maxLength={500} {...form.register('note')} />
        </Field>
        {error ? <ErrorText>{error}</ErrorText> : null}
        <div className="flex flex-wrap justify-end gap-2">
          {job ? (
            <Button tone="danger" onClick={() => void keep(null)}>
              Delete the job
            </Button>
          ) : null}
          <Button onClick={onClose}>Keep nothing</Button>
          <Button type="submit" tone="primary">
            Keep the job
          </Button>
        </div>
      </form>
    </Modal>
  );
}
