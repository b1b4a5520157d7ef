import { History, Redo2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from './controls';
import { Modal } from './modal';
import type { UndoControl } from './use-undo';
import { useShowMoment } from './zone';

/** So many of the newest are listed. */
const SHOWN = 40;

/** Undo, redo, and the list of what this device did, each of which can be taken back or made again. */
export function UndoBar({ undo }: { readonly undo: UndoControl }) {
  const [isOpen, setOpen] = useState(false);
  const bar =
    'label inline-flex min-h-8 items-center gap-1 rounded border border-edge bg-raised px-2 hover:bg-dye-soft disabled:opacity-60 pointer-coarse:min-h-11';
  return (
    <span role="group" aria-label="Undo and redo" className="inline-flex gap-1">
      <button
        type="button"
        className={bar}
        onClick={undo.run}
        disabled={undo.label === null}
        title={undo.label === null ? 'Nothing of this device to undo' : `${undo.label} (key U)`}
      >
        <Undo2 size={17} aria-hidden /> Undo
        <span className="sr-only">{undo.label ?? ''}</span>
      </button>
      <button
        type="button"
        className={bar}
        onClick={undo.redo}
        disabled={undo.redoLabel === null}
        title={undo.redoLabel === null ? 'Nothing was taken back last' : `${undo.redoLabel} (Shift U)`}
      >
        <Redo2 size={17} aria-hidden />
        <span className="sr-only">Redo {undo.redoLabel ?? ''}</span>
      </button>
      <button type="button" className={bar} onClick={() => setOpen(true)} disabled={undo.deeds.length === 0} title="What this device did">
        <History size={17} aria-hidden />
        <span className="sr-only">What this device did</span>
      </button>
      <Modal title="What this device did" open={isOpen} onClose={() => setOpen(false)}>
        <DeedList undo={undo} />
      </Modal>
    </span>
  );
}

/** In the dialog alone: what this device did is put into words when it is read. */
function DeedList({ undo }: { readonly undo: UndoControl }) {
  const show = useShowMoment();
  return (
    <>
      <ol aria-label="Newest first" className="flex max-h-[60vh] flex-col overflow-auto">
        {undo.deeds.slice(0, SHOWN).map((d) => (
          <li key={d.id} className="flex items-center gap-2 border-b border-line py-1 text-[15px]">
            <span className={`min-w-0 flex-1 ${d.takenBackBy.length === 0 ? '' : 'text-ink2 line-through'}`}>
              {d.label}
              <span className="block text-[13px] text-ink2">{show(d.recordedAt)}</span>
              {undo.failed.has(d.id) ? <span className="block text-[13px] text-stop">{undo.failed.get(d.id)}</span> : null}
            </span>
            <Button onClick={() => undo.turn(d)}>{d.takenBackBy.length === 0 ? 'Take back' : 'Make again'}</Button>
          </li>
        ))}
      </ol>
      {undo.deeds.length > SHOWN ? <p className="text-ink2">and {undo.deeds.length - SHOWN} older ones.</p> : null}
    </>
  );
}
