import { describe, expect, it } from 'vitest';
import type { AssemblyGlance } from './assembly-bar';
import { moveEdits, orderedAssemblies } from './assembly-order';

const one = (id: string, name: string, order: number) => ({
  kind: 'assembly' as const,
  id,
  version: 3,
  definition: { v: 1 as const, kitId: 'k', name, order },
  rows: 1,
  parts: 1,
});
const LIST = [one('a', 'Left float', 1), one('b', 'Baggage door, left', 2), one('c', 'Deck hatch', 2)];
const glance = (id: string, stages: AssemblyGlance['stages'], stops = 0, doneAt = ''): AssemblyGlance => ({
  id, hand: null, holes: 10, stages, stops, cautions: 0, contradicted: 0, pages: 0, waiting: 0,
  last: doneAt ? { doneAt, person: 'p', rowId: 'r', row: 'Row', text: 'drilled' } : null,
}); // prettier-ignore
const GLANCES = new Map(
  [glance('a', { set: 10 }, 0, '2026-11-02'), glance('b', { open: 10 }, 2), glance('c', { drilled: 5 }, 1, '2026-11-03')].map((g) => [
    g.id,
    g,
  ]),
);
const ids = (order: Parameters<typeof orderedAssemblies>[2]['order'], text = '') =>
  orderedAssemblies(LIST, GLANCES, { order, text })
    .map((a) => a.id)
    .join('');

describe('assemblies of a kit', () => {
  it.each([
    ['own', 'abc'],
    ['name', 'bca'],
    ['least', 'bca'],
    ['stops', 'bca'],
    ['last', 'cab'],
  ] as const)('%s', (order, expected) => expect(ids(order)).toBe(expected));

  it('are found by every word of what is typed', () => {
    expect(ids('own', 'left')).toBe('ab');
    expect(ids('own', 'left door')).toBe('b');
    expect(ids('own', 'left hatch')).toBe('');
  });

  it('move by one, with orders that differ afterwards; at the end nothing moves', () => {
    const moved = moveEdits(LIST, 'c', -1);
    const orders = new Map(LIST.map((a) => [a.id, a.definition.order]));
    for (const e of moved) if (e.kind === 'assembly' && e.definition) orders.set(e.id, e.definition.order);
    expect([...orders].sort((x, y) => x[1] - y[1]).map(([id]) => id)).toEqual(['a', 'c', 'b']);
    expect(new Set(orders.values()).size).toBe(3);
    expect(moveEdits(LIST, 'a', -1)).toEqual([]);
    expect(moveEdits(LIST, 'c', 1)).toEqual([]);
  });
});
