import type { KitDefinition } from '#core/record/definitions';

/** Who marks and changes: at the desk whoever says so (null); on a paired device the person it was paired for. */
export type MarkedFrom = { readonly id: string; readonly person: string } | null;

/** People of a kit a device was paired for, by their initials; case does not count. */
export function personsLetIn({ people }: KitDefinition, initials: string): ReadonlySet<string> {
  const same = (text: string) => text.trim().toUpperCase();
  return new Set(people.flatMap((p) => (same(p.initials) === same(initials) ? [p.id] : [])));
}
