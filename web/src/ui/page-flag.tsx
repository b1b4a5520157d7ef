import type { AssemblyAnswer } from '#contract/answers';
import { useMemo, useState } from 'react';
import { pageFlags, type PageFlag } from '#core/record/page-flags';
import { takenBack, type Mark } from '#core/record/marks';
import { Link } from 'react-router';
import { rowTitle } from '#core/record/title';
import { useMark } from '../api/commands';
import { useChanges } from '../api/queries';
import { partsById } from '../models/planned-rows';
import { Button, ErrorText, Field, TextInput } from './controls';
import { useShowMoment } from './zone';

/** Rows under a revised page that nobody settled, by row. */
export function usePageFlags(data: AssemblyAnswer, marks: readonly Mark[]): ReadonlyMap<string, readonly PageFlag[]> {
  return useMemo(() => {
    const byRow = new Map<string, PageFlag[]>();
    for (const flag of pageFlags(data.pages ?? [], data.rows, marks)) byRow.set(flag.rowId, [...(byRow.get(flag.rowId) ?? []), flag]);
    return byRow;
  }, [data.pages, data.rows, marks]);
}

interface PageFlagsProps {
  readonly data: AssemblyAnswer;
  readonly flags: readonly PageFlag[];
}

/** A revised page at the point of work: what it is about, what was done to the old one, and what somebody says of it. */
export function PageFlags({ data, flags }: PageFlagsProps) {
  if (flags.length === 0) return null;
  return (
    <ul aria-label="Revised pages" className="flex flex-col gap-2">
      {flags.map((flag) => (
        <OneFlag key={`${flag.rowId}/${flag.pageId}`} data={data} flag={flag} />
      ))}
    </ul>
  );
}

function OneFlag({ data, flag }: { data: AssemblyAnswer; flag: PageFlag }) {
  const show = useShowMoment();
  const mark = useMark(data.kit);
  const [question, setQuestion] = useState('');
  const [answer, setAnswer] = useState('');
  const [isAsking, setAsking] = useState(false);
  const changes = useChanges(data.kit.id).data;
  const [problem, setProblem] = useState<string | null>(null);
  /* The newest edit of this row since the page came that was not taken back. */
  const edit = useMemo(() => {
    const { counts } = takenBack(changes ?? []);
    return changes?.find(
      (c) =>
        c.undoes === null && counts(c.id) && c.recordedAt > flag.cameAt && c.edits.some((e) => e.kind === 'row' && e.id === flag.rowId),
    );
  }, [changes, flag]);
  const say = (said: 'unchanged' | 'edited' | 'asked', note = '') => {
    if (said === 'edited' && !edit)
      return setProblem('No edit of this row was kept since the page came. Edit it first; the edit is kept with this answer.');
    mark([
      {
        kind: 'page-answer',
        rowId: flag.rowId,
        holeIds: [],
        payload: {
          page: { pageId: flag.pageId, revision: flag.revision, answer: said, ...(said === 'edited' && edit ? { changeId: edit.id } : {}) },
          ...(note ? { note } : {}),
        },
      },
    ]);
  };
  const reply = () =>
    flag.asked
      ? mark([{ kind: 'question-answer', rowId: flag.rowId, holeIds: [], payload: { because: flag.asked.markId, note: answer.trim() } }])
      : undefined;
  return (
    <li className="flex flex-col gap-2 rounded border border-caution bg-caution-soft px-2 py-1 text-[16px]">
      <p>
        Page <strong>{flag.page}</strong> has revision {flag.revision} since {show(flag.cameAt, 'day')}
        {flag.note ? `: ${flag.note}` : '.'}
        {flag.doneBefore > 0 ? ` ${flag.doneBefore} ${flag.doneBefore === 1 ? 'thing was' : 'things were'} done to the old one.` : ''}
      </p>
      {flag.asked ? (
        <>
          <p>
            Asked the kit maker on {show(flag.asked.on, 'day')}: {flag.asked.question}
          </p>
          <div className="flex flex-wrap items-end gap-2">
            <Field label="What they answered">
              <TextInput value={answer} maxLength={500} onChange={(e) => setAnswer(e.target.value)} />
            </Field>
            <Button className="pointer-coarse:min-h-14" disabled={answer.trim() === ''} onClick={reply}>
              Keep the answer
            </Button>
          </div>
        </>
      ) : isAsking ? (
        <div className="flex flex-wrap items-end gap-2">
          <Field label="What was asked">
            <TextInput value={question} maxLength={500} autoFocus onChange={(e) => setQuestion(e.target.value)} />
          </Field>
          <Button className="pointer-coarse:min-h-14" disabled={question.trim() === ''} onClick={() => say('asked', question.trim())}>
            Keep the question
          </Button>
          <Button className="pointer-coarse:min-h-14" onClick={() => setAsking(false)}>
            Leave it
          </Button>
        </div>
      ) : (
        <div className="flex flex-wrap gap-2">
          <Button className="pointer-coarse:min-h-14" onClick={() => say('unchanged')}>
            This row is unchanged
          </Button>
          <Button className="pointer-coarse:min-h-14" onClick={() => say('edited')}>
            Edited as it says
          </Button>
          <Button className="pointer-coarse:min-h-14" onClick={() => setAsking(true)}>
            Asked the kit maker
          </Button>
        </div>
      )}
      {problem ? <ErrorText>{problem}</ErrorText> : null}
    </li>
  );
}

/** Rows under a revised page that nobody settled, where the order is looked at: each leads to its row. */
export function PageFlagLine({ data, flags }: { data: AssemblyAnswer; flags: ReadonlyMap<string, readonly PageFlag[]> }) {
  if (flags.size === 0) return null;
  const parts = partsById(data.parts);
  return (
    <p role="note" aria-label="Revised pages" className="rounded border border-caution bg-caution-soft px-2 py-1 text-[16px]">
      Under a revised page, and nobody said what it means for them:{' '}
      {data.rows
        .filter((r) => flags.has(r.id))
        .map(({ id, definition }, i) => (
          <span key={id}>
            {i > 0 ? ', ' : ''}
            <Link className="underline underline-offset-2" to={`/assemblies/${data.assembly.id}/plan?row=${id}`}>
              {rowTitle(definition, parts)}
            </Link>{' '}
            (
            {flags
              .get(id)
              ?.map((f) => `${f.page} revision ${f.revision}`)
              .join(', ')}
            )
          </span>
        ))}
    </p>
  );
}
