import { cloneElement, lazy, Suspense, useState } from 'react';
import { DialogComes } from './dialog-comes';
import type { SideSheetProps } from './side-sheet-open';

const SideSheetOpen = lazy(() => import('./side-sheet-open').then((m) => ({ default: m.SideSheetOpen })));

/** Slides in from the left over the page; it comes over the line when it is first wanted. */
export function SideSheet(props: SideSheetProps) {
  const [wasOpen, setWasOpen] = useState(props.open);
  if (props.open && !wasOpen) setWasOpen(true);
  const closed = cloneElement(props.trigger, {
    onClick: () => props.onOpen(true),
    'aria-haspopup': 'dialog',
    'aria-expanded': false,
  });
  return wasOpen ? (
    <Suspense
      fallback={
        <>
          {closed}
          {props.open ? <DialogComes /> : null}
        </>
      }
    >
      <SideSheetOpen {...props} />
    </Suspense>
  ) : (
    closed
  );
}
