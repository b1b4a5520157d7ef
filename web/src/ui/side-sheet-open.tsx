import { X } from 'lucide-react';
import { Dialog } from 'radix-ui';
import type { ReactElement, ReactNode } from 'react';

export interface SideSheetProps {
  readonly title: string;
  readonly open: boolean;
  readonly onOpen: (isOpen: boolean) => void;
  /** What opens it; focus returns there. */
  readonly trigger: ReactElement<{ onClick?: () => void; 'aria-haspopup'?: 'dialog'; 'aria-expanded'?: boolean }>;
  readonly children: ReactNode;
}

/** Slides in from the left over the page; Escape, the cross and a press beside it close it. */
export function SideSheetOpen({ title, open, onOpen, trigger, children }: SideSheetProps) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpen}>
      <Dialog.Trigger asChild>{trigger}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/45" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 left-0 z-40 flex w-[min(92vw,340px)] flex-col gap-2 border-r border-edge bg-paper p-3 shadow-xl"
        >
          <div className="flex items-center justify-between gap-2">
            <Dialog.Title className="label text-[20px]">{title}</Dialog.Title>
            <Dialog.Close aria-label="Close" className="flex size-14 items-center justify-center rounded hover:bg-panel">
              <X size={24} aria-hidden />
            </Dialog.Close>
          </div>
          <div className="min-h-0 flex-1 overflow-y-auto">{children}</div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
