import { useState } from 'react';
import { takePhotoZip } from '../../api/photo-zip';
import { tableUrl, useDossier } from '../../api/record';
import { Button, ErrorText, Field, Select } from '../../ui/controls';

/** The dossier for the binder and the inspector, and the record as tables. */
export function DossierPanel({ kitId, assemblies }: { kitId: string; assemblies: Readonly<Record<string, string>> }) {
  const [assemblyId, setAssemblyId] = useState('');
  const [paper, setPaper] = useState('a4');
  const { job, error, begin, stop } = useDossier(kitId);
  const seconds = job ? (job.tookMs / 1000).toFixed(1) : '';
  return (
    <section aria-label="Dossier" className="flex flex-col gap-2">
      <h2 className="label text-[20px]">Dossier</h2>
      <Field label="Of">
        <Select value={assemblyId} onChange={(e) => setAssemblyId(e.target.value)}>
          <option value="">the whole kit</option>
          {Object.entries(assemblies).map(([id, name]) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="Paper">
        <Select value={paper} onChange={(e) => setPaper(e.target.value)}>
          <option value="a4">A4</option>
          <option value="letter">Letter</option>
        </Select>
      </Field>
      {job?.state === 'working' ? (
        <div className="flex items-center gap-3" role="status">
          <progress aria-label="Making the dossier" value={job.progress} max={1} className="h-3 w-40" />
          {Math.round(job.progress * 100)} %<Button onClick={stop}>Stop</Button>
        </div>
      ) : (
        <Button tone="primary" className="self-start" onClick={() => begin(assemblyId, paper)}>
          Make the dossier (PDF)
        </Button>
      )}
      {job?.state === 'done' ? (
        <p role="status">
          Made in {seconds} s.{' '}
          <a className="underline underline-offset-2" href={`/api/dossiers/${job.id}/dossier.pdf`} download="dossier.pdf">
            Save the PDF
          </a>
        </p>
      ) : null}
      {job?.state === 'stopped' ? <p role="status">Stopped; nothing was kept of it.</p> : null}
      {job?.state === 'failed' ? <ErrorText>The dossier could not be made.</ErrorText> : null}
      {error ? <ErrorText>{error.message}</ErrorText> : null}
      <p>
        The record as tables (CSV):{' '}
        {(['marks', 'rows', 'hours'] as const).map((table, i) => (
          <span key={table}>
            {i > 0 ? ', ' : ''}
            <a className="underline underline-offset-2" href={tableUrl(kitId, table)} download={`${table}.csv`}>
              {table === 'marks' ? 'every mark' : table}
            </a>
          </span>
        ))}
      </p>
      <PhotoZip kitId={kitId} />
    </section>
  );
}

/** Photos beside the kit's JSON: out as a ZIP, and in again. */
function PhotoZip({ kitId }: { kitId: string }) {
  const [said, setSaid] = useState('');
  const [turn, setTurn] = useState(0);
  const take = async (file: File) => {
    setSaid('Reading …');
    try {
      const { taken, refused } = await takePhotoZip(kitId, file, (n) => setSaid(`${n} taken …`));
      setSaid(`${taken} photos taken${refused > 0 ? `, ${refused} refused` : ''}.`);
    } catch {
      setSaid('That is no ZIP of photos.');
    }
    setTurn(turn + 1);
  };
  return (
    <div className="flex flex-col gap-1">
      <p>
        The photos:{' '}
        <a className="underline underline-offset-2" href={`/api/kits/${kitId}/photos.zip`} download="photos.zip">
          save them as a ZIP
        </a>
      </p>
      <Field label="Take photos from such a ZIP">
        <input
          key={turn}
          type="file"
          accept=".zip,application/zip"
          className="field"
          onChange={(e) => (e.target.files?.[0] ? void take(e.target.files[0]) : undefined)}
        />
      </Field>
      {said ? <p role="status">{said}</p> : null}
    </div>
  );
}
