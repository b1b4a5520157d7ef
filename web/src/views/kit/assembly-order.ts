import type { KitAnswer } from '#contract/answers';
import type { Edit } from '#core/record/definitions';
import { reordered } from '#core/record/reorder';
import { reachedBy } from '#core/work/overview';
import type { AssemblyGlance } from './assembly-bar';

type AssemblyOfKit = KitAnswer['assemblies'][number];

export const ASSEMBLY_ORDERS = {
  own: 'in your order',
  name: 'by name',
  least: 'least done first',
  stops: 'what stops first',
  last: 'last worked on first',
} as const;
export type AssemblyOrder = keyof typeof ASSEMBLY_ORDERS;

/** Assemblies whose names hold every word, in the order asked for. */
export function orderedAssemblies(
  list: readonly AssemblyOfKit[],
  glances: ReadonlyMap<string, AssemblyGlance>,
  { order, text }: { readonly order: AssemblyOrder; readonly text: string },
): AssemblyOfKit[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const own = list
    .filter((a) => words.every((w) => a.definition.name.toLowerCase().includes(w)))
    .sort((a, b) => a.definition.order - b.definition.order);
  const of = (a: AssemblyOfKit) => glances.get(a.id);
  const done = (a: AssemblyOfKit) => {
    const glance = of(a);
    return glance && glance.holes > 0 ? reachedBy(glance.stages).reduce((sum, r) => sum + r.reached, 0) / glance.holes : 0;
  };
  const stops = (a: AssemblyOfKit) => (of(a)?.stops ?? 0) + (of(a)?.contradicted ?? 0);
  switch (order) {
    case 'own':
      return own;
    case 'name':
      return own.sort((a, b) => a.definition.name.localeCompare(b.definition.name));
    case 'least':
      return own.sort((a, b) => done(a) - done(b));
    case 'stops':
      return own.sort((a, b) => stops(b) - stops(a));
    case 'last':
      return own.sort((a, b) => ((of(b)?.last?.doneAt ?? '') < (of(a)?.last?.doneAt ?? '') ? -1 : 1));
  }
}

/** What moves one of the assemblies up or down by one among those shown. */
export function moveEdits(list: readonly AssemblyOfKit[], id: string, by: -1 | 1): Edit[] {
  const orders = reordered(
    list.map((a) => ({ id: a.id, order: a.definition.order })),
    new Set([id]),
    by,
  );
  return list.flatMap((a): Edit[] => {
    const order = orders.get(a.id);
    return order === undefined ? [] : [{ kind: 'assembly', id: a.id, expectedVersion: a.version, definition: { ...a.definition, order } }];
  });
}
