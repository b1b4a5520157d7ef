import { useState, type ReactNode } from 'react';
import { missingBefore } from '#core/record/order';
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

/** What of these wishes is early by the order of the work. Wishes of one gesture belong to one row, or to parts. */
export function earlyOf(wishes: readonly MarkWish[], rows: readonly RowModel[], scuffAfterDimple: boolean): StepKind[] {
  const [first] = wishes;
  const partIds = wishes.flatMap((w) => w.payload?.partIds ?? []);
  const model =
    partIds.length > 0
      ? rows.find((r) => r.entity.definition.layers.some((l) => partIds.includes(l.partId)))
      : rows.find((r) => r.entity.id === first?.rowId);
  if (!first || !model) return [];
  const steps = model.steps.filter((s) =>
    wishes.some(
      (w) =>
        w.kind === s.kind &&
        (partIds.length > 0
          ? s.partId !== null && partIds.includes(s.partId)
          : (s.layerId === null || (w.layerIds ?? []).includes(s.layerId)) && (s.side === null || s.side === w.side)),
    ),
  );
  const works = rows.map((r) => ({ row: r.entity.definition, steps: r.steps, states: r.states }));
  const own = { row: model.entity.definition, steps: model.steps, states: model.states };
  const missing = missingBefore(steps, own, first.holeIds, { parts: model.partsDone, scuffAfterDimple, rows: works });
  /* What is marked in the same gesture is not missing. */
  return missing.filter((kind) => !wishes.some((w) => w.kind === kind));
}

/** Marks, but asks once where something is early, says why, and records the exception with the mark. */
export function useEarlyGuard(
  rows: readonly RowModel[],
  scuffAfterDimple: boolean,
  onMark: (wishes: readonly MarkWish[]) => void,
): { readonly mark: (wishes: readonly MarkWish[]) => void; readonly dialog: ReactNode } {
  const [question, setQuestion] = useState<Question | null>(null);
  const mark = (wishes: readonly MarkWish[]) => {
    const missing = earlyOf(wishes, rows, scuffAfterDimple);
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
