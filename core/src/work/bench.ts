import type { Hand, RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { missingBefore, rankOf, type RowWork, type WorkOrder } from '../record/order';
import { awaitsCheck, isDone, isHeld, isPartStep, type HoleStates, type Step, type StepKind } from '../record/steps';
import type { Setup, SetupUse } from '../setup/setup';

/** A row as the bench needs it. */
export interface BenchRow extends RowWork {
  readonly id: string;
  readonly row: RowDefinition;
  readonly uses: readonly SetupUse[];
  readonly states: HoleStates;
}

/** What one row (or, for work on parts, one part) still wants in one set-up. */
export interface BenchItem {
  readonly key: string;
  readonly rowId: string;
  /** The part, where the work is a part's. */
  readonly partId: string | null;
  readonly hand: Hand | null;
  readonly steps: readonly Step[];
  /** Holes where one of these steps is still open, in order. */
  readonly openHoleIds: readonly string[];
  /** Holes to plug or leave out, in order. */
  readonly heldHoleIds: readonly string[];
  /** How many single things are open: holes times steps. */
  readonly openSteps: number;
  /** What should come first and is not done yet. */
  readonly waitsFor: readonly StepKind[];
}

export interface BenchSetup {
  readonly setup: Setup;
  readonly items: readonly BenchItem[];
  /** Holes over all items, and those of them that wait for nothing. */
  readonly openHoles: number;
  readonly readyHoles: number;
}

/** Everything still to do in an assembly, gathered by set-up, in the order of the work; left and right stand together within. */
export function benchOf(rows: readonly BenchRow[], done: { readonly parts: ReadonlySet<string>; readonly order: WorkOrder }): BenchSetup[] {
  const found = new Map<string, { setup: Setup; items: BenchItem[]; seenParts: Set<string> }>();
  const context = { ...done, rows };
  for (const bench of rows)
    for (const use of bench.uses) {
      let entry = found.get(use.setup.key);
      if (!entry) found.set(use.setup.key, (entry = { setup: use.setup, items: [], seenParts: new Set() }));
      for (const item of itemsOf(bench, use, context, entry.seenParts)) entry.items.push(item);
    }
  const rank = (s: Setup) => rankOf(s.operation, done.order);
  return [...found.values()]
    .filter((e) => e.items.length > 0)
    .map(({ setup, items }): BenchSetup => {
      const holes = (list: readonly BenchItem[]) => list.reduce((n, i) => n + Math.max(1, i.openHoleIds.length), 0);
      return { setup, items, openHoles: holes(items), readyHoles: holes(items.filter((i) => i.waitsFor.length === 0)) };
    })
    .sort((a, b) => rank(a.setup) - rank(b.setup) || b.readyHoles - a.readyHoles || (a.setup.key < b.setup.key ? -1 : 1));
}

function itemsOf(
  bench: BenchRow,
  use: SetupUse,
  context: { readonly parts: ReadonlySet<string>; readonly order: WorkOrder; readonly rows: readonly BenchRow[] },
  seenParts: Set<string>,
): BenchItem[] {
  const { row, id } = bench;
  const onParts = use.steps.filter(isPartStep);
  const items = onParts.flatMap((step): BenchItem[] => {
    const partId = step.partId as string;
    if (context.parts.has(step.key) || seenParts.has(partId)) return [];
    seenParts.add(partId);
    const waitsFor = missingBefore([step], bench, [], context);
    return [
      { key: `part/${partId}`, rowId: id, partId, hand: row.hand, steps: [step], openHoleIds: [], heldHoleIds: [], openSteps: 1, waitsFor },
    ];
  });
  const onHoles = itemOnHoles(bench, use, context);
  return onHoles ? [...items, onHoles] : items;
}

/** What was found for a row's own holes, kept while its steps, marks and parts are the same. */
const known = new WeakMap<SetupUse, { states: HoleStates; parts: ReadonlySet<string>; order: WorkOrder; item: BenchItem | null }>();

function itemOnHoles(
  bench: BenchRow,
  use: SetupUse,
  context: { readonly parts: ReadonlySet<string>; readonly order: WorkOrder },
): BenchItem | null {
  const before = known.get(use);
  if (before && before.states === bench.states && before.parts === context.parts && before.order === context.order) return before.item;
  const item = findOnHoles(bench, use, context);
  known.set(use, { states: bench.states, parts: context.parts, order: context.order, item });
  return item;
}

function findOnHoles(
  bench: BenchRow,
  use: SetupUse,
  context: { readonly parts: ReadonlySet<string>; readonly order: WorkOrder },
): BenchItem | null {
  const { row, id } = bench;
  const onHoles = use.steps.filter((s) => !isPartStep(s));
  if (onHoles.length === 0) return null;
  const open: string[] = [];
  const held: string[] = [];
  let openSteps = 0;
  for (const hole of holesInPlan(row.holes)) {
    const at = bench.states.get(hole.id);
    const left = onHoles.filter((s) => !isDone(s, at));
    if (left.length === 0) continue;
    if (isHeld(hole, use.setup.operation, at)) held.push(hole.id);
    else {
      open.push(hole.id);
      openSteps += left.length;
    }
  }
  /* A hole that waits for the angle's check keeps its row here: this is where it is freed. */
  const isAwaiting = holesInPlan(row.holes).some((h) => held.includes(h.id) && awaitsCheck(h, use.setup.operation, bench.states.get(h.id)));
  if (open.length === 0 && !isAwaiting) return null;
  const waitsFor = missingBefore(onHoles, bench, open.length > 0 ? open : held, context);
  return {
    key: `row/${id}`,
    rowId: id,
    partId: null,
    hand: row.hand,
    steps: onHoles,
    openHoleIds: open,
    heldHoleIds: held,
    openSteps,
    waitsFor,
  };
}

/** The marks that say these steps were done at these holes: one for each kind and side, so that a gesture stays one undo each. */
export interface MarkPlan {
  readonly kind: StepKind;
  readonly side: Step['side'];
  readonly layerIds: readonly string[];
  readonly holeIds: readonly string[];
  readonly partIds: readonly string[];
}

export function marksFor(steps: readonly Step[], holeIds: readonly string[]): MarkPlan[] {
  const plans = new Map<string, { kind: StepKind; side: Step['side']; layerIds: string[]; partIds: string[] }>();
  for (const s of steps) {
    const key = `${s.kind}/${s.side ?? ''}`;
    let plan = plans.get(key);
    if (!plan) plans.set(key, (plan = { kind: s.kind, side: s.side, layerIds: [], partIds: [] }));
    if (isPartStep(s)) plan.partIds.push(s.partId as string);
    else if (s.layerId !== null) plan.layerIds.push(s.layerId);
  }
  return [...plans.values()].map((p) => ({ ...p, holeIds: p.partIds.length > 0 ? [] : holeIds }));
}
