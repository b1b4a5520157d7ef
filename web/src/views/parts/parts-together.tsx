import { useState } from 'react';
import { useForm } from 'react-hook-form';
import type { Entity, PartDefinition } from '#core/record/definitions';
import { Button, ErrorText } from '../../ui/controls';
import { TextField } from '../../ui/form-fields';
import { Modal } from '../../ui/modal';

const FIELDS = [
  ['material', 'Material'],
  ['finish', 'Finish planned'],
  ['page', 'Plan page'],
  ['revision', 'Revision'],
  ['subAssembly', 'Sub-assembly it joins first'],
] as const;
type Together = Record<(typeof FIELDS)[number][0], string>;

interface PartsTogetherProps {
  readonly parts: readonly Entity<'part'>[];
  readonly onKeep: (next: readonly { readonly part: Entity<'part'>; readonly definition: PartDefinition }[]) => Promise<void>;
  readonly onClear: () => void;
}

/** What can be said of the chosen parts together: what is left empty stays as it is in each. */
export function PartsTogether({ parts, onKeep, onClear }: PartsTogetherProps) {
  const [isOpen, setOpen] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const form = useForm<Together>({ defaultValues: { material: '', finish: '', page: '', revision: '', subAssembly: '' } });
  const keep = form.handleSubmit(async (typed) => {
    const said = Object.fromEntries(FIELDS.flatMap(([k]) => (typed[k].trim() ? [[k, typed[k].trim()]] : [])));
    if (Object.keys(said).length === 0) return setError('Fill in at least one field: it is said of every chosen part.');
    try {
      await onKeep(parts.map((part) => ({ part, definition: { ...part.definition, ...said } })));
      setOpen(false);
      setError(null);
      form.reset();
    } catch (e) {
      setError((e as Error).message);
    }
  });
  if (parts.length === 0) return null;
  return (
    <div role="toolbar" aria-label="Chosen parts" className="flex flex-wrap items-center gap-2 border-b border-line bg-dye-soft px-2 py-1">
      <span className="label">{parts.length} chosen</span>
      <Button onClick={() => setOpen(true)}>Edit together</Button>
      <Button tone="quiet" onClick={onClear}>
        None
      </Button>
      <Modal title={parts.length === 1 ? 'One part' : `${parts.length} parts together`} open={isOpen} onClose={() => setOpen(false)}>
        <form className="flex flex-col gap-3" noValidate onSubmit={(e) => void keep(e)}>
          <div className="grid gap-3 sm:grid-cols-2">
            {FIELDS.map(([key, label]) => (
              <TextField key={key} control={form.control} name={key} label={label} maxLength={80} placeholder="as it is" />
            ))}
          </div>
          {error ? <ErrorText>{error}</ErrorText> : null}
          <div className="flex justify-end gap-2">
            <Button onClick={() => setOpen(false)}>Leave it</Button>
            <Button type="submit" tone="primary" disabled={form.formState.isSubmitting}>
              Keep
            </Button>
          </div>
        </form>
      </Modal>
    </div>
  );
}
