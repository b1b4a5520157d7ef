import { stepKey } from '../record/step-key';
import type { Entity, GaugeUse, LayerDefinition, LotKind, PartDefinition, ToolDefinition } from '../record/definitions';
import type { FastenerDone, InspectWork, MarkWork, SetWork, SheetTouched } from '../record/mark-work';
import { faceTouched } from '../record/face';
import { rivetOfDash } from '../tables/fasteners';
import type { HoleOrigin, Mark, MarkKind, Side } from '../record/marks';
import { toolsForSetup } from '../reach/tools-for-setup';
import { setupOf, type Setup } from '../setup/setup';
import type { StepKind } from '../record/steps';
import type { OwnRows } from './own-rows';
import { ownDashOf, type RowDone } from './row-standing';
import { holeOf, NOT_SAID, type HoleDone } from './hole-done';
import { finishOf, workDone, type PlannedRow } from './work';

/** A mark as somebody wishes it, before it says what was done. */
export interface Wish {
  readonly kind: MarkKind;
  readonly rowId: string;
  readonly holeIds: readonly string[];
  readonly layerIds?: readonly string[];
  readonly side?: Side | null;
  readonly payload?: object;
  /** When it was done, ISO 8601; absent: now. */
  readonly doneAt?: string | undefined;
}

/** A row with what was done at its holes, and what holes with a rivet of their own size want. */
export interface KnownRow extends PlannedRow {
  readonly done: RowDone;
  readonly own?: Pick<OwnRows, 'of'> | undefined;
}

/** What the work is filled in from. */
export interface WorkSources {
  /** A row; with `at` as its holes were at that time (ISO 8601), for what is written up later. */
  readonly row: (rowId: string, at?: string) => KnownRow | undefined;
  /** When wishes were done that do not say it, ISO 8601; absent: now. */
  readonly at?: string | undefined;
  readonly part: (partId: string) => Pick<PartDefinition, 'finish'> | undefined;
  readonly tools: readonly Entity<'tool'>[];
  readonly lots: readonly Entity<'lot'>[];
}

/**
 * Fills in what was done from the set-up that is in the tool, so that nobody taps for it. A wish whose sheets, holes or parts were not all
 * done alike becomes one mark for each. What says its work already, or belongs to a row nobody knows, stays as it is.
 */
export function withWork<W extends Wish>(wishes: readonly W[], sources: WorkSources): W[] {
  return wishes.flatMap((wish): W[] => {
    if ((wish.payload as { work?: unknown } | undefined)?.work !== undefined) return [wish];
    switch (wish.kind) {
      case 'piloted':
      case 'drilled':
      case 'set':
        return byStanding(wish, sources).map((own) => filled(own.wish, workOf(own, null, sources), {}));
      case 'dimpled':
      case 'countersunk':
        return byStanding(wish, sources).flatMap((own) => byLayer(own, sources));
      case 'deburred':
      case 'gave-way':
      case 'dimple-check':
        return [withSheets(wish, sources)];
      case 'inspected':
      case 'head-check':
      case 'removed':
        return byFastener(wish, sources);
      case 'primed':
        return byFinish(wish, sources);
      case 'depth-read':
      case 'gauge-read':
        return [withGauge(wish, gaugeFor('depth', sources))];
      case 'hole-check':
        return [withSheets(withGauge(wish, gaugeFor('hole', sources)), sources)];
      case 'deviation':
      case 'left-over-settled':
        return [withSheets(wish, sources)];
      default:
        return [wish];
    }
  });
}

/** Part of a wish whose holes stand alike: they want the same rivet, and a cut finds the same hole. */
interface StandingAlike<W extends Wish> {
  readonly wish: W;
  /** The row as these holes ask for it. */
  readonly planned: PlannedRow | undefined;
  /** The hole as it is in each layer, by layer id, mm; what is not known is not named. */
  readonly holeIn: ReadonlyMap<string, number>;
}

/** One wish for each way its holes stand: own fastener, and for a cut the diameter in each sheet. */
function byStanding<W extends Wish>(wish: W, sources: WorkSources): StandingAlike<W>[] {
  const row = sources.row(wish.rowId, wish.doneAt ?? sources.at);
  if (!row) return [{ wish, planned: undefined, holeIn: new Map() }];
  const groups = new Map<string, { dash: number | null; holeIn: ReadonlyMap<string, number>; holeIds: string[] }>();
  for (const holeId of wish.holeIds) {
    const at = row.done.get(holeId);
    const dash = ownDashOf(at, row.stack.size.dash);
    const holeIn = wish.kind === 'countersunk' ? holesOf(wish.layerIds ?? [], row, at) : wish.kind === 'set' ? holeThrough(at) : NO_HOLES;
    const key = JSON.stringify([dash, [...holeIn]]);
    const group = groups.get(key);
    if (group) group.holeIds.push(holeId);
    else groups.set(key, { dash, holeIn, holeIds: [holeId] });
  }
  return [...groups.values()].map(({ dash, holeIn, holeIds }) => {
    const own = dash === null ? null : (row.own?.of(dash) ?? null);
    return { wish: { ...wish, holeIds }, planned: own ?? row, holeIn };
  });
}

const NO_HOLES: ReadonlyMap<string, number> = new Map();
/** Of a hole through every sheet there is no layer to name it by. */
const THROUGH = '';

function holeThrough(done: HoleDone | undefined): ReadonlyMap<string, number> {
  const hole = done ? holeOf(done) : null;
  return typeof hole === 'number' ? new Map([[THROUGH, hole]]) : NO_HOLES;
}

function holesOf(layerIds: readonly string[], { row }: KnownRow, done: HoleDone | undefined): Map<string, number> {
  const holes = new Map<string, number>();
  for (const layerId of layerIds) {
    const diameter = done?.sheets.get(row.layers.find((l) => l.id === layerId)?.partId ?? '')?.diameter;
    if (typeof diameter === 'number') holes.set(layerId, diameter);
  }
  return holes;
}

/** The sheets a mark names, with the part and the face of it that lies there now. */
function withSheets<W extends Wish>(wish: W, sources: WorkSources): W {
  const layers = sources.row(wish.rowId)?.row.layers;
  if (!layers || (wish.payload as { sheets?: unknown } | undefined)?.sheets !== undefined) return wish;
  const named = wish.layerIds && wish.layerIds.length > 0 ? layers.filter((l) => wish.layerIds?.includes(l.id)) : layers;
  if (named.length === 0) return wish;
  return { ...wish, payload: { ...wish.payload, sheets: sheetsOf(named, wish.side ?? null) } };
}

/** Layers of a row as a mark keeps them, with the part's face that is touched from that side; no side: the head side. */
export function sheetsOf(layers: readonly LayerDefinition[], side: Side | null = null): SheetTouched[] {
  return layers.map((l) => ({ layerId: l.id, partId: l.partId, face: faceTouched(l, side) }));
}

function workOf<W extends Wish>(
  { wish, planned, holeIn }: StandingAlike<W>,
  layerId: string | null,
  sources: WorkSources,
): MarkWork | null {
  if (!planned) return null;
  const { how, setting } = (wish.payload ?? {}) as Pick<Mark['payload'], 'how' | 'setting'>;
  const { kind, holeIds, side = null } = wish;
  const work = workDone({ kind, holeIds, layerId, side, how, setting }, planned);
  if (work && kind === 'set')
    return withLot({ ...(work as SetWork), holeMm: holeIn.get(THROUGH) ?? (work as SetWork).holeMm }, sources.lots);
  const isLooked = kind === 'inspected' || kind === 'head-check';
  const toolId = work && (isLooked ? gaugeFor('head', sources) : onlyTool(wish, layerId, planned, sources.tools));
  const there = layerId === null ? undefined : holeIn.get(layerId);
  const made = work && kind === 'countersunk' && there !== undefined ? { ...work, holeMm: there } : work;
  return made && toolId ? ({ ...made, toolId } as MarkWork) : made;
}

/** The gauge of that use, where one is owned and no second. */
function gaugeFor(use: GaugeUse, { tools }: WorkSources): string | null {
  const own = tools.filter((t) => t.definition.kind === 'gauge' && t.definition.measures === use);
  return own.length === 1 ? (own[0]?.id ?? null) : null;
}

function withGauge<W extends Wish>(wish: W, toolId: string | null): W {
  const said = (wish.payload as { toolId?: string } | undefined)?.toolId;
  return toolId === null || said !== undefined ? wish : { ...wish, payload: { ...wish.payload, toolId } };
}

/** The lot the rivets are taken from, where one of that call-out is in use and no second. */
function withLot(work: SetWork, lots: WorkSources['lots']): SetWork {
  const lotId = onlyLot(lots, 'rivets', work.fastener.name);
  return lotId === null ? work : { ...work, lotId };
}

function onlyLot(lots: WorkSources['lots'], kind: LotKind, callout: string): string | null {
  const own = lots.filter(({ definition: l }) => l.isInUse && l.kind === kind && (kind !== 'rivets' || sameCallout(l.callout, callout)));
  return own.length === 1 ? (own[0]?.id ?? null) : null;
}

const sameCallout = (a: string, b: string) => a.trim().toUpperCase() === b.trim().toUpperCase();

/** The tool in the set-up, where only one of those owned is made for it. */
function onlyTool(
  { kind, side = null, payload }: Wish,
  layerId: string | null,
  planned: PlannedRow,
  tools: WorkSources['tools'],
): string | null {
  if (kind !== 'piloted' && kind !== 'drilled' && kind !== 'dimpled' && kind !== 'countersunk') return null;
  const { how } = (payload ?? {}) as Pick<Mark['payload'], 'how'>;
  const step = { key: stepKey(kind, layerId, side), kind: kind as StepKind, layerId, side, partId: null };
  const setup: Setup = setupOf(step, planned.row, planned.stack, planned.plan);
  const { fit } = toolsForSetup(tools, setup);
  const own = fit.filter(({ definition }) => isMadeFor(definition, setup, how));
  return own.length === 1 ? (own[0]?.id ?? null) : null;
}

/** Of those that fit: a reamer only where it was reamed, dies of the very sheet; others serve in need, and it would be said. */
function isMadeFor({ kind, sheet }: ToolDefinition, { tool }: Setup, how: HoleOrigin | undefined): boolean {
  if (tool.kind === 'bit') return (kind === 'reamer') === (how === 'reamed');
  return tool.kind !== 'dies' || sheet === null || sheet === tool.sheet;
}

/** Keys and what belongs to each, the first seen first. */
function grouped<T>(items: readonly T[], of: (item: T) => MarkWork | null): { work: MarkWork | null; items: T[] }[] {
  const groups = new Map<string, { work: MarkWork | null; items: T[] }>();
  for (const item of items) {
    const work = of(item);
    const key = JSON.stringify(work);
    const group = groups.get(key);
    if (group) group.items.push(item);
    else groups.set(key, { work, items: [item] });
  }
  return [...groups.values()];
}

const filled = <W extends Wish>(wish: W, work: MarkWork | null, more: Partial<Wish>): W => ({
  ...wish,
  ...more,
  ...(work ? { payload: { ...wish.payload, work } } : {}),
});

function byLayer<W extends Wish>(own: StandingAlike<W>, sources: WorkSources): W[] {
  const groups = grouped(own.wish.layerIds ?? [], (layerId) => workOf(own, layerId, sources));
  if (groups.length === 0) return [own.wish];
  return groups.map(({ work, items }) => withSheets(filled(own.wish, work, { layerIds: items }), sources));
}

/** What is looked at or taken out is the fastener that is in the hole, in the hole as it is, whatever is planned now. */
function byFastener<W extends Wish>(wish: W, sources: WorkSources): W[] {
  const planned = sources.row(wish.rowId, wish.doneAt ?? sources.at);
  if (!planned) return [wish];
  const own: StandingAlike<W> = { wish, planned, holeIn: new Map() };
  const groups = grouped(wish.holeIds, (holeId) => {
    const done = planned.done.get(holeId);
    const there = done?.fastener;
    const work = workOf(own, null, sources) as SetWork | InspectWork | null;
    /* An old mark that does not say it: it is not known, and nothing is made up. */
    if (there === NOT_SAID) return null;
    if (!work || !there) return work;
    return 'holeMm' in work ? { ...work, fastener: there, holeMm: holeUnder(done, there) ?? work.holeMm } : { ...work, fastener: there };
  });
  return groups.map(({ work, items }) => filled(wish, work, { holeIds: items }));
}

/** The hole a fastener is in: as it is on record, else the one its size is set in; null: neither is known. */
export function holeUnder(done: HoleDone | undefined, fastener: FastenerDone): number | null {
  const hole = done ? holeOf(done) : null;
  if (typeof hole === 'number') return hole;
  return (fastener.dash === undefined ? null : rivetOfDash(fastener.dash)?.hole) ?? null;
}

function byFinish<W extends Wish>(wish: W, sources: WorkSources): W[] {
  const { partIds } = (wish.payload ?? {}) as { partIds?: readonly string[] };
  if (!partIds) return [wish];
  const batchId = onlyLot(sources.lots, 'primer', '');
  const batch = batchId === null ? {} : { batchId };
  return grouped(partIds, (id) => ({ finish: finishOf(sources.part(id)), ...batch })).map(({ work, items }) => ({
    ...wish,
    payload: { ...wish.payload, partIds: items, ...(work ? { work } : {}) },
  }));
}
