import { STACK_FASTENER_KINDS, type Stack, type StackFastener } from '../prep/stack';
import { rivetOfDash, type RivetSize } from '../tables/fasteners';
import { DEFAULT_LIMITS, withOwnLimits, type Limits } from '../tables/limits';
import { mm, type Mm } from '../units/length';
import { holePlaces } from './hole-places';
import { trueSpacing, type LaidRow, type TrueSpacing } from '../layout/true-spacing';
import { rowEdge } from '../layout/outline';
import type { Place } from '../layout/path';
import type { FastenerDefinition, KitDefinition, Outline, PartDefinition, RowDefinition, TypedLength } from './definitions';
import { rowTitle } from './title';

/** What a row's plan needs beside the row. */
export interface RowContext {
  readonly kit: KitDefinition;
  /** Parts by id. */
  readonly parts: ReadonlyMap<string, PartDefinition>;
  /** The kit's fasteners by id. */
  readonly fasteners: ReadonlyMap<string, FastenerDefinition>;
  /** All rows of the assembly, this one among them or not: true distances are measured to those that lie on a part of this one. */
  readonly rows?: readonly RowDefinition[] | undefined;
}

/** The thickness every computation uses: measured where there is one, else nominal. */
export function effectiveThickness(part: PartDefinition): TypedLength {
  return part.measured ?? part.thickness;
}

function optional(length: TypedLength | null): Mm | undefined {
  return length === null ? undefined : mm(length.mm);
}

/** The kit's limits: defaults with its own figures over them. */
export function limitsOf(kit: KitDefinition): Limits {
  return Object.keys(kit.limits).length === 0 ? DEFAULT_LIMITS : withOwnLimits(kit.limits as Partial<Limits>);
}

/** A placed row with its places, worked out once for each definition. */
const PLACES = new WeakMap<RowDefinition, readonly Place[] | null>();

function placesOf(row: RowDefinition): readonly Place[] | null {
  let places = PLACES.get(row);
  if (places === undefined) PLACES.set(row, (places = holePlaces(row)?.map((p) => p.place) ?? null));
  return places;
}

/** What lies between the holes of a placed row and those of the rows that share a part with it; undefined where it is not placed. */
export function spacingOf(row: RowDefinition, context: RowContext): TrueSpacing | undefined {
  const places = placesOf(row);
  return places ? trueSpacing(laidRow(row, places, context), rowsAround(row, context)) : undefined;
}

function laidRow(row: RowDefinition, places: readonly Place[], context: RowContext): LaidRow {
  return { name: rowTitle(row, context.parts), places, diameter: (rivetOfDash(row.dash) as RivetSize).diameter };
}

/** The placed rows of the assembly that share a part with this one: only those can come near it. */
export function rowsAround(row: RowDefinition, context: RowContext): LaidRow[] {
  const parts = new Set(row.layers.map((l) => l.partId));
  return (context.rows ?? []).flatMap((other) => {
    const isSame = other === row || other.layers.some((l) => l.id === row.layers[0]?.id);
    if (isSame || !other.layers.some((l) => parts.has(l.partId))) return [];
    const at = placesOf(other);
    return at ? [laidRow(other, at, context)] : [];
  });
}

/** Angles of head and cutter: a fastener brings its own head's, and the cutter suits it unless another was named. */
function anglesOf(row: RowDefinition, fastener: FastenerDefinition | null): Pick<Stack, 'headAngleDeg' | 'cutterAngleDeg'> {
  const { headAngleDeg, cutterAngleDeg } = row;
  const own = fastener?.head?.kind === 'flush' ? fastener.head.angleDeg : null;
  if (own === null) return { headAngleDeg, cutterAngleDeg };
  return { headAngleDeg: own, cutterAngleDeg: cutterAngleDeg === headAngleDeg ? own : cutterAngleDeg };
}

/** Hole max where the kit has a figure of its own. */
function ownHoleMax(kit: KitDefinition): NonNullable<Stack['holeMaxOf']> {
  const known: Partial<Record<RivetSize['dash'], Mm>> = {};
  for (const dash of [3, 4, 5, 6] as const) {
    const own = kit.holeMax[`${dash}`];
    if (own !== undefined) known[dash] = mm(own);
  }
  return known;
}

/** The fastener as a stack knows it; of a kind that is not prepared for as a bolt, of which least is said. */
function fastenerOf({ kind, name, hole, holeMax, head, gripFrom, gripTo }: FastenerDefinition): StackFastener {
  const known = STACK_FASTENER_KINDS.find((k) => k === kind) ?? 'bolt';
  return {
    kind: known,
    name,
    ...(known === 'bolt' && !holeMax ? { isHoleMaxUnknown: true } : {}),
    hole: optional(hole),
    gripFrom: optional(gripFrom),
    gripTo: optional(gripTo),
    flushHead: optional(head?.kind === 'flush' ? head.diameter : null),
  };
}

/** The stack of a row; null where a layer names a part, or the row a fastener, that is not there. */
export function stackOf(row: RowDefinition, context: RowContext): Stack | null {
  const fastener = row.fastenerId ? (context.fasteners.get(row.fastenerId) ?? null) : null;
  if (row.fastenerId && !fastener) return null;
  const size = rivetOfDash(row.dash) as RivetSize;
  const layers: Stack['layers'][number][] = [];
  let places: readonly Place[] | undefined;
  const outlineEdge = (outline: Outline) => {
    places ??= holePlaces(row)?.map((p) => p.place) ?? [];
    return rowEdge(places, outline.corners) ?? undefined;
  };
  for (const layer of row.layers) {
    const part = context.parts.get(layer.partId);
    if (!part) return null;
    layers.push({
      part: part.name,
      thickness: mm(effectiveThickness(part).mm),
      plans: layer.plans ?? undefined,
      edge: optional(layer.edge),
      bothSides: layer.bothSides,
      ...(part.outline ? { outline: outlineEdge(part.outline) } : {}),
    });
  }
  const { kit } = context;
  const nest = row.nest ?? kit.nest;
  /* A blind fastener's hole is its maker's; how far over it may go, nobody's table says: the same slack as for solid rivets. */
  const blindHole = optional(fastener?.hole ?? null);
  const holeMaxOf = ownHoleMax(kit);
  const ownMax = holeMaxOf[row.dash] ?? size.holeMax;
  return {
    school: row.school ?? kit.school,
    head: row.head,
    size,
    alloy: row.alloy,
    hole: optional(row.hole) ?? blindHole ?? size.hole,
    holeMax: blindHole === undefined ? ownMax : mm(blindHole + size.holeMax - size.hole),
    holeMaxOf,
    ...(fastener ? { fastener: fastenerOf(fastener) } : {}),
    layers,
    nest: nest === 'computed' ? { kind: 'computed' } : { kind: 'fixed', allowance: mm(nest.fixed.mm) },
    edge: optional(row.edge),
    pitch: optional(row.pitch),
    rowDistance: optional(row.rowDistance),
    ...(context.rows ? { spacing: spacingOf(row, context) } : {}),
    halfDash: kit.halfDash,
    profile: kit.profile,
    ...anglesOf(row, fastener),
    lengthDash: row.lengthDash,
    sharesLoadWith: row.sharesLoadWith ?? undefined,
    limits: limitsOf(kit),
  };
}
