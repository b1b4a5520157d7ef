import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { ids } from '../../test/build';
import { formatRange, holesInPlan, parseRange, resizeHoles } from './holes';

describe('a changed number of holes', () => {
  const start = resizeHoles([], 5, ids());
  it('fewer takes the last out of the plan and keeps their ids', () => {
    const fewer = resizeHoles(start, 3, ids(9));
    expect(fewer.map((h) => h.out)).toEqual([false, false, false, true, true]);
    expect(fewer.map((h) => h.id)).toEqual(start.map((h) => h.id));
  });
  it('more brings them back first, then adds', () => {
    const again = resizeHoles(resizeHoles(start, 3, ids(9)), 6, ids(9));
    expect(again.slice(0, 5)).toEqual(start);
    expect(again).toHaveLength(6);
  });
  it('always ends with the count asked for, every id known before still there', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 1, maxLength: 8 }), (counts) => {
        const newId = ids(7);
        let holes = resizeHoles([], 4, newId);
        for (const count of counts) {
          const before = new Set(holes.map((h) => h.id));
          holes = resizeHoles(holes, count, newId);
          const now = new Set(holes.map((h) => h.id));
          if (holesInPlan(holes).length !== count || now.size !== holes.length || ![...before].every((id) => now.has(id))) return false;
        }
        return true;
      }),
      { seed: 12, numRuns: 300 },
    );
  });
});

describe('ranges', () => {
  it.each([
    ['1-12,15', 20, [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 14]],
    [' 3 , 1 - 2 ', 5, [0, 1, 2]],
    ['1,1,1', 5, [0]],
    ['0', 5, null],
    ['6', 5, null],
    ['3-2', 5, null],
    ['', 5, null],
    ['1-', 5, null],
    ['a', 5, null],
    ['1;2', 5, null],
  ])('%s of %i', (text, count, places) => {
    expect(parseRange(text, count)).toEqual(places);
  });
  it('writes the shortest text, which reads back', () => {
    expect(formatRange([0, 1, 2, 5, 7, 8])).toBe('1-3,6,8-9');
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 59 }), { minLength: 1 }),
        (places) => JSON.stringify(parseRange(formatRange(places), 60)) === JSON.stringify([...places].sort((a, b) => a - b)),
      ),
      { seed: 2 },
    );
  });
});
