import type { Hand, RowDefinition } from '../record/definitions';
import { holesInPlan } from '../record/holes';
import { missingBefore, rankOf, type RowWork, type WorkOrder } from '../record/order';
import { awaitsCheck, isDone, isHeld, isPartStep, type HoleStates, type Step, type StepKind } from '../record/steps';
import { isOffered, type Offering } from '../done/offered';
import type { OwnRows } from '../done/own-rows';
import type { RowStanding } from '../done/row-standing';
import type { Setup, SetupUse } from '../setup/setup';

/** A row as the bench needs it. */
export interface BenchRow extends RowWork {
  readonly id: string;
  readonly row: RowDefinition;
  readonly uses: readonly SetupUse[];
  readonly states: HoleStates;
  /** What stops the work at a hole, and which holes take a rivet of their own size; absent: nothing, and none. */
  readonly standing?: Pick<RowStanding, 'stopped' | 'again' | 'own'> | undefined;
  /** What holes with a rivet of their own size want. */
  readonly own?: Pick<OwnRows, 'of'> | undefined;
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
  /** Holes left out because something there stops the work, in order. */
  readonly stoppedHoleIds: readonly string[];
  /** The rivet these holes take instead of the row's, first dash number; absent: the row's. */
  readonly ownDash?: number | undefined;
  /** The row's set-up for the same work, where the holes have one of their own. */
  readonly rowSetupKey?: string | undefined;
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
  const entryOf = (setup: Setup) => {
    let entry = found.get(setup.key);
    if (!entry) found.set(setup.key, (entry = { setup, items: [], seenParts: new Set() }));
    return entry;
  };
  for (const bench of rows) {
    for (const use of bench.uses) {
      const entry = entryOf(use.setup);
      for (const item of itemsOf(bench, use, context, entry.seenParts)) entry.items.push(item);
    }
    for (const { setup, item } of ownItemsOf(bench, context)) entryOf(setup).items.push(item);
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
      {
        key: `part/${partId}`,
        rowId: id,
        partId,
        hand: row.hand,
        steps: [step],
        openHoleIds: [],
        heldHoleIds: [],
        stoppedHoleIds: [],
        openSteps: 1,
        waitsFor,
      },
    ];
  });
  const onHoles = itemOnHoles(bench, use, context);
  return onHoles ? [...items, onHoles] : items;
}

/** What was found for a row's own holes, kept while its steps, marks and parts are the same. */
const known = new WeakMap<
  SetupUse,
  { standing: BenchRow['standing']; states: HoleStates; parts: ReadonlySet<string>; order: WorkOrder; item: BenchItem | null }
>();

function itemOnHoles(
  bench: BenchRow,
  use: SetupUse,
  context: { readonly parts: ReadonlySet<string>; readonly order: WorkOrder },
): BenchItem | null {
  const before = known.get(use);
  if (
    before &&
    before.standing === bench.standing &&
    before.states === bench.states &&
    before.parts === context.parts &&
    before.order === context.order
  )
    return before.item;
  const own = bench.standing?.own;
  const isRows = (holeId: string) => !own?.has(holeId);
  const item = findOnHoles(bench, use, context, isRows);
  known.set(use, { standing: bench.standing, states: bench.states, parts: context.parts, order: context.order, item });
  return item;
}

/** What holes with a rivet of their own size still want, in set-ups of their own. */
function ownItemsOf(
  bench: BenchRow,
  context: { readonly parts: ReadonlySet<string>; readonly order: WorkOrder },
): { readonly setup: Setup; readonly item: BenchItem }[] {
  const { standing, own } = bench;
  if (!standing || standing.own.size === 0 || !own) return [];
  return [...new Set(standing.own.values())].flatMap((dash) => {
    const asked = own.of(dash);
    if (!asked) return [];
    const row: BenchRow = { ...bench, steps: asked.steps, uses: asked.uses };
    return asked.uses.flatMap((use) => {
      const item = findOnHoles(row, use, context, (holeId) => standing.own.get(holeId) === dash);
      if (!item) return [];
      const rowSetupKey = bench.uses.find((u) => u.setup.operation === use.setup.operation)?.setup.key;
      return [{ setup: use.setup, item: { ...item, key: `${item.key}/own${dash}`, ownDash: dash, rowSetupKey } }];
    });
  });
}

function findOnHoles(
  bench: BenchRow,
  use: SetupUse,
  context: { readonly parts: ReadonlySet<string>; readonly order: WorkOrder },
  isMeant: (holeId: string) => boolean,
): BenchItem | null {
  const { row, id } = bench;
  const onHoles = use.steps.filter((s) => !isPartStep(s));
  if (onHoles.length === 0) return null;
  const open: string[] = [];
  const held: string[] = [];
  const stopped: string[] = [];
  let openSteps = 0;
  for (const hole of holesInPlan(row.holes)) {
    if (!isMeant(hole.id)) continue;
    const at = bench.states.get(hole.id);
    const wanted = onHoles.filter((s) => !isDone(s, at));
    const left = bench.standing ? wanted.filter((s) => isOffered(bench.standing as Offering, hole.id, s)) : wanted;
    if (left.length < wanted.length) stopped.push(hole.id);
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
    stoppedHoleIds: stopped,
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
