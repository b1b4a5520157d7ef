import type { AssemblyAnswer } from '#contract/answers';
import { useUnits } from '../../ui/units';
import { useMemo, useState } from 'react';
import { planStack } from '#core/prep/plan';
import { composeContextOf } from '../../models/compose-context';
import { composeLines, PASTE_MAX_LINES, type PastedLine } from '#core/compose/compose-many';
import type { Composed } from '#core/compose/compose';
import { stackOf } from '#core/record/stack-of';
import { problemMessage } from '#core/wording/problems';
import { contextOf } from '../../models/planned-rows';
import { Button, ErrorText } from '../../ui/controls';
import { Modal } from '../../ui/modal';
import { PrepGlyph } from '../../ui/prep-glyph';
import { VerdictSign } from '../../ui/verdict';
import { ErrorSpot } from './row-line-field';

interface PasteDialogProps {
  readonly data: AssemblyAnswer;
  readonly initialText: string;
  readonly nextOrder: number;
  readonly onKeep: (made: readonly Composed[]) => Promise<void>;
  readonly onClose: () => void;
}

/** Many rows at once: a preview line by line, errors at their character; good lines are kept, bad ones stay to mend. */
export function PasteDialog({ data, initialText, nextOrder, onKeep, onClose }: PasteDialogProps) {
  const [text, setText] = useState(initialText);
  const [error, setError] = useState<string | null>(null);
  const units = useUnits();
  const lines = useMemo(() => composeLines(text, composeContextOf(data, units), nextOrder), [text, data, units, nextOrder]);
  const goodLines = lines.flatMap((l) => (l.made ? [l.made] : []));
  const badLines = lines.filter((l) => l.problem);
  const keep = async () => {
    try {
      await onKeep(goodLines);
      if (badLines.length === 0) return onClose();
      setText(badLines.map((l) => l.text).join('\n'));
      setError(null);
    } catch (e) {
      setError((e as Error).message);
    }
  };
  return (
    <Modal title="Many rows at once" open onClose={onClose} wide>
      <label className="flex shrink-0 flex-col gap-1 text-[14px] text-ink2">
        One row a line, as typed, or a spreadsheet's columns (name, stack, rivet, holes, pitch, edge, hand, page); lines that begin with #
        are passed over. At most {PASTE_MAX_LINES} lines.
        <textarea
          className="field min-h-32 shrink-0 font-mono text-[13px]"
          value={text}
          onChange={(e) => setText(e.target.value)}
          autoFocus
          spellCheck={false}
        />
      </label>
      <ol aria-label="Preview" className="max-h-[38vh] overflow-auto border-y border-line text-[14px]">
        {lines.map((line) => (
          <li key={line.number} className="border-b border-line py-1">
            <span className="label inline-block w-16 text-ink2">line {line.number}</span>
            <LinePreview line={line} data={data} />
          </li>
        ))}
        {lines.length === 0 ? <li className="py-2 text-ink2">Nothing to read yet. Paste lines above.</li> : null}
      </ol>
      {error ? <ErrorText>{error}</ErrorText> : null}
      <div className="flex items-center justify-end gap-3">
        {badLines.length > 0 ? <span className="text-[14px] text-stop">{badLines.length} to mend; they stay here.</span> : null}
        <Button onClick={onClose}>Close</Button>
        <Button tone="primary" disabled={goodLines.length === 0} onClick={() => void keep()}>
          Keep {goodLines.length} {goodLines.length === 1 ? 'row' : 'rows'}
        </Button>
      </div>
    </Modal>
  );
}

function LinePreview({ line, data }: { line: PastedLine; data: AssemblyAnswer }) {
  if (line.problem)
    return (
      <span className="text-stop">
        <ErrorSpot text={line.text} at={line.problem.at ?? 0} /> character {(line.problem.at ?? 0) + 1}: {problemMessage(line.problem)}
      </span>
    );
  const made = line.made as Composed;
  const parts = new Map([...data.parts, ...made.newParts].map((p) => [p.id, p.definition]));
  const stack = stackOf(made.row, { ...contextOf(data), parts });
  const plan = stack ? planStack(stack) : null;
  return (
    <span className="inline-flex flex-wrap items-center gap-x-2">
      {plan ? <VerdictSign of={plan.verdict} /> : null}
      {plan?.layers.map((l, i) => (
        <PrepGlyph key={i} prep={l.prep} part={l.part} />
      ))}
      <span>
        {plan ? `${plan.rivet.callout} ×${made.row.holes.length}` : 'uses a part made by a line above'}{' '}
        <code className="text-[12.5px] text-ink2">{line.text.trim()}</code>
      </span>
    </span>
  );
}
