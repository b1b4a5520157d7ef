import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { Entity } from '#core/record/definitions';
import { Field, Select } from '../../ui/controls';
import { NoteForm } from '../../ui/note-form';

/** A sentence and photos beside what writes itself. */
export function AddNote({ kit, assemblies, chosen }: { kit: Entity<'kit'>; assemblies: Readonly<Record<string, string>>; chosen: string }) {
  const client = useQueryClient();
  const [assembly, setAssembly] = useState('');
  const [day, setDay] = useState('');
  /* Pages of the kit's tools stand in the log, too; a note belongs to an assembly. */
  const own = Object.entries(assemblies).filter(([id]) => id !== kit.id);
  const at = assembly || chosen || (own[0]?.[0] ?? '');
  return (
    <section aria-label="Add to the log" className="flex flex-col gap-2">
      <h2 className="label text-[20px]">Add a sentence</h2>
      <Field label="To which assembly">
        <Select value={at} onChange={(e) => setAssembly(e.target.value)}>
          {own.map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </Field>
      <NoteForm
        kit={kit}
        about={at === '' ? null : { rowId: at }}
        day={day}
        button="Keep it in the log"
        onKept={() => window.setTimeout(() => void client.invalidateQueries({ queryKey: ['marks', 'log'] }), 400)}
      >
        <Field label="Of another day">
          <input type="date" className="field" value={day} onChange={(e) => setDay(e.target.value)} />
        </Field>
      </NoteForm>
    </section>
  );
}
