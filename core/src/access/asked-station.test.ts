import { describe, expect, it } from 'vitest';
import { rowOf } from '../../test/build';
import { askedStation, stationOf, type Asked } from './asked-station';
import type { BenchStation, OrderedItem } from './bench-order';

const item = (key: string, rowId: string, partId: string | null, isWaiting = false) =>
  ({ key, rowId, partId, waitsFor: isWaiting ? [{}] : [], orderWaits: [] }) as unknown as OrderedItem;
const setup = (key: string, operation: string, items: OrderedItem[], readyHoles = 4): BenchStation =>
  ({ kind: 'setup', key, setup: { setup: { key, operation }, items, readyHoles } }) as unknown as BenchStation;
const whole = (key: string, kind: string, rowId: string | null): BenchStation =>
  ({ kind: 'work', key, work: { id: key, kind, rowId } }) as unknown as BenchStation;
const entity = (id: string, parts: string[]) => ({ kind: 'row' as const, id, version: 1, definition: rowOf(parts, 4) });

const rows = [entity('chine', ['skin', 'rib']), entity('keel', ['skin', 'spar'])];
const stations = [
  whole('fit', 'fit-up', null),
  setup('drill', 'drilled', [item('d/chine', 'chine', null), item('d/keel', 'keel', null, true)]),
  setup('deburr', 'deburred', [item('e/skin', '', 'skin', true), item('e/rib', '', 'rib')]),
  setup('dimple', 'dimpled', [item('p/keel', 'keel', null, true), item('p/chine', 'chine', null)], 0),
  setup('countersink', 'countersunk', [item('c/keel', 'keel', null)]),
];
const nothing: Asked = { stage: null, rowId: null, partId: null };

describe('where an address opens the bench', () => {
  it.each<[string, Partial<Asked>, [string, string?]]>([
    ['a row, in the first set-up where it is ready', { rowId: 'chine' }, ['drill', 'd/chine']],
    ['a row that waits goes where it is ready', { rowId: 'keel' }, ['countersink', 'c/keel']],
    ['a stage, where holes are ready', { stage: 'prepared' }, ['countersink', undefined]],
    ['a stage of a row, though it waits there', { stage: 'drilled', rowId: 'keel' }, ['drill', 'd/keel']],
    ['a part, by its own work or by a row through it', { partId: 'rib' }, ['drill', 'd/chine']],
    ['a part and a stage', { partId: 'rib', stage: 'deburred' }, ['deburr', 'e/rib']],
    ['a part that waits, within a stage', { partId: 'skin', stage: 'deburred' }, ['deburr', 'e/skin']],
    ['the row before the part', { rowId: 'chine', partId: 'spar' }, ['drill', 'd/chine']],
  ])('%s', (_name, asked, place) =>
    expect(askedStation(stations, { ...nothing, ...asked }, rows)).toMatchObject({ setup: place[0], item: place[1] }),
  );
  it.each<Partial<Asked>>([{}, { stage: 'polished' }, { rowId: 'gone' }, { stage: 'set' }, { partId: 'bracket' }])('%j: null', (asked) =>
    expect(askedStation(stations, { ...nothing, ...asked }, rows)).toBeNull(),
  );
});

describe('where what was taken back is done anew', () => {
  it.each([
    [
      { kind: 'drilled', rowId: 'keel', partIds: [] },
      { setup: 'drill', item: 'd/keel' },
    ],
    [
      { kind: 'deburred', rowId: '', partIds: ['rib'] },
      { setup: 'deburr', item: 'e/rib' },
    ],
    [
      { kind: 'fit-up', rowId: 'chine', partIds: [] },
      { setup: 'fit', item: undefined },
    ],
    [{ kind: 'set', rowId: 'keel', partIds: [] }, null],
    [{ kind: 'drilled', rowId: 'gone', partIds: [] }, null],
  ])('%j: %j', (taken, place) => expect(stationOf(stations, taken)).toEqual(place));
  it('work on one row is not that on another', () =>
    expect(stationOf([whole('seal', 'seal', 'keel')], { kind: 'seal', rowId: 'chine', partIds: [] })).toBeNull());
});
