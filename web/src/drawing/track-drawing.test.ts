import { describe, expect, it } from 'vitest';
import { placeAt, trackDrawing, within } from './track-drawing';

const op = (id: string, setup: string, ...partIds: string[]) => ({ id, setup, partIds });

describe('the track picture', () => {
  const d = trackDrawing([
    op('fit', 'f', 'a', 'b', 'c', 'd'),
    op('1', 'x', 'b', 'a'),
    op('2', 'x', 'c'),
    op('3', 'y', 'b'),
    op('4', 'x', 'd'),
  ]);
  it('goes from left to right in the order, one band for neighbours of one set-up', () => {
    const xs = d.stations.map((s) => s.x);
    expect(xs).toEqual([...xs].sort((a, b) => a - b));
    expect(d.bands.map((b) => b.setup)).toEqual(['f', 'x', 'y', 'x']);
    for (let i = 1; i < d.bands.length; i++) expect(d.bands[i]?.x1).toBeGreaterThan(d.bands[i - 1]?.x2 as number);
  });
  it('a part’s track runs from its first station to its last, parts in the order of their own work', () => {
    expect(d.tracks.map((t) => t.partId)).toEqual(['b', 'a', 'c', 'd']);
    const b = d.tracks[0];
    expect([b?.x1, b?.x2]).toEqual([d.stations[0]?.x, d.stations[3]?.x]);
  });
  it('a station stops at every track of its parts, inside the picture', () => {
    expect(d.stations[1]?.ys).toHaveLength(2);
    for (const s of d.stations) for (const y of s.ys) expect(y).toBeLessThan(d.height);
  });
  it('nothing to do is an empty picture', () => expect(trackDrawing([])).toMatchObject({ stations: [], tracks: [], bands: [] }));
  it('a station let go stands among the others by how many lie left of it', () => {
    const x = (i: number) => d.stations[i]?.x as number;
    expect(placeAt(d, '1', x(1))).toBe(1);
    expect(placeAt(d, '1', x(0) - 1)).toBe(0);
    expect(placeAt(d, '1', x(2) - 1)).toBe(1);
    expect(placeAt(d, '1', x(2) + 1)).toBe(2);
    expect(placeAt(d, '4', 1e6)).toBe(4);
  });
  it.each([
    [0, 100, [1, 5, 9]],
    [1, 5, [1, 5]],
    [2, 8, [5]],
    [6, 8, []],
    [10, 20, []],
  ])('from %i to %i there are %j', (from, to, seen) => expect(within([1, 5, 9], (n) => n, from, to)).toEqual(seen));
});
