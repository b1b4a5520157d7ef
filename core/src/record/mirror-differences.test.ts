import { describe, expect, it } from 'vitest';
import { ids, part, rowOf } from '../../test/build';
import type { Edit, Entity, PartDefinition, RowDefinition } from './definitions';
import { mirrorRow } from './mirror';
import { partDifferences, rowDifferences, takeOverPart, takeOverRow } from './mirror-differences';

const length = (inch: number) => ({ mm: inch * 25.4, text: String(inch), units: 'in' as const });
const outline = {
  kind: 'rectangle' as const,
  corners: [
    { x: 0, y: 0 },
    { x: 100, y: 0 },
    { x: 100, y: 20 },
    { x: 0, y: 20 },
  ],
};
const skin: Entity<'part'> = { ...part('p1', 'skin', 0.025, 'L'), definition: { ...part('p1', 'skin', 0.025, 'L').definition, outline } };
const source: Entity<'row'> = {
  kind: 'row',
  id: 'r1',
  version: 1,
  definition: rowOf(['p1'], 4, {
    hand: 'L',
    pitch: length(1.25),
    laid: {
      path: [
        { x: 0, y: 0 },
        { x: 100, y: 5 },
      ],
      startEdgeMm: 6,
      endEdgeMm: 6,
    },
  }),
};
const made = mirrorRow(source, [skin], 2, ids(8)) as { edits: Edit[] };
const copyPart = made.edits[0]?.definition as PartDefinition;
const copy = made.edits[1]?.definition as RowDefinition;

describe('a mirrored row against its source', () => {
  it('a fresh mirror differs in nothing, neither do its parts', () => {
    expect(rowDifferences(copy, source.definition)).toEqual([]);
    expect(partDifferences(copyPart, skin.definition)).toEqual([]);
  });
  const changed: RowDefinition = {
    ...source.definition,
    pitch: length(1),
    dash: 4,
    holes: rowOf(['p1'], 6).holes,
    layers: source.definition.layers.map((l) => ({ ...l, plans: 'countersink' as const })),
    laid: {
      path: [
        { x: 0, y: 0 },
        { x: 120, y: 5 },
      ],
      startEdgeMm: 6,
      endEdgeMm: 6,
    },
  };
  it('names what changed, with both values', () => {
    const found = rowDifferences(copy, changed);
    expect(found.map((d) => d.key)).toEqual(['dash', 'pitch', 'holes', 'layers', 'laid']);
    expect(found[1]).toMatchObject({ here: { mm: 1.25 * 25.4 }, there: { mm: 25.4 } });
  });
  it('taking every difference over leaves none, and keeps hand, parts and holes', () => {
    let next = copy;
    for (const d of rowDifferences(copy, changed)) next = takeOverRow(next, changed, d.key, ids(9));
    expect(rowDifferences(next, changed)).toEqual([]);
    expect(next.hand).toBe('R');
    expect(next.layers.map((l) => l.partId)).toEqual(copy.layers.map((l) => l.partId));
    expect(next.holes.slice(0, 4).map((h) => h.id)).toEqual(copy.holes.map((h) => h.id));
  });
  it.each([
    ['start', { start: 'final' as const }],
    ['access', { access: { edge: null, wall: null, room: length(2), roomAtEnd: null, isBent: false } }],
    ['fastenerId', { fastenerId: 'blind' }],
    ['holds', { holes: source.definition.holes.map((h, i) => (i === 1 ? { ...h, holds: ['no-prep' as const] } : h)) }],
  ])('%s is compared and offered too', (key, more) => {
    const other = { ...source.definition, ...more };
    expect(rowDifferences(copy, other).map((d) => d.key)).toEqual([key]);
    const taken = takeOverRow(copy, other, key as 'start', ids(9));
    expect(rowDifferences(taken, other)).toEqual([]);
    expect(taken.holes.map((h) => h.id)).toEqual(copy.holes.map((h) => h.id));
  });
  it('what is said and what is meant by saying nothing are the same', () =>
    expect(rowDifferences({ ...copy, start: 'undersize', access: null, fastenerId: null }, source.definition)).toEqual([]));
  it('the same length typed in another unit is no difference', () =>
    expect(rowDifferences({ ...copy, pitch: { mm: 1.25 * 25.4, text: '31.75', units: 'mm' } }, source.definition)).toEqual([]));
});

describe('a mirrored part against its source', () => {
  it('an angle and zones that stay bare are offered in words, and taken over whole', () => {
    const other: PartDefinition = { ...skin.definition, flangeAngleDeg: 88.5, bareZones: ['the lap', 'the bond'] };
    const found = partDifferences(copyPart, other);
    expect(found).toEqual([
      { key: 'flangeAngleDeg', here: null, there: 88.5 },
      { key: 'bareZones', here: null, there: 'the lap; the bond' },
    ]);
    const next = found.reduce((part, d) => takeOverPart(part, other, d.key), copyPart);
    expect(partDifferences(next, other)).toEqual([]);
    expect(partDifferences({ ...copyPart, bareZones: [] }, skin.definition)).toEqual([]);
  });
  it('thickness and outline are offered; what was measured is its own', () => {
    const changed: PartDefinition = {
      ...skin.definition,
      thickness: length(0.032),
      measured: length(0.031),
      outline: { ...outline, corners: outline.corners.map((c) => ({ x: c.x * 2, y: c.y })) },
    };
    const found = partDifferences(copyPart, { ...changed, nature: 'composite', isBought: true, crease: true });
    expect(found.map((d) => d.key)).toEqual(['thickness', 'nature', 'isBought', 'crease', 'outline']);
    let next = copyPart;
    for (const d of found) next = takeOverPart(next, { ...changed, nature: 'composite', isBought: true, crease: true }, d.key);
    expect(partDifferences(next, { ...changed, nature: 'composite', isBought: true, crease: true })).toEqual([]);
    expect(next.measured).toBeNull();
    expect(next.outline?.corners[1]).toEqual({ x: -200, y: 0 });
  });
});
