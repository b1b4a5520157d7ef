import type { AssemblyAnswer } from '#contract/answers';
import { useState } from 'react';
import type { BenchWork } from '#core/access/bench-order';
import { NOT_MARKED } from '#core/wording/bench';
import { ADVICE_FIRST, WHOLE_CAUTIONS } from '#core/wording/cautions';
import { WHOLE_DONE } from '#core/wording/marks';
import { operationVerb, orderWaitSentence } from '#core/wording/sequence';
import { MARK_KINDS, type AssemblyMarkKind } from '#core/record/marks';
import type { MarkWish } from '../../api/commands';
import type { Sequence } from '../../models/use-sequence';
import { Button } from '../../ui/controls';
import { Modal } from '../../ui/modal';
import { DoneWhen } from './done-when';
import { MarkFoot } from './mark-foot';
import { useMarkKey } from './use-mark-key';
import type { useMarkLock } from './use-mark-lock';
import { useMomentOf } from '../../ui/zone';

interface WorkOnWholeProps {
  readonly data: AssemblyAnswer;
  readonly work: BenchWork & { readonly kind: AssemblyMarkKind };
  readonly sequence: Sequence;
  readonly onMark: (wishes: readonly MarkWish[], text: string) => void;
  readonly lock: ReturnType<typeof useMarkLock>;
  /** What was marked last, in words. */
  readonly marked: string | null;
  readonly undo: { readonly label: string | null; readonly run: () => void };
  readonly next: { readonly text: string; readonly onOpen: () => void } | null;
}

/** Fitting up, taking apart and their like: for all parts that are left, or those that are chosen. */
export function WorkOnWhole({ data, work, sequence, onMark, lock, marked, undo, next }: WorkOnWholeProps) {
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const [doneAt, setDoneAt] = useState('');
  const chosen = work.openPartIds.filter((id) => !off.has(id));
  const verb = operationVerb(work.kind);
  const name = sequence.nameOf(work.id).slice(verb.length + 2);
  const canMark = work.rowId !== null || chosen.length > 0;
  const what = work.rowId === null ? `${chosen.length} ${chosen.length === 1 ? 'part' : 'parts'}` : '';
  const momentOf = useMomentOf();
  const [isAsking, setAsking] = useState(false);
  const early = MARK_KINDS.filter((k) => work.waits.some((w) => sequence.byId.get(w.id)?.kind === k));
  const write = () => {
    setAsking(false);
    setOff(new Set());
    const at = momentOf(doneAt);
    const time = at === undefined ? {} : { doneAt: at };
    const exception = early.length > 0 ? { early } : {};
    const address =
      work.rowId === null
        ? { rowId: data.assembly.id, holeIds: [], payload: { partIds: chosen, ...exception } }
        : { rowId: work.rowId, holeIds: work.openHoleIds, payload: exception };
    onMark([{ kind: work.kind, ...address, ...time } as MarkWish], `${what || name} ${WHOLE_DONE[work.kind]}`);
  };
  const [said, setSaid] = useState<string | null>(null);
  const mark = (by: 'click' | 'key' | 'held-key') => {
    setSaid(canMark ? null : NOT_MARKED['no-part']);
    if (canMark) lock.tryMark(by, work.waits.length > 0 ? () => setAsking(true) : write);
  };
  useMarkKey(mark);
  return (
    <section aria-label="The work at hand" className="flex min-h-0 flex-1 flex-col gap-3">
      <h1 className="label text-[34px] leading-none">
        {verb[0]?.toUpperCase()}
        {verb.slice(1)}: <span className="text-dye">{name}</span>
      </h1>
      {work.waits.length > 0 ? (
        <ul aria-label="Waits for" className="text-[17px] text-caution">
          {work.waits.slice(0, WAITS_SHOWN).map((w) => (
            <li key={w.id}>
              waits for {orderWaitSentence(w.because, sequence.byId.get(w.id)?.kind ?? 'set', sequence.nameOf(w.id), work.kind)}
            </li>
          ))}
          {work.waits.length > WAITS_SHOWN ? <li>and {work.waits.length - WAITS_SHOWN} more</li> : null}
        </ul>
      ) : null}
      {work.rowId === null ? (
        <fieldset className="flex flex-wrap gap-2">
          <legend className="label text-[17px] text-ink2">Parts</legend>
          {work.openPartIds.map((id) => (
            <label
              key={id}
              className={`label flex min-h-14 items-center gap-2 rounded border px-3 text-[18px] ${off.has(id) ? 'border-edge bg-raised' : 'border-dye bg-dye-soft'}`}
            >
              <input type="checkbox" className="size-5" checked={!off.has(id)} onChange={() => setOff(toggled(off, id))} />
              {data.parts.find((p) => p.id === id)?.definition.name ?? '?'}
            </label>
          ))}
        </fieldset>
      ) : null}
      <div className="flex flex-wrap items-center gap-3 text-[15px]">
        <DoneWhen doneAt={doneAt} onDoneAt={setDoneAt} />
      </div>
      <ul className="text-[15px] text-ink2">
        {[...WHOLE_CAUTIONS[work.kind], ADVICE_FIRST].map((c) => (
          <li key={c}>{c}</li>
        ))}
      </ul>
      <div className="flex-1" />
      <MarkFoot
        marked={marked}
        what={`Mark ${what ? `${what} ` : ''}${WHOLE_DONE[work.kind]}`}
        name={name}
        refusal={said}
        isLocked={lock.isLocked}
        onMark={() => mark('click')}
        undo={undo}
        next={next}
      />
      <Modal title={`Is it ${WHOLE_DONE[work.kind]} already?`} open={isAsking} onClose={() => setAsking(false)}>
        <p className="text-[17px]">
          Something that comes before it is not marked. If it was done all the same, say so: the exception is kept with the mark.
        </p>
        <div className="flex flex-wrap justify-end gap-3">
          <Button className="min-h-14 px-5 text-[18px]" onClick={() => setAsking(false)}>
            No, not yet
          </Button>
          <Button tone="primary" className="min-h-14 px-5 text-[18px]" onClick={write}>
            It was done, keep the exception
          </Button>
        </div>
      </Modal>
    </section>
  );
}

/** What it waits for is named up to so many. */
const WAITS_SHOWN = 6;

function toggled(set: ReadonlySet<string>, key: string): ReadonlySet<string> {
  const next = new Set(set);
  if (!next.delete(key)) next.add(key);
  return next;
}
