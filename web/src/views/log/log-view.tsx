import { useState } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { LogPage } from '#core/log/day-log';
import { hoursSentence, logSentences, type LogNames } from '#core/wording/log';
import { useFollow } from '../../api/queries';
import { useLog, type LogAnswer } from '../../api/record';
import { Select, TextInput } from '../../ui/controls';
import { KitPage } from '../../ui/kit-page';
import { AddNote } from './add-note';
import { DossierPanel } from './dossier-panel';
import { PagesPanel } from './pages-panel';

/** The builder's log: it writes itself from the marks; a sentence and a photo are added at will. */
export function LogView() {
  const { kitId = '' } = useParams();
  return (
    <KitPage
      name="Log and dossier"
      answer={useLog(kitId)}
      waiting="Reading the record …"
      layout="grid grid-cols-[minmax(0,1fr)] gap-6 p-4 lg:grid-cols-[minmax(0,1fr)_360px]"
    >
      {(log, units) => <LogOfKit log={log} units={units} />}
    </KitPage>
  );
}

/** Pages shown at once; more on request. */
const SHOWN = 20;

function LogOfKit({ log, units }: { log: LogAnswer; units: 'in' | 'mm' }) {
  const { kit } = log;
  useFollow(kit.id);
  const [search, setSearch] = useSearchParams();
  const [shown, setShown] = useState(SHOWN);
  const text = search.get('find') ?? '';
  const assemblyId = search.get('assembly') ?? '';
  const names: LogNames = {
    row: (id) => log.rows[id],
    part: (id) => log.parts[id] ?? 'a part since deleted',
    person: (id) => kit.definition.people.find((p) => p.id === id)?.initials ?? 'somebody',
    units,
  };
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const told = log.pages
    .filter((p) => assemblyId === '' || p.assemblyId === assemblyId)
    .map((page) => ({ page, hours: hoursSentence(page, names), sentences: logSentences(page, names) }))
    .filter(({ page, hours, sentences }) => {
      if (words.length === 0) return true;
      const all = [page.day, log.assemblies[page.assemblyId], hours, ...sentences, ...page.notes.map((n) => n.payload.note ?? '')]
        .join(' ')
        .toLowerCase();
      return words.every((w) => all.includes(w));
    });
  const change = (next: Record<string, string>) =>
    setSearch(Object.fromEntries(Object.entries({ find: text, assembly: assemblyId, ...next }).filter(([, v]) => v !== '')), {
      replace: true,
    });
  return (
    <>
      <section aria-label="Log" className="flex min-w-0 flex-col gap-3">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="label mr-auto text-[26px]">Log</h1>
          <Select aria-label="Assembly" value={assemblyId} onChange={(e) => change({ assembly: e.target.value })}>
            <option value="">every assembly</option>
            {Object.entries(log.assemblies).map(([id, name]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </Select>
          <TextInput
            aria-label="Find in the log"
            placeholder="Find: row, part, word, day"
            className="w-64"
            value={text}
            onChange={(e) => change({ find: e.target.value })}
          />
        </div>
        {log.pages.length === 0 ? (
          <p>Nothing was marked yet. The log writes itself from shifts and marks made at the bench; there is nothing to type.</p>
        ) : null}
        {told.length === 0 && log.pages.length > 0 ? <p>Nothing in the log says that.</p> : null}
        {told.slice(0, shown).map(({ page, hours, sentences }) => (
          <DayPage
            key={`${page.day}/${page.assemblyId}`}
            page={page}
            assembly={log.assemblies[page.assemblyId] ?? ''}
            hours={hours}
            sentences={sentences}
            names={names}
          />
        ))}
        {told.length > shown ? (
          <button type="button" className="self-start underline underline-offset-2" onClick={() => setShown(shown + SHOWN)}>
            {told.length - shown} earlier pages
          </button>
        ) : null}
      </section>
      <div className="flex flex-col gap-6">
        <AddNote kit={kit} assemblies={log.assemblies} chosen={assemblyId} />
        <DossierPanel kitId={kit.id} assemblies={log.assemblies} />
        <PagesPanel log={log} />
      </div>
    </>
  );
}

interface DayPageProps {
  readonly page: LogPage;
  readonly assembly: string;
  readonly hours: string;
  readonly sentences: readonly string[];
  readonly names: LogNames;
}

function DayPage({ page, assembly, hours, sentences, names }: DayPageProps) {
  const day = new Date(`${page.day}T12:00:00`).toLocaleDateString([], { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' });
  const photos = [...page.lines.flatMap((l) => l.marks), ...page.notes].flatMap((m) => m.payload.photoIds ?? []);
  return (
    <article aria-label={`${assembly}, ${page.day}`} className="border-t border-line pt-2">
      <h2 className="label text-[20px]">
        {day} <span className="text-ink2">{assembly}</span>
      </h2>
      {hours ? <p className="text-[15px] text-ink2">{hours}</p> : null}
      <p className="max-w-[75ch]">{sentences.join(' ')}</p>
      {page.notes.map((n) =>
        n.payload.note ? (
          <p key={n.id} className="max-w-[75ch] border-l-4 border-dye pl-2">
            {n.payload.note} <span className="text-ink2">{names.person(n.person)}</span>
          </p>
        ) : null,
      )}
      {photos.length > 0 ? (
        <div className="flex flex-wrap gap-2 pt-1">
          {photos.map((id) => (
            <a key={id} href={`/api/photos/${id}`} target="_blank" rel="noreferrer">
              <img
                src={`/api/photos/${id}`}
                alt={`Photo of ${page.day}, ${assembly}`}
                loading="lazy"
                className="h-28 rounded border border-line"
              />
            </a>
          ))}
        </div>
      ) : null}
    </article>
  );
}
