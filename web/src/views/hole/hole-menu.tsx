import { lazy, Suspense, useState } from 'react';
import { holesInPlan } from '#core/record/holes';
import { DialogComes } from '../../ui/dialog-comes';
import { HoleButton } from './hole-button';
import type { HoleMenuProps } from './hole-menu-open';

/* Comes when it is first wanted: until then its button stands there alone. */
const HoleMenuOpen = lazy(() => import('./hole-menu-open').then((m) => ({ default: m.HoleMenuOpen })));

/** Everything that can be said of a hole or done to it: the same wherever holes are shown. */
export function HoleMenu(props: HoleMenuProps) {
  const { row, holeId, isBig = false, open, onOpen } = props;
  const [isWanted, want] = useState(false);
  if (open && !isWanted) want(true);
  const number = holesInPlan(row.entity.definition.holes).findIndex((h) => h.id === holeId) + 1;
  if (number === 0) return null;
  const button = <HoleButton number={number} isBig={isBig} aria-haspopup="menu" aria-expanded={false} onClick={() => onOpen(true)} />;
  if (!isWanted) return button;
  return (
    <Suspense
      fallback={
        <>
          {button}
          {open ? <DialogComes /> : null}
        </>
      }
    >
      <HoleMenuOpen {...props} />
    </Suspense>
  );
}
