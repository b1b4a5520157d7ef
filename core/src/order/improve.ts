import type { OperationGraph } from './graph';
import { SetupWalk } from './setup-walk';

/** A small generator of its own (multiplication by 48271 modulo 2^31 - 1): the same input always gives the same order. */
function generator(seed: number): (below: number) => number {
  let state = seed;
  return (below) => {
    state = (state * 48271) % 2147483647;
    return state % below;
  };
}

/** How many tries in ten thousand may make a list one longer, at first and in the end; of these as many may make it two longer, and so on. */
const RISE_FIRST = 1500;
const RISE_LAST = 40;
/** A set-up mostly moves at most so far: far moves seldom fit. */
const NEAR = 4;

export interface ImproveOptions {
  /** How often something is tried. */
  readonly tries: number;
  /** A number of changes that no order can beat: there is nothing to try any more. */
  readonly lowerBound?: number;
  readonly seed?: number;
}

/**
 * Looks for fewer changes by trying: a set-up of the list moved elsewhere, or two changed about. Over a rise lies the next valley: a list may
 * become a little longer, often at first and hardly ever in the end (annealing). Order: numbers of the operations; it is never worse
 * than what came in.
 */
export function improveOrder(
  graph: OperationGraph,
  order: readonly number[],
  { tries, lowerBound = 0, seed = 20261123 }: ImproveOptions,
): number[] {
  const random = generator(seed);
  const first = order.map((v) => graph.setupOf[v] as number).filter((s, i, all) => i === 0 || all[i - 1] !== s);
  const walk = new SetupWalk(graph, first);
  if (walk.setups.length > first.length) return order.slice();
  let best = walk.setups.slice();
  for (let i = 0; i < tries && best.length > lowerBound + 1; i++) {
    const rise = RISE_FIRST * (RISE_LAST / RISE_FIRST) ** (i / tries);
    const list = walk.setups;
    const a = random(list.length);
    const b = random(5) < 3 ? Math.max(0, Math.min(list.length - 1, a + random(2 * NEAR + 1) - NEAR)) : random(list.length);
    const [from, to] = [Math.min(a, b), Math.max(a, b) + 1];
    if (to - from < 2) continue;
    let most = list.length;
    while (random(10_000) < rise) most++;
    const found = walk.look(from, to, turned(list.slice(from, to), a < b, random(4) === 0), most);
    if (!found) continue;
    walk.change(found);
    if (walk.setups.length < best.length) best = walk.setups.slice();
  }
  const improved = orderAlong(graph, best);
  /* Should two sets of operations ever have been taken for one another, what came in stands. */
  return improved.length === order.length ? improved : order.slice();
}

/** A stretch of a list with its ends changed about, or with its first set-up moved behind the others, or its last before them. */
function turned(stretch: readonly number[], isFirstMoved: boolean, isSwap: boolean): number[] {
  const [first, last, inner] = [stretch[0] as number, stretch.at(-1) as number, stretch.slice(1, -1)];
  if (isSwap) return [last, ...inner, first];
  return isFirstMoved ? [...inner, last, first] : [last, first, ...inner];
}

/** The operations in the order in which a list of set-ups takes them. */
function orderAlong({ before, next, setupOf, setupCount }: OperationGraph, setups: readonly number[]): number[] {
  const waiting = before.map((b) => b.length);
  const ready: number[][] = Array.from({ length: setupCount }, () => []);
  waiting.forEach((w, v) => {
    if (w === 0) ready[setupOf[v] as number]?.push(v);
  });
  return setups.flatMap((s) => {
    const list = ready[s] as number[];
    /* The list grows while it is gone through: what becomes ready in the same set-up is taken too. */
    for (const v of list)
      for (const w of next[v] as readonly number[]) {
        waiting[w] = (waiting[w] as number) - 1;
        if (waiting[w] === 0) ready[setupOf[w] as number]?.push(w);
      }
    ready[s] = [];
    return list;
  });
}
