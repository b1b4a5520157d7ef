import type { Stack } from '../prep/stack';
import { rivetOfDash, type RivetSize } from '../tables/fasteners';
import { DEFAULT_LIMITS, withOwnLimits, type Limits } from '../tables/limits';
import { mm, type Mm } from '../units/length';
import { holePlaces } from '../layout/hole-places';
import { rowEdge } from '../layout/outline';
import type { Place } from '../layout/path';
import type { KitDefinition, Outline, PartDefinition, RowDefinition, TypedLength } from './definitions';

/** What a row's plan needs beside the row. */
export interface RowContext {
  readonly kit: KitDefinition;
  /** Parts by id. */
  readonly parts: ReadonlyMap<string, PartDefinition>;
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

/** The stack of a row; null where a layer names a part that is not there. */
export function stackOf(row: RowDefinition, context: RowContext): Stack | null {
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
  const blindHole = optional(row.blind?.hole ?? null);
  const tableMax = kit.holeMax[`${row.dash}`];
  const ownMax = tableMax === undefined ? size.holeMax : mm(tableMax);
  return {
    school: row.school ?? kit.school,
    head: row.head,
    size,
    alloy: row.alloy,
    hole: optional(row.hole) ?? blindHole ?? size.hole,
    holeMax: blindHole === undefined ? ownMax : mm(blindHole + size.holeMax - size.hole),
    ...(blindHole === undefined ? {} : { isBlind: true as const }),
    layers,
    nest: nest === 'computed' ? { kind: 'computed' } : { kind: 'fixed', allowance: mm(nest.fixed.mm) },
    edge: optional(row.edge),
    pitch: optional(row.pitch),
    rowDistance: optional(row.rowDistance),
    halfDash: kit.halfDash,
    profile: kit.profile,
    headAngleDeg: row.headAngleDeg,
    cutterAngleDeg: row.cutterAngleDeg,
    lengthDash: row.lengthDash,
    sharesLoadWith: row.sharesLoadWith ?? undefined,
    limits: limitsOf(kit),
  };
}
