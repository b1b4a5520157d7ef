import { useState, type FormEvent, type ReactNode } from 'react';
import { Button, ErrorText, Field, TextInput } from '../../ui/controls';
import { Modal } from '../../ui/modal';

/** Asks for the reason of a decision, then keeps it; an error stays in the dialog and nothing typed is lost. */
export function ReasonDialog({
  title,
  children,
  onKeep,
  onClose,
  keepText = 'Keep',
}: {
  title: string;
  children?: ReactNode;
  onKeep: (reason: string) => Promise<void>;
  onClose: () => void;
  keepText?: string;
}) {
  const [reason, setReason] = useState('');
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const submit = async (e: FormEvent) => {
    e.preventDefault();
    setBusy(true);
    try {
      await onKeep(reason);
      onClose();
    } catch (failure) {
      setError((failure as Error).message);
      setBusy(false);
    }
  };
  return (
    <Modal title={title} open onClose={onClose}>
      <form onSubmit={(e) => void submit(e)} className="flex flex-col gap-3">
        {children}
        <Field label="Reason (kept with who and when)">
          <TextInput
            autoFocus
            maxLength={500}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            placeholder="such as: plans page FL-07 revision B"
          />
        </Field>
        {error ? <ErrorText>{error}</ErrorText> : null}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" tone="primary" disabled={isBusy}>
            {keepText}
          </Button>
        </div>
      </form>
    </Modal>
  );
}
