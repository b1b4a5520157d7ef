import { describe, expect, it } from 'vitest';
import { reordered } from './reorder';

const list = (orders: Record<string, number>) => Object.entries(orders).map(([id, order]) => ({ id, order }));
const after = (orders: Record<string, number>, chosen: string, by: -1 | 1) => {
  const changed = reordered(list(orders), new Set(chosen), by);
  const next = { ...orders, ...Object.fromEntries(changed) };
  return Object.entries(next).sort((a, b) => a[1] - b[1]).map(([id]) => id).join(''); // prettier-ignore
};

describe('moving things of a list by one place', () => {
  it.each([
    [{ a: 1, b: 2, c: 3 }, 'c', -1, 'acb'],
    [{ a: 1, b: 2, c: 3 }, 'a', 1, 'bac'],
    [{ a: 1, b: 2, c: 3 }, 'a', -1, 'abc'],
    [{ a: 1, b: 2, c: 3 }, 'c', 1, 'abc'],
    [{ a: 1, b: 2, c: 3, d: 4 }, 'bc', -1, 'bcad'],
    [{ a: 1, b: 2, c: 3, d: 4 }, 'bc', 1, 'adbc'],
    [{ a: 1, b: 2, c: 3, d: 4 }, 'ac', -1, 'acbd'],
    [{ a: 5, b: 5, c: 5 }, 'c', -1, 'acb'],
    [{ a: 1, b: 7 }, 'b', -1, 'ba'],
  ] as const)('%j, %s by %i', (orders, chosen, by, expected) => expect(after(orders, chosen, by)).toBe(expected));

  it('changes only what changes its place', () => {
    expect([...reordered(list({ a: 1, b: 2, c: 3 }), new Set(['c']), -1)].sort()).toEqual([
      ['b', 3],
      ['c', 2],
    ]);
    expect(reordered(list({ a: 1 }), new Set(['a']), 1).size).toBe(0);
  });
});
