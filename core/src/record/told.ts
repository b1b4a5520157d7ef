import type { PartDefinition, RowDefinition, ShutOff } from './definitions';

/*
 * What the builder tells of the order of the work by pointing: said by one tap, taken back by another of the same.
 */

/** A row with a thing that shuts it off put in, or taken out where it was told already. */
export function toggledShutOff(row: RowDefinition, fact: ShutOff): RowDefinition {
  const shutBy = row.shutBy ?? [];
  const isSame = (s: ShutOff) => s.by.kind === fact.by.kind && s.by.id === fact.by.id;
  return { ...row, shutBy: shutBy.some(isSame) ? shutBy.filter((s) => !isSame(s)) : [...shutBy, fact] };
}

/** A row that waits for a later part, or no longer. */
export function toggledWait(row: RowDefinition, partId: string): RowDefinition {
  const parts = row.waitsForParts ?? [];
  return { ...row, waitsForParts: parts.includes(partId) ? parts.filter((p) => p !== partId) : [...parts, partId] };
}

/** A part that joins a sub-assembly, or leaves it where it is in that one already. */
export function toggledJoin(part: PartDefinition, name: string): PartDefinition {
  const { subAssembly, ...rest } = part;
  return subAssembly === name ? rest : { ...rest, subAssembly: name };
}
