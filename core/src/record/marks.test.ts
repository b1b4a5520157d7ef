import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import { effectiveMarks } from './marks';

const undo = (id: string, undoes: string, more = {}) => mark(id, { kind: 'undo', payload: { undoes }, ...more });
const counted = (marks: Parameters<typeof effectiveMarks>[0]) => effectiveMarks(marks).map((m) => m.id);

describe('marks', () => {
  it('count once by id, ordered by done-at, then id', () => {
    const late = mark('a', { doneAt: '2026-11-03T10:00:00.000Z' });
    expect(counted([late, mark('c', {}), mark('b', {}), mark('c', {})])).toEqual(['b', 'c', 'a']);
  });
  it('an undo takes its mark back, an undone undo gives it again', () => {
    expect(counted([mark('a', {}), undo('u', 'a')])).toEqual([]);
    expect(counted([mark('a', {}), undo('u', 'a'), undo('v', 'u')])).toEqual(['a']);
    expect(counted([mark('a', {}), undo('u', 'a'), undo('w', 'a'), undo('v', 'u')])).toEqual([]);
  });
  it('the undo may arrive before its mark', () => {
    expect(counted([undo('u', 'a'), mark('a', {})])).toEqual([]);
  });
  it('undos that name each other do no harm', () => {
    expect(counted([mark('a', {}), undo('u', 'v'), undo('v', 'u')])).toEqual(['a']);
  });
  it('commute: any order of arrival, any repetition gives the same', () => {
    const pool = [
      mark('a', {}),
      mark('b', { doneAt: '2026-11-02T00:00:00.000Z' }),
      undo('u', 'a'),
      undo('v', 'u'),
      undo('w', 'b'),
      mark('c', {}),
      undo('x', 'w'),
    ];
    const expected = counted(pool);
    fc.assert(
      fc.property(
        fc.shuffledSubarray([...pool, ...pool], { minLength: pool.length * 2 }),
        (shuffled) => JSON.stringify(counted(shuffled)) === JSON.stringify(expected),
      ),
      { seed: 5, numRuns: 300 },
    );
  });
});
