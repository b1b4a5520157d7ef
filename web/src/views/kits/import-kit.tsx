import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { AT_START, carryFile, useCarriedFile } from '../../api/carried-file';
import { postText } from '../../api/client';
import { refreshDefinitions } from '../../api/queries';
import { Button, ErrorText } from '../../ui/controls';

/** Larger files are refused before they are sent. */
const MAX_BYTES = 40_000_000;

interface Picked {
  readonly name: string;
  readonly text: string;
  readonly summary: string;
}

/** What a picked file holds, in a line; throws where it is no kit. */
function summaryOf(text: string): string {
  const doc = JSON.parse(text) as {
    format?: unknown;
    entities?: { kind: string; deleted: boolean; definition: { name?: string } }[];
    marks?: unknown[];
  };
  if (doc.format !== 'patient-anvil-kit' || !Array.isArray(doc.entities)) throw new Error('no kit');
  const live = doc.entities.filter((e) => !e.deleted);
  const count = (kind: string) => live.filter((e) => e.kind === kind).length;
  const kit = live.find((e) => e.kind === 'kit');
  return `${kit?.definition.name ?? 'A kit'}: ${count('assembly')} assemblies, ${count('part')} parts, ${count('row')} rows, ${doc.marks?.length ?? 0} marks`;
}

/** Takes in a kit exported as JSON, picked or dropped anywhere on the page: a look at it first, then as it is or as a copy. */
export function ImportKit() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [picked, setPicked] = useState<Picked | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const pick = async (file: File | undefined) => {
    setPicked(null);
    setError(null);
    if (!file) return;
    if (file.size > MAX_BYTES)
      return setError(`${file.name} has ${Math.round(file.size / 1e6)} MB; at most ${MAX_BYTES / 1e6} MB are taken.`);
    const text = await file.text();
    try {
      setPicked({ name: file.name, text, summary: summaryOf(text) });
    } catch {
      setError(
        /\.(csv|txt|tsv|dxf)$/i.test(file.name)
          ? `${file.name} goes into an assembly: open its plan for a table of rows, its map for a drawing.`
          : `${file.name} is not a kit exported by this program.`,
      );
    }
  };
  const carried = useCarriedFile('kit', AT_START);
  useEffect(() => {
    if (!carried) return;
    carryFile(null);
    void pick(carried);
  }, [carried]);
  const take = async (query: string) => {
    if (!picked) return;
    setBusy(true);
    try {
      const { kitId } = await postText<{ kitId: string }>(`/kits/import${query}`, picked.text);
      await refreshDefinitions(client);
      await navigate(`/kits/${kitId}`);
    } catch (e) {
      setError((e as Error).message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <section aria-label="Import a kit" className="flex flex-col gap-2 rounded-lg border border-line p-3">
      <h2 className="label text-[19px]">A kit from a file</h2>
      <input
        type="file"
        accept=".json,application/json"
        aria-label="A kit exported as JSON"
        className="field"
        onChange={(e) => void pick(e.target.files?.[0])}
      />
      {picked ? (
        <div className="flex flex-wrap items-center gap-2">
          <span>{picked.summary}.</span>
          <Button tone="primary" disabled={isBusy} onClick={() => void take('')}>
            Import
          </Button>
          <Button disabled={isBusy} onClick={() => void take('?as=copy')}>
            Import as a copy
          </Button>
          {isBusy ? <span role="status">Reading it in …</span> : null}
        </div>
      ) : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
    </section>
  );
}
