import { describe, expect, it } from 'vitest';
import { orderTyped, readOrderTyped, type OrderTyped } from './supply-text';

const nothing: OrderTyped = { from: '', orderedOn: '', expectedOn: '' };

describe('an order as it is typed', () => {
  it.each<[Partial<OrderTyped>, boolean]>([
    [{}, true],
    [{ orderedOn: '2026-11-20', expectedOn: '2026-11-20' }, true],
    [{ orderedOn: '2026-11-20', expectedOn: '2026-11-19' }, false],
    [{ orderedOn: '2026-12-01', expectedOn: '2027-01-04' }, true],
    [{ expectedOn: '2026-11-19' }, true],
    [{ orderedOn: '2026-11-20' }, true],
  ])('%j: %j', (more, isGood) => {
    const read = readOrderTyped({ ...nothing, ...more });
    expect(read.ok).toBe(isGood);
    if (!read.ok) expect(read.problems).toEqual([{ code: 'expected-before-ordered', path: 'expectedOn' }]);
  });
  it('says what was said, and is typed as it was kept', () => {
    expect(readOrderTyped(nothing)).toEqual({ ok: true, supply: { state: 'ordered' } });
    const typed = { from: 'the kit maker', orderedOn: '2026-11-20', expectedOn: '2026-12-04' };
    const read = readOrderTyped({ ...typed, from: ' the kit maker ' });
    expect(read).toEqual({ ok: true, supply: { state: 'ordered', ...typed } });
    expect(orderTyped(read.ok ? read.supply : null)).toEqual(typed);
    expect(orderTyped(null)).toEqual(nothing);
  });
});
