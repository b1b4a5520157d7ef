import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

export interface ModalProps {
  readonly title: string;
  readonly open: boolean;
  readonly onClose: () => void;
  readonly wide?: boolean;
  readonly children: ReactNode;
}

/** The dialog itself: Escape and the cross close it, focus stays inside. */
export function ModalOpen({ title, open, onClose, wide = false, children }: ModalProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => (next ? undefined : onClose())}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/45" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed top-1/2 left-1/2 z-40 flex max-h-[92vh] w-[94vw] -translate-x-1/2 -translate-y-1/2 flex-col gap-3 overflow-auto rounded-lg border border-edge bg-paper p-4 shadow-xl ${wide ? 'max-w-5xl' : 'max-w-lg'}`}
        >
          <div className="flex items-center justify-between gap-2">
            <Dialog.Title className="label text-[20px]">{title}</Dialog.Title>
            <Dialog.Close aria-label="Close" className="rounded p-1.5 hover:bg-panel">
              <X size={20} aria-hidden />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
