import { describe, expect, it } from 'vitest';
import type { Entity, PartDefinition } from '../record/definitions';
import { partsToOrder } from './to-order';

const part = (name: string, own: Partial<PartDefinition>): Entity<'part'> => ({
  kind: 'part',
  id: `id-${name}`,
  version: 1,
  definition: {
    v: 1,
    assemblyId: 'a',
    name,
    hand: null,
    thickness: { mm: 0.6, text: '.6', units: 'mm' },
    measured: null,
    mirroredFrom: null,
    ...own,
  },
});
const names = (parts: readonly Entity<'part'>[]) =>
  partsToOrder([{ id: 'a', name: 'Left float', parts }]).map((p) => [p.name, p.state, p.short]);

describe('parts to order', () => {
  it.each([
    [{}, []],
    [{ listed: 2, counted: 2 }, []],
    [{ listed: 2, counted: 3 }, []],
    [{ listed: 2 }, []],
    [{ listed: 3, counted: 1 }, [['rib', 'short', 2]]],
    [{ supply: { state: 'missing' as const } }, [['rib', 'missing', 1]]],
    [{ supply: { state: 'ordered' as const }, listed: 4, counted: 0 }, [['rib', 'ordered', 4]]],
    [{ supply: null }, []],
  ])('%j', (own, expected) => {
    expect(names([part('rib', own)])).toEqual(expected);
  });
  it('what is not ordered comes first, then what comes first', () => {
    const ordered = (expectedOn?: string) => ({ supply: { state: 'ordered' as const, ...(expectedOn ? { expectedOn } : {}) } });
    const all = [
      part('a', ordered()),
      part('b', ordered('2026-12-20')),
      part('c', ordered('2026-12-04')),
      part('d', { supply: { state: 'missing' } }),
    ];
    expect(names(all).map(([name]) => name)).toEqual(['d', 'c', 'b', 'a']);
  });
});
