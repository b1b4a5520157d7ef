import { stepKey } from '../record/step-key';
import type { Entity, GaugeUse, LotKind, PartDefinition, ToolDefinition } from '../record/definitions';
import type { InspectWork, MarkWork, SetWork } from '../record/mark-work';
import type { HoleOrigin, Mark, MarkKind, Side } from '../record/marks';
import { toolsForSetup } from '../reach/tools-for-setup';
import { setupOf, type Setup } from '../setup/setup';
import type { StepKind } from '../record/steps';
import type { RowDone } from './row-standing';
import { NOT_SAID } from './hole-done';
import { finishOf, workDone, type PlannedRow } from './work';

/** A mark as somebody wishes it, before it says what was done. */
export interface Wish {
  readonly kind: MarkKind;
  readonly rowId: string;
  readonly holeIds: readonly string[];
  readonly layerIds?: readonly string[];
  readonly side?: Side | null;
  readonly payload?: object;
}

/** What the work is filled in from. */
export interface WorkSources {
  readonly row: (rowId: string) => (PlannedRow & { readonly done: RowDone }) | undefined;
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
        return [filled(wish, workOf(wish, null, sources), {})];
      case 'dimpled':
      case 'countersunk':
        return byLayer(wish, sources);
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
        return [withGauge(wish, gaugeFor('hole', sources))];
      default:
        return [wish];
    }
  });
}

function workOf(wish: Wish, layerId: string | null, sources: WorkSources): MarkWork | null {
  const planned = sources.row(wish.rowId);
  if (!planned) return null;
  const { how, setting } = (wish.payload ?? {}) as Pick<Mark['payload'], 'how' | 'setting'>;
  const { kind, holeIds, side = null } = wish;
  const work = workDone({ kind, holeIds, layerId, side, how, setting }, planned);
  if (work && kind === 'set') return withLot(work as SetWork, sources.lots);
  const isLooked = kind === 'inspected' || kind === 'head-check';
  const toolId = work && (isLooked ? gaugeFor('head', sources) : onlyTool(wish, layerId, planned, sources.tools));
  return work && toolId ? ({ ...work, toolId } as MarkWork) : work;
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

function byLayer<W extends Wish>(wish: W, sources: WorkSources): W[] {
  const groups = grouped(wish.layerIds ?? [], (layerId) => workOf(wish, layerId, sources));
  return groups.length === 0 ? [wish] : groups.map(({ work, items }) => filled(wish, work, { layerIds: items }));
}

/** What is looked at or taken out is the fastener that is in the hole, whatever is planned now. */
function byFastener<W extends Wish>(wish: W, sources: WorkSources): W[] {
  const planned = sources.row(wish.rowId);
  if (!planned) return [wish];
  const groups = grouped(wish.holeIds, (holeId) => {
    const there = planned.done.get(holeId)?.fastener;
    const work = workOf(wish, null, sources) as SetWork | InspectWork | null;
    /* An old mark that does not say it: it is not known, and nothing is made up. */
    if (there === NOT_SAID) return null;
    return work && there ? { ...work, fastener: there } : work;
  });
  return groups.map(({ work, items }) => filled(wish, work, { holeIds: items }));
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
