import type { Entity } from '#core/record/definitions';
import { fileName } from '../../ui/save-file';
import { DoneWhen } from './done-when';

interface OnPaperProps {
  readonly assembly: Entity<'assembly'>;
  readonly setupKey: string;
  /** When it was done, as a date field writes it; empty: now. */
  readonly doneAt: string;
  readonly onDoneAt: (next: string) => void;
}

/** When it was done, if not now, and this set-up as a card on paper. */
export function OnPaper({ assembly, setupKey, doneAt, onDoneAt }: OnPaperProps) {
  return (
    <div className="flex flex-wrap items-center gap-3 text-[15px]">
      <DoneWhen doneAt={doneAt} onDoneAt={onDoneAt} />
      <span>On paper:</span>
      {(['a4', 'letter'] as const).map((paper) => (
        <a
          key={paper}
          className="label inline-flex min-h-14 items-center rounded border border-edge bg-raised px-3"
          href={`/api/assemblies/${assembly.id}/bench-card.pdf?${new URLSearchParams({ setup: setupKey, paper }).toString()}`}
          download={fileName(`${assembly.definition.name} ${setupKey}`, 'pdf')}
        >
          bench card, {paper === 'a4' ? 'A4' : 'Letter'}
        </a>
      ))}
    </div>
  );
}
