import { zoneHere } from '../../api/record';
import { useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useState, type FormEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { newKit } from '#core/record/blank';
import { ApiError, post } from '../../api/client';
import { deviceId, newId, useLocal } from '../../api/device';
import { refreshDefinitions, useKits } from '../../api/queries';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { TopBar } from '../../ui/top-bar';
import { Warning } from '../../ui/warning';
import { CopiesPanel } from './copies';
import { DevicesPanel } from './devices';
import { ImportKit } from './import-kit';
import { KitsList } from './kits-list';

/* After the first paint: what plans and draws is most of what comes over the line. */
const TryARow = lazy(() => import('./try-a-row').then((m) => ({ default: m.TryARow })));

/** The start: what this is, a row to try, the kits and where each stopped, a new one. */
export function KitsView() {
  const kits = useKits();
  const units = useLocal('units') === 'mm' ? 'mm' : 'in';
  const [dropped, setDropped] = useState<File | null>(null);
  return (
    <div
      className="flex min-h-full flex-col"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        const [file] = e.dataTransfer.files;
        if (file) setDropped(file);
      }}
    >
      <TopBar trail={[{ text: 'Kits' }]} units={units} />
      <main id="content" className="mx-auto flex w-full max-w-5xl flex-col gap-6 p-4">
        <div className="flex flex-col gap-1">
          <h1 className="label text-[28px] leading-tight">Every rivet hole planned sheet by sheet, and what was done to it kept</h1>
          <p className="text-[16px] text-ink2">
            For people who build all-metal kit aircraft at home: dimple or countersink, which rivet, how far in, in which order, and a
            record the inspector can read.
          </p>
        </div>
        <Suspense fallback={<div className="h-[330px]" />}>
          <TryARow units={units} />
        </Suspense>
        <h2 className="label text-[24px]">Kits</h2>
        {kits.error ? <ErrorText>{kits.error.message}</ErrorText> : null}
        {kits.data ? <KitsList answer={kits.data} /> : null}
        <NewKit />
        <ImportKit dropped={dropped} />
        <CopiesPanel />
        <DevicesPanel />
        <Link to="/practice" className="label self-start text-[17px] underline underline-offset-2">
          Practice: to turn the cage or to leave it
        </Link>
        <Warning />
      </main>
    </div>
  );
}

function NewKit() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [initials, setInitials] = useState('');
  const [units, setUnits] = useState<'in' | 'mm'>('in');
  const [error, setError] = useState<string | null>(null);
  const make = async (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() === '' || initials.trim() === '') return setError('A kit needs a name, and the initials of whoever builds it.');
    /* Most kits are primed; who does not turns it off in the settings. */
    const definition = {
      ...newKit(name.trim(), units, [{ id: newId(), initials: initials.trim() }]),
      timeZone: zoneHere(),
      work: { scuff: true, prime: true, scuffAfterDimple: false },
    };
    const id = newId();
    try {
      await post('/changes', {
        id: newId(),
        kitId: id,
        person: definition.people[0]?.id,
        device: deviceId(),
        recordedAt: new Date().toISOString(),
        reason: '',
        undoes: null,
        edits: [{ kind: 'kit', id, expectedVersion: 0, definition }],
      });
      await refreshDefinitions(client);
      await navigate(`/kits/${id}`);
    } catch (e) {
      setError(e instanceof ApiError ? e.message : String(e));
    }
  };
  return (
    <form onSubmit={(e) => void make(e)} className="flex flex-col gap-2 rounded-lg border border-line p-3">
      <h2 className="label text-[19px]">A new kit</h2>
      <div className="flex flex-wrap items-end gap-3">
        <Field label="Name">
          <TextInput value={name} maxLength={120} onChange={(e) => setName(e.target.value)} placeholder="My kit" />
        </Field>
        <Field label="Your initials">
          <TextInput className="w-24" value={initials} maxLength={6} onChange={(e) => setInitials(e.target.value)} />
        </Field>
        <Field label="Plans are in">
          <select className="field" value={units} onChange={(e) => setUnits(e.target.value === 'mm' ? 'mm' : 'in')}>
            <option value="in">inches</option>
            <option value="mm">millimetres</option>
          </select>
        </Field>
        <Button type="submit" tone="primary">
          Make the kit
        </Button>
      </div>
      {error ? <ErrorText>{error}</ErrorText> : null}
    </form>
  );
}
