import { describe, expect, it } from 'vitest';
import type { OperationKind } from './minutes';
import { eveningsOf } from './evening';
import { learnedMinutes } from './hours';
import type { AssemblyOperation } from './operations';
import type { OperationProgress } from './progress';

const minutes = learnedMinutes([]);
const drill = minutes.drilled.minutes;

/** One operation; what it waits for. */
const op = (id: string, kind: OperationKind, count: number, ...after: string[]): AssemblyOperation => ({
  id,
  kind,
  setup: kind,
  rowId: null,
  partIds: [],
  count,
  minutes: 0,
  after: after.map((a) => ({ id: a, because: 'order-of-work' })),
  way: null,
  pieces: [],
});

type Open = Readonly<Record<string, number>>;

function evening(operations: readonly AssemblyOperation[], budget: number, done: readonly string[] = [], open: Open = {}) {
  return evenings(operations, budget, 1, done, open)[0] ?? [];
}

function evenings(operations: readonly AssemblyOperation[], budget: number, count: number, done: readonly string[] = [], open: Open = {}) {
  const progress = new Map(
    operations.map((o): [string, OperationProgress] => [
      o.id,
      {
        state: done.includes(o.id) ? 'done' : 'ready',
        open: done.includes(o.id) ? 0 : (open[o.id] ?? o.count),
        waitsFor: o.after.flatMap((a) => (done.includes(a.id) ? [] : [a.id])),
      },
    ]),
  );
  return eveningsOf(operations, progress, minutes, budget, count).map((steps) =>
    steps.map((e) => [e.operation.id, e.things, e.minutes] as const),
  );
}

describe('an evening', () => {
  it('holds what fits, in order', () => {
    expect(evening([op('a', 'drilled', 20), op('b', 'drilled', 10, 'a')], 60)).toEqual([
      ['a', 20, 20 * drill],
      ['b', 10, 10 * drill],
    ]);
  });
  it.each([
    ['just enough', 20 * drill, 20],
    ['a hair too little', 20 * drill - 0.01, 19],
    ['half of it', 10 * drill, 10],
    ['less than one hole, and yet one', drill / 2, 1],
    ['nothing, and yet one', 0, 1],
  ])('a row longer than the evening is begun: %s', (_, budget, things) => {
    expect(evening([op('a', 'drilled', 20), op('b', 'drilled', 5, 'a')], budget)[0]).toEqual(['a', things, things * drill]);
  });
  it('what waits for a row that is only begun is not in it', () => {
    expect(
      evening([op('a', 'drilled', 100), op('b', 'deburred', 1, 'a'), op('c', 'deburred', 1)], 100 * drill - 1).map(([id]) => id),
    ).toEqual(['a']);
  });
  it('a few minutes before the end nothing hole by hole is begun, but what fits as a whole is taken', () => {
    const ops = [op('a', 'drilled', 20), op('b', 'drilled', 400), op('c', 'drilled', 2)];
    expect(evening(ops, 20 * drill + 4).map(([id, things]) => [id, things])).toEqual([
      ['a', 20],
      ['c', 2],
    ]);
    expect(evening(ops, 20 * drill + 5).map(([id, things]) => [id, things])).toEqual([
      ['a', 20],
      ['b', Math.floor(5 / drill)],
    ]);
  });
  it('what is done as a whole is not cut: passed over, unless it is the first', () => {
    const ops = [op('a', 'drilled', 4), op('fit', 'fit-up', 6), op('b', 'drilled', 4)];
    expect(evening(ops, 8 * drill).map(([id]) => id)).toEqual(['a', 'b']);
    expect(evening([op('fit', 'fit-up', 6), op('b', 'drilled', 4)], 10).map(([id]) => id)).toEqual(['fit']);
  });
  it('what is done is not in it, what is under way with what is still open', () => {
    expect(evening([op('a', 'drilled', 20), op('b', 'drilled', 10, 'a')], 60, ['a'], { b: 3 })).toEqual([['b', 3, 3 * drill]]);
  });
  it('never longer than it is said, beyond one thing that has to be begun', () => {
    for (let seed = 1; seed < 400; seed++) {
      const kinds: OperationKind[] = ['drilled', 'deburred', 'set', 'fit-up', 'creased'];
      const ops = Array.from({ length: 8 }, (_, i) =>
        op(`o${i}`, kinds[(seed * (i + 3)) % 5] as OperationKind, 1 + ((seed * 7 * (i + 1)) % 60)),
      );
      const budget = (seed * 13) % 240;
      const planned = evening(ops, budget);
      const sum = planned.reduce((s, [, , m]) => s + m, 0);
      if (planned.length > 1) expect(sum).toBeLessThanOrEqual(budget + 1e-6);
      expect(planned.length).toBeGreaterThan(0);
      for (const [id, things] of planned) expect(things).toBeLessThanOrEqual(ops.find((o) => o.id === id)?.count ?? 0);
    }
  });
});

describe('one evening after the other', () => {
  it('goes on where the one before left off', () => {
    expect(
      evenings([op('a', 'drilled', 50), op('b', 'deburred', 10, 'a')], 20 * drill, 9).map((e) => e.map(([id, things]) => [id, things])),
    ).toEqual([
      [['a', 20]],
      [['a', 20]],
      [
        ['a', 10],
        ['b', 10],
      ],
    ]);
  });
  it('no more evenings than are asked for, nor than there is work', () => {
    const ops = [op('a', 'drilled', 50)];
    expect(evenings(ops, 10 * drill, 3)).toHaveLength(3);
    expect(evenings(ops, 10 * drill, 30)).toHaveLength(5);
    expect(evenings(ops, 60, 0)).toEqual([]);
    expect(evenings(ops, 60, 3, ['a'])).toEqual([]);
  });
  it('enough of them do everything that is ready once, whole, each thing after what it waits for', () => {
    for (let seed = 1; seed < 200; seed++) {
      const kinds: OperationKind[] = ['drilled', 'deburred', 'set', 'fit-up', 'creased'];
      const ops = Array.from({ length: 7 }, (_, i) =>
        op(
          `o${i}`,
          kinds[(seed * (i + 3)) % 5] as OperationKind,
          1 + ((seed * 7 * (i + 1)) % 60),
          ...(i > 2 && (seed + i) % 2 === 0 ? [`o${i - 2}`] : []),
        ),
      );
      const all = evenings(ops, 20 + ((seed * 13) % 200), 1000);
      const so = new Map<string, number>();
      for (const [id, things] of all.flat()) {
        const own = ops.find((o) => o.id === id) as AssemblyOperation;
        for (const a of own.after) expect(so.get(a.id), `seed ${seed}`).toBe(ops.find((o) => o.id === a.id)?.count);
        so.set(id, (so.get(id) ?? 0) + things);
      }
      for (const o of ops) expect(so.get(o.id), `seed ${seed}`).toBe(o.count);
    }
  });
});
