import type { BenchItem, BenchSetup } from '../setup/bench';
import { STEP_KINDS } from '../record/steps';
import { lockId, type AssemblyOperation, type Precedence, type PrecedenceReason } from './operations';

/** Reasons that come from what was told of the order: the steps of the work have their own. */
const TOLD: readonly PrecedenceReason[] = ['close-before-riveting', 'sub-assembly-first', 'waits-for-part', 'shuts-off', 'hides-heads'];

/** The operation a bench's item is part of. */
export function operationOf(setup: BenchSetup, item: BenchItem): string {
  return item.partId === null ? `${item.rowId}/${setup.setup.key}` : `part/${item.partId}/${setup.setup.operation}`;
}

/** The set-up of the bench in which an operation is done; null: in none of them, as with work on the whole. */
export function benchSetupOf({ rowId, kind, setup }: AssemblyOperation, operations: ReadonlyMap<string, AssemblyOperation>): string | null {
  if (rowId === null) return null;
  if ((STEP_KINDS as readonly string[]).includes(kind)) return setup;
  /* The angle is checked where its holes are drilled; what is sealed or bent open is about to be set. */
  const step = kind === 'squared' ? 'drilled' : 'set';
  return [...operations.values()].find((o) => o.rowId === rowId && o.kind === step)?.setup ?? null;
}

/**
 * What an operation still waits for by what was told: marked work, or a part that has to come. What is nobody's mark, as closing up,
 * passes on what it waits for itself.
 */
export function toldWaits(id: string, operations: ReadonlyMap<string, AssemblyOperation>, done: ReadonlySet<string>): Precedence[] {
  const found = new Map<string, Precedence>();
  const seen = new Set<string>();
  const look = (at: string) => {
    for (const wait of operations.get(at)?.after ?? []) {
      if (!TOLD.includes(wait.because) || done.has(wait.id) || seen.has(wait.id)) continue;
      seen.add(wait.id);
      const earlier = operations.get(wait.id);
      if (!earlier) continue;
      if (wait.because === 'waits-for-part' || (STEP_KINDS as readonly string[]).includes(earlier.kind)) found.set(wait.id, wait);
      else look(wait.id);
    }
  };
  look(id);
  /* Looking at a row comes after setting it: where both are waited for, setting says enough. */
  const set = new Set([...found.keys()].flatMap((at) => (operations.get(at)?.kind === 'set' ? [operations.get(at)?.rowId] : [])));
  return [...found.values()].filter(({ id: at }) => operations.get(at)?.kind !== 'inspected' || !set.has(operations.get(at)?.rowId ?? ''));
}

/** An item of the bench with its place in the order of the work, and what it waits for beyond the steps. */
export interface OrderedItem extends BenchItem {
  readonly toldWaits: readonly Precedence[];
}

export interface OrderedSetup extends Omit<BenchSetup, 'items'> {
  readonly items: readonly OrderedItem[];
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
        return { item: { ...item, toldWaits: toldWaits(id, operations, done) }, rank: place.get(id) ?? lock };
      })
      .sort((a, b) => a.rank - b.rank || 0);
    const readyHoles = items
      .filter(({ item }) => item.waitsFor.length === 0 && item.toldWaits.length === 0)
      .reduce((n, { item }) => n + Math.max(1, item.openHoleIds.length), 0);
    return { setup: { ...setup, readyHoles, items: items.map((i) => i.item) }, rank: items[0]?.rank ?? Infinity };
  });
  return ranked.sort((a, b) => (a.rank === b.rank ? 0 : a.rank - b.rank)).map((r) => r.setup);
}
