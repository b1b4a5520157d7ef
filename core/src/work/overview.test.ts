import { describe, expect, it } from 'vitest';
import { KIT, mark, part, rowOf } from '../../test/build';
import type { Entity, RowDefinition } from '../record/definitions';
import type { Mark } from '../record/marks';
import { assemblyWork } from './assembly-work';
import { assemblyOverview, inPairs, reachedBy, workedLast } from './overview';

const PARTS = [part('skin', 'skin', 0.025), part('rib', 'rib', 0.032), part('thin', 'thin', 0.016)];
const row = (id: string, definition: RowDefinition): Entity<'row'> => ({ kind: 'row', id, version: 1, definition });
const ROWS = [row('r', rowOf(['skin', 'rib'], 4)), row('s', { ...rowOf(['skin', 'thin'], 2, { pitch: null, edge: { mm: 1, text: '1 mm', units: 'mm' } }), order: 2, waitsForParts: ['rib'] })]; // prettier-ignore
const holes = (ROWS[0]?.definition.holes ?? []).map((h) => h.id);
const overview = (marks: Mark[]) => assemblyOverview(assemblyWork({ kit: KIT, parts: PARTS, rows: ROWS, fasteners: [], marks }), marks, []);
const drilled = mark('a', { rowId: 'r', holeIds: holes.slice(0, 3) });
const later = mark('b', { rowId: 'r', kind: 'deburred', side: 'head', layerIds: ROWS[0]?.definition.layers.map((l) => l.id) ?? [], holeIds: holes.slice(0, 1), doneAt: '2026-11-02T10:00:00.000Z' }); // prettier-ignore

describe('an assembly at a glance', () => {
  it('nothing done', () => {
    expect(overview([])).toMatchObject({ holes: 6, stages: { open: 6 }, stops: 1, contradicted: 0, waiting: 1, last: null });
  });
  it('holes by stage; what was done last, by when it was done', () => {
    expect(overview([later, drilled])).toMatchObject({ stages: { open: 3, drilled: 3 }, last: { markId: 'b', rowId: 'r' } });
  });
  it('a hole that two rows share counts once, where they were said to be one', () => {
    const [holeId, otherId] = [holes[3] as string, ROWS[1]?.definition.holes[0]?.id as string];
    const met = (isOne: boolean) => [
      { ...ROWS[0]!, definition: { ...ROWS[0]!.definition, meets: [{ holeId, rowId: 's', otherId, isOne }] } },
      { ...ROWS[1]!, definition: { ...ROWS[1]!.definition, meets: [{ holeId: otherId, rowId: 'r', otherId: holeId, isOne }] } },
    ];
    const of = (isOne: boolean) => assemblyOverview(assemblyWork({ kit: KIT, parts: PARTS, rows: met(isOne), fasteners: [], marks: [drilled] }), [drilled], []); // prettier-ignore
    expect([of(true).holes, of(true).stages]).toEqual([5, { open: 2, drilled: 3 }]);
    expect([of(false).holes, of(false).stages]).toEqual([6, { open: 3, drilled: 3 }]);
  });
  it('what was taken back counts for nothing', () => {
    const back = mark('c', { rowId: 'r', kind: 'undo', payload: { undoes: 'b' }, doneAt: '2026-11-03T10:00:00.000Z' });
    expect(overview([later, drilled, back]).last).toMatchObject({ markId: 'a' });
  });
  it('has a hand where all its rows that have one have the same', () => {
    expect(overview([]).hand).toBeNull();
    const of = (hands: ('L' | 'R' | null)[]) => {
      const rows = hands.map((hand, i) => row(`h${i}`, { ...rowOf(['skin', 'rib'], 2), hand, order: i }));
      return assemblyOverview(assemblyWork({ kit: KIT, parts: PARTS, rows, fasteners: [], marks: [] }), [], []).hand;
    };
    expect([of(['L', 'L', null]), of(['R']), of(['L', 'R']), of([null])]).toEqual(['L', 'R', null, null]);
  });
  it('two sides of one thing face each other, the left one first, whichever was mirrored', () => {
    const one = (id: string, hand: 'L' | 'R' | null, mirroredFrom: string | null = null) => ({ id, hand, mirroredFrom });
    const told = (list: ReturnType<typeof one>[]) => inPairs(list).map((p) => ('left' in p ? `${p.left.id}|${p.right.id}` : p.id));
    expect(told([one('a', 'R'), one('b', null), one('c', 'L', 'a')])).toEqual(['c|a', 'b']);
    expect(told([one('c', 'L', 'a'), one('a', 'R')])).toEqual(['c|a']);
    expect(told([one('a', 'L'), one('b', 'L', 'a')])).toEqual(['a', 'b']);
    expect(told([one('a', 'L'), one('b', 'R', 'a'), one('c', 'R', 'a')])).toEqual(['a|b', 'c']);
  });
  it('where somebody worked last', () => {
    const at = (id: string, doneAt: string | null) => ({ id, last: doneAt === null ? null : { doneAt } });
    expect(workedLast([at('a', '2026-11-01'), at('b', '2026-11-03'), at('c', null), at('d', '2026-11-02')])?.id).toBe('b');
    expect(workedLast([at('c', null)])).toBeNull();
  });
  it('how many have come at least so far', () => {
    const found = reachedBy({ open: 3, drilled: 2, set: 1 });
    expect(found.map((f) => `${f.stage} ${f.reached}`)).toEqual([
      'laid-out 3',
      'piloted 3',
      'drilled 3',
      'deburred 1',
      'prepared 1',
      'set 1',
      'inspected 0',
    ]);
  });
});
