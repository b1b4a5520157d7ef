import { describe, expect, it } from 'vitest';
import { KIT, mark, part, rowOf } from '../../test/build';
import { foldDone, layersOfRows } from '../done/hole-done';
import { linksOfRows } from '../done/met-marks';
import { effectsOf } from '../work/effects';
import type { RowDefinition } from './definitions';
import { headedBothWays, withHeadSide } from './headed-both-ways';
import type { Mark } from './marks';

/** A row through these parts, head side first. */
function through(name: string, partIds: string[]): RowDefinition {
  const row = rowOf(partIds, 1, { name });
  return { ...row, layers: row.layers.map((l, i) => ({ ...l, id: `${name}${i}` })), holes: [{ id: `${name}-1`, out: false }] };
}
/** Dimpled from the head side by the first release: no sheets are kept. */
const dimpled = (row: RowDefinition, more: object = {}): Mark =>
  mark(`d-${row.name}`, { rowId: row.name, kind: 'dimpled', side: 'head', layerIds: [row.layers[0]?.id ?? ''], holeIds: row.holes.map((h) => h.id), payload: more }); // prettier-ignore
const over = through('over', ['skin', 'rib']);
const under = through('under', ['rib', 'skin']);
const asked = (...rows: readonly (readonly [RowDefinition, readonly Mark[]])[]) =>
  headedBothWays(
    rows.map(([row]) => ({ id: row.name, row })),
    rows.flatMap(([, marks]) => marks),
  );

describe('rows headed from both sides of sheets they share', () => {
  it('are asked about once, all that go the other way together', () => {
    const more = through('more', ['rib', 'skin']);
    expect(asked([over, [dimpled(over)]], [under, [dimpled(under)]], [more, []])).toEqual([
      { rowId: 'over', otherIds: ['under', 'more'], partIds: ['skin', 'rib'] },
    ]);
  });
  it.each<[string, RowDefinition, readonly Mark[]]>([
    ['the same way round', through('under', ['skin', 'rib']), []],
    ['one sheet in common', through('under', ['rib', 'spar']), []],
    ['another sheet between', through('under', ['skin', 'spar', 'rib']), []],
    ['the other faces to the head', { ...under, layers: under.layers.map((l) => ({ ...l, face: 'other' as const })) }, []],
    ['an answer on record: from the other side', withHeadSide(under, true), []],
    ['an answer on record: the sheets lie so', withHeadSide(under, false), []],
  ])('%s: nothing is asked', (_, other, marks) => {
    expect(asked([over, [dimpled(over)]], [other, marks])).toEqual([]);
  });
  it('the one whose work kept its faces is what the other is held to; once answered neither is asked about again', () => {
    const kept = dimpled(under, { sheets: [{ layerId: 'under0', partId: 'rib', face: 'marked' }] });
    expect(asked([over, [dimpled(over)]], [under, [kept]])).toEqual([{ rowId: 'under', otherIds: ['over'], partIds: ['rib', 'skin'] }]);
    for (const isFromOtherSide of [true, false])
      expect(asked([withHeadSide(over, isFromOtherSide), [dimpled(over)]], [under, [kept]])).toEqual([]);
    expect(asked([over, [dimpled(over)]], [withHeadSide(under, false), [kept]])).toEqual([]);
  });
  it('rows that share other sheets are another question; work that was taken back asks nothing', () => {
    const three = through('three', ['cap', 'rib', 'skin']);
    const long = through('long', ['skin', 'rib', 'cap']);
    expect(asked([long, [dimpled(long)]], [under, []], [three, []])).toEqual([
      { rowId: 'long', otherIds: ['under'], partIds: ['skin', 'rib'] },
    ]);
    expect(asked([over, [dimpled(over), mark('u', { kind: 'undo', payload: { undoes: 'd-over' } })]], [under, []])).toEqual([]);
  });
  it('nothing is asked where no work kept no face', () => {
    expect(asked([over, []], [under, []])).toEqual([]);
    expect(asked([over, [mark('p', { rowId: 'over', kind: 'drilled', holeIds: ['over-1'] })]], [under, []])).toEqual([]);
  });

  const toward = (rows: readonly RowDefinition[], rowId: string, partId: string) => {
    const entities = rows.map((definition) => ({ id: definition.name, definition }));
    const done = foldDone([dimpled(over), dimpled(under)], layersOfRows(entities), linksOfRows(entities));
    return [...(done.rows.get(rowId)?.values() ?? [])][0]?.sheets.get(partId)?.dimple?.toward;
  };
  it('the answer says towards which face of its sheet an old dimple goes', () => {
    expect(toward([over, under], 'under', 'rib')).toBe('other');
    expect(toward([over, withHeadSide(under, true)], 'under', 'rib')).toBe('marked');
    expect(toward([over, withHeadSide(under, false)], 'under', 'rib')).toBe('other');
    expect(withHeadSide(under, true).layers.map((l) => l.face)).toEqual(['other', 'other']);
    expect(withHeadSide(under, false).layers.map((l) => l.face)).toEqual([undefined, undefined]);
  });
  it('reaches no work: plan and record turn together', () => {
    const record = (rows: readonly RowDefinition[]) => ({
      kit: KIT,
      parts: [part('skin', 'skin', 0.025), part('rib', 'rib', 0.032)],
      rows: rows.map((definition) => ({ kind: 'row' as const, id: definition.name, version: 1, definition })),
      fasteners: [],
      marks: [dimpled(over), dimpled(under)],
    });
    expect(effectsOf(record([over, under]), record([over, withHeadSide(under, true)]))).toEqual([]);
    expect(effectsOf(record([over, under]), record([over, withHeadSide(under, false)]))).toEqual([]);
    const turned = { ...under, layers: under.layers.map((l) => ({ ...l, face: 'other' as const })) };
    expect(effectsOf(record([over, under]), record([over, turned]))).toMatchObject([{ rowId: 'under' }]);
  });
  it('an old mark at a hole of two rows is of the sheet both share, by the other row’s own answer', () => {
    const one = (row: RowDefinition, other: RowDefinition): RowDefinition => ({
      ...row,
      meets: [{ holeId: `${row.name}-1`, rowId: other.name, otherId: `${other.name}-1`, isOne: true }],
    });
    expect(toward([one(over, under), one(under, over)], 'over', 'rib')).toBe('other');
    expect(toward([one(over, under), one(withHeadSide(under, true), over)], 'over', 'rib')).toBe('marked');
  });
});
