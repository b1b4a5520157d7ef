import type { OperationGraph } from './graph';
import { improveOrder } from './improve';

export interface OperationOrder {
  /** Numbers of the operations, in order. */
  readonly order: readonly number[];
  readonly setupChanges: number;
  /** A number of changes that no order can beat. */
  readonly lowerBound: number;
  /** Whether no order has fewer changes, and it is known. */
  readonly optimal: boolean;
}

/** Up to so many operations every state is looked at. */
export const EXACT_UP_TO = 14;
/** Beyond, at most and at least so many states are kept from one change to the next; fewer where each costs more. */
const BEAM_MOST = 40;
const BEAM_LEAST = 10;
const BEAM_WORK = 120_000;
/** So often the order found is changed about afterwards, up to so many operations and precedences; beyond, less often, since each try costs more. */
const TRIES = 70_000;
const TRIES_UP_TO = 1000;

/** How an order is looked for. */
export interface OrderOptions {
  /** How many states are kept, against the usual; from 0.05 to 20. More takes longer. */
  readonly effort?: number | undefined;
  /** Told of every better order as it is found, with what is known of it. */
  readonly onBetter?: ((found: OperationOrder) => void) | undefined;
}

/** A state right after a set-up was used up: nothing of it is ready any more. */
interface State {
  readonly done: Uint8Array;
  readonly waiting: Int16Array;
  readonly count: number;
  /** Operations done in this set-up, and the state before it. */
  readonly block: readonly number[];
  readonly from: State | null;
  readonly key: string;
  /** Changes still to come at least. */
  readonly rest: number;
}

/**
 * An order with as few changes of set-up as can be. Whatever is ready in the set-up at hand is taken at once: moving an
 * operation forward into a block of its own set-up never costs a change. So only the choice of the next set-up is searched:
 * all choices up to 14 operations; beyond, the most promising ones by changes made and changes still to come at least, and then the
 * order found is changed about as long as that saves something.
 * The same input always gives the same order.
 */
export function orderOperations(graph: OperationGraph, { effort = 1, onBetter }: OrderOptions = {}): OperationOrder {
  const n = graph.operations.length;
  if (n === 0) return { order: [], setupChanges: 0, lowerBound: 0, optimal: true };
  const visits = visitsFrom(graph);
  const start = emptyState(graph, visits);
  const lowerBound = Math.max(0, start.rest - 1);
  const isExact = n <= EXACT_UP_TO;
  if (onBetter && !isExact) {
    const first = plainWay(graph, start, visits);
    onBetter({ order: orderOf(first.state), setupChanges: first.changes, lowerBound, optimal: first.changes === lowerBound });
  }
  const usual = Math.max(BEAM_LEAST, Math.min(BEAM_MOST, Math.floor(BEAM_WORK / (n * graph.setupCount))));
  const beam = Math.max(1, Math.round(usual * effort));
  let level: State[] = [start];
  let wasCut = false;
  for (let changes = -1; ; changes++) {
    const found = level.find((s) => s.count === n);
    if (found) {
      if (!wasCut) return { order: orderOf(found), setupChanges: changes, lowerBound: changes, optimal: true };
      const plain = plainWay(graph, start, visits);
      const first = plain.changes < changes ? plain : { state: found, changes };
      const precedences = graph.before.reduce((sum, b) => sum + b.length, 0);
      const tries = Math.round(TRIES * effort * Math.min(1, TRIES_UP_TO / (n + precedences)));
      const order = improveOrder(graph, orderOf(first.state), { tries, lowerBound });
      const setupChanges = changesOf(graph, order);
      return { order, setupChanges, lowerBound, optimal: setupChanges === lowerBound };
    }
    const next = new Map<string, State>();
    for (const state of level)
      for (const setup of readySetups(graph, state)) {
        const after = useSetup(graph, state, setup, visits);
        if (!next.has(after.key)) next.set(after.key, after);
      }
    level = [...next.values()];
    if (!isExact && level.length > beam) {
      wasCut = true;
      level = level.sort((a, b) => a.rest - b.rest || b.count - a.count || (a.key < b.key ? -1 : 1)).slice(0, beam);
    }
  }
}

function changesOf({ setupOf }: OperationGraph, order: readonly number[]): number {
  return order.slice(1).filter((v, i) => setupOf[v] !== setupOf[order[i] as number]).length;
}

/** The plain way of working: everything ready in the set-up at hand, then the set-up of the first operation that is ready. */
function plainWay(
  graph: OperationGraph,
  start: State,
  visits: readonly Uint16Array[],
): { readonly state: State; readonly changes: number } {
  let [state, changes] = [start, -1];
  while (state.count < graph.operations.length) {
    state = useSetup(graph, state, readySetups(graph, state)[0] as number, visits);
    changes++;
  }
  return { state, changes };
}

/** For every operation and set-up: how many separate visits of that set-up a chain from here on needs at most. Static, since chains only get shorter. */
function visitsFrom({ operations, setupCount, setupOf, next, topological }: OperationGraph): Uint16Array[] {
  const visits = operations.map(() => new Uint16Array(setupCount));
  for (let t = topological.length - 1; t >= 0; t--) {
    const v = topological[t] as number;
    const own = visits[v] as Uint16Array;
    const s = setupOf[v] as number;
    own[s] = 1;
    for (const w of next[v] as number[]) {
      const after = visits[w] as Uint16Array;
      for (let k = 0; k < setupCount; k++) {
        const count = (after[k] as number) + (k === s && setupOf[w] !== s ? 1 : 0);
        if (count > (own[k] as number)) own[k] = count;
      }
    }
  }
  return visits;
}

/** Blocks still needed: for each set-up the most visits any chain of what is left needs. Chains begin at what is ready. */
function blocksLeft(graph: OperationGraph, done: Uint8Array, waiting: Int16Array, visits: readonly Uint16Array[]): number {
  const most = new Uint16Array(graph.setupCount);
  for (let v = 0; v < done.length; v++) {
    if (done[v] || waiting[v] !== 0) continue;
    const own = visits[v] as Uint16Array;
    for (let k = 0; k < most.length; k++) if ((own[k] as number) > (most[k] as number)) most[k] = own[k] as number;
  }
  return most.reduce((a, b) => a + b, 0);
}

function emptyState(graph: OperationGraph, visits: readonly Uint16Array[]): State {
  const done = new Uint8Array(graph.operations.length);
  const waiting = Int16Array.from(graph.before, (b) => b.length);
  return { done, waiting, count: 0, block: [], from: null, key: '', rest: blocksLeft(graph, done, waiting, visits) };
}

function readySetups(graph: OperationGraph, { done, waiting }: State): number[] {
  const ready = new Set<number>();
  for (let v = 0; v < done.length; v++) if (!done[v] && waiting[v] === 0) ready.add(graph.setupOf[v] as number);
  return [...ready];
}

/** Takes everything that is or becomes ready in one set-up. */
function useSetup(graph: OperationGraph, from: State, setup: number, visits: readonly Uint16Array[]): State {
  const done = from.done.slice();
  const waiting = from.waiting.slice();
  const block: number[] = [];
  for (let v = 0; v < done.length; v++) if (!done[v] && waiting[v] === 0 && graph.setupOf[v] === setup) block.push(v);
  for (let at = 0; at < block.length; at++) {
    const v = block[at] as number;
    done[v] = 1;
    for (const w of graph.next[v] as number[]) {
      (waiting[w] as number)--;
      if (waiting[w] === 0 && graph.setupOf[w] === setup) block.push(w);
    }
  }
  return { done, waiting, count: from.count + block.length, block, from, key: keyOf(done), rest: blocksLeft(graph, done, waiting, visits) };
}

/** What is done, as a text: fifteen operations a character. */
function keyOf(done: Uint8Array): string {
  let key = '';
  for (let i = 0; i < done.length; i += 15) {
    let bits = 0;
    for (let k = 0; k < 15; k++) bits |= (done[i + k] ?? 0) << k;
    key += String.fromCharCode(bits);
  }
  return key;
}

function orderOf(last: State): number[] {
  const blocks: (readonly number[])[] = [];
  for (let s: State | null = last; s; s = s.from) blocks.push(s.block);
  return blocks.reverse().flat();
}
