import type { ReactNode } from 'react';
import { Button } from '../../ui/controls';

interface MarkFootProps {
  /** What was marked last, in words. */
  readonly marked: string | null;
  /** What the button marks, and of what. */
  readonly what: string;
  readonly name: string;
  readonly canMark: boolean;
  readonly isLocked: boolean;
  readonly onMark: () => void;
  readonly undo: { readonly label: string | null; readonly run: () => void };
  /** Between the button and undo. */
  readonly children?: ReactNode;
}

/** The foot of the bench: the one big button, what it marked last, and undo. */
export function MarkFoot({ marked, what, name, canMark, isLocked, onMark, undo, children }: MarkFootProps) {
  return (
    <div className="sticky bottom-0 flex flex-wrap items-center gap-3 bg-paper py-2 max-sm:bottom-14">
      {marked ? (
        <p role="status" className="w-full text-[17px]">
          {marked}
        </p>
      ) : null}
      <Button
        tone="primary"
        className="min-h-20 flex-1 px-6 text-[26px]"
        disabled={!canMark}
        aria-disabled={isLocked}
        onClick={onMark}
        title="Key Enter"
      >
        <span className="flex flex-col leading-tight">
          <span>{what}</span>
          <span className="text-[17px] font-normal">{name}</span>
        </span>
      </Button>
      {children}
      <Button className="min-h-20 px-6 text-[22px]" disabled={undo.label === null} onClick={undo.run} title="Key U">
        Undo
      </Button>
    </div>
  );
}
