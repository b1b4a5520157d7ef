import type { HoleMeeting, RowDefinition } from '../record/definitions';
import { compareMarks, type Mark } from '../record/marks';
import type { DrillWork, SetWork } from '../record/mark-work';

/** Holes of a row that are one with holes of other rows. */
export type LinksOf = (rowId: string) => readonly HoleMeeting[];

export const NO_LINKS: LinksOf = () => [];

/** The links of these rows, as somebody answered them. */
export function linksOfRows(rows: readonly { readonly id: string; readonly definition: Pick<RowDefinition, 'meets'> }[]): LinksOf {
  const links = new Map<string, readonly HoleMeeting[]>();
  for (const { id, definition } of rows) {
    const own = definition.meets?.filter((m) => m.isOne) ?? [];
    if (own.length > 0) links.set(id, own);
  }
  return links.size === 0 ? NO_LINKS : (rowId) => links.get(rowId) ?? [];
}

/**
 * A row's marks with those on holes of other rows that are one with its own: what was done there was done to the same metal. `own` and `of`: marks
 * that count, in order. A fastener set in the other row closes this one's sheets too; a drilling went through the sheets it names.
 */
export function withMetMarks(
  own: readonly Mark[],
  links: readonly HoleMeeting[],
  { of, partIds }: { readonly of: (rowId: string) => readonly Mark[]; readonly partIds: readonly string[] },
): readonly Mark[] {
  if (links.length === 0) return own;
  const met = [...new Set(links.map((l) => l.rowId))].flatMap((rowId) => {
    const holeOf = new Map(links.flatMap((l) => (l.rowId === rowId ? [[l.otherId, l.holeId] as const] : [])));
    return of(rowId).flatMap((mark) => metHere(mark, holeOf, partIds) ?? []);
  });
  return met.length === 0 ? own : [...own, ...met].sort(compareMarks);
}

/** A mark as it is of this row's holes; null: it touches none of them. */
function metHere(mark: Mark, holeOf: ReadonlyMap<string, string>, partIds: readonly string[]): Mark | null {
  const holeIds = mark.holeIds.flatMap((id) => holeOf.get(id) ?? []);
  if (holeIds.length === 0) return null;
  const payload = payloadMet(mark, holeOf, partIds);
  /* The same kind of mark with the same payload, but for whose holes it names. */
  return { ...mark, holeIds, payload } as Mark;
}

function payloadMet({ kind, payload }: Mark, holeOf: ReadonlyMap<string, string>, partIds: readonly string[]): object {
  const idOf = (id: string) => holeOf.get(id) ?? id;
  if (kind === 'finding-settled')
    return { ...payload, finding: { ...payload.finding, stood: payload.finding.stood.map((s) => ({ ...s, holeId: idOf(s.holeId) })) } };
  if (kind === 'set' && payload.work) return { ...payload, work: closingHere(payload.work, partIds) };
  if ((kind === 'drilled' || kind === 'piloted') && payload.work?.places) return { ...payload, work: placedHere(payload.work, idOf) };
  return payload;
}

const closingHere = (work: SetWork, partIds: readonly string[]): SetWork =>
  work.partIds ? { ...work, partIds: [...new Set([...work.partIds, ...partIds])] } : work;

/** Places along the other row say nothing of this one. */
function placedHere({ places, isAlongRow, ...work }: DrillWork, idOf: (id: string) => string): DrillWork {
  if (isAlongRow || !places) return work;
  return { ...work, places: Object.fromEntries(Object.entries(places).map(([id, place]) => [idOf(id), place])) };
}
