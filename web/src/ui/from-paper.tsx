import { NotebookPen } from 'lucide-react';
import { lazy, Suspense, useState } from 'react';
import type { Entity } from '#core/record/definitions';
import { isLaterToday } from '#core/record/paper';
import { writeUp, type WritingUp } from '../api/writing-up';
import { Button } from './controls';
import { DialogComes } from './dialog-comes';
import { useShowMoment } from './zone';

/* The form comes when it is asked for. */
const PaperForm = lazy(() => import('./paper-form').then((m) => ({ default: m.PaperForm })));

interface FromPaperProps {
  readonly kit: Entity<'kit'>;
  readonly assemblyId: string;
}

/** Begins writing up from paper. */
export function FromPaper(props: FromPaperProps) {
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <Button className="min-h-14 px-4 text-[17px]" onClick={() => setOpen(true)}>
        <NotebookPen size={18} aria-hidden /> From paper
      </Button>
      {isOpen ? (
        <Suspense fallback={<DialogComes />}>
          <PaperForm {...props} onClose={() => setOpen(false)} />
        </Suspense>
      ) : null}
    </>
  );
}

/** Says which day is being written up, and by whom; one press leaves the mode. */
export function WritingUpBanner({ kit, mode }: { readonly kit: Entity<'kit'>; readonly mode: WritingUp }) {
  const who = kit.definition.people.find((p) => p.id === mode.person)?.initials ?? 'somebody';
  const show = useShowMoment();
  return (
    <div role="status" className="flex flex-wrap items-center gap-3 rounded border border-caution bg-caution-soft px-2 py-1 text-[17px]">
      <span>
        Writing up from paper: {show(mode.at, 'long')}, {who}.
        {isLaterToday(Date.parse(mode.at), Date.now()) ? ' That is later than now: it is noted.' : ''}
      </span>
      <span>{mode.plan === 'then' ? 'Figures are those of the plan as it was then.' : 'Figures are those of the plan as it is now.'}</span>
      <Button className="min-h-14 px-4 text-[17px]" onClick={() => writeUp({ ...mode, plan: mode.plan === 'then' ? 'now' : 'then' })}>
        {mode.plan === 'then' ? 'Take those of now' : 'Take those of then'}
      </Button>
      <Button className="min-h-14 px-4 text-[17px]" onClick={() => writeUp(null)}>
        Leave: mark as now again
      </Button>
    </div>
  );
}
