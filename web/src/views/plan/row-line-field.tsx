import { usePageKeys } from '../../ui/page-keys';
import { useEffect, useId, useRef, type ClipboardEvent, type KeyboardEvent } from 'react';
import type { Problem } from '#core/units/result';
import { problemMessage } from '#core/wording/problems';
import { Button } from '../../ui/controls';

interface RowLineFieldProps {
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly problem: Problem | null;
  readonly isEditing: boolean;
  readonly onKeep: () => void;
  readonly onCancel: () => void;
  readonly onPasteMany: (text: string) => void;
  readonly onPartThickness?: (() => void) | undefined;
  readonly units: 'in' | 'mm';
}

export const LINE_EXAMPLE = 'skin .025 / flange .040 : 426AD3-3.5 x18 @1.25';

/** Where a row is typed. Enter keeps it, Escape empties it; many lines pasted at once open the preview. */
export function RowLineField(p: RowLineFieldProps) {
  const id = useId();
  const input = useRef<HTMLTextAreaElement>(null);
  usePageKeys({ newRow: () => input.current?.focus() });
  useEffect(() => {
    if (p.isEditing) input.current?.focus();
  }, [p.isEditing]);
  const onKeyDown = (e: KeyboardEvent) => {
    if (e.key === 'Enter') {
      e.preventDefault();
      p.onKeep();
    }
    if (e.key === 'Escape') p.onCancel();
  };
  const onPaste = (e: ClipboardEvent) => {
    const pasted = e.clipboardData.getData('text');
    /* Many lines, or cells of a spreadsheet. */
    const isCells = pasted.includes('\t') || ((pasted.match(/;/g)?.length ?? 0) > 1 && !pasted.includes(':'));
    if (!/[\r\n]/.test(pasted.trim()) && !isCells) return;
    e.preventDefault();
    p.onPasteMany(pasted);
  };
  const showProblem = p.problem !== null && p.text.trim() !== '';
  return (
    <div className="flex flex-col gap-1 border-b border-line bg-panel p-2">
      <label htmlFor={id} className="label text-[14px] text-ink2">
        {p.isEditing ? 'This row, typed anew (Enter keeps, Escape leaves it)' : 'A row in one line (Enter keeps it)'}
      </label>
      <div className="flex gap-2">
        <textarea
          id={id}
          ref={input}
          rows={2}
          className="field min-w-0 flex-1 resize-none font-mono text-[14px] leading-snug"
          value={p.text}
          placeholder={LINE_EXAMPLE}
          onChange={(e) => p.onText(e.target.value.replace(/[\r\n]+/g, ' '))}
          onKeyDown={onKeyDown}
          onPaste={onPaste}
          aria-invalid={showProblem}
          aria-describedby={`${id}-said`}
          autoComplete="off"
          spellCheck={false}
        />
        <Button tone="primary" onClick={p.onKeep} disabled={p.text.trim() === ''}>
          Keep
        </Button>
        {p.isEditing ? <Button onClick={p.onCancel}>Cancel</Button> : null}
      </div>
      <div id={`${id}-said`} aria-live="polite" className="min-h-5 text-[14px]">
        {showProblem && p.problem ? (
          <div className="text-stop">
            <ErrorSpot text={p.text} at={p.problem.at ?? 0} /> character {(p.problem.at ?? 0) + 1}: {problemMessage(p.problem)}
            {p.onPartThickness ? (
              <Button className="ml-2" onClick={p.onPartThickness}>
                Change the part everywhere
              </Button>
            ) : null}
          </div>
        ) : (
          <span className="text-ink2">
            Sheets from the head side, a colon, the rivet or fastener. Bare numbers are{' '}
            {p.units === 'in' ? 'inches, 025 is thousandths' : 'millimetres'}.
          </span>
        )}
      </div>
    </div>
  );
}

/** The piece of the line around the character an error is about. */
export function ErrorSpot({ text, at }: { text: string; at: number }) {
  const from = Math.max(0, at - 12);
  return (
    <code className="rounded bg-stop-soft px-1">
      {from > 0 ? '…' : ''}
      {text.slice(from, at)}
      <mark className="bg-stop text-paper">{text[at] ?? '\u00a0'}</mark>
      {text.slice(at + 1, at + 10)}
      {text.length > at + 10 ? '…' : ''}
    </code>
  );
}
