import { ArrowRight, Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from '../../ui/controls';

interface MarkFootProps {
  /** What was marked last, in words. */
  readonly marked: string | null;
  /** Why the last press marked nothing. */
  readonly refusal?: string | null;
  /** What the button marks, and of what. */
  readonly what: string;
  readonly name: string;
  readonly isLocked: boolean;
  readonly onMark: () => void;
  readonly undo: { readonly label: string | null; readonly run: () => void };
  /** What comes after this, where something does. */
  readonly next?: { readonly text: string; readonly onOpen: () => void } | null;
  /** Between the button and undo. */
  readonly children?: ReactNode;
}

/** The foot of the bench: the one big button, what was marked last with its undo, and what comes next. A press that marks nothing says why. */
export function MarkFoot({ marked, refusal, what, name, isLocked, onMark, undo, next, children }: MarkFootProps) {
  return (
    <div className="sticky bottom-0 z-10 -mx-3 flex flex-col gap-2 border-t border-line bg-paper px-3 py-2 max-sm:bottom-14">
      {refusal ? (
        <p role="alert" className="rounded border border-stop px-2 py-1 text-[17px] text-stop">
          {refusal}
        </p>
      ) : null}
      <div role="status" className="text-[17px] empty:hidden">
        {marked}
      </div>
      <div className="flex flex-wrap items-stretch gap-2">
        <Button
          tone="primary"
          className="min-h-18 min-w-60 flex-1 px-4 text-[26px]"
          aria-disabled={isLocked}
          onClick={onMark}
          title="Key Enter"
        >
          <span className="flex flex-col leading-tight">
            <span>{what}</span>
            <span className="text-[18px] font-normal whitespace-normal">{name}</span>
          </span>
        </Button>
        {children}
        {undo.label === null ? null : (
          <Button className="min-h-18 max-w-56 px-3 text-[20px]" onClick={undo.run} title={`${undo.label} (key U)`}>
            <Undo2 size={22} aria-hidden />
            <span className="flex min-w-0 flex-col text-left leading-tight">
              <span>Undo</span>
              <span className="truncate text-[14px] font-normal">{undo.label}</span>
            </span>
          </Button>
        )}
        {next ? (
          <Button className="min-h-18 max-w-64 px-3 text-[17px]" onClick={next.onOpen}>
            <span className="flex min-w-0 flex-col text-left leading-tight">
              <span>Next</span>
              <span className="truncate text-[15px] font-normal">{next.text}</span>
            </span>
            <ArrowRight size={20} aria-hidden className="shrink-0" />
          </Button>
        ) : null}
      </div>
    </div>
  );
}
