import type { AssemblyAnswer } from '#contract/answers';
import { FlipHorizontal2 } from 'lucide-react';
import { useState } from 'react';
import { mirrorAssembly, mirrorName } from '#core/record/mirror';
import type { Entity } from '#core/record/definitions';
import { get } from '../../api/client';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { Button, Field, TextInput } from '../../ui/controls';
import { ReasonDialog } from '../plan/reason-dialog';

/** Makes an assembly for the other side: definitions only, no marks, no measurements, no counts. */
export function MirrorButton({ kit, assembly, order }: { kit: Entity<'kit'>; assembly: Entity<'assembly'>; order: number }) {
  const keep = useKeep(kit);
  const [isOpen, setOpen] = useState(false);
  const usual = mirrorName(assembly.definition.name);
  const [name, setName] = useState(usual);
  const mirror = async (reason: string) => {
    const source = await get<AssemblyAnswer>(`/assemblies/${assembly.id}`);
    const { edits } = mirrorAssembly(source.assembly, source.parts, source.rows, order, newId, source.jobs);
    const named = edits.map((e) =>
      e.kind === 'assembly' && e.definition ? { ...e, definition: { ...e.definition, name: name.trim() || usual } } : e,
    );
    await keep({ edits: named, reason });
  };
  return (
    <>
      <Button onClick={() => setOpen(true)} aria-label={`Mirror ${assembly.definition.name}`}>
        <FlipHorizontal2 size={16} aria-hidden /> Mirror
      </Button>
      {isOpen ? (
        <ReasonDialog title={`Make "${usual}"`} keepText="Mirror" onClose={() => setOpen(false)} onKeep={mirror}>
          <p>
            Every part, row and job of {assembly.definition.name} is copied for the other side, hole n to hole n, with hands and orientation
            turned. Marks, measurements and counts stay behind.
          </p>
          <Field label="What it is called">
            <TextInput value={name} maxLength={120} onChange={(e) => setName(e.target.value)} />
          </Field>
        </ReasonDialog>
      ) : null}
    </>
  );
}
