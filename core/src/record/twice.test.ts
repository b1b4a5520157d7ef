import { describe, expect, it } from 'vitest';
import { mark } from '../../test/build';
import type { Mark } from './marks';
import { markedTwice } from './twice';

const at = (hour: number) => `2026-11-01T${String(hour).padStart(2, '0')}:00:00.000Z`;
const by = (id: string, person: string, hour: number, more: Parameters<typeof mark>[1] = {}): Mark =>
  mark(id, { holeIds: ['h1', 'h2'], person, doneAt: at(hour), ...more });

describe('the same holes marked by two people', () => {
  const cases: readonly [string, Mark[], string[]][] = [
    ['drilled by both', [by('a', 'RV', 1), by('b', 'QM', 2)], ['drilled h1,h2']],
    ['only where they overlap', [by('a', 'RV', 1), by('b', 'QM', 2, { holeIds: ['h2', 'h3'] })], ['drilled h2']],
    ['twice by the same person: no matter', [by('a', 'RV', 1), by('b', 'RV', 2)], []],
    ['different work', [by('a', 'RV', 1), by('b', 'QM', 2, { kind: 'set' })], []],
    [
      'other sheets',
      [by('a', 'RV', 1, { kind: 'dimpled', layerIds: ['l1'] }), by('b', 'QM', 2, { kind: 'dimpled', layerIds: ['l2'] })],
      [],
    ],
    [
      'other faces',
      [
        by('a', 'RV', 1, { kind: 'deburred', layerIds: ['l1'], side: 'head' }),
        by('b', 'QM', 2, { kind: 'deburred', layerIds: ['l1'], side: 'shop' }),
      ],
      [],
    ],
    ['one of them taken back', [by('a', 'RV', 1), by('b', 'QM', 2), mark('u', { kind: 'undo', payload: { undoes: 'a' } })], []],
    [
      'set, taken out, set again by another',
      [by('a', 'RV', 1, { kind: 'set' }), by('r', 'RV', 2, { kind: 'removed' }), by('b', 'QM', 3, { kind: 'set' })],
      [],
    ],
    [
      'deburred again after drilling',
      [
        by('a', 'RV', 1, { kind: 'deburred', layerIds: ['l1'], side: 'head' }),
        by('d', 'QM', 2),
        by('b', 'QM', 3, { kind: 'deburred', layerIds: ['l1'], side: 'head' }),
      ],
      [],
    ],
    ['of another row', [by('a', 'RV', 1), by('b', 'QM', 2, { rowId: 'other' })], []],
  ];
  it.each(cases)('%s', (_, marks, found) => {
    expect(markedTwice(marks, 'r').map((t) => `${t.kind} ${t.holeIds.join()}`)).toEqual(found);
    expect(markedTwice([...marks].reverse(), 'r').map((t) => `${t.kind} ${t.holeIds.join()}`)).toEqual(found);
  });
  it('names the two marks, the older first', () =>
    expect(markedTwice([by('b', 'QM', 2), by('a', 'RV', 1)], 'r')[0]?.marks.map((m) => m.id)).toEqual(['a', 'b']));
});
