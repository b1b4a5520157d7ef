import { Search } from 'lucide-react';
import { lazy, Suspense, useEffect, useState } from 'react';
import { DialogComes } from '../dialog-comes';

const FindDialog = lazy(() => import('./find-dialog').then((m) => ({ default: m.FindDialog })));

/** Finds rows, parts, places and commands by words: one button, one key. */
export function FindButton({ kitId }: { kitId: string }) {
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.altKey || e.shiftKey || e.key.toLowerCase() !== 'k') return;
      e.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <button
        type="button"
        title="Find (Ctrl+K)"
        aria-keyshortcuts="Control+K Meta+K"
        onClick={() => setOpen(true)}
        className="label inline-flex min-h-8 items-center gap-1 rounded border border-edge bg-raised px-2 hover:bg-dye-soft pointer-coarse:min-h-11"
      >
        <Search size={17} aria-hidden />
        <span className="max-2xl:sr-only">Find</span>
      </button>
      {isOpen ? (
        <Suspense fallback={<DialogComes />}>
          <FindDialog kitId={kitId} onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}
