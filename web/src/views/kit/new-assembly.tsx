import { useRef, useState, type FormEvent } from 'react';
import type { Entity } from '#core/record/definitions';
import { useKeep } from '../../api/commands';
import { newId } from '../../api/device';
import { Button, ErrorText, TextInput } from '../../ui/controls';

/** One more assembly of the kit, by its name. */
export function NewAssembly({ kit, order }: { kit: Entity<'kit'>; order: number }) {
  const keep = useKeep(kit);
  const [name, setName] = useState('');
  const [error, setError] = useState<string | null>(null);
  /* A second press while the first is on its way makes no second one. */
  const isOnItsWay = useRef(false);
  const make = async (event: FormEvent) => {
    event.preventDefault();
    if (isOnItsWay.current) return;
    if (name.trim() === '') return setError('An assembly needs a name.');
    isOnItsWay.current = true;
    try {
      await keep({
        edits: [{ kind: 'assembly', id: newId(), expectedVersion: 0, definition: { v: 1, kitId: kit.id, name: name.trim(), order } }],
      });
      setName('');
      setError(null);
    } catch (e) {
      setError((e as Error).message);
    } finally {
      isOnItsWay.current = false;
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
