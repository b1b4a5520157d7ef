import type { RevisedPage } from '#contract/answers';
import type { LogSoFar } from '../../api/record';
import { Link } from 'react-router';
import { useShowMoment } from '../../ui/zone';
import { NewRevision } from './new-revision';

/** Revised pages of the plans: which rows they touch, what was done to the old one; the old one is kept behind the new. */
export function PagesPanel({ log }: { log: LogSoFar }) {
  return (
    <section aria-label="Revised pages" className="flex flex-col gap-2">
      <h2 className="label text-[20px]">Revised pages of the plans</h2>
      {log.revised.length === 0 ? (
        <p className="text-ink2">None yet. When a new page comes, say so here: the rows it touches are shown.</p>
      ) : null}
      <ul>
        {[...log.revised]
          .sort((a, b) => a.page.definition.name.localeCompare(b.page.definition.name))
          .map((r) => (
            <li key={r.page.id} className="border-t border-line py-1">
              <OnePage revised={r} log={log} />
            </li>
          ))}
      </ul>
      <Questions log={log} />
      <NewRevision log={log} />
    </section>
  );
}

/** What was asked about revised pages: open ones first, each leading to its row. */
function Questions({ log }: { log: LogSoFar }) {
  const show = useShowMoment();
  if (log.questions.length === 0) return null;
  const sorted = [...log.questions].sort((a, b) => Number(a.answer !== null) - Number(b.answer !== null));
  const pageOf = new Map(log.revised.map((r) => [r.page.id, r.page.definition.name]));
  return (
    <ul aria-label="Questions to the kit maker" className="flex flex-col gap-1">
      {sorted.map((q) => (
        <li key={q.markId} className="border-t border-line py-1">
          <Link className="underline underline-offset-2" to={`/assemblies/${log.rows[q.rowId]?.assemblyId ?? ''}/plan?row=${q.rowId}`}>
            {log.rows[q.rowId]?.title ?? 'a row since deleted'}
          </Link>
          , page {pageOf.get(q.pageId) ?? '?'} revision {q.revision}: asked on {show(q.on, 'day')}: {q.question}{' '}
          {q.answer ? (
            <span className="text-ink2">
              Answered on {show(q.answer.on, 'day')}: {q.answer.text}
            </span>
          ) : (
            <strong>open</strong>
          )}
        </li>
      ))}
    </ul>
  );
}

function OnePage({ revised, log }: { revised: RevisedPage; log: LogSoFar }) {
  const { name, revisions } = revised.page.definition;
  const newest = revisions.at(-1);
  const show = useShowMoment();
  const when = (iso: string) => show(iso, 'day');
  const count = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`;
  return (
    <details>
      <summary className="cursor-pointer">
        <strong>{name}</strong> revision {newest?.revision}, {newest ? when(newest.cameAt) : ''}: touches{' '}
        {count(revised.rows.length, 'row')}, {count(revised.partIds.length, 'part')}
      </summary>
      <p className="text-[15px]">{newest?.note}</p>
      <ul className="text-[15px]">
        {revised.rows.map(({ rowId, doneBefore }) => (
          <li key={rowId}>
            <Link className="underline-offset-2 hover:underline" to={`/assemblies/${log.rows[rowId]?.assemblyId ?? ''}/plan?row=${rowId}`}>
              {log.rows[rowId]?.title}
            </Link>
            <span className={doneBefore > 0 ? 'text-caution' : 'text-ink2'}>
              {doneBefore > 0 ? `: ${count(doneBefore, 'thing')} done to the old page` : ': nothing was done to the old page'}
            </span>
          </li>
        ))}
        {revised.partIds.length > 0 ? <li>Parts: {revised.partIds.map((id) => log.parts[id]).join(', ')}</li> : null}
      </ul>
      {revisions.length > 1 ? (
        <p className="text-[15px] text-ink2">
          Behind it:{' '}
          {revisions
            .slice(0, -1)
            .map((r) => `${r.revision} (${when(r.cameAt)})`)
            .join(', ')}
        </p>
      ) : null}
    </details>
  );
}
