import { describe, expect, it } from 'vitest';
import { part, rowOf } from '../../test/build';
import type { Entity, PartDefinition, RowDefinition } from './definitions';
import { setOutFrom } from './set-out-from';

const CORNERS = [
  { x: 0, y: 0 },
  { x: 100, y: 0 },
  { x: 100, y: 40 },
];
const drawn: PartDefinition = { ...part('skin', 'skin', 0.025).definition, outline: { kind: 'corners', corners: CORNERS } };
const PARTS = new Map([
  ['skin', drawn],
  ['rib', part('rib', 'rib', 0.032).definition],
  ['spar', { ...drawn, name: 'spar' }],
]);
const PATH = [
  { x: 10, y: 10 },
  { x: 90, y: 10 },
];

function row(id: string, holes: number, more: Partial<RowDefinition> = {}): Entity<'row'> {
  return { kind: 'row', id, version: 1, definition: { ...rowOf(['skin', 'rib'], holes), name: id, ...more } };
}
const laid = { path: PATH, startEdgeMm: 5, endEdgeMm: 5 };

describe('what a line can be set out from', () => {
  const own = row('own', 5, { laid });
  it('its own parts that are drawn, no other’s and none without an outline', () =>
    expect(setOutFrom(own, [own], PARTS).parts).toEqual([{ id: 'skin', name: 'skin', corners: CORNERS }]));
  it.each([
    ['another row that is placed', row('other', 4, { laid }), ['other']],
    ['not itself', own, []],
    ['not one without a place', row('nowhere', 4), []],
    ['not a single hole, which has no direction', row('one', 1, { laid }), []],
  ])('%s', (_, other, ids) => {
    const { rows } = setOutFrom(own, [other], PARTS);
    expect(rows.map((r) => r.id)).toEqual(ids);
    for (const r of rows) expect(r.places).toHaveLength(other.definition.holes.length);
  });
});
