import { cutText } from '#core/typed/whole-text';
import { useState, type ReactNode } from 'react';
import { finishedParts, openMachining, type OpenMachining } from '#core/done/finish';
import { earlyOf, type WorkOrder } from '#core/record/order';
import { STEP_KINDS, type StepKind } from '#core/record/steps';
import { withoutStopped } from '#core/done/offered';
import { stoppedQuestion } from '#core/wording/standing';
import { shutOffBySetting } from '#core/access/shut-off';
import { earlySentence } from '#core/wording/order';
import { shutsOffSentence } from '#core/wording/sequence';
import { OPERATION_WORDS } from '#core/wording/setups';
import type { Mark } from '#core/record/marks';
import type { MarkWish } from '../api/commands';
import type { RowModel } from './row-model';
import { rangeIn } from './use-work-mark';
import type { Sequence } from './use-sequence';
import { Button, ErrorText, Field, TextInput } from '../ui/controls';
import { Modal } from '../ui/modal';

/** Work that cuts the sheet. */
const CUTTING: readonly MarkWish['kind'][] = ['piloted', 'drilled', 'deburred', 'countersunk'];

interface Question {
  readonly wishes: readonly MarkWish[];
  /** Told once they are kept. */
  readonly onKept: (() => void) | undefined;
  readonly missing: readonly StepKind[];
  readonly later: StepKind | 'squared';
  /** Rows that are shut off once this is set. */
  readonly shut: readonly string[];
  /** The first pieces of this batch were not looked at. */
  readonly isUnlooked: boolean;
  /** Every hole that was chosen has an open stop: which; empty: not so. */
  readonly stopped: string;
  /** What is still to be machined on the parts a finish goes on. */
  readonly machining: readonly OpenMachining[];
  /** Finished parts that are cut by this, by name. */
  readonly finished: readonly string[];
}

/** What is kept with the marks of an exception. */
function exceptionOf({ missing, shut, isUnlooked }: Question, reason: string): Pick<Mark['payload'], 'early' | 'note'> {
  const early = isUnlooked ? [...missing, 'inspected' as const] : missing;
  const note = [reason.trim(), shut.length > 0 ? shutsOffSentence(shut) : ''].filter(Boolean).join(' ');
  return { ...(early.length > 0 ? { early } : {}), ...(note ? { note: cutText(note, 500) } : {}) };
}

/** Titles of the rows that nothing gets at any more once these are marked, and could be set until now. */
function shutBy(wishes: readonly MarkWish[], sequence: Sequence | undefined): string[] {
  const setting = wishes.flatMap((w) => (w.kind === 'set' ? [w.rowId] : []));
  if (!sequence || setting.length === 0) return [];
  const { derived, model } = sequence;
  const titles = new Map(model.rows.map((r) => [r.id, r.title]));
  return shutOffBySetting(setting, derived.operations, derived.access, derived.done).map((id) => titles.get(id) ?? '');
}

/** Names of the parts with a finish that this cuts. */
function finishedBy(wishes: readonly MarkWish[], rows: readonly RowModel[]): string[] {
  const cut = wishes.flatMap((w) => {
    const row = rows.find((r) => r.entity.id === w.rowId);
    if (!row || !CUTTING.includes(w.kind)) return [];
    return row.entity.definition.layers.flatMap((l, i) => {
      const isMeant = !w.layerIds || w.layerIds.length === 0 || w.layerIds.includes(l.id);
      return isMeant ? [{ partId: l.partId, name: row.plan.layers[i]?.part ?? '' }] : [];
    });
  });
  const steps = rows[0]?.partsDone ?? new Set<string>();
  const finished = finishedParts(
    cut.map((c) => c.partId),
    steps,
  );
  return finished.map((id) => cut.find((c) => c.partId === id)?.name ?? '');
}

/** Asked where all the holes that were chosen have an open stop; where some have, these are left out unasked. */
function stoppedIn(wishes: readonly MarkWish[], rows: readonly RowModel[]): string {
  const [first] = wishes;
  const standing = rows.find((r) => r.entity.id === first?.rowId)?.standing;
  if (!first || !standing || standing.stopped.size === 0 || first.holeIds.length === 0) return '';
  const isStep = (STEP_KINDS as readonly string[]).includes(first.kind);
  const isEvery = wishes.every((w) => w.holeIds.every((id) => standing.stopped.has(id)));
  const { leftOut, wishes: kept } = withoutStopped([...wishes, { ...first, holeIds: [] }], () => standing);
  const isMending = leftOut.length === 0 || kept.some((w) => w.holeIds.length > 0);
  return isStep && isEvery && !isMending ? stoppedQuestion(rangeIn(rows, first.rowId, first.holeIds), first.holeIds.length) : '';
}

/** What is open before a finish that these marks say; nothing where they say none. */
function machiningBefore(wishes: readonly MarkWish[], rows: readonly RowModel[]): OpenMachining[] {
  const parts = wishes.flatMap((w) => (w.kind === 'primed' ? (w.payload?.partIds ?? []) : []));
  if (parts.length === 0) return [];
  return openMachining(
    rows.map((r) => ({ id: r.entity.id, title: r.title, row: r.entity.definition, steps: r.steps, states: r.states })),
    parts,
  );
}

/** Marks, but asks once where something is early, says why, and records the exception with the mark. */
export function useEarlyGuard(
  rows: readonly RowModel[],
  order: WorkOrder,
  onMark: (wishes: readonly MarkWish[], onKept?: () => void) => void,
  sequence?: Sequence,
  isUnlookedBy: (wishes: readonly MarkWish[]) => boolean = () => false,
): { readonly mark: (wishes: readonly MarkWish[], onKept?: () => void) => void; readonly dialog: ReactNode } {
  const [question, setQuestion] = useState<Question | null>(null);
  const [reason, setReason] = useState('');
  const [problem, setProblem] = useState<string | null>(null);
  const mark = (wishes: readonly MarkWish[], onKept?: () => void) => {
    const works = rows.map((r) => ({ id: r.entity.id, row: r.entity.definition, steps: r.steps, states: r.states }));
    const missing = earlyOf(wishes, works, { parts: rows[0]?.partsDone ?? new Set(), order });
    const later = wishes.at(-1)?.kind as Question['later'] | undefined;
    const shut = shutBy(wishes, sequence);
    const isUnlooked = isUnlookedBy(wishes);
    const finished = finishedBy(wishes, rows);
    const machining = machiningBefore(wishes, rows);
    const stopped = stoppedIn(wishes, rows);
    const isPlain = missing.length === 0 && shut.length === 0 && !isUnlooked && finished.length === 0 && stopped === '';
    if (isPlain || later === undefined) onMark(wishes, onKept);
    else {
      setReason('');
      setProblem(null);
      setQuestion({ wishes, onKept, missing, later, shut, isUnlooked, stopped, finished, machining });
    }
  };
  const confirm = () => {
    if (!question) return;
    if (question.machining.length > 0 && reason.trim() === '') return setProblem('Say why the finish goes on before that.');
    onMark(
      question.wishes.map((w) => ({
        ...w,
        payload: { ...w.payload, ...exceptionOf(question, reason) },
      })) as readonly MarkWish[],
      question.onKept,
    );
    setQuestion(null);
  };
  const dialog = question ? (
    <Modal
      title={
        question.later === 'squared'
          ? 'Is it square already?'
          : question.isUnlooked && question.missing.length + question.shut.length === 0
            ? 'Go on without a look at the first three?'
            : question.missing.length + question.shut.length === 0 && !question.isUnlooked && !question.stopped
              ? 'Cut through the finish?'
              : `Mark as ${OPERATION_WORDS[question.later].done} already?`
      }
      open
      onClose={() => setQuestion(null)}
    >
      {question.stopped ? <p className="text-[17px] font-semibold text-stop">{question.stopped}</p> : null}
      {question.missing.length > 0 ? <p className="text-[17px]">{earlySentence(question.missing, question.later)}</p> : null}
      {question.shut.length > 0 ? <p className="text-[17px] font-semibold text-stop">{shutsOffSentence(question.shut)}</p> : null}
      {question.isUnlooked ? (
        <p className="text-[17px]">
          The first three of this batch were not looked at. What is wrong with them is wrong with every one that follows: measure them
          first.
        </p>
      ) : null}
      {question.finished.length > 0 ? (
        <p className="text-[17px]">
          {question.finished.join(', ')} {question.finished.length === 1 ? 'has its' : 'have their'} finish already: what is cut now is bare
          metal, and the finish is open again there until it is touched up.
        </p>
      ) : null}
      {question.machining.length > 0 ? (
        <>
          <ul aria-label="Machining still open" className="max-h-60 overflow-auto text-[17px]">
            {question.machining.map((m) => (
              <li key={`${m.rowId}/${m.kind}`}>
                {m.title}: {OPERATION_WORDS[m.kind].verb} {m.holes} {m.holes === 1 ? 'hole' : 'holes'}
              </li>
            ))}
          </ul>
          <Field label="Why the finish goes on before that">
            <TextInput className="min-h-12" maxLength={300} value={reason} onChange={(e) => setReason(e.target.value)} />
          </Field>
          {problem ? <ErrorText>{problem}</ErrorText> : null}
        </>
      ) : null}
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
