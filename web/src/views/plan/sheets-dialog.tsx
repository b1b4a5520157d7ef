import { useState } from 'react';
import { turnedOver } from '#core/compose/compose';
import type { RowDefinition } from '#core/record/definitions';
import { Button, ErrorText } from '../../ui/controls';
import { Modal } from '../../ui/modal';

interface SheetsDialogProps {
  /** As the line says it, every sheet looking where it looked. */
  readonly row: RowDefinition;
  readonly onKeep: (row: RowDefinition) => Promise<void>;
  readonly onClose: () => void;
}

/** Sheets in a new order that is not the reverse: which faces look to the head side is asked, and what was done stays where it is on the metal. */
export function SheetsDialog({ row, onKeep, onClose }: SheetsDialogProps) {
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const keep = async (next: RowDefinition) => {
    setBusy(true);
    setError(null);
    try {
      await onKeep(next);
      onClose();
    } catch (failure) {
      setError((failure as Error).message);
      setBusy(false);
    }
  };
  return (
    <Modal title="The sheets are in another order" open onClose={onClose}>
      <p>Which is true on the bench? What was done to each sheet stays on the face it was done to.</p>
      {error ? <ErrorText>{error}</ErrorText> : null}
      <div className="mt-3 flex flex-wrap justify-end gap-2">
        <Button onClick={onClose}>Leave it</Button>
        <Button disabled={isBusy} onClick={() => void keep(turnedOver(row))}>
          Every sheet is turned over, too
        </Button>
        <Button tone="primary" disabled={isBusy} onClick={() => void keep(row)}>
          They change places, faces as before
        </Button>
      </div>
    </Modal>
  );
}
