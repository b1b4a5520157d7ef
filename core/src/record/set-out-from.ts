import type { Place } from '../layout/path';
import type { Entity, PartDefinition } from './definitions';
import { holePlaces } from './hole-places';
import { rowTitle } from './title';

/** What a row's line can be set out from: its own parts that are drawn, and other rows that are placed, seen through. */
export interface SetOutFrom {
  readonly parts: readonly { readonly id: string; readonly name: string; readonly corners: readonly Place[] }[];
  readonly rows: readonly { readonly id: string; readonly name: string; readonly places: readonly Place[] }[];
}

export function setOutFrom(row: Entity<'row'>, rows: readonly Entity<'row'>[], parts: ReadonlyMap<string, PartDefinition>): SetOutFrom {
  const drawn = row.definition.layers.flatMap(({ partId }) => {
    const part = parts.get(partId);
    return part?.outline ? [{ id: partId, name: part.name, corners: part.outline.corners }] : [];
  });
  const seen = rows.flatMap(({ id, definition }) => {
    const placed = id === row.id ? null : holePlaces(definition);
    /* One hole alone has no direction. */
    return placed && placed.length > 1 ? [{ id, name: rowTitle(definition, parts), places: placed.map((h) => h.place) }] : [];
  });
  return { parts: drawn, rows: seen };
}
