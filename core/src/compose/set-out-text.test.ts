import { describe, expect, it } from 'vitest';
import { rectangle } from '../layout/outline';
import type { SetOutFrom } from '../record/set-out-from';
import type { Mm } from '../units/length';
import { readSetOut, setOutChoices, type SetOutTyped } from './set-out-text';

const FROM: SetOutFrom = {
  parts: [{ id: 'skin', name: 'skin', corners: rectangle({ x: 0, y: 0 }, 300 as Mm, 100 as Mm) }],
  rows: [{ id: 'keel', name: 'Keel', places: [{ x: 10, y: 50 }, { x: 290, y: 50 }] }],
}; // prettier-ignore
const choices = setOutChoices(FROM);
const read = (typed: Partial<SetOutTyped>) => readSetOut({ from: '', distance: '', hand: 'left', ...typed }, choices, 'mm');
const faults = (typed: Partial<SetOutTyped>) => {
  const said = read(typed);
  return said.ok ? [] : said.problems.map((p) => `${p.path} ${p.code}`);
};
const edge = (lies: string) => choices.find((c) => c.kind === 'edge' && c.side.lies === lies)?.key ?? '';
const lineOf = (typed: Partial<SetOutTyped>) => {
  const said = read(typed);
  return said.ok ? said.line.map((p) => [Math.round(p.x * 1000) / 1000, Math.round(p.y * 1000) / 1000]) : null;
};

describe('a line set out across', () => {
  it('from four edges, the centre, and a row seen through', () =>
    expect(choices.map((c) => c.kind)).toEqual(['edge', 'edge', 'edge', 'edge', 'centre', 'row']));
  it('so far in from an edge', () => expect(lineOf({ from: edge('lower'), distance: '12' })).toEqual([[0, 12], [300, 12]])); // prettier-ignore
  it('along the centre, which asks for no distance', () =>
    expect(lineOf({ from: 'centre/skin', distance: 'whatever' })).toEqual([[0, 50], [300, 50]])); // prettier-ignore
  it.each<['left' | 'right', number]>([
    ['left', 58],
    ['right', 42],
  ])('beside a row, on its %s as it runs', (hand, y) =>
    expect(lineOf({ from: 'row/keel', distance: '8', hand })).toEqual([[10, y], [290, y]])); // prettier-ignore
  it.each<[Partial<SetOutTyped>, readonly string[]]>([
    [{}, ['from set-out-from-missing', 'distance set-out-distance-missing']],
    [{ from: edge('lower') }, ['distance set-out-distance-missing']],
    [{ from: edge('lower'), distance: '100' }, ['distance set-out-nowhere']],
    [{ from: edge('lower'), distance: '99.9' }, []],
    [{ from: 'row/gone', distance: '8' }, ['from set-out-from-missing']],
  ])('%j: %j', (typed, wanted) => expect(faults(typed)).toEqual(wanted));
  it('a distance that does not read is said as such', () => {
    expect(faults({ from: edge('lower'), distance: 'near' })[0]).toMatch(/^distance /);
    expect(faults({ from: edge('lower'), distance: 'near' })).not.toContain('distance set-out-distance-missing');
  });
});
