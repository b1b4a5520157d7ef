import type { OperationGraph } from './graph';

/** A small generator of its own (multiplication by 48271 modulo 2^31 - 1): the same input always gives the same order. */
function generator(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 48271) % 2147483647;
    return state % below;
  };
}

/** Works a list of set-ups: in each everything that is or becomes ready is taken. What nothing was ready for is left out of the list. */
class Working {
  private readonly waiting: Int16Array;
  private readonly full: Int16Array;
  private readonly ready: number[][];
  private left = 0;

  constructor(private readonly graph: OperationGraph) {
    this.full = Int16Array.from(graph.before, (b) => b.length);
    this.waiting = new Int16Array(this.full.length);
    this.ready = Array.from({ length: graph.setupCount }, () => []);
  }

  /** The set-ups that had something to do, and what was done in them; what the list leaves open is worked on, fullest set-up first. */
  run(setups: readonly number[], order: number[] | null = null): number[] {
    const { setupOf } = this.graph;
    this.waiting.set(this.full);
    for (const list of this.ready) list.length = 0;
    this.left = this.full.length;
    for (let v = 0; v < this.full.length; v++) if (this.full[v] === 0) (this.ready[setupOf[v] as number] as number[]).push(v);
    const used: number[] = [];
    for (const s of setups) if (this.take(s, order)) used.push(s);
    while (this.left > 0) {
      let most = 0;
      for (let s = 1; s < this.ready.length; s++) if ((this.ready[s] as number[]).length > (this.ready[most] as number[]).length) most = s;
      this.take(most, order);
      used.push(most);
    }
    return used;
  }

  private take(setup: number, order: number[] | null): boolean {
    const { next, setupOf } = this.graph;
    const list = this.ready[setup] as number[];
    if (list.length === 0) return false;
    /* The list grows while it is worked: what becomes ready in the same set-up is taken too. */
    for (let i = 0; i < list.length; i++) {
      const v = list[i] as number;
      this.left--;
      order?.push(v);
      for (const w of next[v] as number[]) {
        (this.waiting[w] as number)--;
        if (this.waiting[w] === 0) (this.ready[setupOf[w] as number] as number[]).push(w);
      }
    }
    list.length = 0;
    return true;
  }
}

/** How much longer than the best a list may be while it is changed about: over a rise lies the next valley. */
const SLACK = 2;

/**
 * Looks for fewer changes by trying: a set-up of the list moved elsewhere, or two changed about. A list a little longer than the best is
 * gone on from as well. `tries`: how many. Order: numbers of the operations; it is never worse than what came in.
 */
export function improveOrder(graph: OperationGraph, order: readonly number[], tries: number, seed = 20261123): number[] {
  const working = new Working(graph);
  const random = generator(seed);
  const first = order.map((v) => graph.setupOf[v] as number).filter((s, i, all) => i === 0 || all[i - 1] !== s);
  let best = working.run(first);
  if (best.length > first.length) return order.slice();
  let current = best;
  for (let i = 0; i < tries && best.length > graph.setupCount; i++) {
    const tried = current.slice();
    const [from, to] = [random(tried.length), random(tried.length)];
    if (i % 3 === 0) [tried[from], tried[to]] = [tried[to] as number, tried[from] as number];
    else {
      const [moved] = tried.splice(from, 1);
      /* Mostly a little way: far moves seldom fit. */
      const near = i % 3 === 1 ? to : Math.max(0, Math.min(tried.length, from + random(9) - 4));
      tried.splice(near, 0, moved as number);
    }
    const found = working.run(tried);
    if (found.length <= current.length || (found.length <= best.length + SLACK && random(64) === 0)) current = found;
    if (found.length < best.length) best = found;
  }
  const improved: number[] = [];
  working.run(best, improved);
  return improved;
}
