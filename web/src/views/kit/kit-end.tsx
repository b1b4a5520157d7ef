import { useState } from 'react';
import { useNavigate } from 'react-router';
import type { Entity } from '#core/record/definitions';
import { useKeep } from '../../api/commands';
import { Button, ErrorText } from '../../ui/controls';
import { Modal } from '../../ui/modal';

/** The kit put away or deleted; its name stands among the settings. */
export function KitEnd({ kit, assemblies }: { readonly kit: Entity<'kit'>; readonly assemblies: number }) {
  const keep = useKeep(kit);
  const navigate = useNavigate();
  const [isAsking, setAsking] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const { definition } = kit;
  const edit = async (next: typeof definition | null, then: () => unknown): Promise<void> => {
    try {
      await keep({ edits: [{ kind: 'kit', id: kit.id, expectedVersion: kit.version, definition: next }], reason: next ? '' : 'Deleted' });
      setError(null);
      await then();
    } catch (e) {
      setError((e as Error).message);
    }
  };
  return (
    <section aria-label="The kit as a whole" className="flex flex-wrap items-center gap-3 border-t border-line pt-3">
      <Button onClick={() => void edit({ ...definition, isArchived: !definition.isArchived }, () => undefined)}>
        {definition.isArchived ? 'Bring the kit back from the archive' : 'Put the kit into the archive'}
      </Button>
      <Button tone="danger" onClick={() => setAsking(true)}>
        Delete the kit
      </Button>
      {error ? <ErrorText>{error}</ErrorText> : null}
      <Modal title={`Delete ${definition.name}?`} open={isAsking} onClose={() => setAsking(false)}>
        <p>
          {assemblies} {assemblies === 1 ? 'assembly' : 'assemblies'} with all rows, marks, log and photos are shown no more. The first page
          brings the kit back; export it first if you want it elsewhere.
        </p>
        <div className="flex flex-wrap justify-end gap-3">
          <Button onClick={() => setAsking(false)}>Keep it</Button>
          <Button tone="danger" onClick={() => void edit(null, () => navigate('/'))}>
            Delete the kit
          </Button>
        </div>
      </Modal>
    </section>
  );
}
