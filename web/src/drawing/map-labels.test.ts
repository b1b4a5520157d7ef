import { describe, expect, it } from 'vitest';
import { mapLabels, type MapLabel, type NamedRow } from './map-labels';

const size = { width: 800, height: 600 };
/* A pixel a millimetre, nought in the middle of the screen. */
const look = { scale: 1, middle: { x: 0, y: 0 } };
const of = (rows: readonly NamedRow[], outlines: Parameters<typeof mapLabels>[1] = [], selectedId: string | null = null, scale = 1) =>
  mapLabels(rows, outlines, { look: { ...look, scale }, size, selectedId, holePx: 4 });

function row(id: string, x: number, y: number, toX: number, toY: number, holes = 8): NamedRow {
  const place = (i: number) => ({ x: x + ((toX - x) * i) / (holes - 1), y: y + ((toY - y) * i) / (holes - 1) });
  return {
    id,
    title: `Row ${id}, of some length`,
    path: [
      { x, y },
      { x: toX, y: toY },
    ],
    holes: Array.from({ length: holes }, (_, i) => ({ place: place(i), isShown: true })),
  };
}
const box = ({ text, x, y, align }: MapLabel) => {
  const width = text.length * 6.4;
  const x1 = align === 'left' ? x : x - width;
  return { x1, x2: x1 + width, y1: y - 12, y2: y + 4 };
};
const overlap = (a: ReturnType<typeof box>, b: ReturnType<typeof box>) => a.x1 < b.x2 && b.x1 < a.x2 && a.y1 < b.y2 && b.y1 < a.y2;
const corner = (w: number, h: number) => [-w, w].flatMap((x) => (x < 0 ? [-h, h] : [h, -h]).map((y) => ({ x, y })));
const onScreen = (p: { x: number; y: number }) => ({ x: 400 + p.x, y: 300 - p.y });

describe('names on the map', () => {
  it('a level row is named above its left end, whichever way it runs', () => {
    for (const r of [row('a', -100, 0, 100, 0), row('a', 100, 0, -100, 0)])
      expect(of([r]).rows).toEqual([{ id: 'a', text: 'Row a, of some length', x: 300, y: 288, align: 'left' }]);
  });
  it('an upright row is named beside it', () => {
    expect(of([row('a', 0, -100, 0, 100)]).rows[0]).toMatchObject({ x: 412, align: 'left' });
  });
  it('what is above a row sends its name elsewhere', () => {
    const [, b] = of([row('a', -100, 14, 100, 14), row('b', -100, 0, 100, 0)]).rows;
    expect(b?.y).toBeGreaterThan(300);
  });
  it('parts that share a corner are named one below the other', () => {
    const corners = corner(200, 150);
    const ys = of([], ['p', 'q', 'r'].map((id) => ({ id, name: `part ${id}`, corners }))).outlines.map((l) => l.y); // prettier-ignore
    expect(ys).toEqual([165, 181, 197]);
  });
  it('near the edge of the screen a name turns inward', () => {
    expect(of([row('a', 300, -100, 300, 100)]).rows[0]).toMatchObject({ align: 'right' });
  });
  it('a part whose upper edge lies close over another one’s is named outside, over no line', () => {
    const { outlines } = of([], [{ id: 'p', name: 'outer', corners: corner(200, 150) }, { id: 'q', name: 'inner', corners: corner(190, 138) }]); // prettier-ignore
    expect(outlines.map((l) => l.y)).toEqual([144, 177]);
  });
  it('a row that lies nowhere is not named, on paper either', () => {
    const nowhere = { id: 'n', title: 'nowhere', path: [], holes: [] };
    expect(mapLabels([nowhere], [], { look, size, selectedId: 'n', holePx: 4, isEachNamed: true }).rows).toEqual([]);
  });
  it('drawn small only the chosen row is named, even where there is no room', () => {
    const rows = Array.from({ length: 30 }, (_, i) => row(`r${i}`, -100, i * 6, 100, i * 6));
    expect(of(rows, [], null, 0.4).rows).toEqual([]);
    expect(of(rows, [], 'r12', 0.4).rows.map((l) => l.id)).toEqual(['r12']);
  });
  it('none over a hole or another name, on any of 60 crowded maps', () => {
    let state = 7;
    const random = (below: number) => (state = (state * 48271) % 2147483647) % below;
    let written = 0;
    for (let round = 0; round < 60; round++) {
      const rows = Array.from({ length: 4 + random(20) }, (_, i) => {
        const [x, y] = [random(700) - 350, random(500) - 250];
        return random(3) === 0 ? row(`${i}`, x, y, x, y + 60 + random(100)) : row(`${i}`, x, y, x + 60 + random(200), y + random(30));
      });
      const outlines = Array.from({ length: random(5) }, (_, i) => {
        const [w, h] = [50 + random(300), 50 + random(200)];
        return { id: `p${i}`, name: `part ${i}`, corners: corner(w, h) };
      });
      const { rows: named, outlines: parts } = of(rows, outlines);
      const boxes = [...named, ...parts].map(box);
      written += boxes.length;
      boxes.forEach((a, i) =>
        expect(
          boxes.slice(i + 1).some((b) => overlap(a, b)),
          `round ${round}`,
        ).toBe(false),
      );
      const holes = rows.flatMap((r) => r.holes.map((h) => onScreen(h.place)));
      for (const b of boxes)
        expect(
          holes.some(({ x, y }) => x > b.x1 && x < b.x2 && y > b.y1 && y < b.y2),
          `round ${round}`,
        ).toBe(false);
    }
    expect(written).toBeGreaterThan(600);
  });
});
