import { markText } from '#core/wording/marks';
import { discardAside, useAside } from '../api/outbox';
import { Button } from './controls';
import { Modal } from './modal';
import { fileName, saveFile } from './save-file';
import { useShowMoment } from './zone';

/** Marks that were set aside, with their reasons: exported or discarded by a person. */
export function SetAsideList({ onClose }: { onClose: () => void }) {
  const show = useShowMoment();
  const aside = useAside();
  const save = () => saveFile(fileName('marks set aside', 'json'), `${JSON.stringify(aside, null, 1)}\n`, 'application/json');
  return (
    <Modal title="Marks the record does not take" open onClose={onClose} wide>
      <p className="text-[15px]">
        They are kept in this browser only. Everything else was sent. Export them before you discard them: what they say may have to be
        marked anew.
      </p>
      <ul aria-label="Set aside" className="max-h-[40vh] overflow-auto border-y border-line text-[15px]">
        {aside.map((s) => (
          <li key={s.mark.id} className="flex flex-wrap items-center gap-2 border-b border-line py-1">
            <span className="min-w-0 flex-1">
              <strong>{markText(s.mark)}</strong>, {show(s.mark.doneAt)}: {s.reason}
            </span>
            <Button tone="danger" onClick={() => void discardAside([s.mark.id])} aria-label={`Discard ${markText(s.mark)}`}>
              Discard
            </Button>
          </li>
        ))}
      </ul>
      <div className="flex justify-end gap-2">
        <Button onClick={save}>Export them</Button>
        <Button tone="danger" onClick={() => void discardAside(aside.map((s) => s.mark.id))}>
          Discard all {aside.length}
        </Button>
      </div>
    </Modal>
  );
}
