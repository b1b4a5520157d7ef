import type { PartDefinition, RowDefinition } from './definitions';

/** What a row is called: its own name, else its sheets from the head side. */
export function rowTitle(row: RowDefinition, parts: ReadonlyMap<string, Pick<PartDefinition, 'name'>>): string {
  return row.name || row.layers.map((l) => parts.get(l.partId)?.name ?? '?').join(' / ');
}
