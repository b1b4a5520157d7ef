import { useState, type FormEvent } from 'react';
import type { GatheredFinding } from '#core/done/row-standing';
import { settlementOf } from '#core/done/settlement';
import { STANDING_CATALOGUE } from '#core/wording/standing';
import type { MarkWish } from '../api/commands';
import type { RowModel } from '../models/row-model';
import { Button, ErrorText, Field, TextInput } from './controls';
import { Modal } from './modal';

/** What is true where a rivet was set into one that was in: the two answers there are. */
const SET_TWICE_ANSWERS = ['The first one never went in.', 'It was taken out, and that was not written down.'];

interface SettleDialogProps {
  readonly row: RowModel;
  readonly gathered: GatheredFinding;
  /** The holes it is about, as the row numbers them. */
  readonly range: string;
  readonly onMark: (wishes: readonly MarkWish[]) => void;
  readonly onClose: () => void;
}

/** Puts an answer to a finding on record: in whose words, on which page. It holds for what stands now, and for nothing graver. */
export function SettleDialog({ row, gathered, range, onMark, onClose }: SettleDialogProps) {
  const { code } = gathered.finding;
  const [words, setWords] = useState('');
  const [page, setPage] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    if (words.trim() === '' && page.trim() === '') return setProblem('Write the answer, or the page that gives it.');
    onMark([
      settlementOf(row.entity.id, row.entity.definition, row.standing, gathered, row.pieces, { words: words.trim(), page: page.trim() }),
    ]);
    onClose();
  };
  return (
    <Modal title={`Settle: ${STANDING_CATALOGUE[code].title}`} open onClose={onClose}>
      <form onSubmit={submit} className="flex flex-col gap-3">
        <p className="text-[16px]">
          {gathered.holeIds.length === 1 ? 'Hole' : 'Holes'} {range}. The answer covers what stands there now. Anything worse opens it
          again. It is your record of an answer, not an approval.
        </p>
        {code === 'set-twice' ? (
          <div className="flex flex-wrap gap-2">
            {SET_TWICE_ANSWERS.map((answer) => (
              <Button key={answer} className="min-h-11" aria-pressed={words === answer} onClick={() => setWords(answer)}>
                {answer}
              </Button>
            ))}
          </div>
        ) : null}
        <Field label="Who answered, and what">
          <TextInput
            autoFocus
            maxLength={500}
            value={words}
            onChange={(e) => setWords(e.target.value)}
            placeholder="such as: kit maker by letter, 12 May: leave as is"
          />
        </Field>
        <Field label="Page or letter">
          <TextInput maxLength={120} value={page} onChange={(e) => setPage(e.target.value)} placeholder="such as: FL-07 B" />
        </Field>
        {problem ? <ErrorText>{problem}</ErrorText> : null}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" tone="primary">
            Record the answer
          </Button>
        </div>
      </form>
    </Modal>
  );
}
