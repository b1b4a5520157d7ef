import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { newKit } from '#core/record/blank';
import type { Edit, Entity } from '#core/record/definitions';
import { AT_START, carryFile, placeOfFile, useCarriedFile } from '../../api/carried-file';
import { get, post, postText } from '../../api/client';
import { deviceId, newId } from '../../api/device';
import { refreshDefinitions } from '../../api/queries';
import { zoneHere } from '../../api/record';
import { Button, ErrorText, Field, Select } from '../../ui/controls';
import { TextField } from '../../ui/form-fields';

interface KitTyped {
  name: string;
  initials: string;
  units: 'in' | 'mm';
}

/** A new kit: three answers; from a table or a drawing, if one is chosen or was dropped; or as a copy of one that is here. */
export function NewKit({ kits }: { kits: readonly Entity<'kit'>[] }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const form = useForm<KitTyped>({
    defaultValues: { name: '', initials: '', units: 'in' },
    resolver: (typed) => {
      const errors = {
        ...(typed.name.trim() === '' ? { name: { type: 'empty', message: 'A kit needs a name.' } } : {}),
        ...(typed.initials.trim() === '' ? { initials: { type: 'empty', message: 'Whose marks are these?' } } : {}),
      };
      return Object.keys(errors).length > 0 ? { values: {}, errors } : { values: typed, errors: {} };
    },
  });
  const [error, setError] = useState<string | null>(null);
  const table = useCarriedFile('table', AT_START);
  const drawing = useCarriedFile('drawing', AT_START);
  const file = table ?? drawing;
  const make = form.handleSubmit(async ({ name, initials, units }) => {
    /* Most kits are primed; who does not turns it off in the settings. */
    const definition = {
      ...newKit(name.trim(), units, [{ id: newId(), initials: initials.trim() }]),
      timeZone: zoneHere(),
      work: { scuff: true, prime: true, scuffAfterDimple: false },
    };
    const [id, assemblyId] = [newId(), newId()];
    const assembly: Edit = {
      kind: 'assembly',
      id: assemblyId,
      expectedVersion: 0,
      definition: { v: 1, kitId: id, name: (file?.name ?? '').replace(/\.[^.]+$/, '').slice(0, 120) || 'First assembly', order: 1 },
    };
    try {
      await post('/changes', {
        id: newId(),
        kitId: id,
        person: definition.people[0]?.id,
        device: deviceId(),
        recordedAt: new Date().toISOString(),
        reason: '',
        undoes: null,
        edits: [{ kind: 'kit', id, expectedVersion: 0, definition }, ...(file ? [assembly] : [])],
      });
      await refreshDefinitions(client);
      if (file) carryFile(file, assemblyId);
      await navigate(file ? `/assemblies/${assemblyId}/${table ? 'plan' : 'map'}` : `/kits/${id}`);
    } catch (e) {
      setError((e as Error).message);
    }
  });
  const [isCopying, setCopying] = useState(false);
  const copy = async (kitId: string) => {
    setError(null);
    setCopying(true);
    try {
      const made = await postText<{ kitId: string }>('/kits/import?as=copy', JSON.stringify(await get(`/kits/${kitId}/export`)));
      await refreshDefinitions(client);
      await navigate(`/kits/${made.kitId}`);
    } catch (e) {
      setError((e as Error).message);
      setCopying(false);
    }
  };
  const { control, formState } = form;
  return (
    <form onSubmit={(e) => void make(e)} noValidate className="flex flex-col gap-2 rounded-lg border border-line p-3">
      <h2 className="label text-[19px]">A new kit</h2>
      <div className="flex flex-wrap items-start gap-3">
        <TextField control={control} name="name" label="Name" placeholder="My kit" maxLength={120} />
        <TextField control={control} name="initials" label="Your initials" maxLength={6} />
        <Field label="Plans are in">
          <Select {...form.register('units')}>
            <option value="in">inches</option>
            <option value="mm">millimetres</option>
          </Select>
        </Field>
        <Button type="submit" tone="primary" className="mt-5 min-h-8 pointer-coarse:min-h-11" disabled={formState.isSubmitting}>
          Make the kit
        </Button>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Begin with a table (CSV) or a drawing (DXF), if you have one">
          <input
            type="file"
            accept=".csv,.tsv,.txt,.dxf"
            className="field"
            onChange={(e) => {
              const chosen = e.target.files?.[0] ?? null;
              carryFile(chosen && placeOfFile(chosen.name) !== 'kit' ? chosen : null);
            }}
          />
        </Field>
        {file ? (
          <p role="status">
            {file.name} becomes its first assembly.{' '}
            <button type="button" className="underline underline-offset-2" onClick={() => carryFile(null)}>
              Not that
            </button>
          </p>
        ) : null}
        {kits.length > 0 ? (
          <Field label="Or a copy of one that is here">
            <Select value="" disabled={isCopying} onChange={(e) => void copy(e.target.value)}>
              <option value="">{isCopying ? 'copying …' : 'which kit?'}</option>
              {kits.map((k) => (
                <option key={k.id} value={k.id}>
                  {k.definition.name}
                </option>
              ))}
            </Select>
          </Field>
        ) : null}
      </div>
      {error ? <ErrorText>{error}</ErrorText> : null}
    </form>
  );
}
