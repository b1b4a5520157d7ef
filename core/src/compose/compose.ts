import { oppositeFace } from '../record/face';
import { formatRowLine, parseRowLine, type RowLine, type RowLineParts } from '../typed/row-line';
import { parseTail } from '../typed/row-line-options';
import { nearestSize } from '../tables/fastener-figures';
import { rivetOfDash, type RivetSize } from '../tables/fasteners';
import type { Dimension } from '../typed/dimension';
import { mm, SAME_LENGTH_MM, type Units } from '../units/length';
import { showLength } from '../units/show';
import { bad, good, type Result } from '../units/result';
import type {
  Entity,
  FastenerDefinition,
  Hand,
  LayerDefinition,
  PartDefinition,
  RowDefaults,
  RowDefinition,
  TypedLength,
} from '../record/definitions';
import { blankRow } from '../record/blank';
import { freshHoles, holesInPlan, resizeHoles } from '../record/holes';

/** What a row line is kept into. */
export interface ComposeContext {
  readonly assemblyId: string;
  readonly units: Units;
  readonly parts: readonly Entity<'part'>[];
  readonly newId: () => string;
  /** The kit's fasteners, which a line may name; absent: it has none. */
  readonly fasteners?: readonly Entity<'fastener'>[] | undefined;
  /** What the kit's new rows begin with. */
  readonly defaults?: RowDefaults | undefined;
}

/** Reads a line as this kit means it: one that names nothing is closed with what the kit has said. */
export function readRowLine(text: string, { units, defaults }: Pick<ComposeContext, 'units' | 'defaults'>): Result<RowLine> {
  return parseRowLine(text, units, defaults?.closedWith);
}

/** What a row is closed with, as its definition keeps it. */
type ClosedWith = Pick<RowDefinition, 'head' | 'dash' | 'alloy' | 'lengthDash'> & { readonly fastenerId: string | null };

/** A fastener of the kit as a row keeps it: by its id, with the rivet of the tables it is nearest to, for what is drawn and sorted. */
export function closedWithFastener({ id, definition }: Entity<'fastener'>, was?: RowDefinition): ClosedWith {
  const diameter = definition.diameter ?? (definition.kind === 'none' ? definition.hole : null);
  return {
    fastenerId: id,
    head: definition.head ? (definition.head.kind === 'flush' ? 'flush-100' : 'protruding') : (was?.head ?? 'protruding'),
    dash: diameter ? nearestSize(mm(diameter.mm)).dash : (was?.dash ?? 3),
    alloy: was?.alloy ?? 'AD',
    lengthDash: was?.fastenerId === id ? was.lengthDash : null,
  };
}

/** The fastener of the kit that text names, in any case; of a solid one its length may follow: `reduced head-4`. */
export function namedFastener(
  text: string,
  fasteners: readonly Entity<'fastener'>[],
): { readonly entry: Entity<'fastener'>; readonly lengthDash: number | null } | null {
  const of = (name: string) => fasteners.find((f) => f.definition.name.toLowerCase() === name.trim().toLowerCase());
  const whole = of(text);
  if (whole) return { entry: whole, lengthDash: null };
  const cut = /^(.*\S)\s*-\s*(\d{1,2}(?:\.5)?)$/.exec(text);
  const entry = cut ? of(cut[1] ?? '') : undefined;
  return entry?.definition.kind === 'solid' ? { entry, lengthDash: Number(cut?.[2]) } : null;
}

function closingOfLine(
  fastener: RowLine['fastener'],
  { fasteners = [] }: ComposeContext,
  was: RowDefinition | undefined,
): Result<ClosedWith> {
  if (fastener.kind === 'callout') {
    const { head, size, alloy, lengthDash } = fastener.callout;
    return good({ fastenerId: null, head, dash: size.dash, alloy, lengthDash });
  }
  if (fastener.kind === 'none') {
    const open = fasteners.filter((f) => f.definition.kind === 'none');
    const [only] = open;
    if (!only || open.length > 1) return bad({ code: 'fastener-none-which', at: fastener.at, data: { count: open.length } });
    return good(closedWithFastener(only, was));
  }
  const named = namedFastener(fastener.name, fasteners);
  if (!named) return bad({ code: 'fastener-unknown', at: fastener.at, data: { text: fastener.name } });
  const closed = closedWithFastener(named.entry, was);
  return good(named.lengthDash === null ? closed : { ...closed, lengthDash: named.lengthDash });
}

/**
 * What a row is closed with by a text: a call-out, the name of a fastener, `none`; with `far flush` on both sides. A row that was flush on both
 * sides and cannot be any longer is not.
 */
export function closedWithText(text: string, context: ComposeContext, was: RowDefinition): Result<Partial<RowDefinition>> {
  const tail = parseTail({ text: text.trim(), at: 0 }, context.units);
  if (!tail.ok) return tail;
  const closing = closingOfLine(tail.value.fastener, context, was);
  if (!closing.ok) return closing;
  const canBe = canBeFarFlush(closing.value, context);
  const wanted = tail.value.far?.is ?? null;
  if (wanted === 'flush' && !canBe) return bad({ code: 'far-not-flush', at: tail.value.far?.at ?? 0 });
  const far = canBe && (wanted === 'flush' || (wanted === null && was.far === 'flush')) ? ('flush' as const) : undefined;
  const isSame =
    was.dash === closing.value.dash && was.head === closing.value.head && (was.fastenerId ?? null) === closing.value.fastenerId;
  return good({ ...closing.value, far, ...(isSame ? {} : { hole: null, headAngleDeg: 100, cutterAngleDeg: 100 }) });
}

/** Only a solid flush rivet can be flush on both sides. */
function canBeFarFlush({ head, fastenerId }: ClosedWith, { fasteners = [] }: ComposeContext): boolean {
  return head === 'flush-100' && (fastenerId === null || fasteners.find((f) => f.id === fastenerId)?.definition.kind === 'solid');
}

/** A row that begins with what its kit has said of new ones. */
export function withDefaults(row: RowDefinition, defaults: RowDefaults | undefined): RowDefinition {
  if (!defaults) return row;
  const { start, way, drilledFrom, access } = defaults;
  return {
    ...row,
    ...(start ? { start } : {}),
    ...(drilledFrom ? { drilledFrom } : {}),
    ...(way ? { setting: { way } } : {}),
    ...(access ? { access } : {}),
  };
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
  const closing = closingOfLine(line.fastener, context, existing);
  if (!closing.ok) return closing;
  if (line.far?.is === 'flush' && !canBeFarFlush(closing.value, context)) return bad({ code: 'far-not-flush', at: line.far.at });
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
      ...(known?.face ? { face: known.face } : {}),
    });
  }
  turnFaces(layers, existing?.layers ?? []);
  const sameRivet =
    existing !== undefined &&
    existing.dash === closing.value.dash &&
    existing.head === closing.value.head &&
    (existing.fastenerId ?? null) === closing.value.fastenerId;
  /* Whatever the line does not say stays as it was, also what rows come to say later. */
  const was = existing ?? withDefaults(blankRow(assemblyId, order), context.defaults);
  const row: RowDefinition = {
    ...was,
    assemblyId,
    order,
    name: line.name ?? '',
    hand: line.hand,
    page: line.page ?? '',
    ...closing.value,
    far: line.far?.is === 'flush' ? 'flush' : undefined,
    layers,
    holes: resizeHoles(was.holes, line.count ?? 1, newId),
    /* The hole and the angles belong to the rivet they were given for. */
    ...(sameRivet ? {} : { hole: null, headAngleDeg: 100, cutterAngleDeg: 100 }),
    pitch: line.pitch ? typed(line.pitch, units) : null,
    edge: line.edge ? typed(line.edge, units) : null,
  };
  return good({ newParts, row });
}

/**
 * A stack typed in exactly reversed order is the same stack seen from its other side: every face turns with it, and what was done stays where it
 * is on the metal. Example: skin / rib typed as rib / skin turns both.
 */
function turnFaces(layers: LayerDefinition[], was: readonly LayerDefinition[]): void {
  if (!isReversed(layers, was)) return;
  for (const [i, layer] of layers.entries()) layers[i] = turned(layer);
}

const turned = (layer: LayerDefinition): LayerDefinition => ({ ...layer, face: oppositeFace(layer.face ?? 'marked') });

const isInOrder = (layers: readonly LayerDefinition[], was: readonly LayerDefinition[]): boolean =>
  was.length === layers.length && was.every((l, i) => layers[i]?.partId === l.partId);

const isReversed = (layers: readonly LayerDefinition[], was: readonly LayerDefinition[]): boolean =>
  was.length > 1 && isInOrder([...layers].reverse(), was) && !isInOrder(layers, was);

/**
 * The same sheets in an order that is neither theirs nor the reverse of it: somebody has to say whether they change places, each looking where it
 * looked, or the whole was turned over besides. Source: docs/rules.md, "The metal".
 */
export function asksFaces(row: Pick<RowDefinition, 'layers'>, was: Pick<RowDefinition, 'layers'> | undefined): boolean {
  if (!was || was.layers.length !== row.layers.length) return false;
  const names = (layers: readonly LayerDefinition[]) => layers.map((l) => l.partId).sort().join(); // prettier-ignore
  return names(row.layers) === names(was.layers) && !isInOrder(row.layers, was.layers) && !isReversed(row.layers, was.layers);
}

/** The row with every sheet looking the other way. */
export const turnedOver = (row: RowDefinition): RowDefinition => ({ ...row, layers: row.layers.map(turned) });

/** A typed length as text that means the same in `units`: the unit is added where a bare number would change. */
export function typedText(length: TypedLength, units: Units): string {
  return length.units === units || /[a-z"/#]/i.test(length.text) ? length.text : `${length.text} ${length.units}`;
}

type Fasteners = ReadonlyMap<string, FastenerDefinition>;

/** What closes a row, as a line writes it. */
export function closingInLine(row: RowDefinition, fasteners: Fasteners): RowLineParts['closedWith'] {
  const entry = row.fastenerId ? fasteners.get(row.fastenerId) : undefined;
  if (entry) return { name: entry.kind === 'solid' && row.lengthDash !== null ? `${entry.name}-${row.lengthDash}` : entry.name };
  return { head: row.head, alloy: row.alloy, lengthDash: row.lengthDash, size: rivetOfDash(row.dash) as RivetSize };
}

/** The row as its line, as it would be typed today in a kit of these units. */
export function lineOfRow(row: RowDefinition, parts: ReadonlyMap<string, PartDefinition>, fasteners: Fasteners, units: Units): string {
  return formatRowLine(
    {
      name: row.name,
      layers: row.layers.map((l) => {
        const part = parts.get(l.partId);
        return { name: part?.name ?? '?', thickness: part ? typedText(part.thickness, units) : '?', plans: l.plans ?? undefined };
      }),
      closedWith: closingInLine(row, fasteners),
      count: holesInPlan(row.holes).length,
      pitch: row.pitch ? typedText(row.pitch, units) : undefined,
      edge: row.edge ? typedText(row.edge, units) : undefined,
      hand: row.hand,
      page: row.page,
      far: row.far,
    },
    units,
  );
}

/** A copy of a row with fresh ids: same definition, no marks. */
export function duplicateRow(row: RowDefinition, order: number, newId: () => string): RowDefinition {
  const { meets: _, ...own } = row;
  return {
    ...own,
    order,
    name: row.name ? `${row.name} copy` : '',
    layers: row.layers.map((l) => ({ ...l, id: newId() })),
    holes: freshHoles(row.holes, newId),
    /* The copy has no second row of its own. */
    ...(row.laid?.typed ? { laid: { ...row.laid, typed: { ...row.laid.typed, secondRowId: undefined } } } : {}),
    mirroredFrom: null,
  };
}
