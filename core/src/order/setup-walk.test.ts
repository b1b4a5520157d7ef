import { describe, expect, it } from 'vitest';
import { operationGraph, type OperationGraph } from './graph';
import { improveOrder } from './improve';
import { SetupWalk } from './setup-walk';

const generator = (seed: number) => {
  let s = seed;
  return (below: number) => (s = (s * 48271) % 2147483647) % below;
};

function randomGraph(n: number, setups: number, waits: number, seed: number): OperationGraph {
  const random = generator(seed);
  const graph = operationGraph(
    Array.from({ length: n }, (_, i) => ({
      id: `o${i}`,
      setup: `s${random(setups)}`,
      after: i === 0 ? [] : Array.from({ length: random(waits + 1) }, () => `o${random(i)}`),
    })),
  );
  if (!graph.ok) throw new Error('a loop');
  return graph.value;
}

/** The same walk a second way: every set-up goes over all operations anew; at the end the fullest, the first of equals. */
function plainly(g: OperationGraph, setups: readonly number[]): number[] {
  const done = new Set<number>();
  const readyIn = (s: number) =>
    g.operations.flatMap((_, v) => (!done.has(v) && g.setupOf[v] === s && (g.before[v] ?? []).every((b) => done.has(b)) ? [v] : []));
  const take = (s: number) => {
    const before = done.size;
    for (let ready = readyIn(s); ready.length > 0; ready = readyIn(s)) ready.forEach((v) => done.add(v));
    return done.size > before;
  };
  const used = setups.filter(take);
  while (done.size < g.operations.length) {
    const most = Array.from({ length: g.setupCount }, (_, s) => readyIn(s).length);
    const fullest = most.indexOf(Math.max(...most));
    take(fullest);
    used.push(fullest);
  }
  return used;
}

describe('a list of set-ups being worked', () => {
  const chain = operationGraph(['x', 'y', 'x', 'y'].map((setup, i) => ({ id: `o${i}`, setup, after: i === 0 ? [] : [`o${i - 1}`] }))) as {
    ok: true;
    value: OperationGraph;
  };
  it('leaves out what nothing is ready for, and works on what the list leaves open', () => {
    expect(new SetupWalk(chain.value, [1, 0, 0, 1]).setups).toEqual([0, 1, 0, 1]);
    expect(new SetupWalk(chain.value, []).setups).toEqual([0, 1, 0, 1]);
  });
  it('a look changes nothing; one longer than asked for is none', () => {
    const walk = new SetupWalk(chain.value, [0, 1, 0, 1]);
    expect(walk.look(0, 2, [1, 0], 3)).toBeNull();
    expect(walk.look(0, 2, [1, 0], 4)).not.toBeNull();
    expect(walk.setups).toEqual([0, 1, 0, 1]);
  });
  it.each([
    [12, 3, 2, undefined],
    [40, 5, 2, undefined],
    [60, 8, 1, undefined],
    [60, 3, 3, undefined],
    [150, 12, 2, undefined],
    /* So little is remembered that only every third state, or only the first, is. */
    [40, 5, 2, 1400],
    [60, 8, 1, 1],
  ])(
    '%i operations, %i set-ups: a changed list is the one a fresh walk makes of it, whatever was changed before',
    (n, setups, waits, kept) => {
      for (let seed = 1; seed <= 6; seed++) {
        const graph = randomGraph(n, setups, waits, seed * 7919 + n);
        const random = generator(seed);
        const walk = new SetupWalk(
          graph,
          graph.topological.map((v) => graph.setupOf[v] as number),
          kept,
        );
        for (let i = 0; i < 60; i++) {
          const list = walk.setups.slice();
          const from = random(list.length);
          const to = from + 1 + random(list.length - from);
          const instead = Array.from({ length: random(6) }, () => random(graph.setupCount));
          const wanted = plainly(graph, [...list.slice(0, from), ...instead, ...list.slice(to)]);
          const found = walk.look(from, to, instead, list.length + 2);
          expect(found !== null, `seed ${seed}, change ${i}`).toBe(wanted.length <= list.length + 2);
          if (!found) continue;
          walk.change(found);
          expect(walk.setups, `seed ${seed}, change ${i}`).toEqual(wanted);
        }
      }
    },
  );
});

describe('changed about', () => {
  it('stops where no order can have fewer: what came in is what comes out', () => {
    const graph = randomGraph(40, 4, 1, 5);
    const order = improveOrder(graph, graph.topological, { tries: 2000 });
    const changes = order.slice(1).filter((v, i) => graph.setupOf[v] !== graph.setupOf[order[i] as number]).length;
    expect(improveOrder(graph, order, { tries: 2000, lowerBound: changes })).toEqual(order);
  });
  it('the same seed gives the same order, another one still one that keeps every wait', () => {
    const graph = randomGraph(80, 6, 2, 11);
    const of = (seed: number) => improveOrder(graph, graph.topological, { tries: 800, seed });
    expect(of(3)).toEqual(of(3));
    for (const seed of [1, 2, 3]) {
      const place = new Map(of(seed).map((v, i) => [v, i]));
      expect(place.size).toBe(80);
      graph.before.forEach((b, v) => b.forEach((w) => expect(place.get(w)).toBeLessThan(place.get(v) as number)));
    }
  });
});
