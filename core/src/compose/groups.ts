import type { Place } from '../layout/path';
import type { Edit, Entity, FastenerDefinition, FastenerGroup, LayerDefinition, RowDefinition } from '../record/definitions';
import { holePlaces } from '../record/hole-places';
import { holesInPlan, resizeHoles } from '../record/holes';
import { blankRow } from '../record/blank';
import { cutText } from '../typed/whole-text';

/*
 * A group makes several holes about a centre: the row of the centres is closed with the screw, the small rivet holes are a row of their own that
 * names it. They follow their centres: as many, and where the centres lie.
 */

/** Where the small holes of one centre lie; `alongDeg`: the direction of the row there, degrees. Two lie across the centre, three a third of a turn apart. */
export function smallPlaces(centre: Place, group: Pick<FastenerGroup, 'small' | 'spacing' | 'angleDeg'>, alongDeg: number): Place[] {
  const turn = 360 / group.small;
  const radius = group.spacing.mm / 2;
  return Array.from({ length: group.small }, (_, i) => {
    const a = ((alongDeg + group.angleDeg + i * turn) * Math.PI) / 180;
    return { x: centre.x + radius * Math.cos(a), y: centre.y + radius * Math.sin(a) };
  });
}

/** The direction of a row at each of its holes, degrees: from the one before to the one after. One hole alone lies along x. */
function directions(places: readonly Place[]): number[] {
  return places.map((p, i) => {
    const from = places[i - 1] ?? p;
    const to = places[i + 1] ?? p;
    return from === to ? 0 : (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;
  });
}

/** The small holes of a row of groups, as many as its centres want and where they lie; holes keep their ids. */
export function smallHoles(
  centres: RowDefinition,
  group: FastenerGroup,
  was: RowDefinition['holes'],
  newId: () => string,
): RowDefinition['holes'] {
  const count = holesInPlan(centres.holes).length * group.small;
  const placed = holePlaces(centres)?.map((p) => p.place) ?? null;
  const along = placed ? directions(placed) : [];
  const places = placed?.flatMap((p, i) => smallPlaces(p, group, along[i] ?? 0)) ?? [];
  let n = 0;
  return resizeHoles(was, count, newId).map((h) => {
    if (h.out) return h;
    const at = places[n++];
    const { at: _, ...rest } = h;
    return at ? { ...rest, at } : rest;
  });
}

/** What an assembly has, for its groups to be followed. */
export interface GroupContext {
  readonly rows: readonly Entity<'row'>[];
  readonly parts: readonly Entity<'part'>[];
  readonly fasteners: readonly Entity<'fastener'>[];
  readonly newId: () => string;
}

/**
 * Edits with what they want of the small holes added: made with a new row of groups, as many and where the centres are after an edit, gone with
 * it. Edits that touch no group come back as they are.
 */
export function followGroups(edits: readonly Edit[], context: GroupContext): readonly Edit[] {
  const edited = new Map(edits.map((e) => [e.id, e]));
  const fasteners = new Map<string, FastenerDefinition>(context.fasteners.map((f) => [f.id, f.definition]));
  for (const e of edits) if (e.kind === 'fastener' && e.definition) fasteners.set(e.id, e.definition);
  const more: Edit[] = [];
  const parts = [...context.parts];
  for (const e of edits)
    if (e.kind === 'part' && e.definition && e.expectedVersion === 0)
      parts.push({ kind: 'part', id: e.id, version: 0, definition: e.definition });
  const fastenersEdited = new Set(edits.flatMap((e) => (e.kind === 'fastener' ? [e.id] : [])));
  /* A fastener that is edited reaches the rows that name it, though they are not edited themselves. */
  const reached = context.rows.filter((r) => !edited.has(r.id) && fastenersEdited.has(r.definition.fastenerId ?? ''));
  const touched = [...edits.flatMap((e) => (e.kind === 'row' ? [{ id: e.id, definition: e.definition }] : [])), ...reached];
  for (const edit of touched) {
    const small = context.rows.find((r) => r.definition.groupOf === edit.id && !edited.has(r.id));
    const group = edit.definition ? (fasteners.get(edit.definition.fastenerId ?? '')?.group ?? null) : null;
    if (!edit.definition || !group) {
      /* Nothing makes small holes any longer. Where some were worked on, taking them out is asked like any edit of work. */
      if (small) more.push({ kind: 'row', id: small.id, expectedVersion: small.version, definition: null });
      continue;
    }
    if (small) {
      const holes = smallHoles(edit.definition, group, small.definition.holes, context.newId);
      const definition = { ...small.definition, holes, page: edit.definition.page, hand: edit.definition.hand };
      if (JSON.stringify(definition) !== JSON.stringify(small.definition))
        more.push({ kind: 'row', id: small.id, expectedVersion: small.version, definition });
    } else if (!edits.some((o) => o.kind === 'row' && o.definition?.groupOf === edit.id)) {
      const made = newSmallRow(
        edit.id,
        edit.definition,
        fasteners.get(edit.definition.fastenerId ?? '')?.name ?? '',
        group,
        parts,
        context,
      );
      for (const e of made)
        if (e.kind === 'part' && e.definition) parts.push({ kind: 'part', id: e.id, version: 0, definition: e.definition });
      more.push(...made);
    }
  }
  return more.length === 0 ? edits : [...edits, ...more];
}

/** The row of small holes of a new row of groups, and the lug it holds: through every sheet but the one that comes off, where there is more than one. */
function newSmallRow(
  centreId: string,
  centres: RowDefinition,
  fastenerName: string,
  group: FastenerGroup,
  parts: readonly Entity<'part'>[],
  { newId }: GroupContext,
): Edit[] {
  const lugName = cutText(`${fastenerName} lug`, 120);
  const known = parts.find(
    (p) => p.definition.name === lugName && p.definition.hand === centres.hand && p.definition.assemblyId === centres.assemblyId,
  );
  const lugId = known?.id ?? newId();
  const held = centres.layers.length > 1 ? centres.layers.slice(1) : centres.layers;
  const layer = (partId: string): LayerDefinition => ({ id: newId(), partId, plans: null, edge: null, bothSides: false });
  const edge = centres.edge ? centres.edge.mm - (group.spacing.mm / 2) * Math.abs(Math.sin((group.angleDeg * Math.PI) / 180)) : null;
  const row: RowDefinition = {
    ...blankRow(centres.assemblyId, centres.order + 0.5),
    name: cutText(`${centres.name || fastenerName}, small holes`, 120),
    hand: centres.hand,
    page: centres.page,
    head: group.head,
    dash: group.dash,
    alloy: group.alloy,
    layers: [...held.map((l) => layer(l.partId)), layer(lugId)],
    holes: smallHoles(centres, group, [], newId),
    pitch: { ...group.spacing },
    edge: edge === null ? null : { mm: edge, text: `${edge} mm`, units: 'mm' },
    start: 'none',
    groupOf: centreId,
  };
  return [
    ...(known
      ? []
      : [
          {
            kind: 'part' as const,
            id: lugId,
            expectedVersion: 0,
            definition: {
              v: 1 as const,
              assemblyId: centres.assemblyId,
              name: lugName,
              hand: centres.hand,
              thickness: group.lug,
              measured: null,
              mirroredFrom: null,
            },
          },
        ]),
    { kind: 'row', id: newId(), expectedVersion: 0, definition: row },
  ];
}

/** Rows of an assembly that are groups: the centres' row with the row of its small holes. */
export function groupOfRow(
  row: Entity<'row'>,
  rows: readonly Entity<'row'>[],
  fasteners: readonly Entity<'fastener'>[],
): { readonly centres: Entity<'row'>; readonly small: Entity<'row'> | null; readonly fastener: FastenerDefinition } | null {
  const centres = row.definition.groupOf ? rows.find((r) => r.id === row.definition.groupOf) : row;
  const fastener = fasteners.find((f) => f.id === centres?.definition.fastenerId)?.definition;
  if (!centres || !fastener?.group) return null;
  return { centres, small: rows.find((r) => r.definition.groupOf === centres.id) ?? null, fastener };
}
