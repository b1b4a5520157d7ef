import type { KitAnswer } from '#contract/answers';
import { MoreHorizontal } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { useState, type FormEvent } from 'react';
import { Link } from 'react-router';
import type { AssemblyDefinition, Entity } from '#core/record/definitions';
import { countOf } from '#core/wording/words';
import { useKeep } from '../../api/commands';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { Modal } from '../../ui/modal';
import { AssemblyBar, AssemblySigns, type AssemblyGlance } from './assembly-bar';
import { MirrorButton } from './mirror-button';

type AssemblyOfKit = KitAnswer['assemblies'][number];

interface AssemblyLineProps {
  readonly kit: Entity<'kit'>;
  readonly assembly: AssemblyOfKit;
  /** How far it is; absent: not known yet. */
  readonly glance?: AssemblyGlance | undefined;
  /** All of the kit, for the other side. */
  readonly assemblies: readonly AssemblyOfKit[];
  /** The order the next new assembly gets. */
  readonly nextOrder: number;
  /** The left one of two sides that face each other: its bar begins at the right. */
  readonly isTurned?: boolean;
  /** Moves it among the others; null: the list stands in another order. */
  readonly onMove: ((by: -1 | 1) => void) | null;
}

type Asking = 'rename' | 'delete' | null;

/** One assembly of the kit: opened, mirrored, renamed, put away, deleted. */
export function AssemblyLine({ kit, assembly, glance, assemblies, nextOrder, isTurned = false, onMove }: AssemblyLineProps) {
  const otherSide = assemblies.find((a) => a.id === assembly.definition.mirroredFrom || a.definition.mirroredFrom === assembly.id);
  const keep = useKeep(kit);
  const [asking, setAsking] = useState<Asking>(null);
  const [error, setError] = useState<string | null>(null);
  const { definition } = assembly;
  const edit = async (next: AssemblyDefinition | null, reason = ''): Promise<void> => {
    try {
      await keep({ edits: [{ kind: 'assembly', id: assembly.id, expectedVersion: assembly.version, definition: next }], reason });
      setAsking(null);
      setError(null);
    } catch (e) {
      setError((e as Error).message);
    }
  };
  const item = 'label cursor-pointer rounded px-3 py-2 text-[16px] outline-none data-[highlighted]:bg-dye-soft pointer-coarse:min-h-11';
  return (
    <div className="flex flex-wrap items-center gap-x-2 border-b border-line py-1">
      <div className="flex min-w-60 flex-[2] flex-col">
        <Link to={`/assemblies/${assembly.id}/plan`} className="label flex min-h-11 items-center px-2 text-[19px] hover:bg-dye-soft">
          {definition.name}
        </Link>
        <span className="flex flex-wrap gap-x-3 px-2 text-[14px] text-ink2">
          {countOf(assembly.rows, 'row')}, {countOf(assembly.parts, 'part')}
          {otherSide ? (
            <Link className="inline-flex min-h-6 items-center underline underline-offset-2" to={`/assemblies/${otherSide.id}/plan`}>
              other side: {otherSide.definition.name}
            </Link>
          ) : null}
        </span>
        {glance ? (
          <div className="px-2">
            <AssemblySigns glance={glance} />
          </div>
        ) : null}
      </div>
      <div className="flex min-h-11 min-w-72 flex-[3]">
        {glance && glance.holes > 0 ? <AssemblyBar name={definition.name} glance={glance} isTurned={isTurned} /> : null}
      </div>
      {definition.isArchived ? null : <MirrorButton kit={kit} assembly={assembly} order={nextOrder} />}
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger asChild>
          <Button aria-label={`More for ${definition.name}`}>
            <MoreHorizontal size={18} aria-hidden />
          </Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal container={document.getElementById('content')}>
          <DropdownMenu.Content align="end" className="z-30 rounded border border-edge bg-paper p-1 shadow-xl">
            <DropdownMenu.Item className={item} onSelect={() => setAsking('rename')}>
              Rename
            </DropdownMenu.Item>
            {onMove ? (
              <>
                <DropdownMenu.Item className={item} onSelect={() => onMove(-1)}>
                  Move up
                </DropdownMenu.Item>
                <DropdownMenu.Item className={item} onSelect={() => onMove(1)}>
                  Move down
                </DropdownMenu.Item>
              </>
            ) : null}
            <DropdownMenu.Item className={item} onSelect={() => void edit({ ...definition, isArchived: !definition.isArchived })}>
              {definition.isArchived ? 'Bring back from the archive' : 'Put into the archive'}
            </DropdownMenu.Item>
            <DropdownMenu.Item className={`${item} text-stop`} onSelect={() => setAsking('delete')}>
              Delete
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {error && asking === null ? <ErrorText>{error}</ErrorText> : null}
      {asking === 'rename' ? (
        <RenameDialog
          name={definition.name}
          error={error}
          onClose={() => setAsking(null)}
          onName={(name) => void edit({ ...definition, name })}
        />
      ) : null}
      {asking === 'delete' ? (
        <Modal title={`Delete ${definition.name}?`} open onClose={() => setAsking(null)}>
          <p>
            {countOf(assembly.rows, 'row')} and {countOf(assembly.parts, 'part')} go with it, and what was marked at them is shown no more.
            Undo brings all of it back; a copy made later does not have it on its pages any more.
          </p>
          {error ? <ErrorText>{error}</ErrorText> : null}
          <div className="flex flex-wrap justify-end gap-3">
            <Button onClick={() => setAsking(null)}>Keep it</Button>
            <Button tone="danger" onClick={() => void edit(null, 'Deleted')}>
              Delete the assembly
            </Button>
          </div>
        </Modal>
      ) : null}
    </div>
  );
}

interface RenameProps {
  readonly name: string;
  readonly error: string | null;
  readonly onClose: () => void;
  readonly onName: (name: string) => void;
}

function RenameDialog({ name, error, onClose, onName }: RenameProps) {
  const [text, setText] = useState(name);
  const rename = (e: FormEvent) => {
    e.preventDefault();
    if (text.trim() !== '') onName(text.trim());
  };
  return (
    <Modal title={`Rename ${name}`} open onClose={onClose}>
      <form onSubmit={rename} className="flex flex-col gap-3">
        <Field label="Name">
          <TextInput value={text} maxLength={120} autoFocus onChange={(e) => setText(e.target.value)} />
        </Field>
        {error ? <ErrorText>{error}</ErrorText> : null}
        <div className="flex justify-end gap-3">
          <Button type="button" onClick={onClose}>
            Leave it
          </Button>
          <Button type="submit" tone="primary" disabled={text.trim() === ''}>
            Rename
          </Button>
        </div>
      </form>
    </Modal>
  );
}
