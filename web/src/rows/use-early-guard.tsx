import { useState, type ReactNode } from 'react';
import { earlyOf } from '#core/record/order';
import type { StepKind } from '#core/record/steps';
import { earlySentence } from '#core/wording/order';
import { OPERATION_WORDS } from '#core/wording/setups';
import type { MarkWish } from '../api/commands';
import type { RowModel } from './row-model';
import { Button } from '../ui/controls';
import { Modal } from '../ui/modal';

interface Question {
  readonly wishes: readonly MarkWish[];
  readonly missing: readonly StepKind[];
  readonly later: StepKind;
}

/** Marks, but asks once where something is early, says why, and records the exception with the mark. */
export function useEarlyGuard(
  rows: readonly RowModel[],
  scuffAfterDimple: boolean,
  onMark: (wishes: readonly MarkWish[]) => void,
): { readonly mark: (wishes: readonly MarkWish[]) => void; readonly dialog: ReactNode } {
  const [question, setQuestion] = useState<Question | null>(null);
  const mark = (wishes: readonly MarkWish[]) => {
    const works = rows.map((r) => ({ id: r.entity.id, row: r.entity.definition, steps: r.steps, states: r.states }));
    const missing = earlyOf(wishes, works, { parts: rows[0]?.partsDone ?? new Set(), scuffAfterDimple });
    const later = wishes.at(-1)?.kind as StepKind | undefined;
    if (missing.length === 0 || later === undefined) onMark(wishes);
    else setQuestion({ wishes, missing, later });
  };
  const confirm = () => {
    if (!question) return;
    onMark(question.wishes.map((w) => ({ ...w, payload: { ...w.payload, early: question.missing } })));
    setQuestion(null);
  };
  const dialog = question ? (
    <Modal title={`Mark as ${OPERATION_WORDS[question.later].done} already?`} open onClose={() => setQuestion(null)}>
      <p className="text-[17px]">{earlySentence(question.missing, question.later)}</p>
      <p className="text-ink2">If it was done all the same, say so: the exception is kept with the mark.</p>
      <div className="flex flex-wrap justify-end gap-3">
        <Button className="min-h-14 px-5 text-[18px]" onClick={() => setQuestion(null)}>
          No, not yet
        </Button>
        <Button tone="primary" className="min-h-14 px-5 text-[18px]" onClick={confirm}>
          It was done, keep the exception
        </Button>
      </div>
    </Modal>
  ) : null;
  return { mark, dialog };
}
