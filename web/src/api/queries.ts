import { useQuery, type QueryClient } from '@tanstack/react-query';
import type { AppliedEditView } from './types';
import type { Entity } from '#core/record/definitions';
import type { Mark } from '#core/record/marks';
import { get } from './client';

export interface AssemblyAnswer {
  readonly kit: Entity<'kit'>;
  readonly assembly: Entity<'assembly'>;
  readonly parts: Entity<'part'>[];
  readonly rows: Entity<'row'>[];
}

export interface KitAnswer {
  readonly kit: Entity<'kit'>;
  readonly assemblies: (Entity<'assembly'> & { rows: number; parts: number })[];
}

export interface ChangeView {
  readonly seq: number;
  readonly id: string;
  readonly person: string;
  readonly device: string;
  readonly recordedAt: string;
  readonly reason: string;
  readonly undoes: string | null;
  readonly edits: readonly AppliedEditView[];
}

export const keys = {
  kits: ['kits'] as const,
  kit: (id: string) => ['kit', id] as const,
  assembly: (id: string) => ['assembly', id] as const,
  marks: (id: string) => ['marks', id] as const,
  changes: (kitId: string) => ['changes', kitId] as const,
};

/** Other windows and devices write too: look again this often, and whenever the window comes to the front. */
const LOOK_AGAIN_MS = 5000;

export function useKits() {
  return useQuery({ queryKey: keys.kits, queryFn: () => get<{ kits: Entity<'kit'>[] }>('/kits').then((a) => a.kits) });
}

export function useKit(id: string) {
  return useQuery({ queryKey: keys.kit(id), queryFn: () => get<KitAnswer>(`/kits/${id}`) });
}

export function useAssembly(id: string) {
  return useQuery({ queryKey: keys.assembly(id), queryFn: () => get<AssemblyAnswer>(`/assemblies/${id}`), refetchInterval: LOOK_AGAIN_MS });
}

export function useMarks(id: string) {
  return useQuery({
    queryKey: keys.marks(id),
    queryFn: () => get<{ marks: Mark[] }>(`/assemblies/${id}/marks`).then((a) => a.marks),
    refetchInterval: LOOK_AGAIN_MS,
  });
}

export function useChanges(kitId: string | undefined) {
  return useQuery({
    queryKey: keys.changes(kitId ?? ''),
    queryFn: () => get<{ changes: ChangeView[] }>(`/kits/${kitId}/changes`).then((a) => a.changes),
    enabled: kitId !== undefined,
  });
}

/** After definitions changed, everything that shows them looks again. */
export async function refreshDefinitions(client: QueryClient): Promise<void> {
  await Promise.all([
    client.invalidateQueries({ queryKey: ['kits'] }),
    client.invalidateQueries({ queryKey: ['kit'] }),
    client.invalidateQueries({ queryKey: ['assembly'] }),
    client.invalidateQueries({ queryKey: ['changes'] }),
  ]);
}
