import type { Stack, StackFastener } from '../prep/stack';
import { HOLE_SLACK, screwOf, sizeOfFigures, usualHole } from '../tables/fastener-figures';
import { rivetOfDash, rivetOfDiameter, type Head, type RivetSize } from '../tables/fasteners';
import { DEFAULT_LIMITS, withOwnLimits, type Limits } from '../tables/limits';
import { mm, type Mm } from '../units/length';
import { holePlaces } from './hole-places';
import { areNear, boundsOf, type Bounds } from '../layout/bounds';
import { FAR_D, trueSpacing, type LaidRow, type TrueSpacing } from '../layout/true-spacing';
import { rowEdge } from '../layout/outline';
import type { Place } from '../layout/path';
import type { FastenerDefinition, HoleMeeting, KitDefinition, Outline, PartDefinition, RowDefinition, TypedLength } from './definitions';
import { isDimpledFirst } from './fastener-check';
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

/** Where a row's holes lie, and the box around them. */
export interface RowPlaces {
  readonly places: readonly Place[];
  readonly holeIds: readonly string[];
  readonly box: Bounds;
}

const PLACES = new WeakMap<RowDefinition, RowPlaces | null>();

/** Where the holes of a placed row lie, worked out once for each definition; null: it has no place. */
export function placesOf(row: RowDefinition): RowPlaces | null {
  let known = PLACES.get(row);
  if (known === undefined) {
    const placed = holePlaces(row);
    const places = placed?.map((p) => p.place);
    const holeIds = placed?.map((p) => p.hole.id) ?? [];
    PLACES.set(row, (known = places ? { places, holeIds, box: boundsOf(places) } : null));
  }
  return known;
}

/** What lies between the holes of a placed row and those of the rows that share a part with it; undefined where it is not placed. */
export function spacingOf(row: RowDefinition, context: RowContext): TrueSpacing | undefined {
  const own = placesOf(row);
  if (!own) return undefined;
  const { spacings } = rowsByPart(context);
  let spacing = spacings.get(row);
  if (!spacing) spacings.set(row, (spacing = trueSpacing(laidRow(row, own, context), rowsNear(row, own.box, context))));
  return spacing;
}

/** A placed row on a part, as far as it takes to see whether it can be near another. */
interface OnPart extends RowPlaces {
  readonly row: RowDefinition;
  /** Its place in the list of all rows. */
  readonly index: number;
  readonly diameter: Mm;
}

interface RowsByPart {
  readonly of: Pick<RowContext, 'fasteners' | 'parts'>;
  readonly byPart: ReadonlyMap<string, readonly OnPart[]>;
  /** What was measured already. */
  readonly spacings: WeakMap<RowDefinition, TrueSpacing>;
}

/** Placed rows by part, once for each list of rows, which is never changed: of a thousand rows on a skin each looks at boxes, not at holes. */
const BY_PART = new WeakMap<readonly RowDefinition[], RowsByPart>();
const NO_ROWS: readonly RowDefinition[] = [];

function rowsByPart({ rows = NO_ROWS, fasteners, parts }: RowContext): RowsByPart {
  const known = BY_PART.get(rows);
  if (known?.of.fasteners === fasteners && known.of.parts === parts) return known;
  const byPart = new Map<string, OnPart[]>();
  rows.forEach((row, index) => {
    const placed = placesOf(row);
    if (!placed || placed.places.length === 0) return;
    const one = { row, index, ...placed, diameter: diameterOf(row, fasteners) };
    for (const partId of new Set(row.layers.map((l) => l.partId))) {
      const list = byPart.get(partId);
      if (list) list.push(one);
      else byPart.set(partId, [one]);
    }
  });
  const made: RowsByPart = { of: { fasteners, parts }, byPart, spacings: new WeakMap() };
  BY_PART.set(rows, made);
  return made;
}

/** Of {@link rowsAround} those near enough to say something, in the same order. */
function rowsNear(row: RowDefinition, box: Bounds, context: RowContext): LaidRow[] {
  const own = diameterOf(row, context.fasteners);
  const { byPart } = rowsByPart(context);
  const near = new Set<OnPart>();
  for (const { partId } of row.layers)
    for (const other of byPart.get(partId) ?? [])
      if (areNear(box, other.box, FAR_D * Math.max(own, other.diameter)) && !isSameRow(other.row, row)) near.add(other);
  return [...near].sort((a, b) => a.index - b.index).map((o) => laidRow(o.row, o, context));
}

const isSameRow = (a: RowDefinition, b: RowDefinition): boolean => a === b || a.layers.some((l) => l.id === b.layers[0]?.id);

function diameterOf(row: RowDefinition, fasteners: RowContext['fasteners']): Mm {
  const entry = row.fastenerId ? fasteners.get(row.fastenerId) : undefined;
  return optional(entry?.diameter ?? null) ?? (rivetOfDash(row.dash) as RivetSize).diameter;
}

function laidRow(row: RowDefinition, { places, holeIds }: RowPlaces, context: RowContext): LaidRow {
  const entry = row.fastenerId ? context.fasteners.get(row.fastenerId) : undefined;
  return {
    name: rowTitle(row, context.parts),
    places,
    diameter: diameterOf(row, context.fasteners),
    ...(entry?.group ? { groupReach: entry.group.spacing.mm / 2 } : {}),
    ...(row.groupOf ? { isSmall: true } : {}),
    ...(row.meets ? { holeIds, oneWith: oneWith(row.meets) } : {}),
  };
}

const oneWith = (meets: readonly HoleMeeting[]): ReadonlySet<string> =>
  new Set(meets.flatMap((m) => (m.isOne ? [`${m.holeId} ${m.otherId}`] : [])));

/** The placed rows of the assembly that share a part with this one: only those can come near it. */
export function rowsAround(row: RowDefinition, context: RowContext): LaidRow[] {
  const parts = new Set(row.layers.map((l) => l.partId));
  return (context.rows ?? []).flatMap((other) => {
    if (isSameRow(other, row) || !other.layers.some((l) => parts.has(l.partId))) return [];
    const at = placesOf(other);
    return at ? [laidRow(other, at, context)] : [];
  });
}

/** Angles of head and cutter: a fastener brings its own head's, and the cutter suits it unless another was named. */
function anglesOf(row: RowDefinition, own: number | undefined): Pick<Stack, 'headAngleDeg' | 'cutterAngleDeg'> {
  const { headAngleDeg, cutterAngleDeg } = row;
  if (own === undefined) return { headAngleDeg, cutterAngleDeg };
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

/** What a fastener of the kit brings into a stack. */
interface StackPart {
  readonly fastener: StackFastener;
  readonly size: RivetSize;
  readonly head: Head;
  readonly headAngleDeg: number | undefined;
}

/** What each entry brings, by the size and head of the row that names it; anew where the kit is another. */
const STACK_PARTS = new WeakMap<FastenerDefinition, { readonly kit: KitDefinition; readonly parts: (StackPart | undefined)[] }>();

function stackPartOf(entry: FastenerDefinition, row: Pick<RowDefinition, 'dash' | 'head'>, kit: KitDefinition): StackPart {
  let known = STACK_PARTS.get(entry);
  if (known?.kit !== kit) STACK_PARTS.set(entry, (known = { kit, parts: [] }));
  const index = 2 * row.dash + (row.head === 'protruding' ? 1 : 0);
  return (known.parts[index] ??= fastenerOf(entry, row, kit));
}

/**
 * A fastener of the kit as a stack knows it. What its entry leaves out is the standard's where it has it (a rivet's or a screw's head and
 * hole); a diameter that was not typed is that of the row's rivet.
 */
function fastenerOf(entry: FastenerDefinition, row: Pick<RowDefinition, 'dash' | 'head'>, kit: KitDefinition): StackPart {
  const { kind, name, head } = entry;
  const known = kind === 'bonded' ? 'none' : kind;
  const own = rivetOfDash(row.dash) as RivetSize;
  const diameter = optional(entry.diameter) ?? (known === 'none' ? optional(entry.hole) : undefined) ?? own.diameter;
  const standard = known === 'solid' ? rivetOfDiameter(diameter) : null;
  const hole = optional(entry.hole) ?? usualHole(known, diameter);
  const isHoleMaxUnknown = (known === 'bolt' || known === 'pin') && !entry.holeMax;
  const takesHead = known !== 'pin' && known !== 'none';
  const isFlush = takesHead && (head ? head.kind === 'flush' : row.head === 'flush-100');
  const ofStandard = known === 'screw' ? screwOf(diameter)?.flushHead : standard?.flushHead;
  const flushHead = isFlush ? (optional(head?.diameter ?? null) ?? ofStandard) : undefined;
  const angle = head?.kind === 'flush' ? head.angleDeg : null;
  const there = hole ?? (entry.diameter ? diameter : own.hole);
  const max =
    optional(entry.holeMax ?? null) ??
    (standard && kit.holeMax[`${standard.dash}`] !== undefined ? mm(kit.holeMax[`${standard.dash}`]!) : undefined);
  return {
    fastener: {
      kind: known,
      name,
      ...(isHoleMaxUnknown ? { isHoleMaxUnknown } : {}),
      hole,
      ...(entry.dieToolId ? { dieToolId: entry.dieToolId } : {}),
      ...(isDimpledFirst(entry) ? { dieHole: optional(entry.dieHole ?? null) } : {}),
      gripFrom: optional(entry.gripFrom),
      gripTo: optional(entry.gripTo),
      flushHead,
    },
    size: sizeOfFigures({
      diameter,
      hole: there,
      holeMax: max ?? (isHoleMaxUnknown ? there : mm(there + HOLE_SLACK)),
      headDiameter: flushHead ?? (isFlush ? undefined : optional(head?.diameter ?? null)),
      headHeight: head?.kind === 'protruding' ? optional(head.height) : undefined,
    }),
    head: isFlush ? 'flush-100' : 'protruding',
    headAngleDeg: isFlush ? (angle ?? (known === 'screw' || known === 'solid' ? 100 : undefined)) : undefined,
  };
}

/** The stack of a row; null where a layer names a part, or the row a fastener, that is not there. */
export function stackOf(row: RowDefinition, context: RowContext): Stack | null {
  const entry = row.fastenerId ? (context.fasteners.get(row.fastenerId) ?? null) : null;
  if (row.fastenerId && !entry) return null;
  const { kit } = context;
  const own = entry ? stackPartOf(entry, row, kit) : null;
  const size = own?.size ?? (rivetOfDash(row.dash) as RivetSize);
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
      ...(part.nature ? { material: part.nature } : {}),
      ...(part.isBought ? { isBought: true } : {}),
      ...(part.outline ? { outline: outlineEdge(part.outline) } : {}),
    });
  }
  const nest = row.nest ?? kit.nest;
  const holeMaxOf = ownHoleMax(kit);
  return {
    school: row.school ?? kit.school,
    head: own?.head ?? row.head,
    size,
    alloy: row.alloy,
    hole: optional(row.hole) ?? size.hole,
    holeMax: own ? size.holeMax : (holeMaxOf[row.dash] ?? size.holeMax),
    holeMaxOf,
    ...(own ? { fastener: own.fastener } : {}),
    ...(row.far ? { far: row.far } : {}),
    ...(kit.angles ? { angles: kit.angles, isCutterNamed: row.cutterAngleDeg !== row.headAngleDeg } : {}),
    layers,
    nest: nest === 'computed' ? { kind: 'computed' } : { kind: 'fixed', allowance: mm(nest.fixed.mm) },
    edge: optional(row.edge),
    pitch: optional(row.pitch),
    rowDistance: optional(row.rowDistance),
    ...(context.rows ? { spacing: spacingOf(row, context) } : {}),
    halfDash: kit.halfDash,
    profile: kit.profile,
    ...anglesOf(row, own?.headAngleDeg),
    lengthDash: row.lengthDash,
    sharesLoadWith: row.sharesLoadWith ?? undefined,
    limits: limitsOf(kit),
  };
}
