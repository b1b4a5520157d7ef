import { partKey } from '../record/step-key';
import type { BenchItem, BenchRow, BenchSetup } from '../work/bench';
import type { AssemblyMarkKind } from '../record/marks';
import { holesInPlan } from '../record/holes';
import { STEP_KINDS } from '../record/steps';
import type { DerivedSequence } from './model';
import { isSubAssembly, lockId, type AssemblyOperation, type Precedence, type PrecedenceReason } from '../operations/operations';
import { isAssemblyMark } from '../operations/progress';

/** Reasons the steps of the work have themselves: what they wait for the bench finds hole by hole. */
const STEPS: readonly PrecedenceReason[] = [
  'order-of-work',
  'machining-before-finish',
  'first-face-first',
  'drilled-before-check',
  'square-before-lock',
];
/** Reasons that come from what was told of the order. */
const TOLD: readonly PrecedenceReason[] = [
  'close-before-riveting',
  'sub-assembly-first',
  'waits-for-part',
  'not-here',
  'shuts-off',
  'hides-heads',
];

/** The operation a bench's item is part of. */
export function operationOf(setup: BenchSetup, item: BenchItem): string {
  return item.partId === null ? `${item.rowId}/${item.rowSetupKey ?? setup.setup.key}` : `part/${item.partId}/${setup.setup.operation}`;
}

/** Where an operation is done at the bench: its set-up, or the work on the whole by its own name; null: nowhere, as with a sub-assembly. */
export function benchSetupOf(
  { id, rowId, kind, setup }: AssemblyOperation,
  operations: ReadonlyMap<string, AssemblyOperation>,
): string | null {
  if (isSubAssembly(id)) return null;
  if (isAssemblyMark(kind) || kind === 'job') return id;
  if (rowId === null || (STEP_KINDS as readonly string[]).includes(kind)) return setup;
  /* The angle is checked where its holes are drilled. */
  return [...operations.values()].find((o) => o.rowId === rowId && o.kind === 'drilled')?.setup ?? null;
}

/**
 * What an operation still waits for beyond the steps of the work: work on the whole, and what was told of the order. Where that waits for
 * something told in its turn, as closing up does, that is what is named: the thing that can be taken up.
 */
export function orderWaits(id: string, operations: ReadonlyMap<string, AssemblyOperation>, done: ReadonlySet<string>): Precedence[] {
  const found = new Map<string, Precedence>();
  const seen = new Set<string>();
  const openOf = (at: string, of: (because: PrecedenceReason) => boolean) =>
    (operations.get(at)?.after ?? []).filter((w) => of(w.because) && !done.has(w.id) && operations.has(w.id));
  const isTold = (because: PrecedenceReason) => TOLD.includes(because);
  const look = (waits: readonly Precedence[]) => {
    for (const wait of waits) {
      if (seen.has(wait.id)) continue;
      seen.add(wait.id);
      const kind = operations.get(wait.id)?.kind ?? 'set';
      const deeper =
        isTold(wait.because) && wait.because !== 'waits-for-part' && wait.because !== 'not-here' && !isStep(kind)
          ? openOf(wait.id, isTold)
          : [];
      if (deeper.length > 0) look(deeper);
      else found.set(wait.id, wait);
    }
  };
  look(openOf(id, (because) => !STEPS.includes(because)));
  /* Looking at a row comes after setting it: where both are waited for, setting says enough. */
  const set = new Set([...found.keys()].flatMap((at) => (operations.get(at)?.kind === 'set' ? [operations.get(at)?.rowId] : [])));
  return [...found.values()].filter(({ id: at }) => operations.get(at)?.kind !== 'inspected' || !set.has(operations.get(at)?.rowId ?? ''));
}

const isStep = (kind: AssemblyOperation['kind']): boolean => (STEP_KINDS as readonly string[]).includes(kind);

/** An item of the bench with its place in the order of the work, and what it waits for beyond the steps. */
export interface OrderedItem extends BenchItem {
  readonly orderWaits: readonly Precedence[];
}

export interface OrderedSetup extends Omit<BenchSetup, 'items'> {
  readonly items: readonly OrderedItem[];
  /** Its place in the order; what the order does not know comes last. */
  readonly place: number;
}

/** Work on the whole at the bench: fitting up, taking apart and their like. */
export interface BenchWork {
  /** Of the operation. */
  readonly id: string;
  readonly kind: AssemblyMarkKind | 'job';
  readonly rowId: string | null;
  /** Parts it is still wanted for; of work on a row its holes. */
  readonly openPartIds: readonly string[];
  readonly openHoleIds: readonly string[];
  /** What it waits for, whatever the reason. */
  readonly waits: readonly Precedence[];
  readonly place: number;
}

/** Whether it is marked for a whole assembly or row; a job has a card of its own. */
export const isWholeWork = (work: BenchWork): work is BenchWork & { readonly kind: AssemblyMarkKind } => work.kind !== 'job';

/** The work on the whole that is still to be marked, in the order of the work. `rows`: by id, with what was done at their holes. */
export function worksInOrder(
  order: readonly string[],
  operations: ReadonlyMap<string, AssemblyOperation>,
  { done, progress }: Pick<DerivedSequence, 'done' | 'progress'>,
  rows: ReadonlyMap<string, Pick<BenchRow, 'row' | 'states'>>,
  partsDone: ReadonlySet<string>,
): BenchWork[] {
  return order.flatMap((id, place): BenchWork[] => {
    const o = operations.get(id);
    if (!o || done.has(id) || isSubAssembly(id) || !(isAssemblyMark(o.kind) || o.kind === 'job')) return [];
    const { kind, rowId } = o;
    const row = rowId === null ? undefined : rows.get(rowId);
    const waitsFor = new Set(progress.get(id)?.waitsFor ?? []);
    return [
      {
        id,
        kind,
        rowId,
        openPartIds: kind === 'job' ? o.partIds : rowId === null ? o.partIds.filter((p) => !partsDone.has(partKey(kind, p))) : [],
        openHoleIds: holesInPlan(row?.row.holes ?? []).flatMap((h) => (row?.states.get(h.id)?.has(`${kind}//`) ? [] : [h.id])),
        waits: o.after.filter((a) => waitsFor.has(a.id) || (!done.has(a.id) && !progress.has(a.id))),
        place,
      },
    ];
  });
}

/** An item with what it waits for, kept while the operations and what is done are the same: another order of them changes nothing of it. */
const WAITING = new WeakMap<
  BenchItem,
  {
    readonly id: string;
    readonly operations: ReadonlyMap<string, AssemblyOperation>;
    readonly done: ReadonlySet<string>;
    readonly item: OrderedItem;
  }
>();

function withWaits(
  item: BenchItem,
  id: string,
  operations: ReadonlyMap<string, AssemblyOperation>,
  done: ReadonlySet<string>,
): OrderedItem {
  const known = WAITING.get(item);
  if (known?.id === id && known.operations === operations && known.done === done) return known.item;
  const ordered = { ...item, orderWaits: orderWaits(id, operations, done) };
  WAITING.set(item, { id, operations, done, item: ordered });
  return ordered;
}

/** The bench in the order of the work: set-ups by their first operation, rows and parts within by theirs. What the order does not know stays last. */
export function benchInOrder(
  setups: readonly BenchSetup[],
  order: readonly string[],
  operations: ReadonlyMap<string, AssemblyOperation>,
  done: ReadonlySet<string>,
): OrderedSetup[] {
  const place = new Map(order.map((id, i) => [id, i]));
  const ranked = setups.map((setup) => {
    const items = setup.items
      .map((item) => {
        const id = operationOf(setup, item);
        /* Where all but the locking holes are drilled, what is left is the check of the angle and these. */
        const lock =
          setup.setup.operation === 'drilled'
            ? Math.min(place.get(`${item.rowId}/squared`) ?? Infinity, place.get(lockId(item.rowId)) ?? Infinity)
            : Infinity;
        return { item: withWaits(item, id, operations, done), rank: place.get(id) ?? lock };
      })
      .sort((a, b) => a.rank - b.rank || 0);
    const readyHoles = items
      .filter(({ item }) => item.waitsFor.length === 0 && item.orderWaits.length === 0)
      .reduce((n, { item }) => n + Math.max(1, item.openHoleIds.length), 0);
    return { ...setup, readyHoles, items: items.map((i) => i.item), place: items[0]?.rank ?? Infinity };
  });
  return ranked.sort((a, b) => (a.place === b.place ? 0 : a.place - b.place));
}

/** What the bench offers one after the other: a set-up, or work on the whole. `key`: as an address has it. */
export type BenchStation =
  | { readonly kind: 'setup'; readonly key: string; readonly setup: OrderedSetup }
  | { readonly kind: 'work'; readonly key: string; readonly work: BenchWork };

/** Set-ups and work on the whole in the order of the work. */
export function benchStations(setups: readonly OrderedSetup[], works: readonly BenchWork[]): BenchStation[] {
  const stations: { place: number; station: BenchStation }[] = [
    ...setups.map((setup) => ({ place: setup.place, station: { kind: 'setup' as const, key: setup.setup.key, setup } })),
    ...works.map((work) => ({ place: work.place, station: { kind: 'work' as const, key: work.id, work } })),
  ];
  return stations.sort((a, b) => (a.place === b.place ? 0 : a.place - b.place)).map((s) => s.station);
}
