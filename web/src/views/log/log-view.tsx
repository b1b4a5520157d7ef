import type { LogSoFar } from '../../api/record';
import { useWindowVirtualizer } from '@tanstack/react-virtual';
import { useDeferredValue, useEffect, useRef } from 'react';
import { useParams, useSearchParams } from 'react-router';
import type { LogPage } from '#core/log/day-log';
import { hoursSentence, logGroups, noteSentences, type LogGroup, type LogNames } from '#core/wording/log';
import { useFollow } from '../../api/queries';
import { useLocal } from '../../api/device';
import { useLog } from '../../api/record';
import { Select, TextInput } from '../../ui/controls';
import { KitPage } from '../../ui/kit-page';
import { usePrinting } from '../../ui/use-printing';
import { AddNote } from './add-note';
import { DossierPanel } from './dossier-panel';
import { ShiftsPanel } from './shifts-panel';
import { PagesPanel } from './pages-panel';
import { showMoment } from '#core/log/moments';

/** The builder's log: it writes itself from the marks; a sentence and a photo are added at will. */
export function LogView() {
  const { kitId = '' } = useParams();
  const [search, setSearch] = useSearchParams();
  const [find, assemblyId] = [search.get('find') ?? '', search.get('assembly') ?? ''];
  const units = useLocal('units');
  /* What is typed is looked for on the server; the field itself does not wait for it. */
  const log = useLog(kitId, { find: useDeferredValue(find), assemblyId, units: units === 'in' || units === 'mm' ? units : null });
  const change = (next: Record<string, string>) =>
    setSearch(Object.fromEntries(Object.entries({ find, assembly: assemblyId, ...next }).filter(([, v]) => v !== '')), { replace: true });
  return (
    <KitPage
      here="log"
      name="Log and dossier"
      answer={log}
      waiting="Reading the record …"
      layout="grid grid-cols-[minmax(0,1fr)] gap-6 p-4 lg:grid-cols-[minmax(0,1fr)_360px]"
    >
      {(data, shown) => (
        <LogOfKit
          log={data}
          units={shown}
          find={find}
          assemblyId={assemblyId}
          onChange={change}
          isReading={log.isFetchingNextPage || log.isPlaceholderData}
          onMore={log.hasNextPage && !log.isFetchingNextPage ? () => void log.fetchNextPage() : null}
          didFail={log.isFetchNextPageError}
        />
      )}
    </KitPage>
  );
}

/** A day's page before it was measured, px; pages made beyond what is seen. */
const PAGE_PX = 180;
const OVERSCAN = 4;

interface LogOfKitProps {
  readonly log: LogSoFar;
  readonly units: 'in' | 'mm';
  readonly find: string;
  readonly assemblyId: string;
  readonly onChange: (next: Record<string, string>) => void;
  readonly isReading: boolean;
  /** Reads the pages that come next; null where there are none, or they are on their way. */
  readonly onMore: (() => void) | null;
  /** The last try to read on failed: the next one is the reader's. */
  readonly didFail: boolean;
}

function LogOfKit({ log, units, find, assemblyId, onChange, isReading, onMore, didFail }: LogOfKitProps) {
  const { kit } = log;
  useFollow(kit.id);
  const names: LogNames = {
    row: (id) => log.rows[id],
    part: (id) => log.parts[id] ?? 'a part since deleted',
    person: (id) => kit.definition.people.find((p) => p.id === id)?.initials ?? 'somebody',
    units,
  };
  return (
    <>
      <section aria-label="Log" className="flex min-w-0 flex-col gap-3">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="label mr-auto text-[26px]">Log</h1>
          <Select aria-label="Assembly" value={assemblyId} onChange={(e) => onChange({ assembly: e.target.value })}>
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
            value={find}
            onChange={(e) => onChange({ find: e.target.value })}
          />
        </div>
        {log.isEmpty ? (
          <p>Nothing was marked yet. The log writes itself from shifts and marks made at the bench; there is nothing to type.</p>
        ) : null}
        {log.total === 0 && !log.isEmpty && !isReading ? <p>Nothing in the log says that.</p> : null}
        <DayPages log={log} names={names} onMore={didFail ? null : onMore} />
        <p role="status" className="text-ink2">
          {isReading ? 'Reading …' : log.pages.length < log.total ? `${log.total - log.pages.length} earlier pages` : ''}
        </p>
        {onMore ? (
          <button type="button" className="self-start underline underline-offset-2" onClick={onMore}>
            Read earlier pages
          </button>
        ) : null}
      </section>
      <div className="flex flex-col gap-6">
        <AddNote kit={kit} assemblies={log.assemblies} chosen={assemblyId} />
        <DossierPanel kitId={kit.id} assemblies={log.assemblies} />
        <ShiftsPanel kit={kit} assemblies={log.assemblies} />
        <PagesPanel log={log} />
      </div>
    </>
  );
}

/** Pages as far as they were read; only those near what is seen are made. The next ones are read when the last comes near. */
function DayPages({ log, names, onMore }: { log: LogSoFar; names: LogNames; onMore: (() => void) | null }) {
  const list = useRef<HTMLDivElement>(null);
  const isPrinting = usePrinting();
  const virtual = useWindowVirtualizer({
    count: log.pages.length,
    estimateSize: () => PAGE_PX,
    overscan: isPrinting ? log.pages.length : OVERSCAN,
    getItemKey: (i) => `${log.pages[i]?.day}/${log.pages[i]?.assemblyId}`,
    scrollMargin: list.current?.offsetTop ?? 0,
  });
  const items = virtual.getVirtualItems();
  const isNearEnd = (items.at(-1)?.index ?? 0) >= log.pages.length - 1;
  useEffect(() => {
    if (isNearEnd && log.pages.length > 0) onMore?.();
  }, [isNearEnd, log.pages.length, onMore]);
  return (
    <div ref={list} className="relative" style={{ height: virtual.getTotalSize() }}>
      {items.map((item) => {
        const page = log.pages[item.index] as LogPage;
        return (
          <div
            key={item.key}
            ref={virtual.measureElement}
            data-index={item.index}
            className="absolute inset-x-0 pb-3"
            style={{ transform: `translateY(${item.start - virtual.options.scrollMargin}px)` }}
          >
            <DayPage
              page={page}
              assembly={log.assemblies[page.assemblyId] ?? ''}
              hours={hoursSentence(page, names)}
              groups={logGroups(page, names)}
              names={names}
            />
          </div>
        );
      })}
    </div>
  );
}

interface DayPageProps {
  readonly page: LogPage;
  readonly assembly: string;
  readonly hours: string;
  readonly groups: readonly LogGroup[];
  readonly names: LogNames;
}

function DayPage({ page, assembly, hours, groups, names }: DayPageProps) {
  /* A day is the same everywhere. */
  const day = showMoment(`${page.day}T12:00:00.000Z`, 'UTC', 'long-day');
  const photos = [...page.lines.flatMap((l) => l.marks), ...page.notes].flatMap((m) => m.payload.photoIds ?? []);
  return (
    <article aria-label={`${assembly}, ${page.day}`} className="border-t border-line pt-2">
      <h2 className="label text-[20px]">
        {day} <span className="text-ink2">{assembly}</span>
      </h2>
      {hours ? <p className="text-[15px] text-ink2">{hours}</p> : null}
      <dl className="grid gap-x-4 sm:grid-cols-[150px_minmax(0,1fr)]">
        {groups.map((g) => (
          <div key={g.title} className="contents">
            <dt className="label text-[15px] text-ink2">{g.title}</dt>
            <dd>
              {g.lines.map((line, i) => (
                <p key={i}>{line}</p>
              ))}
            </dd>
          </div>
        ))}
      </dl>
      {noteSentences(page, names).map((text) => (
        <p key={text} className="mt-1 max-w-[75ch] border-l-4 border-dye pl-2">
          {text}
        </p>
      ))}
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
