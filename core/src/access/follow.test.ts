import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { AssemblyOperation } from '../operations/operations';
import { breaksOf, followOrder } from './follow';

/** Operations of a made-up assembly; each waits for some that are given before it, and they are given in any order. */
const operations = fc
  .integer({ min: 1, max: 14 })
  .chain((count) =>
    fc.tuple(
      fc.array(fc.array(fc.nat({ max: 13 }), { maxLength: 3 }), { minLength: count, maxLength: count }),
      fc.shuffledSubarray(
        Array.from({ length: count }, (_, i) => i),
        { minLength: count },
      ),
    ),
  )
  .map(([waits, given]) =>
    given.map((i): AssemblyOperation => {
      const before = [...new Set((waits[i] ?? []).filter((w) => w < i))];
      const after = before.map((w) => ({ id: `o${w}`, because: 'order-of-work' as const }));
      return { id: `o${i}`, kind: 'drilled', setup: 's', rowId: `r${i}`, partIds: [], count: 1, minutes: 1, after, way: null, pieces: [] };
    }),
  );

describe('the order nearest to a wished one', () => {
  it('keeps every precedence and names every operation once, whatever is wished', () =>
    fc.assert(
      fc.property(operations, fc.infiniteStream(fc.nat()), (all, random) => {
        const wished = all.map((o) => [random.next().value as number, o.id] as const).sort(([a], [b]) => a - b);
        const half = wished.slice(0, Math.ceil(wished.length / 2)).map(([, id]) => id);
        const order = followOrder(all, half);
        expect([...order].sort()).toEqual(all.map((o) => o.id).sort());
        expect(breaksOf(all, order)).toEqual([]);
      }),
    ));
  it('a wish that keeps everything is answered by itself; so is what was answered', () =>
    fc.assert(
      fc.property(operations, (all) => {
        const numbered = [...all].sort((a, b) => Number(a.id.slice(1)) - Number(b.id.slice(1))).map((o) => o.id);
        expect(followOrder(all, numbered)).toEqual(numbered);
        const own = followOrder(all, []);
        expect(followOrder(all, own)).toEqual(own);
      }),
    ));
  it('where nothing is wished and nothing waits, they stay as they are given', () =>
    fc.assert(
      fc.property(operations, (all) => {
        const free = all.map((o) => ({ ...o, after: [] }));
        expect(followOrder(free, [])).toEqual(free.map((o) => o.id));
      }),
    ));
});
