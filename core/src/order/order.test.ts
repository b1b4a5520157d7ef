import { describe, expect, it } from 'vitest';
import { answerSequence } from '../formats/sequence-document';
import { operationGraph } from './graph';
import { improveOrder } from './improve';
import { orderOperations } from './order';

interface Op {
  id: string;
  setup: string;
  after?: string[];
}
interface Answer {
  order: string[];
  setupChanges: number;
  lowerBound: number;
  optimal: boolean;
}
function sequence(operations: Op[]): Answer {
  const answered = answerSequence({ operations });
  if (!answered.ok) throw new Error(JSON.stringify(answered.problem));
  return answered.value as Answer;
}

const changesOf = (order: readonly string[], ops: readonly Op[]) => {
  const setup = new Map(ops.map((o) => [o.id, o.setup]));
  return order.slice(1).filter((id, i) => setup.get(id) !== setup.get(order[i] as string)).length;
};
const keeps = (order: readonly string[], ops: readonly Op[]) =>
  order.length === ops.length &&
  new Set(order).size === ops.length &&
  ops.every((o) => (o.after ?? []).every((a) => order.indexOf(a) < order.indexOf(o.id)));

function randomOps(n: number, setups: number, share: number, seed: number): Op[] {
  let s = seed;
  const random = () => (s = (s * 48271) % 2147483647) / 2147483647;
  return Array.from({ length: n }, (_, i) => ({
    id: `o${i}`,
    setup: `s${Math.floor(random() * setups)}`,
    after: Array.from({ length: i }, (_, k) => k).flatMap((k) => (random() < share ? [`o${k}`] : [])),
  }));
}

/** Every order there is, by brute force: the fewest changes. Operations are placed one by one, no shortcut taken. */
function exhaustive(ops: readonly Op[]): number {
  const before = ops.map((o) => (o.after ?? []).reduce((m, a) => m | (1 << ops.findIndex((p) => p.id === a)), 0));
  const best = new Map<string, number>();
  const go = (mask: number, last: number): number => {
    if (mask === (1 << ops.length) - 1) return 0;
    const key = `${mask}/${last}`;
    const known = best.get(key);
    if (known !== undefined) return known;
    let least = Infinity;
    ops.forEach((o, i) => {
      if (mask & (1 << i) || (mask & (before[i] as number)) !== before[i]) return;
      least = Math.min(least, go(mask | (1 << i), i) + (last >= 0 && ops[last]?.setup !== o.setup ? 1 : 0));
    });
    best.set(key, least);
    return least;
  };
  return go(0, -1);
}

describe('an order with few changes of set-up', () => {
  it('nothing, one, and two of the same', () => {
    expect(sequence([])).toEqual({ order: [], setupChanges: 0, lowerBound: 0, optimal: true });
    expect(sequence([{ id: 'a', setup: 'x' }])).toEqual({ order: ['a'], setupChanges: 0, lowerBound: 0, optimal: true });
    expect(
      sequence([
        { id: 'a', setup: 'x' },
        { id: 'b', setup: 'y' },
        { id: 'c', setup: 'x' },
      ]),
    ).toMatchObject({ setupChanges: 1, optimal: true });
  });
  it('a chain that alternates cannot do better, and says so', () => {
    const ops = ['x', 'y', 'x', 'y', 'x'].map((setup, i) => ({ id: `o${i}`, setup, after: i > 0 ? [`o${i - 1}`] : [] }));
    expect(sequence(ops)).toEqual({ order: ['o0', 'o1', 'o2', 'o3', 'o4'], setupChanges: 4, lowerBound: 4, optimal: true });
  });
  it('is optimal on every graph of up to 14 operations tried, held against exhaustive search', () => {
    for (let seed = 1; seed <= 160; seed++) {
      const ops = randomOps(2 + (seed % 13), 2 + (seed % 4), 0.08 + (seed % 7) * 0.06, seed * 7919);
      const answer = sequence(ops);
      expect(keeps(answer.order, ops), `seed ${seed}`).toBe(true);
      expect(answer.setupChanges, `seed ${seed}`).toBe(changesOf(answer.order, ops));
      expect(answer.setupChanges, `seed ${seed}`).toBe(exhaustive(ops));
      expect(answer.optimal).toBe(true);
      expect(answer.lowerBound).toBeLessThanOrEqual(answer.setupChanges);
    }
  });
  it.each([
    [300, 8, 0.004],
    [300, 12, 0.01],
    [300, 5, 0.03],
    [120, 6, 0.02],
  ])(
    '%i operations in %i set-ups: every precedence kept, never worse than taking what is ready first, reproducible',
    (n, setups, share) => {
      const ops = randomOps(n, setups, share, n * setups);
      const answer = sequence(ops);
      expect(keeps(answer.order, ops)).toBe(true);
      expect(answer.setupChanges).toBe(changesOf(answer.order, ops));
      expect(answer.setupChanges).toBeGreaterThanOrEqual(answer.lowerBound);
      expect(answer.setupChanges).toBeLessThanOrEqual(greedy(ops));
      expect(sequence(ops)).toEqual(answer);
    },
  );
  it('300 operations: within 5 % of what five times the trying finds', () => {
    const ops = randomOps(300, 12, 0.012, 4711).map((o) => ({ ...o, after: o.after ?? [] }));
    const graph = operationGraph(ops);
    if (!graph.ok) throw new Error('a loop');
    const [usual, patient] = [orderOperations(graph.value), orderOperations(graph.value, { effort: 5 })];
    expect(usual.setupChanges).toBeLessThanOrEqual(1.05 * patient.setupChanges);
    expect(
      keeps(
        usual.order.map((n) => `o${n}`),
        ops,
      ),
    ).toBe(true);
  }, 60_000);
  it('trying never makes an order worse, whatever it starts from', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const ops = randomOps(40, 5, 0.05, seed * 104729).map((o) => ({ ...o, after: o.after ?? [] }));
      const graph = operationGraph(ops);
      if (!graph.ok) throw new Error('a loop');
      const order = improveOrder(graph.value, graph.value.topological, { tries: 200 }).map((n) => `o${n}`);
      expect(keeps(order, ops), `seed ${seed}`).toBe(true);
      expect(changesOf(order, ops)).toBeLessThanOrEqual(
        changesOf(
          graph.value.topological.map((n) => `o${n}`),
          ops,
        ),
      );
    }
  });
  it.each([
    [
      [
        { id: 'a', setup: 'x', after: ['c'] },
        { id: 'b', setup: 'x', after: ['a'] },
        { id: 'c', setup: 'y', after: ['b'] },
      ],
      'operation-loop',
      'operations[0].after',
    ],
    [[{ id: 'a', setup: 'x', after: ['a'] }], 'operation-loop', 'operations[0].after'],
    [
      [
        { id: 'a', setup: 'x' },
        { id: 'a', setup: 'y' },
      ],
      'operation-twice',
      'operations[1].id',
    ],
    [[{ id: 'a', setup: 'x', after: ['z'] }], 'operation-unknown', 'operations[0].after[0]'],
  ])('%j: %s', (operations, code, path) => expect(answerSequence({ operations })).toMatchObject({ ok: false, problem: { code, path } }));
  it('names the loop from its first operation on', () => {
    const answered = answerSequence({
      operations: [
        { id: 'free', setup: 'x' },
        { id: 'a', setup: 'x', after: ['c', 'free'] },
        { id: 'b', setup: 'x', after: ['a'] },
        { id: 'c', setup: 'y', after: ['b'] },
      ],
    });
    expect(!answered.ok && answered.problem.data?.loop).toBe('a -> b -> c -> a');
  });
});

/** The plain way: everything ready in the set-up at hand, then the set-up of the first ready operation. */
function greedy(ops: readonly Op[]): number {
  const done = new Set<string>();
  let setup = '';
  let changes = -1;
  while (done.size < ops.length) {
    const ready = ops.filter((o) => !done.has(o.id) && (o.after ?? []).every((a) => done.has(a)));
    const own = ready.filter((o) => o.setup === setup);
    if (own.length > 0) own.forEach((o) => done.add(o.id));
    else {
      setup = ready[0]?.setup ?? '';
      changes++;
    }
  }
  return changes;
}
