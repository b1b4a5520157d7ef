import type { CopyState } from '#contract/answers';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { get, post } from '../../api/client';
import { Button, ErrorText } from '../../ui/controls';

const KEY = ['backups'] as const;
const HOUR_MS = 3_600_000;

/** How old the newest proved copy is, in words. */
function ageText(madeAt: string, nowMs: number): string {
  const hours = Math.floor((nowMs - Date.parse(madeAt)) / HOUR_MS);
  if (hours < 1) return 'less than an hour ago';
  if (hours < 48) return hours === 1 ? 'an hour ago' : `${hours} hours ago`;
  return `${Math.floor(hours / 24)} days ago`;
}

/** The copies of database and photos: how old, proved how, where; one more on request. At the desk only. */
export function CopiesPanel() {
  const client = useQueryClient();
  const state = useQuery({ queryKey: KEY, queryFn: () => get<CopyState>('/backups'), retry: false, refetchInterval: 60_000 });
  const [isBusy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const [openedMs] = useState(() => Date.now());
  /* A paired device is not asked to look after the desk's disk. */
  if (!state.data) return null;
  const { last, count, folder, problem } = state.data;
  const make = async () => {
    setBusy(true);
    setError(null);
    await post('/backups', {}).catch((e: Error) => setError(e.message));
    setBusy(false);
    await client.invalidateQueries({ queryKey: KEY });
  };
  return (
    <section aria-label="Copies" className="flex flex-col gap-1 rounded-lg border border-line p-3">
      <h2 className="label text-[19px]">Copies of everything</h2>
      <p>
        {last ? (
          <>
            The last one was made <strong>{ageText(last.madeAt, Math.max(openedMs, state.dataUpdatedAt))}</strong> (
            {(last.bytes / 1e6).toFixed(1)} MB) and proved by reading it back; {count} {count === 1 ? 'is' : 'are'} kept, by days, weeks and
            months.
          </>
        ) : (
          'None yet: the first one is made today.'
        )}
      </p>
      <p className="text-[14px] text-ink2">
        In {folder}. Keep that folder on another disk too; <code>./start --restore FILE</code> makes a working program of a copy.
      </p>
      {problem ? <ErrorText>The last try failed: {problem}</ErrorText> : null}
      {error ? <ErrorText>{error}</ErrorText> : null}
      <Button className="self-start" disabled={isBusy} onClick={() => void make()}>
        {isBusy ? 'Copying and reading back …' : 'Make a copy now'}
      </Button>
    </section>
  );
}
