import { useState, type FormEvent } from 'react';
import { Link, useParams } from 'react-router';
import type { Entity } from '#core/record/definitions';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { useScreenUnits } from '../../ui/assembly-screen';
import { useKit } from '../../api/queries';
import { fileName } from '../../drawing/export-svg';
import { Button, ErrorText, TextInput } from '../../ui/controls';
import type { Mark } from '#core/record/marks';
import type { Units } from '#core/units/length';
import { TopBar } from '../../ui/top-bar';
import { useUndo } from '../../ui/use-undo';
import { UnitsContext } from '../../ui/units';
import { Warning } from '../kits/kits-view';
import { AssemblyLine } from './assembly-line';
import { KitEnd } from './kit-end';
import { KitHours } from './kit-hours';
import { KitSettings } from './kit-settings';

export function KitView() {
  const { kitId = '' } = useParams();
  const answer = useKit(kitId);
  const kit = answer.data?.kit;
  const units = useScreenUnits(kit?.definition.units);
  const all = [...(answer.data?.assemblies ?? [])].sort((a, b) => a.definition.order - b.definition.order);
  const [current, archived] = [all.filter((a) => !a.definition.isArchived), all.filter((a) => a.definition.isArchived)];
  return (
    <UnitsContext value={units}>
      <div className="flex min-h-full flex-col">
        {kit ? <KitBar kit={kit} units={units} /> : <TopBar trail={[{ text: '' }]} units={units} />}
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
                  <Link className="label rounded border border-edge px-2.5 py-1 hover:bg-dye-soft" to={`/kits/${kit.id}/fasteners`}>
                    Fasteners
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
                  {current.map((a) => (
                    <AssemblyLine key={a.id} kit={kit} assembly={a} nextOrder={all.length + 1} />
                  ))}
                  {all.length === 0 ? (
                    <li className="border-b border-line p-2 text-ink2">
                      No assembly yet. Name the first one, such as &quot;Baggage door&quot;.
                    </li>
                  ) : null}
                </ul>
                {archived.length > 0 ? (
                  <details>
                    <summary className="label min-h-10 cursor-pointer py-1 text-[17px]">Archive ({archived.length})</summary>
                    <ul aria-label="Archive" className="border-t border-line">
                      {archived.map((a) => (
                        <AssemblyLine key={a.id} kit={kit} assembly={a} nextOrder={all.length + 1} />
                      ))}
                    </ul>
                  </details>
                ) : null}
                <NewAssembly kit={kit} order={all.length + 1} />
              </section>
              <KitHours kitId={kit.id} />
              <KitSettings key={kit.id} kit={kit} />
              <KitEnd kit={kit} assemblies={all.length} />
            </>
          ) : null}
          <Warning />
        </main>
      </div>
    </UnitsContext>
  );
}

const NO_MARKS: readonly Mark[] = [];

/** Where you are, and undo of changes; marks are taken back where they were made. */
function KitBar({ kit, units }: { kit: Entity<'kit'>; units: Units }) {
  const undo = useUndo(kit, NO_MARKS);
  return <TopBar trail={[{ text: kit.definition.name }]} kit={kit} undo={undo} units={units} />;
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
