import { useState, type ReactNode } from 'react';
import type { Entity } from '#core/record/definitions';
import { useMark } from '../api/commands';
import { sendAll } from '../api/photos';
import { Button, ErrorText, Field } from './controls';
import { PhotoInput } from './photo-input';

/** What a note is about: an assembly's day, a row, some of its holes, parts. */
export interface NoteAbout {
  /** The row; of the assembly or its parts the assembly. */
  readonly rowId: string;
  readonly holeIds?: readonly string[];
  readonly partIds?: readonly string[];
  readonly jobId?: string;
  /** A scrap piece kept for this set-up, of the assembly. */
  readonly setupKey?: string;
}

const PHOTOS_MAX = 20;

/** A sentence and photos, kept in the record; what was typed stays where it could not be kept. */
export function NoteForm({
  kit,
  about,
  day = '',
  button,
  onKept,
  children,
}: {
  kit: Entity<'kit'>;
  about: NoteAbout | null;
  /** Of another day, as a date field writes it. */
  day?: string;
  button: string;
  onKept: () => void;
  children?: ReactNode;
}) {
  const mark = useMark(kit);
  const [note, setNote] = useState('');
  const [files, setFiles] = useState<readonly File[]>([]);
  const [isBusy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [turn, setTurn] = useState(0);
  const keep = async () => {
    if (!about) return;
    if (note.trim() === '' && files.length === 0) return setError('Write a sentence or choose a photo.');
    if (files.length > PHOTOS_MAX) return setError(`At most ${PHOTOS_MAX} photos at once.`);
    setBusy(true);
    setError(null);
    try {
      const photoIds = await sendAll(kit, files);
      const { rowId, holeIds = [], partIds, jobId, setupKey } = about;
      const said = { ...(note.trim() ? { note: note.trim() } : {}), ...(photoIds.length > 0 ? { photoIds } : {}) };
      const time = day === '' ? {} : { doneAt: new Date(`${day}T20:00:00`).toISOString() };
      mark([
        setupKey === undefined
          ? {
              kind: 'log-note',
              rowId,
              holeIds,
              payload: { ...said, ...(partIds ? { partIds } : {}), ...(jobId ? { jobId } : {}) },
              ...time,
            }
          : { kind: 'coupon', rowId, holeIds: [], payload: { ...said, setupKey }, ...time },
      ]);
      setNote('');
      setFiles([]);
      setTurn(turn + 1);
      onKept();
    } catch (e) {
      setError((e as Error).message);
    }
    setBusy(false);
  };
  return (
    <>
      <Field label="What the marks do not say">
        <textarea className="field min-h-20" maxLength={500} value={note} onChange={(e) => setNote(e.target.value)} />
      </Field>
      <PhotoInput key={turn} label="Photos (JPEG, PNG, WebP)" files={files} onFiles={setFiles} isMany />
      {children}
      {error ? <ErrorText>{error}</ErrorText> : null}
      <Button tone="primary" className="self-start" disabled={isBusy || about === null} onClick={() => void keep()}>
        {button}
      </Button>
    </>
  );
}
