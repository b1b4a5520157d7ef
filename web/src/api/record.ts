import type { DossierJob, LogAnswer, RecallsAnswer, StockAnswer, WorkedAnswer } from '#contract/answers';
import { useInfiniteQuery, useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { get, post, remove } from './client';

/** The pages of the log that were read so far. */
export type LogSoFar = Omit<LogAnswer, 'next'>;

/** The time zone is asked of the device so often at most: to ask is slow, and a device does not travel within a minute. */
const ZONE_ASKED_MS = 60_000;
let asked = { zone: '', at: -Infinity };

/** The time zone here: where a kit has none of its own, its days are those of who looks. */
export function zoneHere(): string {
  const at = performance.now();
  if (at - asked.at > ZONE_ASKED_MS) asked = { zone: Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC', at };
  return asked.zone;
}
const zone = () => encodeURIComponent(zoneHere());

export interface LogSearch {
  readonly find: string;
  readonly assemblyId: string;
  readonly units: 'in' | 'mm' | null;
}

/** The log, read page by page as it is looked at; what was read stays while something else is looked for. */
export function useLog(kitId: string, { find, assemblyId, units }: LogSearch) {
  const query = useInfiniteQuery({
    queryKey: ['marks', 'log', kitId, find, assemblyId, units],
    queryFn: ({ pageParam }) => {
      const asked = { zone: zoneHere(), find, ...(units ? { units } : {}), ...(assemblyId ? { assembly: assemblyId } : {}) };
      return get<LogAnswer>(
        `/kits/${kitId}/log?${new URLSearchParams({ ...asked, ...(pageParam === null ? {} : { after: pageParam }) }).toString()}`,
      );
    },
    initialPageParam: null as string | null,
    getNextPageParam: (last) => last.next,
    placeholderData: (before) => before,
  });
  const parts = query.data?.pages;
  const data = useMemo((): LogSoFar | undefined => {
    const first = parts?.[0];
    if (!first) return undefined;
    return {
      ...first,
      pages: parts.flatMap((p) => p.pages),
      /* Later pages name some of the same rows with all their holes. */
      rows: parts.reduce((rows, p) => ({ ...rows, ...p.rows }), {}),
    };
  }, [parts]);
  return { ...query, data };
}

export function useStock(kitId: string) {
  return useQuery({ queryKey: ['kit', kitId, 'stock'], queryFn: () => get<StockAnswer>(`/kits/${kitId}/stock`) });
}

/** Findings on tools, lots and batches, with what is to be looked at again. */
export function useRecalls(kitId: string) {
  return useQuery({ queryKey: ['marks', 'recalls', kitId], queryFn: () => get<RecallsAnswer>(`/kits/${kitId}/recalls`) });
}

/** How all shifts of the kit went by kind of work; asked for anew at most this often. */
const WORKED_STALE_MS = 60_000;

export function useWorked(kitId: string) {
  return useQuery({
    queryKey: ['worked', kitId],
    queryFn: () => get<WorkedAnswer>(`/kits/${kitId}/worked?zone=${zone()}`),
    staleTime: WORKED_STALE_MS,
  });
}

/** Where a table of the record is read from. */
export function tableUrl(kitId: string, table: 'marks' | 'rows' | 'hours'): string {
  return `/api/kits/${kitId}/record/${table}.csv?zone=${zone()}`;
}

const LOOK_AGAIN_MS = 400;

/** A dossier being made: begun, followed, stopped. */
export function useDossier(kitId: string) {
  const client = useQueryClient();
  const begin = useMutation({
    mutationFn: ({ assemblyId, paper }: { assemblyId: string; paper: string }) =>
      post<DossierJob>(
        `/kits/${kitId}/dossier?${new URLSearchParams({ paper, zone: zoneHere(), ...(assemblyId ? { assembly: assemblyId } : {}) }).toString()}`,
        {},
      ),
  });
  const id = begin.data?.id;
  const job = useQuery({
    queryKey: ['dossier', id],
    queryFn: () => get<DossierJob>(`/dossiers/${id ?? ''}`),
    enabled: id !== undefined,
    refetchInterval: (q) => (q.state.data && q.state.data.state !== 'working' ? false : LOOK_AGAIN_MS),
  });
  return {
    job: id === undefined ? null : (job.data ?? begin.data ?? null),
    error: begin.error ?? job.error,
    begin: (assemblyId: string, paper: string) => begin.mutate({ assemblyId, paper }),
    stop: () =>
      id === undefined ? undefined : void remove(`/dossiers/${id}`).then(() => client.invalidateQueries({ queryKey: ['dossier', id] })),
  };
}
