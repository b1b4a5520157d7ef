import type { AssemblyAnswer } from '#contract/answers';
import { useRef, useState } from 'react';
import { typedText } from '#core/compose/compose';
import { readSteps, stepsText } from '#core/jobs/steps-text';
import {
  JOB_KINDS,
  JOB_PLACES,
  type Entity,
  type JobCycle,
  type JobDefinition,
  type JobKind,
  type JobPlace,
} from '#core/record/definitions';
import { rowTitle } from '#core/record/title';
import { JOB_CARDS, JOB_KIND_WORDS, JOB_PLACE_WORDS } from '#core/wording/jobs';
import { problemMessage } from '#core/wording/problems';
import { ApiError } from '../../api/client';
import { newId } from '../../api/device';
import { partsById } from '../../models/row-model';
import { Button, ErrorText, Field, Select, TextInput } from '../../ui/controls';
import { DimensionField, dimensionValue } from '../../ui/dimension-field';
import { Modal } from '../../ui/modal';
import { useUnits } from '../../ui/units';

interface JobDialogProps {
  readonly data: AssemblyAnswer;
  /** Null: a new one. */
  readonly job: Entity<'job'> | null;
  readonly order: number;
  readonly onKeep: (definition: JobDefinition | null) => Promise<void>;
  readonly onClose: () => void;
}

/** A cycle as it is typed. */
interface CycleDraft {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  readonly rowIds: readonly string[];
  /** As it is kept; its steps stay what they are where their lines do. */
  readonly before: JobCycle | null;
}

const cardOf = (kind: JobKind): CycleDraft[] =>
  JOB_CARDS[kind].cycles.map((c) => ({ id: newId(), name: c.name, text: c.steps, rowIds: [], before: null }));

/** A job's card typed: what, where in the order, which parts, and the steps line by line. */
export function JobDialog({ data, job, order, onKeep, onClose }: JobDialogProps) {
  const units = useUnits();
  const was = job?.definition;
  const [name, setName] = useState(was?.name ?? '');
  const [kind, setKind] = useState<JobKind>(was?.kind ?? 'fit-up');
  const [place, setPlace] = useState<JobPlace>(was?.place ?? JOB_CARDS['fit-up'].place);
  const [minutes, setMinutes] = useState(was?.minutes == null ? '' : String(was.minutes));
  const [needsTwo, setTwo] = useState(was?.needsTwo ?? false);
  const [page, setPage] = useState(was?.page ?? '');
  const [note, setNote] = useState(was?.note ?? '');
  const [partIds, setPartIds] = useState<ReadonlySet<string>>(new Set(was?.partIds));
  const [cycles, setCycles] = useState<readonly CycleDraft[]>(() =>
    was
      ? was.cycles.map((c) => ({
          id: c.id,
          name: c.name,
          text: stepsText(c.steps, (l) => typedText(l, units)),
          rowIds: c.rowIds,
          before: c,
        }))
      : cardOf('fit-up'),
  );
  const [isTouched, setTouched] = useState(false);
  const [amount, setAmount] = useState({
    length: was?.amount ? typedText(was.amount.length, units) : '',
    width: was?.amount ? typedText(was.amount.width, units) : '',
    height: was?.amount ? typedText(was.amount.height, units) : '',
  });
  const [error, setError] = useState<string | null>(null);
  const isBusy = useRef(false);
  const parts = partsById(data.parts);
  const choose = (next: JobKind) => {
    setKind(next);
    /* The usual card of its kind, as long as nothing was typed over it. */
    if (!was && !isTouched) {
      setCycles(cardOf(next));
      setPlace(JOB_CARDS[next].place);
    }
  };
  const change = (id: string, to: Partial<CycleDraft>) => {
    setTouched(true);
    setCycles(cycles.map((c) => (c.id === id ? { ...c, ...to } : c)));
  };
  const read = (): JobDefinition | string => {
    if (name.trim() === '') return 'What is it called?';
    const time = minutes.trim() === '' ? null : Number(minutes.replace(',', '.'));
    if (time !== null && !(time >= 1 && time <= 100_000)) return 'The minutes do not read.';
    const made: JobCycle[] = [];
    for (const c of cycles) {
      const steps = readSteps(c.text, units, c.before?.steps ?? [], newId);
      if (!steps.ok) return `${c.name}: ${problemMessage(steps.problem)}`;
      made.push({ id: c.id, name: c.name.trim() || 'Once', rowIds: c.rowIds, steps: steps.value });
    }
    const sizes = [amount.length, amount.width, amount.height].map((t) => dimensionValue(t, units));
    if (kind === 'bond' && sizes.some((s) => s.isBad)) return 'One of the joint’s lengths does not read.';
    const [length, width, height] = sizes.map((s) => s.length);
    return {
      v: 1,
      assemblyId: data.assembly.id,
      order: was?.order ?? order,
      name: name.trim(),
      kind,
      place,
      partIds: [...partIds],
      minutes: time,
      needsTwo,
      ...(page.trim() ? { page: page.trim() } : {}),
      ...(note.trim() ? { note: note.trim() } : {}),
      cycles: made,
      amount: kind === 'bond' && length && width && height ? { length, width, height } : null,
    };
  };
  const keep = async (definition: JobDefinition | string | null) => {
    if (typeof definition === 'string') return setError(definition);
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
  return (
    <Modal title={job ? `Edit: ${was?.name}` : 'A new job'} open onClose={onClose} wide>
      <form
        className="flex flex-col gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void keep(read());
        }}
      >
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
          <Field label="Name of the job">
            <TextInput value={name} maxLength={120} onChange={(e) => setName(e.target.value)} />
          </Field>
          <Field label="Its place in the order">
            <Select value={place} onChange={(e) => setPlace(e.target.value as JobPlace)}>
              {JOB_PLACES.map((p) => (
                <option key={p} value={p}>
                  {JOB_PLACE_WORDS[p]}
                </option>
              ))}
            </Select>
          </Field>
          <Field label="Minutes it takes, about">
            <TextInput inputMode="decimal" value={minutes} placeholder="30" onChange={(e) => setMinutes(e.target.value)} />
          </Field>
          <Field label="Page of the plans">
            <TextInput value={page} maxLength={80} onChange={(e) => setPage(e.target.value)} />
          </Field>
          <label className="flex min-h-10 items-center gap-2 self-end">
            <input type="checkbox" className="size-5" checked={needsTwo} onChange={(e) => setTwo(e.target.checked)} />
            needs two
          </label>
        </div>
        <fieldset className="flex flex-wrap gap-x-4 gap-y-1">
          <legend className="label text-[15px] text-ink2">Parts it is done on</legend>
          {data.parts.map((p) => (
            <label key={p.id} className="flex min-h-9 items-center gap-1.5">
              <input
                type="checkbox"
                className="size-5"
                checked={partIds.has(p.id)}
                onChange={() =>
                  setPartIds(partIds.has(p.id) ? new Set([...partIds].filter((id) => id !== p.id)) : new Set([...partIds, p.id]))
                }
              />
              {p.definition.name}
            </label>
          ))}
        </fieldset>
        {kind === 'bond' ? (
          <div className="grid gap-3 sm:grid-cols-3">
            <DimensionField
              label="Length of the joint"
              text={amount.length}
              onText={(length) => setAmount({ ...amount, length })}
              units={units}
            />
            <DimensionField
              label="Width of the film or bead"
              text={amount.width}
              onText={(width) => setAmount({ ...amount, width })}
              units={units}
            />
            <DimensionField
              label="Thickness of the film, height of the bead"
              text={amount.height}
              onText={(height) => setAmount({ ...amount, height })}
              units={units}
            />
          </div>
        ) : null}
        {cycles.map((c, i) => (
          <fieldset key={c.id} className="flex flex-col gap-2 border-t border-line pt-2">
            <legend className="label text-[16px]">Cycle {i + 1}</legend>
            <div className="flex flex-wrap items-end gap-2">
              <Field label={`Name of cycle ${i + 1}`}>
                <TextInput value={c.name} maxLength={120} onChange={(e) => change(c.id, { name: e.target.value })} />
              </Field>
              {cycles.length > 1 ? (
                <Button
                  tone="danger"
                  onClick={() => {
                    setTouched(true);
                    setCycles(cycles.filter((o) => o.id !== c.id));
                  }}
                >
                  Take cycle {i + 1} out
                </Button>
              ) : null}
            </div>
            <Field
              label={`Steps of cycle ${i + 1}, one a line`}
              hint="A reading stands behind an equals sign, how far off is still right behind +-: overhang at the nose = 1 1/4 +- 1/32; where only alike counts: at the start = ?"
            >
              <textarea className="field min-h-32" value={c.text} onChange={(e) => change(c.id, { text: e.target.value })} />
            </Field>
            {data.rows.length > 0 ? (
              <details>
                <summary className="label min-h-9 cursor-pointer text-[15px]">
                  Rows drilled in it{c.rowIds.length > 0 ? `: ${c.rowIds.length}` : ''}
                </summary>
                <div className="flex max-h-40 flex-wrap gap-x-4 overflow-auto">
                  {data.rows.map((r) => (
                    <label key={r.id} className="flex min-h-9 items-center gap-1.5">
                      <input
                        type="checkbox"
                        className="size-5"
                        checked={c.rowIds.includes(r.id)}
                        onChange={(e) =>
                          change(c.id, { rowIds: e.target.checked ? [...c.rowIds, r.id] : c.rowIds.filter((id) => id !== r.id) })
                        }
                      />
                      {rowTitle(r.definition, parts)}
                    </label>
                  ))}
                </div>
              </details>
            ) : null}
          </fieldset>
        ))}
        <Button
          className="self-start"
          onClick={() => {
            setTouched(true);
            setCycles([...cycles, { id: newId(), name: `Cycle ${cycles.length + 1}`, text: '', rowIds: [], before: null }]);
          }}
        >
          Add a cycle
        </Button>
        <Field label="A note">
          <textarea className="field min-h-12" maxLength={500} value={note} onChange={(e) => setNote(e.target.value)} />
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
