import type {
  AssemblyAnswer,
  BatchesAnswer,
  FastenersAnswer,
  ChangesAnswer,
  KitAnswer,
  KitsAnswer,
  MarksAnswer,
  OverviewAnswer,
  RevisionAnswer,
  ToolsAnswer,
  WhoamiAnswer,
} from '#contract/answers';
import { useQuery, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useDeferredValue, useEffect, useRef } from 'react';
import { get } from './client';

export const keys = {
  kits: ['kits'] as const,
  kit: (id: string) => ['kit', id] as const,
  assembly: (id: string) => ['assembly', id] as const,
  marks: (id: string) => ['marks', id] as const,
  changes: (kitId: string) => ['changes', kitId] as const,
};

/** Other windows and devices write too: ask this often whether anything is new, and whenever the window comes to the front. */
const LOOK_AGAIN_MS = 3000;

export function useKits() {
  return useQuery({ queryKey: keys.kits, queryFn: () => get<KitsAnswer>('/kits') });
}

export function useKit(id: string) {
  return useQuery({ queryKey: keys.kit(id), queryFn: () => get<KitAnswer>(`/kits/${id}`) });
}

/** What a mirrored row or part was made from: in this assembly, or in the one this was mirrored from. */
export function useMirrorSource<T>(data: AssemblyAnswer, find: (d: AssemblyAnswer) => T | undefined): T | undefined {
  const here = find(data);
  const otherId = data.assembly.definition.mirroredFrom ?? '';
  const other = useQuery({
    queryKey: keys.assembly(otherId),
    queryFn: () => get<AssemblyAnswer>(`/assemblies/${otherId}`),
    enabled: here === undefined && otherId !== '',
    staleTime: Infinity,
    retry: false,
  });
  return here ?? (other.data ? find(other.data) : undefined);
}

/** Initials of the person this device was paired for; undefined at the desk. */
export function usePairedFor(): string | undefined {
  return useQuery({
    queryKey: ['whoami'],
    queryFn: () => get<WhoamiAnswer>('/whoami'),
    staleTime: Infinity,
    refetchOnWindowFocus: false,
    retry: false,
  }).data?.device?.person;
}

/** How far each assembly of a kit is; looked at again after every mark. */
export function useOverview(kitId: string) {
  return useQuery({ queryKey: ['marks', 'overview', kitId], queryFn: () => get<OverviewAnswer>(`/kits/${kitId}/overview`) });
}

/** Marks of batches mixed lately anywhere in a kit; looked at again after every mark. */
export function useBatchMarks(kitId: string) {
  return useQuery({
    queryKey: ['marks', 'batches', kitId],
    queryFn: () => get<BatchesAnswer>(`/kits/${kitId}/batches`).then((a) => a.marks),
  });
}

export function useTools(kitId: string) {
  return useQuery({ queryKey: ['kit', kitId, 'tools'], queryFn: () => get<ToolsAnswer>(`/kits/${kitId}/tools`) });
}

export function useFasteners(kitId: string) {
  return useQuery({ queryKey: ['kit', kitId, 'fasteners'], queryFn: () => get<FastenersAnswer>(`/kits/${kitId}/fasteners`) });
}

export function useAssembly(id: string, enabled = true) {
  return useQuery({
    queryKey: keys.assembly(id),
    queryFn: () => get<AssemblyAnswer>(`/assemblies/${id}`),
    enabled,
    staleTime: Infinity,
    refetchOnWindowFocus: false,
  });
}

const NO_MARKS: MarksAnswer = { marks: [], last: 0, epoch: '' };

/** All marks of an assembly; what is known already is not asked for again. */
export function useMarks(id: string) {
  const client = useQueryClient();
  return useQuery({
    queryKey: keys.marks(id),
    queryFn: async (): Promise<MarksAnswer> => {
      const known = client.getQueryData<MarksAnswer>(keys.marks(id)) ?? NO_MARKS;
      const ask = (after: number) => get<MarksAnswer>(`/assemblies/${id}/marks?after=${after}`);
      const newer = await ask(known.last);
      if (known.epoch !== '' && newer.epoch !== known.epoch) return ask(0);
      return newer.marks.length === 0 ? { ...known, epoch: newer.epoch } : { ...newer, marks: [...known.marks, ...newer.marks] };
    },
    structuralSharing: false,
    staleTime: Infinity,
    refetchOnWindowFocus: false,
    select: (so) => so.marks,
  });
}

/** Whether the first answer is still awaited of what an order of work depends on beside the rows: marks and tools. */
export function useIsRecordLoading(kitId: string, assemblyId: string): boolean {
  const [marks, tools] = [useMarks(assemblyId), useTools(kitId)];
  const isLoading = marks.isLoading || tools.isLoading;
  /* What is worked out from them the first time is made in slices, between which the page answers. */
  const wasLoading = useDeferredValue(isLoading);
  return isLoading || wasLoading;
}

/** Looks again at what is shown as soon as somebody, here or elsewhere, has written; tells whether the server answers. */
export function useFollow(kitId: string): { isAway: boolean } {
  const client = useQueryClient();
  const seen = useRef<RevisionAnswer | null>(null);
  const revision = useQuery({
    queryKey: ['revision', kitId],
    queryFn: () => get<RevisionAnswer>(`/kits/${kitId}/revision`),
    refetchInterval: LOOK_AGAIN_MS,
    retry: false,
  });
  const now = revision.data;
  useEffect(() => {
    if (!now) return;
    const before = seen.current;
    seen.current = now;
    const isAnother = before !== null && before.epoch !== now.epoch;
    if (before && (isAnother || before.changes !== now.changes)) void refreshDefinitions(client);
    if (before && (isAnother || before.marks !== now.marks)) void client.invalidateQueries({ queryKey: ['marks'] });
  }, [now, client]);
  return { isAway: revision.isError };
}

export function useChanges(kitId: string | undefined) {
  return useQuery({
    queryKey: keys.changes(kitId ?? ''),
    queryFn: () => get<ChangesAnswer>(`/kits/${kitId}/changes`).then((a) => a.changes),
    enabled: kitId !== undefined,
  });
}

/**
 * After definitions changed, everything that shows them looks again. `everywhere`: they reach assemblies that are not
 * shown now, too (settings of the kit, fasteners); what is known of those is forgotten, so that nobody goes on there from before.
 */
export async function refreshDefinitions(client: QueryClient, everywhere = false): Promise<void> {
  if (everywhere) client.removeQueries({ queryKey: ['assembly'], type: 'inactive' });
  await Promise.all([
    client.invalidateQueries({ queryKey: ['kits'] }),
    client.invalidateQueries({ queryKey: ['kit'] }),
    client.invalidateQueries({ queryKey: ['assembly'] }),
    client.invalidateQueries({ queryKey: ['changes'] }),
    /* How far all is rests on the plan as much as on the marks; nobody waits for it. */
    Promise.resolve(void client.invalidateQueries({ queryKey: ['marks', 'overview'] })),
  ]);
}
