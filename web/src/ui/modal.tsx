import { lazy, Suspense, useState } from 'react';
import { DialogComes } from './dialog-comes';
import type { ModalProps } from './modal-open';

const ModalOpen = lazy(() => import('./modal-open').then((m) => ({ default: m.ModalOpen })));

/** A dialog over the page; it comes over the line when the first one is opened. */
export function Modal(props: ModalProps) {
  const [wasOpen, setWasOpen] = useState(props.open);
  if (props.open && !wasOpen) setWasOpen(true);
  return wasOpen ? (
    <Suspense fallback={props.open ? <DialogComes /> : null}>
      <ModalOpen {...props} />
    </Suspense>
  ) : null;
}
