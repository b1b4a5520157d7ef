import { lazy, Suspense, useState } from 'react';
import { useAside } from '../api/outbox';
import { Button } from './controls';
import { DialogComes } from './dialog-comes';

const SetAsideList = lazy(() => import('./set-aside-list').then((m) => ({ default: m.SetAsideList })));

/** Marks the server will never take: said until a person has looked at them; they hold up nothing. */
export function SetAsideBadge() {
  const aside = useAside();
  const [isOpen, setOpen] = useState(false);
  if (aside.length === 0) return null;
  return (
    <>
      <Button className="border-stop text-stop" onClick={() => setOpen(true)}>
        {aside.length} set aside
      </Button>
      {isOpen ? (
        <Suspense fallback={<DialogComes />}>
          <SetAsideList onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}
