import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import type { LogPage } from '#core/log/day-log';
import type { WorkedTime } from '#core/log/work-hours';
import type { Entity } from '#core/record/definitions';
import type { StockNeed } from '#core/stock/needs';
import { get, post, remove } from './client';

/** A page of the plans with what its newest revision touches. */
export interface RevisedPage {
  readonly page: Entity<'page'>;
  readonly rows: readonly { readonly rowId: string; /** Things marked before it came. */ readonly doneBefore: number }[];
  readonly partIds: readonly string[];
}

export interface LogAnswer {
  readonly kit: Entity<'kit'>;
  readonly pages: readonly LogPage[];
  readonly rows: Readonly<
    Record<string, { readonly title: string; readonly page: string; readonly assemblyId: string; readonly holeIds: readonly string[] }>
  >;
  readonly parts: Readonly<Record<string, string>>;
  readonly assemblies: Readonly<Record<string, string>>;
  readonly revised: readonly RevisedPage[];
}

/** Minutes that the clock here is ahead of Greenwich: a day is the builder's own. */
const offset = () => -new Date().getTimezoneOffset();

export function useLog(kitId: string) {
  return useQuery({ queryKey: ['marks', 'log', kitId], queryFn: () => get<LogAnswer>(`/kits/${kitId}/log?offset=${offset()}`) });
}

export interface StockAnswer {
  readonly kit: Entity<'kit'>;
  readonly needs: readonly StockNeed[];
}

export function useStock(kitId: string) {
  return useQuery({ queryKey: ['kit', kitId, 'stock'], queryFn: () => get<StockAnswer>(`/kits/${kitId}/stock`) });
}

export interface WorkedAnswer {
  readonly worked: readonly WorkedTime[];
}

/** How all shifts of the kit went by kind of work; asked for anew at most this often. */
const WORKED_STALE_MS = 60_000;

export function useWorked(kitId: string) {
  return useQuery({
    queryKey: ['worked', kitId],
    queryFn: () => get<WorkedAnswer>(`/kits/${kitId}/worked?offset=${offset()}`),
    staleTime: WORKED_STALE_MS,
  });
}

/** Where a table of the record is read from. */
export function tableUrl(kitId: string, table: 'marks' | 'rows' | 'hours'): string {
  return `/api/kits/${kitId}/record/${table}.csv?offset=${offset()}`;
}

export interface DossierJob {
  readonly id: string;
  readonly state: 'working' | 'done' | 'stopped' | 'failed';
  readonly progress: number;
  readonly tookMs: number;
}

const LOOK_AGAIN_MS = 400;

/** A dossier being made: begun, followed, stopped. */
export function useDossier(kitId: string) {
  const client = useQueryClient();
  const begin = useMutation({
    mutationFn: ({ assemblyId, paper }: { assemblyId: string; paper: string }) =>
      post<DossierJob>(
        `/kits/${kitId}/dossier?${new URLSearchParams({ paper, offset: String(offset()), ...(assemblyId ? { assembly: assemblyId } : {}) }).toString()}`,
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
