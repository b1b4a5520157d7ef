import { describe, expect, it } from 'vitest';
import { bandLabels, placeAt, tethers, trackDrawing, within } from './track-drawing';

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
  it('a row’s tether runs from its own station to what shuts it off, below its lowest track; turned round where it comes too late', () => {
    const x = (i: number) => d.stations[i]?.x as number;
    const [early, late] = tethers(d, new Map([['1', '4'], ['3', '2'], ['gone', '4'], ['4', 'gone']])); // prettier-ignore
    expect(early).toMatchObject({ id: '1', x1: x(1), x2: x(4), isLate: false });
    expect(early?.y).toBeGreaterThan(Math.max(...(d.stations[1]?.ys ?? [])));
    expect(late).toMatchObject({ id: '3', x1: x(3), x2: x(2), isLate: true });
  });
  it('tethers on one track that would lie on each other are moved apart', () => {
    const one = trackDrawing(['1', '2', '3', '4'].map((id) => op(id, 'x', 'a')));
    const ys = (until: readonly (readonly [string, string])[]) => tethers(one, new Map(until)).map((t) => t.y);
    expect(new Set(ys([['1', '3'], ['2', '4']])).size).toBe(2); // prettier-ignore
    expect(new Set(ys([['1', '2'], ['3', '4']])).size).toBe(1); // prettier-ignore
  });
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

describe('names over the brackets', () => {
  const bands = (count: number, px = 46) => Array.from({ length: count }, (_, i) => ({ setup: `s${i}`, x1: i * px, x2: i * px + px - 16 }));
  const room = (text: string) => text.length * 6.3;
  it.each([
    ['short names', 12, (i: string) => i],
    ['names of the usual length', 12, (i: string) => `${i}, dies 3/32`],
    ['long names', 20, (i: string) => `${i}: shop-head gauge, straightedge, feeler`],
    ['now long, now short', 30, (i: string) => (Number(i.slice(1)) % 3 === 0 ? `${i}: put together for riveting` : i)],
  ])('%s: none over another', (_, count, name) => {
    const labels = bandLabels(bands(count), name);
    expect(labels).toHaveLength(count);
    labels.forEach((a, i) => {
      for (const b of labels.slice(i + 1)) if (a.line === b.line) expect(a.x + room(a.text)).toBeLessThanOrEqual(b.x);
    });
  });
  it('what has room is written whole and low down', () => {
    expect(bandLabels(bands(3, 200), () => 'dies 3/32, 100°')).toEqual(
      [0, 200, 400].map((x) => ({ x: x + 2, line: 0, text: 'dies 3/32, 100°' })),
    );
  });
  it.each([
    ['just room', 2 + 8 + 10 * 6.3, 0],
    ['a hair too little', 2 + 8 + 10 * 6.3 - 2.1, 1],
  ])('the next name of ten letters with %s stands on line %i up', (_, px, line) => {
    const two = [
      { setup: 'a', x1: 0, x2: 20 },
      { setup: 'b', x1: px, x2: px + 20 },
    ];
    expect(bandLabels(two, () => 'ten letter').map((l) => [l.line, l.text])).toEqual([
      [0, 'ten letter'],
      [line, 'ten letter'],
    ]);
  });
  it('what has none ends in dots', () => {
    const [first] = bandLabels(bands(8), () => 'shop-head gauge, straightedge, feeler');
    expect(first?.text).toMatch(/^shop-head.*…$/);
  });
});
