import { useState, type FormEvent } from 'react';
import { Link, useParams } from 'react-router';
import type { Entity } from '#core/record/definitions';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { useScreenUnits } from '../../ui/assembly-screen';
import { useKit } from '../../api/queries';
import { fileName } from '../../drawing/export-svg';
import { Button, ErrorText, TextInput } from '../../ui/controls';
import { TopBar } from '../../ui/top-bar';
import { UnitsContext } from '../../ui/units';
import { Warning } from '../kits/kits-view';
import { MirrorButton } from './mirror-button';
import { KitHours } from './kit-hours';
import { KitSettings } from './kit-settings';

export function KitView() {
  const { kitId = '' } = useParams();
  const answer = useKit(kitId);
  const kit = answer.data?.kit;
  const units = useScreenUnits(kit?.definition.units);
  return (
    <UnitsContext value={units}>
      <div className="flex min-h-full flex-col">
        <TopBar trail={[{ text: kit?.definition.name ?? '' }]} kit={kit} units={units} />
        <main className="mx-auto flex w-full max-w-4xl flex-col gap-6 p-4">
          {answer.error ? <ErrorText>{answer.error.message}</ErrorText> : null}
          {kit && answer.data ? (
            <>
              <section aria-label="Assemblies" className="flex flex-col gap-2">
                <div className="flex flex-wrap items-center justify-between gap-2">
                  <h1 className="label text-[26px]">{kit.definition.name}: assemblies</h1>
                  <Link className="label rounded border border-dye bg-dye px-3 py-1 text-on-dye" to={`/kits/${kit.id}/today`}>
                    Today
                  </Link>
                  <Link className="label rounded border border-edge px-2.5 py-1 hover:bg-dye-soft" to={`/kits/${kit.id}/tools`}>
                    My tools
                  </Link>
                  <Link className="label rounded border border-edge px-2.5 py-1 hover:bg-dye-soft" to={`/kits/${kit.id}/log`}>
                    Log and dossier
                  </Link>
                  <Link className="label rounded border border-edge px-2.5 py-1 hover:bg-dye-soft" to={`/kits/${kit.id}/stock`}>
                    Stock
                  </Link>
                  <a
                    className="label rounded border border-edge px-2.5 py-1 hover:bg-dye-soft"
                    href={`/api/kits/${kit.id}/export`}
                    download={fileName(kit.definition.name, 'json')}
                  >
                    Export the kit (JSON)
                  </a>
                </div>
                <ul className="border-t border-line">
                  {[...answer.data.assemblies]
                    .sort((a, b) => a.definition.order - b.definition.order)
                    .map((a) => (
                      <li key={a.id} className="flex items-center gap-2 border-b border-line">
                        <Link
                          to={`/assemblies/${a.id}/plan`}
                          className="flex min-h-12 flex-1 items-center justify-between gap-3 px-2 hover:bg-dye-soft"
                        >
                          <span className="label text-[19px]">{a.definition.name}</span>
                          <span className="text-ink2">
                            {a.rows} rows, {a.parts} parts
                          </span>
                        </Link>
                        <MirrorButton kit={kit} assembly={a} order={answer.data.assemblies.length + 1} />
                      </li>
                    ))}
                  {answer.data.assemblies.length === 0 ? (
                    <li className="border-b border-line p-2 text-ink2">
                      No assembly yet. Name the first one, such as &quot;Baggage door&quot;.
                    </li>
                  ) : null}
                </ul>
                <NewAssembly kit={kit} order={answer.data.assemblies.length + 1} />
              </section>
              <KitHours kitId={kit.id} />
              <KitSettings key={kit.id} kit={kit} />
            </>
          ) : null}
          <Warning />
        </main>
      </div>
    </UnitsContext>
  );
}

function NewAssembly({ kit, order }: { kit: Entity<'kit'>; order: number }) {
  const keep = useKeep(kit);
  const [name, setName] = useState('');
  const [error, setError] = useState<string | null>(null);
  const make = async (event: FormEvent) => {
    event.preventDefault();
    if (name.trim() === '') return setError('An assembly needs a name.');
    try {
      await keep({
        edits: [{ kind: 'assembly', id: newId(), expectedVersion: 0, definition: { v: 1, kitId: kit.id, name: name.trim(), order } }],
      });
      setName('');
      setError(null);
    } catch (e) {
      setError((e as Error).message);
    }
  };
  return (
    <form onSubmit={(e) => void make(e)} className="flex flex-col gap-2">
      <div className="flex gap-2">
        <TextInput
          aria-label="Name of the new assembly"
          placeholder="New assembly"
          maxLength={120}
          value={name}
          onChange={(e) => setName(e.target.value)}
          className="w-72"
        />
        <Button type="submit">Add assembly</Button>
      </div>
      {error ? <ErrorText>{error}</ErrorText> : null}
    </form>
  );
}
