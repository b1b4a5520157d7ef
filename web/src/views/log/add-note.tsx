import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import type { Entity } from '#core/record/definitions';
import { useMark } from '../../api/commands';
import { sendPhoto } from '../../api/photos';
import { Button, ErrorText, Field, Select } from '../../ui/controls';

/** A sentence and photos beside what writes itself. */
export function AddNote({ kit, assemblies, chosen }: { kit: Entity<'kit'>; assemblies: Readonly<Record<string, string>>; chosen: string }) {
  const mark = useMark(kit);
  const client = useQueryClient();
  const [assembly, setAssembly] = useState('');
  const [note, setNote] = useState('');
  const [files, setFiles] = useState<readonly File[]>([]);
  const [day, setDay] = useState('');
  const [isBusy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [turn, setTurn] = useState(0);
  const at = assembly || chosen || (Object.keys(assemblies)[0] ?? '');
  const keep = async () => {
    if (note.trim() === '' && files.length === 0) return setError('Write a sentence or choose a photo.');
    if (files.length > 20) return setError('At most 20 photos at once.');
    setBusy(true);
    setError(null);
    try {
      const photoIds: string[] = [];
      for (const f of files) photoIds.push(await sendPhoto(kit, f));
      mark([
        {
          kind: 'log-note',
          rowId: at,
          holeIds: [],
          payload: { ...(note.trim() ? { note: note.trim() } : {}), ...(photoIds.length > 0 ? { photoIds } : {}) },
          ...(day === '' ? {} : { doneAt: new Date(`${day}T20:00:00`).toISOString() }),
        },
      ]);
      setNote('');
      setFiles([]);
      setTurn(turn + 1);
      window.setTimeout(() => void client.invalidateQueries({ queryKey: ['marks', 'log'] }), 400);
    } catch (e) {
      setError((e as Error).message);
    }
    setBusy(false);
  };
  return (
    <section aria-label="Add to the log" className="flex flex-col gap-2">
      <h2 className="label text-[20px]">Add a sentence</h2>
      <Field label="To which assembly">
        <Select value={at} onChange={(e) => setAssembly(e.target.value)}>
          {Object.entries(assemblies).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="What the marks do not say">
        <textarea className="field min-h-20" maxLength={500} value={note} onChange={(e) => setNote(e.target.value)} />
      </Field>
      <Field label="Photos (JPEG, PNG, WebP)">
        <input
          key={turn}
          type="file"
          multiple
          accept="image/jpeg,image/png,image/webp"
          className="field"
          onChange={(e) => setFiles([...(e.target.files ?? [])])}
        />
      </Field>
      <Field label="Of another day">
        <input type="date" className="field" value={day} onChange={(e) => setDay(e.target.value)} />
      </Field>
      {error ? <ErrorText>{error}</ErrorText> : null}
      <Button tone="primary" className="self-start" disabled={isBusy || at === ''} onClick={() => void keep()}>
        Keep it in the log
      </Button>
    </section>
  );
}
