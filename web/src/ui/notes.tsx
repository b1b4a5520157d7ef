import { lazy, Suspense, useState } from 'react';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import type { NoteAbout } from './note-form';
import { useShowMoment } from './zone';

const NoteForm = lazy(() => import('./note-form').then((m) => ({ default: m.NoteForm })));

interface NotesProps {
  readonly kit: Entity<'kit'>;
  readonly about: NoteAbout;
  readonly notes: readonly Mark[];
  /** Where a note stands, such as its holes; empty: nothing to add. */
  readonly placeOf?: (note: Mark) => string;
  readonly title: string;
}

/** Notes and photos of a row, its holes or a part, with a field for one more. */
export function Notes({ kit, about, notes, placeOf = () => '', title }: NotesProps) {
  const show = useShowMoment();
  const [turn, setTurn] = useState(0);
  const [wasOpened, setOpened] = useState(false);
  const people = new Map(kit.definition.people.map((p) => [p.id, p.initials]));
  return (
    <section aria-label={title} className="flex flex-col gap-2">
      <h2 className="label text-[16px]">{title}</h2>
      {notes.length > 0 ? (
        <ul className="flex flex-col gap-1">
          {notes.map((m) => (
            <li key={m.id} className="flex flex-wrap items-start gap-2 border-t border-line pt-1">
              <span className="min-w-0 flex-1">
                <span className="text-ink2">
                  {show(m.doneAt, 'day')} {m.payload.by ?? people.get(m.person) ?? 'somebody'}
                  {placeOf(m) ? `, ${placeOf(m)}` : ''}:
                </span>{' '}
                {m.payload.note}
              </span>
              <Photos ids={m.payload.photoIds ?? []} alt={`Photo of ${show(m.doneAt, 'day')}`} />
            </li>
          ))}
        </ul>
      ) : null}
      <details key={turn} onToggle={() => setOpened(true)}>
        <summary className="label min-h-10 cursor-pointer py-1 text-[15px]">A note or photo</summary>
        <div className="flex flex-col gap-2 pb-2">
          {wasOpened ? (
            <Suspense fallback={null}>
              <NoteForm kit={kit} about={about} button="Keep the note" onKept={() => setTurn(turn + 1)} />
            </Suspense>
          ) : null}
        </div>
      </details>
    </section>
  );
}

/** Photos as small pictures that open whole. */
export function Photos({ ids, alt }: { ids: readonly string[]; alt: string }) {
  return (
    <>
      {ids.map((id) => (
        <a key={id} href={`/api/photos/${id}`} target="_blank" rel="noreferrer">
          <img src={`/api/photos/${id}`} alt={alt} className="h-16 rounded border border-line" />
        </a>
      ))}
    </>
  );
}
