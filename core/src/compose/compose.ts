import { formatRowLine, type RowLine } from '../typed/row-line';
import { rivetOfDash, type RivetSize } from '../tables/fasteners';
import type { Dimension } from '../typed/dimension';
import { SAME_LENGTH_MM, type Units } from '../units/length';
import { showLength } from '../units/show';
import { bad, good, type Result } from '../units/result';
import type { Entity, Hand, LayerDefinition, PartDefinition, RowDefinition, TypedLength } from '../record/definitions';
import { blankRow } from '../record/blank';
import { freshHoles, holesInPlan, resizeHoles } from '../record/holes';

/** What a row line is kept into. */
export interface ComposeContext {
  readonly assemblyId: string;
  readonly units: Units;
  readonly parts: readonly Entity<'part'>[];
  readonly newId: () => string;
}

/** A row made from a line, and the parts it makes. */
export interface Composed {
  readonly newParts: readonly Entity<'part'>[];
  readonly row: RowDefinition;
}

function typed(d: Dimension, units: Units): TypedLength {
  return { mm: d.length, text: d.text, units };
}

/** The part a name means for a row of that hand: the same hand first, then one without a hand. Case does not count. */
export function findPart(parts: readonly Entity<'part'>[], name: string, hand: Hand | null): Entity<'part'> | undefined {
  const same = parts.filter((p) => p.definition.name.toLowerCase() === name.toLowerCase());
  return (
    same.find((p) => p.definition.hand === hand) ??
    same.find((p) => p.definition.hand === null) ??
    (hand === null && same.length === 1 ? same[0] : undefined)
  );
}

/**
 * Makes a row (or, with `existing`, that row anew: its layers and holes keep their ids) from a parsed line. Parts
 * that exist are used, others made. A thickness that differs from the part's own is a problem at its character.
 */
export function composeRow(line: RowLine, context: ComposeContext, order: number, existing?: RowDefinition): Result<Composed> {
  const { newId, assemblyId, units } = context;
  const { fastener, far } = line;
  if (fastener.kind === 'none') return bad({ code: 'fastener-none-later', at: fastener.at });
  if (fastener.kind === 'name') return bad({ code: 'fastener-unknown', at: fastener.at, data: { text: fastener.name } });
  if (far?.is === 'flush') return bad({ code: 'far-flush-later', at: far.at });
  const newParts: Entity<'part'>[] = [];
  const layers: LayerDefinition[] = [];
  for (const layer of line.layers) {
    let part = findPart(context.parts, layer.name, line.hand);
    if (part && Math.abs(part.definition.thickness.mm - layer.thickness.length) > SAME_LENGTH_MM) {
      const data = {
        part: part.definition.name,
        partId: part.id,
        known: showLength(part.definition.thickness.mm, units),
        said: showLength(layer.thickness.length, units),
      };
      return bad({ code: 'part-thickness-differs', at: layer.thicknessAt, data });
    }
    if (!part) {
      const definition: PartDefinition = {
        v: 1,
        assemblyId,
        name: layer.name,
        hand: line.hand,
        thickness: typed(layer.thickness, units),
        measured: null,
        mirroredFrom: null,
      };
      part = { kind: 'part', id: newId(), version: 0, definition };
      newParts.push(part);
    }
    const partId = part.id;
    const known = existing?.layers.find((l) => l.partId === partId);
    layers.push({
      id: known?.id ?? newId(),
      partId,
      plans: layer.plans ?? null,
      edge: known?.edge ?? null,
      bothSides: known?.bothSides ?? false,
    });
  }
  const { callout } = fastener;
  const sameRivet = existing !== undefined && existing.dash === callout.size.dash && existing.head === callout.head;
  /* Whatever the line does not say stays as it was, also what rows come to say later. */
  const was = existing ?? blankRow(assemblyId, order);
  const row: RowDefinition = {
    ...was,
    assemblyId,
    order,
    name: line.name ?? '',
    hand: line.hand,
    page: line.page ?? '',
    head: callout.head,
    dash: callout.size.dash,
    alloy: callout.alloy,
    lengthDash: callout.lengthDash,
    layers,
    holes: resizeHoles(was.holes, line.count ?? 1, newId),
    /* The hole and the angles belong to the rivet they were given for. */
    ...(sameRivet ? {} : { hole: null, headAngleDeg: 100, cutterAngleDeg: 100 }),
    pitch: line.pitch ? typed(line.pitch, units) : null,
    edge: line.edge ? typed(line.edge, units) : null,
  };
  return good({ newParts, row });
}

/** A typed length as text that means the same in `units`: the unit is added where a bare number would change. */
export function typedText(length: TypedLength, units: Units): string {
  return length.units === units || /[a-z"/#]/i.test(length.text) ? length.text : `${length.text} ${length.units}`;
}

/** The row as its line, as it would be typed today in a kit of these units. */
export function lineOfRow(row: RowDefinition, parts: ReadonlyMap<string, PartDefinition>, units: Units): string {
  return formatRowLine(
    {
      name: row.name,
      layers: row.layers.map((l) => {
        const part = parts.get(l.partId);
        return { name: part?.name ?? '?', thickness: part ? typedText(part.thickness, units) : '?', plans: l.plans ?? undefined };
      }),
      callout: { head: row.head, alloy: row.alloy, lengthDash: row.lengthDash, size: rivetOfDash(row.dash) as RivetSize },
      count: holesInPlan(row.holes).length,
      pitch: row.pitch ? typedText(row.pitch, units) : undefined,
      edge: row.edge ? typedText(row.edge, units) : undefined,
      hand: row.hand,
      page: row.page,
    },
    units,
  );
}

/** A copy of a row with fresh ids: same definition, no marks. */
export function duplicateRow(row: RowDefinition, order: number, newId: () => string): RowDefinition {
  return {
    ...row,
    order,
    name: row.name ? `${row.name} copy` : '',
    layers: row.layers.map((l) => ({ ...l, id: newId() })),
    holes: freshHoles(row.holes, newId),
    /* The copy has no second row of its own. */
    ...(row.laid?.typed ? { laid: { ...row.laid, typed: { ...row.laid.typed, secondRowId: undefined } } } : {}),
    mirroredFrom: null,
  };
}
