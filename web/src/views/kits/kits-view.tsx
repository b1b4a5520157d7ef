import { zoneHere } from '../../api/record';
import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link, useNavigate } from 'react-router';
import { newKit } from '#core/record/blank';
import { ApiError, post } from '../../api/client';
import { deviceId, newId, useLocal } from '../../api/device';
import { refreshDefinitions, useKits } from '../../api/queries';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { TopBar } from '../../ui/top-bar';
import { CopiesPanel } from './copies';
import { DevicesPanel } from './devices';
import { ImportKit } from './import-kit';
import { KitsList } from './kits-list';

export function KitsView() {
  const kits = useKits();
  const units = useLocal('units') === 'mm' ? 'mm' : 'in';
  return (
    <div className="flex min-h-full flex-col">
      <TopBar trail={[{ text: 'Kits' }]} units={units} />
      <main className="mx-auto flex w-full max-w-3xl flex-col gap-6 p-4">
        <h1 className="label text-[26px]">Kits</h1>
        {kits.error ? <ErrorText>{kits.error.message}</ErrorText> : null}
        {kits.data ? <KitsList answer={kits.data} /> : null}
        <NewKit />
        <ImportKit />
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

/** What stands above everything this program says. */
export function Warning() {
  return (
    <p className="max-w-prose border-l-4 border-caution pl-3 text-[15px] text-ink2">
      Everything here is advice. The kit maker&apos;s plans and process instructions come first, then local rules and the responsible
      inspector. Where a limit is exceeded the program says stop, why, and whom to ask; it never approves a repair.
    </p>
  );
}
