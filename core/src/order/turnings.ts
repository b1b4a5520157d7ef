import type { OperationGraph } from './graph';
import type { Piece } from '../operations/pieces';

/** Set-ups' operations with up to so many different things in hand are put in every order there is. */
const EVERY_ORDER_UP_TO = 10;
/** With more, so many beginnings are tried, and so often what was found is gone through. */
const BEGINNINGS = 8;
const ROUNDS = 6;

/** What the next operation asks for in hand, against what was: nothing, to be taken up, or to be turned over. */
export function handling(piece: Piece, before: readonly Piece[]): 'none' | 'take-up' | 'turn-over' {
  const held = before.find((p) => p.id === piece.id);
  if (!held) return 'take-up';
  return held.up !== null && piece.up !== null && held.up !== piece.up ? 'turn-over' : 'none';
}

/** Parts that have to be taken up or turned over from one operation to the next: those not in hand before, and those that lie the other way up. */
export function turningsBetween(before: readonly Piece[], next: readonly Piece[]): number {
  let count = 0;
  for (const piece of next) if (handling(piece, before) !== 'none') count++;
  return count;
}

/**
 * A number of turnings that no order with up to so many changes of set-up can beat; the better of two reasons. `pieces`: of each operation.
 */
export function turningsAtLeast(
  graph: Pick<OperationGraph, 'setupOf' | 'setupCount'>,
  pieces: readonly (readonly Piece[])[],
  setupChanges: number,
): number {
  /* Of every set-up what is wanted in hand, each only once. */
  const wanted = Array.from({ length: graph.setupCount }, () => new Map<string, readonly Piece[]>());
  pieces.forEach((own, v) => wanted[graph.setupOf[v] as number]?.set(handKey(own), own));
  const hands = wanted.map((w) => [...w.values()]);
  const visits = setupChanges + 1;
  return Math.max(0, onceInEach(hands, visits), eachFromTheNearest(hands, visits));
}

/** In every set-up each thing, each way up, comes to hand once; only what is in hand at a change may be there already. */
function onceInEach(hands: readonly (readonly (readonly Piece[])[])[], visits: number): number {
  const most = hands.map((own) => Math.max(0, ...own.map((h) => h.length)));
  const once = hands.reduce((sum, own, s) => sum + new Set(own.flat().map((p) => handKey([p]))).size - (most[s] as number), 0);
  return once - Math.max(0, visits - hands.length) * Math.max(0, ...most);
}

/** Whatever is wanted in hand is come to from something else of its set-up, at the least from the nearest; not where a set-up begins. */
function eachFromTheNearest(hands: readonly (readonly (readonly Piece[])[])[], visits: number): number {
  const nearest = hands.flatMap((own) =>
    own.map((h) => own.reduce((least, from) => (from === h ? least : Math.min(least, turningsBetween(from, h))), h.length)),
  );
  return nearest
    .sort((a, b) => a - b)
    .slice(0, Math.max(0, nearest.length - visits))
    .reduce((a, b) => a + b, 0);
}

const handKey = (own: readonly Piece[]): string =>
  own
    .map((p) => `${p.id} ${p.up ?? ''}`)
    .sort()
    .join('|');

/** The operations up to here, and what it took; the last first. */
interface Way {
  readonly op: number;
  readonly turnings: number;
  readonly from: Way | null;
}

/** Operations of one set-up that want the same in hand: done one after the other. */
interface Group {
  readonly ops: readonly number[];
  /** Groups of the same set-up that come before. */
  readonly after: ReadonlySet<number>;
}

/**
 * The same set-ups in the same order, the operations within each so that parts are taken up and turned over least: every order of them
 * where the things in hand are few, else the best found. The same input always gives the same order.
 */
export function turnLess(graph: OperationGraph, order: readonly number[], pieces: readonly (readonly Piece[])[]): number[] {
  let ends: readonly Way[] = [];
  for (const block of blocksOf(graph, order)) {
    const groups = groupsOf(graph, block, pieces);
    const between = (a: number, b: number) => turningsBetween(pieces[a] as readonly Piece[], pieces[b] as readonly Piece[]);
    ends = groups.length <= EVERY_ORDER_UP_TO ? everyWay(groups, ends, between) : goodWay(groups, ends, between);
  }
  const turned: number[] = [];
  const best = ends.reduce<Way | null>((a, b) => (a === null || b.turnings < a.turnings ? b : a), null);
  for (let at = best; at; at = at.from) turned.push(at.op);
  return turned.reverse();
}

/** Runs of one set-up. */
function blocksOf({ setupOf }: OperationGraph, order: readonly number[]): number[][] {
  const blocks: number[][] = [];
  for (const [i, v] of order.entries()) {
    if (i > 0 && setupOf[order[i - 1] as number] === setupOf[v]) blocks.at(-1)?.push(v);
    else blocks.push([v]);
  }
  return blocks;
}

function groupsOf(graph: OperationGraph, block: readonly number[], pieces: readonly (readonly Piece[])[]): Group[] {
  const inBlock = new Set(block);
  const waits = (v: number) => (graph.before[v] as readonly number[]).filter((b) => inBlock.has(b));
  const isWaitedFor = (v: number) => (graph.next[v] as readonly number[]).some((w) => inBlock.has(w));
  const made: { ops: number[]; after: Set<number> }[] = [];
  const groupOf = new Map<number, number>();
  const same = new Map<string, number>();
  for (const v of block) {
    const key = handKey(pieces[v] as readonly Piece[]);
    const isFree = waits(v).length === 0 && !isWaitedFor(v);
    const known = isFree ? same.get(key) : undefined;
    if (known !== undefined) made[known]?.ops.push(v);
    else {
      if (isFree) same.set(key, made.length);
      made.push({ ops: [v], after: new Set() });
    }
    groupOf.set(v, known ?? made.length - 1);
  }
  for (const v of block) for (const b of waits(v)) made[groupOf.get(v) as number]?.after.add(groupOf.get(b) as number);
  return made;
}

type Between = (a: number, b: number) => number;

/** What a group takes after each way so far: the least, and after which. */
function begun(first: number, ends: readonly Way[], between: Between): { readonly turnings: number; readonly from: Way | null } {
  let best: { turnings: number; from: Way | null } = { turnings: ends.length === 0 ? 0 : Infinity, from: null };
  for (const from of ends) {
    const turnings = from.turnings + between(from.op, first);
    if (turnings < best.turnings) best = { turnings, from };
  }
  return best;
}

/** The way through groups one after the other, begun after what is best for the first. */
function wayThrough(path: readonly number[], groups: readonly Group[], ends: readonly Way[], between: Between): Way {
  const ops = path.flatMap((g) => groups[g]?.ops ?? []);
  const [first, ...rest] = ops as [number, ...number[]];
  let way: Way = { op: first, ...begun(first, ends, between) };
  for (const op of rest) way = { op, turnings: way.turnings + between(way.op, op), from: way };
  return way;
}

/** Every order of a few groups, looked at by what is done and what is in hand: the best way to each that can be last. */
function everyWay(groups: readonly Group[], ends: readonly Way[], between: Between): Way[] {
  const k = groups.length;
  const head = groups.map((g) => g.ops[0] as number);
  const needs = groups.map((g) => [...g.after].reduce((mask, a) => mask | (1 << a), 0));
  const least = new Float64Array((1 << k) * k).fill(Infinity);
  const before = new Int16Array((1 << k) * k).fill(-1);
  for (let g = 0; g < k; g++) if (needs[g] === 0) least[(1 << g) * k + g] = begun(head[g] as number, ends, between).turnings;
  for (let mask = 1; mask < 1 << k; mask++)
    for (let last = 0; last < k; last++) {
      const so = least[mask * k + last] as number;
      if (so === Infinity) continue;
      for (let g = 0; g < k; g++) {
        if (mask & (1 << g) || ((needs[g] as number) & mask) !== needs[g]) continue;
        const at = (mask | (1 << g)) * k + g;
        const turnings = so + between(head[last] as number, head[g] as number);
        if (turnings < (least[at] as number)) {
          least[at] = turnings;
          before[at] = last;
        }
      }
    }
  const full = (1 << k) - 1;
  return groups.flatMap((_, last): Way[] => {
    if (least[full * k + last] === Infinity) return [];
    const path: number[] = [];
    for (let mask = full, g = last; g >= 0;) {
      path.push(g);
      const b = before[mask * k + g] as number;
      mask ^= 1 << g;
      g = b;
    }
    return [wayThrough(path.reverse(), groups, ends, between)];
  });
}

/** A good order of many groups: always on to what turns least, from several beginnings; then each moved to where it saves most. */
function goodWay(groups: readonly Group[], ends: readonly Way[], between: Between): Way[] {
  const k = groups.length;
  const head = groups.map((g) => g.ops[0] as number);
  const cost = new Uint16Array(k * k);
  for (let a = 0; a < k; a++) for (let b = 0; b < k; b++) cost[a * k + b] = a === b ? 0 : between(head[a] as number, head[b] as number);
  const start = head.map((op) => begun(op, ends, between).turnings);
  const total = (path: readonly number[]) =>
    path.reduce((sum, g, i) => sum + (i === 0 ? (start[g] as number) : (cost[(path[i - 1] as number) * k + g] as number)), 0);
  const beginnings = groups
    .flatMap((g, i) => (g.after.size === 0 ? [i] : []))
    .sort((a, b) => (start[a] as number) - (start[b] as number) || a - b)
    .slice(0, BEGINNINGS);
  let best: number[] = [];
  let least = Infinity;
  for (const first of beginnings) {
    const path = nearestFirst(first, groups, cost);
    const turnings = total(path);
    if (turnings < least) [best, least] = [path, turnings];
  }
  moveEach(best, groups, cost, start);
  return [wayThrough(best, groups, ends, between)];
}

function nearestFirst(first: number, groups: readonly Group[], cost: Uint16Array): number[] {
  const k = groups.length;
  const done = new Uint8Array(k);
  const path = [first];
  done[first] = 1;
  for (let last = first; path.length < k;) {
    let next = -1;
    for (let g = 0; g < k; g++) {
      if (done[g] || (next >= 0 && (cost[last * k + g] as number) >= (cost[last * k + next] as number))) continue;
      if ([...(groups[g]?.after ?? [])].every((a) => done[a])) next = g;
    }
    path.push(next);
    done[next] = 1;
    last = next;
  }
  return path;
}

/** Takes one group after the other out of a path and puts it in where that saves most; one that others wait for stays. Changes the path. */
function moveEach(path: number[], groups: readonly Group[], cost: Uint16Array, start: readonly number[]): void {
  const k = groups.length;
  const isTied = groups.map((g) => g.after.size > 0);
  for (const g of groups) for (const a of g.after) isTied[a] = true;
  const step = (a: number | undefined, b: number | undefined) =>
    b === undefined ? 0 : a === undefined ? (start[b] as number) : (cost[a * k + b] as number);
  for (let round = 0, saved = true; saved && round < ROUNDS; round++) {
    saved = false;
    for (let g = 0; g < k; g++) {
      if (isTied[g]) continue;
      const at = path.indexOf(g);
      const out = step(path[at - 1], g) + step(g, path[at + 1]) - step(path[at - 1], path[at + 1]);
      if (out === 0) continue;
      path.splice(at, 1);
      let [to, least] = [at, out];
      for (let i = 0; i < k; i++) {
        const more = step(path[i - 1], g) + step(g, path[i]) - step(path[i - 1], path[i]);
        if (more < least) [to, least] = [i, more];
      }
      path.splice(to, 0, g);
      if (to !== at) saved = true;
    }
  }
}
