import { cutText } from '../typed/whole-text';
import type {
  AssemblyDefinition,
  Edit,
  Entity,
  Hand,
  JobDefinition,
  LaidPath,
  LayerDefinition,
  Orientation,
  PartDefinition,
  RowDefinition,
} from './definitions';
import { freshHoles } from './holes';

/*
 * A mirror is a copy of definitions with `mirroredFrom`: hole n answers hole n, hands and orientation are turned, and
 * nothing marked, measured or counted comes along. Later differences are shown, never applied by themselves.
 */
const OTHER_HAND: Readonly<Record<Hand, Hand>> = { L: 'R', R: 'L' };

/** The orientation of the other hand: seen in a mirror a clockwise turn goes the other way round; the same face stays out. */
export function mirrorOrientation(o: Orientation): Orientation {
  return { turnDeg: ((360 - o.turnDeg) % 360) as Orientation['turnDeg'], flipped: o.flipped };
}

/** A place as a mirror shows it: left and right change sides. */
export function turnPlace({ x, y }: { x: number; y: number }): { x: number; y: number } {
  return { x: x === 0 ? 0 : -x, y };
}

function mirrorPart(source: Entity<'part'>, assemblyId: string): PartDefinition {
  const { definition } = source;
  return {
    ...definition,
    assemblyId,
    hand: definition.hand && OTHER_HAND[definition.hand],
    measured: null,
    mirroredFrom: source.id,
    ...(definition.counted === undefined ? {} : { counted: null }),
    ...(definition.supply === undefined ? {} : { supply: null }),
    ...(definition.orientation ? { orientation: mirrorOrientation(definition.orientation) } : {}),
    ...(definition.outline ? { outline: { ...definition.outline, corners: definition.outline.corners.map(turnPlace) } } : {}),
  };
}

/** A laid-out path on the other side; what was typed for this side is not what would be typed there. */
export function turnLaid({ typed: _, ...laid }: LaidPath): LaidPath {
  return { ...laid, path: laid.path.map(turnPlace) };
}

/** What was told of a row by naming others, by the ids they have on the other side; what has none there is left out. */
function mirrorTold(row: RowDefinition, idOf: (id: string) => string | undefined): Pick<RowDefinition, 'shutBy' | 'waitsForParts'> {
  const { shutBy, waitsForParts } = row;
  return {
    ...(shutBy
      ? {
          shutBy: shutBy.flatMap((s) => {
            const id = idOf(s.by.id);
            return id === undefined ? [] : [{ ...s, by: { ...s.by, id } }];
          }),
        }
      : {}),
    ...(waitsForParts ? { waitsForParts: waitsForParts.flatMap((p) => idOf(p) ?? []) } : {}),
  };
}

function mirrorDefinition(
  source: Entity<'row'>,
  order: number,
  layers: readonly LayerDefinition[],
  newId: () => string,
  idOf: (id: string) => string | undefined,
): RowDefinition {
  /* Its holes are others: what they share with other rows is asked anew. */
  const { meets: _, ...row } = source.definition;
  const centre = row.groupOf === undefined ? undefined : idOf(row.groupOf);
  return {
    ...row,
    groupOf: centre,
    ...mirrorTold(row, idOf),
    order,
    hand: row.hand && OTHER_HAND[row.hand],
    layers,
    holes: freshHoles(row.holes, newId, turnPlace),
    mirroredFrom: source.id,
    ...(row.laid ? { laid: turnLaid(row.laid) } : {}),
  };
}

/**
 * One row for the other hand, within its assembly: parts with a hand are turned (made where they are missing).
 * Null where the row has no hand to turn.
 */
export function mirrorRow(
  source: Entity<'row'>,
  parts: readonly Entity<'part'>[],
  order: number,
  newId: () => string,
): { edits: Edit[]; rowId: string } | null {
  const row = source.definition;
  if (row.hand === null) return null;
  const hand = OTHER_HAND[row.hand];
  const edits: Edit[] = [];
  const layers = row.layers.map((layer): LayerDefinition => {
    const part = parts.find((p) => p.id === layer.partId);
    if (!part || part.definition.hand === null) return { ...layer, id: newId() };
    const { name } = part.definition;
    const turned = parts.find(
      (p) =>
        p.definition.hand === hand &&
        (p.definition.mirroredFrom === part.id || part.definition.mirroredFrom === p.id || p.definition.name === name),
    );
    if (turned) return { ...layer, id: newId(), partId: turned.id };
    const id = newId();
    edits.push({ kind: 'part', id, expectedVersion: 0, definition: mirrorPart(part, part.definition.assemblyId) });
    return { ...layer, id: newId(), partId: id };
  });
  const rowId = newId();
  edits.push({
    kind: 'row',
    id: rowId,
    expectedVersion: 0,
    definition: mirrorDefinition(source, order, layers, newId, (id) => toldId(source, parts, id)),
  });
  return { edits, rowId };
}

/**
 * Several rows for the other hand, one after another from `order` on: a part that one of them made is there for the next.
 * `lastRowId`: null where none had a hand to turn.
 */
export function mirrorRows(
  sources: readonly Entity<'row'>[],
  parts: readonly Entity<'part'>[],
  order: number,
  newId: () => string,
): { edits: Edit[]; lastRowId: string | null } {
  const edits: Edit[] = [];
  const there = [...parts];
  let lastRowId: string | null = null;
  sources.forEach((source, i) => {
    const mirrored = mirrorRow(source, there, order + i, newId);
    if (!mirrored) return;
    edits.push(...mirrored.edits);
    for (const e of mirrored.edits)
      if (e.kind === 'part' && e.definition) there.push({ kind: 'part', id: e.id, version: 0, definition: e.definition });
    lastRowId = mirrored.rowId;
  });
  return { edits, lastRowId };
}

/** Within one assembly: a part that has no hand is the same for both; what belongs to the other row's hand is told there anew. */
function toldId(source: Entity<'row'>, parts: readonly Entity<'part'>[], id: string): string | undefined {
  const part = parts.find((p) => p.id === id);
  return part && part.definition.hand === null && id !== source.id ? id : undefined;
}

/** The name of the other side: left and right change places, in any case; a name without either gets "mirrored". */
export function mirrorName(name: string): string {
  const swap = (word: string) => {
    const other = word.toLowerCase() === 'left' ? 'right' : 'left';
    if (word === word.toUpperCase()) return other.toUpperCase();
    return word[0] === word[0]?.toUpperCase() ? `${other[0]?.toUpperCase()}${other.slice(1)}` : other;
  };
  const swapped = name.replace(/\b(left|right)\b/gi, swap);
  return swapped === name ? cutText(`${name}, mirrored`, 120) : swapped;
}

/** A whole assembly for the other side: every part, row and job mirrored, under ids of their own. */
export function mirrorAssembly(
  source: Entity<'assembly'>,
  parts: readonly Entity<'part'>[],
  rows: readonly Entity<'row'>[],
  order: number,
  newId: () => string,
  jobs: readonly Entity<'job'>[] = [],
): { edits: Edit[]; assemblyId: string } {
  const assemblyId = newId();
  const partIds = new Map(parts.map((p) => [p.id, newId()]));
  const rowIds = new Map(rows.map((r) => [r.id, newId()]));
  const { sequence: _, ...own } = source.definition;
  const definition: AssemblyDefinition = { ...own, name: mirrorName(source.definition.name), order, mirroredFrom: source.id };
  const edits: Edit[] = [{ kind: 'assembly', id: assemblyId, expectedVersion: 0, definition }];
  for (const p of parts)
    edits.push({ kind: 'part', id: partIds.get(p.id) as string, expectedVersion: 0, definition: mirrorPart(p, assemblyId) });
  for (const r of rows) {
    const layers = r.definition.layers.map((l) => ({ ...l, id: newId(), partId: partIds.get(l.partId) as string }));
    edits.push({
      kind: 'row',
      id: rowIds.get(r.id) as string,
      expectedVersion: 0,
      definition: {
        ...mirrorDefinition(r, r.definition.order, layers, newId, (id) => partIds.get(id) ?? rowIds.get(id)),
        assemblyId,
      },
    });
  }
  const there = (ids: ReadonlyMap<string, string>, own: readonly string[]) => own.flatMap((id) => ids.get(id) ?? []);
  for (const { id, definition: job } of jobs)
    edits.push({
      kind: 'job',
      id: newId(),
      expectedVersion: 0,
      definition: {
        ...job,
        assemblyId,
        mirroredFrom: id,
        partIds: there(partIds, job.partIds),
        cycles: job.cycles.map((c) => ({
          ...c,
          id: newId(),
          rowIds: there(rowIds, c.rowIds),
          steps: c.steps.map((s) => ({ ...s, id: newId() })),
        })),
      } satisfies JobDefinition,
    });
  return { edits, assemblyId };
}
