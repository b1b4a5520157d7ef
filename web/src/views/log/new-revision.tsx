import { useQueryClient } from '@tanstack/react-query';
import { useRef } from 'react';
import { useForm } from 'react-hook-form';
import type { Edit, PageDefinition } from '#core/record/definitions';
import { readRevision, type RevisionTyped } from '#core/record/revision-text';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import type { LogSoFar } from '../../api/record';
import { Button, ErrorText } from '../../ui/controls';
import { faultsOf } from '../../ui/form-faults';
import { TextField } from '../../ui/form-fields';

/** A new page that came, in front of the old one; several at once where they came together. */
export function NewRevision({ log }: { log: LogSoFar }) {
  const keep = useKeep(log.kit);
  const client = useQueryClient();
  const form = useForm<RevisionTyped>({
    defaultValues: { name: '', revision: '', note: '' },
    resolver: (typed) => {
      const read = readRevision(typed);
      return read.ok ? { values: typed, errors: {} } : { values: {}, errors: faultsOf<RevisionTyped>(read.problems) };
    },
  });
  const { control, formState } = form;
  /* A second press while the first is on its way makes no second revision. */
  const isKeeping = useRef(false);
  const add = form.handleSubmit(async (typed) => {
    const read = readRevision(typed);
    if (!read.ok || isKeeping.current) return;
    isKeeping.current = true;
    const { names, revision, note } = read;
    const next = { revision, cameAt: new Date().toISOString(), note };
    const edits = names.map((one): Edit => {
      const known = log.revised.find((r) => r.page.definition.name.toLowerCase() === one.toLowerCase())?.page;
      const definition: PageDefinition = known
        ? { ...known.definition, revisions: [...known.definition.revisions, next] }
        : { v: 1, kitId: log.kit.id, name: one, revisions: [next] };
      return { kind: 'page', id: known?.id ?? newId(), expectedVersion: known?.version ?? 0, definition };
    });
    const reason = `${names.length === 1 ? 'Page' : 'Pages'} ${names.join(', ')} revision ${revision}`.slice(0, 500);
    try {
      await keep({ edits, reason });
      await client.invalidateQueries({ queryKey: ['marks', 'log'] });
      form.reset({ name: typed.name, revision: '', note: '' });
    } catch (e) {
      form.setError('root', { message: (e as Error).message });
    } finally {
      isKeeping.current = false;
    }
  });
  return (
    <form className="flex flex-col gap-2" noValidate aria-label="A new page" onSubmit={(e) => void add(e)}>
      <TextField
        control={control}
        name="name"
        label="Page, as the rows name it (several: with commas)"
        maxLength={400}
        placeholder="FL-07"
      />
      <TextField control={control} name="revision" label="New revision" maxLength={40} placeholder="B" />
      <TextField control={control} name="note" label="What it changes" maxLength={500} />
      {formState.errors.root ? <ErrorText>{formState.errors.root.message}</ErrorText> : null}
      <Button type="submit" className="self-start">
        Put it in front of the old one
      </Button>
    </form>
  );
}
